import { useWhileServerAnswers } from "./useWhileServerAnswers.ts";

/** Asked this often whether the page can be had again, ms. */
const ASK_MS = 2000;

/** A page that could not be had now: the database was away, or the server busy. It loads itself as soon as it can. */
export function Waiting({ text }: { text: string }) {
  useWhileServerAnswers(() => window.location.reload(), ASK_MS);
  return (
    <main className="mx-auto max-w-2xl p-6 pt-16" aria-live="polite">
      <h1 className="border-b-2 border-ink pb-3 text-[1.75rem] font-bold">Waiting for the server</h1>
      <p className="py-4 text-lg">{text}</p>
      <p className="text-lg">This page opens by itself as soon as it answers. There is nothing to do.</p>
    </main>
  );
}
