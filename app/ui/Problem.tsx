import { Link } from "react-router";

/** A page that says what went wrong and where to go on. */
export function Problem({ title, text }: { title: string; text: string }) {
  return (
    <main className="mx-auto max-w-2xl p-6 pt-16">
      <h1 className="border-b-2 border-ink pb-3 text-[1.75rem] font-bold">{title}</h1>
      <p className="py-4 text-lg">{text}</p>
      <Link to="/" className="inline-block border-[1.5px] border-ink bg-sheet px-4 py-3 font-semibold">
        Back to the board
      </Link>
    </main>
  );
}
