import { data, Link } from "react-router";
import { GUIDE_PAGES, guidePage } from "../guide/guidePages.ts";
import { KeyList } from "../guide/KeyList.tsx";
import { PICTURES } from "../guide/pictures.ts";
import { TERMS } from "../guide/terms.ts";
import type { Route } from "./+types/guide-page";
import { translated } from "../language/tongue.ts";
import { buttonClass } from "../ui/Button.tsx";

export const meta: Route.MetaFunction = ({ params }) => [
  { title: translated(`${guidePage(params.page)?.title ?? "Guide"} · Zygodrome`) },
];

export function loader({ params }: Route.LoaderArgs) {
  if (!guidePage(params.page))
    throw data(`The guide has no page “${params.page}”. All its pages stand under Guide.`, { status: 404 });
  return null;
}

/** One task of the guide. */
export default function GuidePage({ params }: Route.ComponentProps) {
  const page = guidePage(params.page)!;
  const at = GUIDE_PAGES.indexOf(page);
  const after = page.next ?? GUIDE_PAGES.slice(at + 1, at + 2).map((p) => p.id);
  return (
    <main className="mx-auto flex max-w-4xl flex-col gap-6 p-4 text-lg md:p-6">
      <div className="border-b-2 border-ink pb-2">
        <Link
          to="/guide"
          className="inline-flex min-h-11 items-center text-base underline underline-offset-4"
        >
          Guide
        </Link>
        <h1 className="text-[1.75rem] font-bold">{page.title}</h1>
        <p className="text-ink-soft">{page.purpose}</p>
      </div>
      {page.id === "keys" ? (
        <KeyList />
      ) : (
        <ol className="flex list-decimal flex-col gap-2 pl-8 marker:font-bold">
          {page.steps.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      )}
      {page.notes && (
        <ul className="flex flex-col gap-2 border-l-4 border-ink bg-sheet px-4 py-3">
          {page.notes.map((note) => (
            <li key={note}>{note}</li>
          ))}
        </ul>
      )}
      {page.picture && (
        <img
          src={PICTURES[page.picture.of]}
          alt={page.picture.alt}
          loading="lazy"
          className="w-full border-[1.5px] border-rule"
        />
      )}
      {page.terms && (
        <dl className="grid gap-x-6 gap-y-2 border-t border-rule pt-4 text-base sm:grid-cols-[9rem_1fr]">
          {page.terms.map((id) => (
            <div key={id} className="contents">
              <dt className="font-bold">{TERMS[id].name}</dt>
              <dd>{TERMS[id].means}</dd>
            </div>
          ))}
        </dl>
      )}
      {after.length > 0 && (
        <nav aria-label="What comes next" className="flex flex-wrap gap-3 border-t-2 border-ink pt-4">
          {after.map((id) => (
            <Link key={id} to={`/guide/${id}`} className={buttonClass("plain")}>
              {guidePage(id)!.title}
            </Link>
          ))}
        </nav>
      )}
    </main>
  );
}
