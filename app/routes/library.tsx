import { Form, Link, useSearchParams, useSubmit } from "react-router";
import { listLibrary, listTags, type LibraryUnit } from "#server/units/library.ts";
import type { Route } from "./+types/library";
import { translated } from "../language/tongue.ts";
import { BringFile } from "../trace/BringFile.tsx";
import { Button, buttonClass } from "../ui/Button.tsx";
import { Clock } from "../ui/Clock.tsx";

export const meta: Route.MetaFunction = () => [{ title: translated("Units · Zygodrome") }];

export async function loader({ request }: Route.LoaderArgs) {
  const { searchParams } = new URL(request.url);
  const sought = (searchParams.get("find") ?? "").slice(0, 100);
  const tag = searchParams.get("tag") ?? undefined;
  const archived = searchParams.has("archived");
  const [{ units, others }, tags] = await Promise.all([listLibrary({ sought, tag, archived }), listTags()]);
  return { units, others, tags, sought, tag, archived };
}

/** The shop's units: found by what is half remembered, each with what is known of it. */
export default function Library({ loaderData }: Route.ComponentProps) {
  const { units, others, tags, sought, tag, archived } = loaderData;
  const submit = useSubmit();
  return (
    <main className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] gap-8 p-4 md:grid-cols-[minmax(0,1fr)_18rem] md:p-6">
      <div className="flex min-w-0 flex-col gap-4">
        <div className="flex flex-wrap items-end justify-between gap-3 border-b-2 border-ink pb-2">
          <h1 className="text-[1.75rem] font-bold">{archived ? "Units put away" : "Units"}</h1>
          <Form
            role="search"
            className="flex min-w-0 grow justify-end gap-2"
            onChange={(e) => void submit(e.currentTarget, { replace: true, preventScrollReset: true })}
          >
            {archived && <input type="hidden" name="archived" value="" />}
            {tag !== undefined && <input type="hidden" name="tag" value={tag} />}
            <input
              type="search"
              name="find"
              aria-label="Find a unit: name, maker, tag, a part of it"
              placeholder="Name, maker, tag, part"
              defaultValue={sought}
              className="min-h-11 min-w-0 max-w-80 grow border-[1.5px] border-ink px-3"
            />
            <Button type="submit">Find</Button>
          </Form>
        </div>
        {tags.length > 0 && <Tags tags={tags} chosen={tag} />}
        <p role="status" className="text-ink-soft">
          {foundText(loaderData)}
        </p>
        <ul data-testid="library">
          {units.map((unit) => (
            <UnitRow key={unit.id} unit={unit} />
          ))}
        </ul>
        {others > 0 && (
          <Link
            to={archived ? "?" : "?archived"}
            className="flex min-h-11 items-center self-start underline underline-offset-4"
          >
            {archived ? `Those on the shelf (${others})` : `Those put away (${others})`}
          </Link>
        )}
      </div>
      <aside className="flex flex-col gap-3 self-start">
        <h2 className="section-title border-b border-rule pb-1">One that is not here</h2>
        <Link to="/units/new" className={buttonClass("plain")}>
          Trace a circuit of it
        </Link>
        <Link to="/units/new/list" className={buttonClass("plain")}>
          Type or paste its wiring list
        </Link>
        <BringFile />
      </aside>
    </main>
  );
}

type Loaded = Route.ComponentProps["loaderData"];

function Tags({ tags, chosen }: { tags: readonly string[]; chosen: string | undefined }) {
  const [params] = useSearchParams();
  const without = (name: string) => {
    const next = new URLSearchParams(params);
    next.delete(name);
    return `?${next.toString()}`;
  };
  const withTag = (name: string) => {
    const next = new URLSearchParams(params);
    next.set("tag", name);
    return `?${next.toString()}`;
  };
  return (
    <nav aria-label="Tags" className="flex flex-wrap items-center gap-x-4">
      {tags.map((name) => (
        <Link
          key={name}
          to={name === chosen ? without("tag") : withTag(name)}
          aria-current={name === chosen ? "true" : undefined}
          className={`flex min-h-11 items-center underline underline-offset-4 ${name === chosen ? "font-bold decoration-here decoration-4" : ""}`}
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}

function foundText({ units, sought, tag, archived }: Loaded): string {
  const many = units.length === 1 ? "One unit" : `${units.length} units`;
  if (units.length > 0)
    return `${many}${sought === "" ? ", those worked on last first" : ", the nearest first"}.`;
  if (sought !== "" || tag !== undefined) return "No unit has these words, not even nearly.";
  return archived
    ? "No unit was put away."
    : "The shop has no units yet: trace one, list one, or bring a file.";
}

function UnitRow({ unit }: { unit: LibraryUnit }) {
  const { id, name, maker, description, revision, parts, revisions, tags, jobs, openJobs, lastAt, usual } =
    unit;
  return (
    <li className="grid gap-x-4 border-t border-rule py-2 sm:grid-cols-[minmax(0,1fr)_auto]">
      <div className="min-w-0 wrap-anywhere">
        <Link
          to={`/units/${id}`}
          className="flex min-h-11 flex-wrap items-baseline gap-x-2 underline-offset-4 hover:underline"
        >
          <span className="min-w-0 text-xl font-bold">{name}</span>
          <span className="min-w-0 text-ink-soft">
            {maker}
            {revision !== "" && `${maker === "" ? "" : ", "}revision ${revision}`}
          </span>
        </Link>
        <p className="text-ink-soft">{description}</p>
        <p>
          {parts} parts
          {revisions > 1 && `, changed ${revisions - 1 === 1 ? "once" : `${revisions - 1} times`}`}.{" "}
          {jobs === 0 ? (
            "No job yet."
          ) : (
            <>
              {jobs === 1 ? "One job" : `${jobs} jobs`}
              {openJobs > 0 && `, ${openJobs} open`}
              {lastAt !== undefined && (
                <>
                  , the last one <Clock at={lastAt} withDate />
                </>
              )}
              .
            </>
          )}
        </p>
        {usual.length > 0 && (
          <p>
            Called:{" "}
            <b>{usual.map((u) => (u.times === 1 ? u.item : `${u.item} ${u.times} times`)).join(", ")}</b>
          </p>
        )}
        {tags.length > 0 && <p className="text-[0.9375rem] text-ink-soft">{tags.join(", ")}</p>}
      </div>
      <Link
        to={`/jobs/new?unit=${id}`}
        className="inline-flex min-h-11 items-center self-start font-semibold underline underline-offset-4"
      >
        Start a job on one
      </Link>
    </li>
  );
}
