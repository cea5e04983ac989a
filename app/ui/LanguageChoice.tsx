import { useRouteLoaderData } from "react-router";
import { LANGUAGES, type Language } from "#core/language/index.ts";
import type { loader } from "../root.tsx";

/** The languages of the interface, each under its own name. A choice is remembered by this browser, and the page comes anew. */
export function LanguageChoice({ className = "" }: { className?: string }) {
  const now = useRouteLoaderData<typeof loader>("root")?.language ?? "en";
  return (
    <div role="group" aria-label="Language" translate="no" className={`flex gap-x-4 ${className}`}>
      {(Object.entries(LANGUAGES) as [Language, string][]).map(([id, name]) => (
        <button
          key={id}
          type="button"
          lang={id}
          aria-pressed={id === now}
          className={`min-h-11 min-w-11 ${id === now ? "border-b-4 border-here font-bold" : "underline decoration-rule underline-offset-4"}`}
          onClick={() => void choose(id)}
        >
          {name}
        </button>
      ))}
    </div>
  );
}

/** All that stands on the page was said in the language before, what is remembered between pages too. */
async function choose(language: Language): Promise<void> {
  const answer = await fetch("/settings/choices", {
    method: "post",
    body: new URLSearchParams({ language }),
  });
  if (answer.ok) location.reload();
}
