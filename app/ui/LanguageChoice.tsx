import { Form, useLocation, useRouteLoaderData } from "react-router";
import { LANGUAGES, type Language } from "#core/language/index.ts";
import type { loader } from "../root.tsx";

/** The languages of the interface, each under its own name. A choice is remembered by this browser, and the page comes anew. */
export function LanguageChoice({ className = "" }: { className?: string }) {
  const now = useRouteLoaderData<typeof loader>("root")?.language ?? "en";
  const { pathname, search } = useLocation();
  return (
    <Form method="post" action="/settings/choices" reloadDocument className={className}>
      <input type="hidden" name="to" value={pathname + search} />
      <div role="group" aria-label="Language" translate="no" className="flex gap-x-4">
        {(Object.entries(LANGUAGES) as [Language, string][]).map(([id, name]) => (
          <button
            key={id}
            name="language"
            value={id}
            lang={id}
            aria-pressed={id === now}
            className={`min-h-11 min-w-11 ${id === now ? "border-b-4 border-here font-bold" : "underline decoration-rule underline-offset-4"}`}
          >
            {name}
          </button>
        ))}
      </div>
    </Form>
  );
}
