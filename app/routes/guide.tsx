import { Form, Link, useSearchParams, useSubmit } from "react-router";
import { searchGuide } from "../guide/searchGuide.ts";
import { TERMS } from "../guide/terms.ts";
import type { Route } from "./+types/guide";
import { translated } from "../language/tongue.ts";
import { Button } from "../ui/Button.tsx";
import { inputClass } from "../ui/Field.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("Guide · Zygodrome") }];

/** Nothing of a search comes from the server: the guide is the program's own. */
export const shouldRevalidate = () => false;

/** The guide: a page a task, found by its words; and the words of this program. */
export default function Guide() {
  const [params] = useSearchParams();
  const submit = useSubmit();
  const words = params.get("find") ?? "";
  const pages = searchGuide(words);
  return (
    <main className="mx-auto grid max-w-6xl gap-x-10 gap-y-8 p-4 md:grid-cols-[1fr_22rem] md:p-6">
      <div className="flex min-w-0 flex-col gap-4">
        <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">Guide</h1>
        <Form
          role="search"
          className="flex gap-3"
          onChange={(e) => void submit(e.currentTarget, { replace: words !== "" })}
        >
          <input
            type="search"
            name="find"
            aria-label="Search the guide"
            defaultValue={words}
            maxLength={100}
            autoComplete="off"
            placeholder="relay, jumper, without a network …"
            className={`${inputClass} grow`}
          />
          <Button type="submit">Find</Button>
        </Form>
        <p role="status" className="text-ink-soft empty:hidden">
          {words.trim() === ""
            ? ""
            : pages.length === 0
              ? `No page has all of “${words}”. Try fewer words.`
              : `${pages.length} ${pages.length === 1 ? "page" : "pages"}`}
        </p>
        <ol>
          {pages.map((page) => (
            <li key={page.id} className="border-b border-rule">
              <Link to={`/guide/${page.id}`} className="block py-2.5 underline-offset-4 hover:underline">
                <strong className="text-lg">{page.title}</strong>
                <span className="block text-ink-soft">{page.purpose}</span>
              </Link>
            </li>
          ))}
        </ol>
      </div>
      <aside aria-labelledby="words" className="self-start">
        <h2 id="words" className="section-title border-b border-rule pb-1">
          Words
        </h2>
        <dl>
          {Object.entries(TERMS).map(([id, { name, means }]) => (
            <div key={id} id={id} className="border-b border-rule-faint py-2">
              <dt className="font-bold">{name}</dt>
              <dd>{means}</dd>
            </div>
          ))}
        </dl>
      </aside>
    </main>
  );
}
