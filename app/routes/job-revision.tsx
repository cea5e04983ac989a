import { randomUUID } from "node:crypto";
import { useEffect, useState } from "react";
import { data, Form, Link, redirect, useNavigation, useRevalidator } from "react-router";
import type { SectionChange } from "#core/workshop/index.ts";
import { previewMove, type Likely } from "#server/jobs/move.ts";
import { readJob } from "#server/jobs/readJob.ts";
import { recordEvent } from "#server/jobs/recordEvent.ts";
import type { Route } from "./+types/job-revision";
import { translated } from "../language/tongue.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { useShop } from "../ui/ShopBar.tsx";
import { percentText } from "../words/percent.ts";

export const meta: Route.MetaFunction = () => [{ title: translated("A newer revision · Zygodrome") }];

export async function loader({ params, request }: Route.LoaderArgs) {
  const job = await readJob(params.job);
  if (!job) throw data("There is no job at this address.", { status: 404 });
  return {
    job: { id: job.id, number: job.number, unit: job.unit.name, unitId: job.unit.id },
    move: (await previewMove(job, request.signal)) ?? null,
  };
}

/** Moves the job to the revision that was looked at, as an entry of its log. */
export async function action({ params, request }: Route.ActionArgs) {
  const form = Object.fromEntries(await request.formData().catch(() => new FormData()));
  const text = (name: string) => (typeof form[name] === "string" ? form[name] : "");
  const [from, to] = [text("from"), text("to")];
  if (![from, to].every((hash) => /^[0-9a-f]{64}$/u.test(hash)))
    return data({ error: "No revision was named." }, { status: 400 });
  const result = await recordEvent(params.job, {
    id: randomUUID(),
    person: text("person"),
    at: new Date().toISOString(),
    body: { type: "moved", from, to },
  });
  return result.ok
    ? redirect(`/jobs/${params.job}`)
    : data({ error: result.message }, { status: result.status });
}

/** What differs between the revision that a job began with and the newest, and what that would change in the job. */
export default function JobRevision({ loaderData: { job, move }, actionData }: Route.ComponentProps) {
  const { person } = useShop();
  const busy = useNavigation().state !== "idle";
  const back = (
    <Link to={`/jobs/${job.id}`} className={buttonClass("plain")}>
      Back to the job
    </Link>
  );
  return (
    <main className="mx-auto flex max-w-4xl flex-col gap-5 p-4 md:p-6">
      <header className="border-b-2 border-ink pb-2">
        <p className="text-ink-soft">
          Job <span className="reading font-semibold">{String(job.number).padStart(4, "0")}</span>
        </p>
        <h1 className="text-[1.75rem] font-bold">{job.unit}: a newer revision</h1>
      </header>
      {actionData?.error && (
        <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1">
          {actionData.error}
        </p>
      )}
      {move ? (
        <>
          <p>
            The unit was changed after this job was opened. The job stays as it is until it is moved; all that
            was recorded stays in its log either way.
          </p>
          <InTheJob move={move} />
          <section aria-labelledby="in-the-unit">
            <h2 id="in-the-unit" className="section-title border-b border-ink pb-1">
              In the unit
            </h2>
            {move.changes.length === 0 && <p className="pt-2">Nothing that a chapter shows.</p>}
            {move.changes.map((change) => (
              <Changes key={change.section} change={change} />
            ))}
          </section>
          <Form method="post" className="flex flex-wrap gap-3 border-t-2 border-ink pt-4">
            <input type="hidden" name="from" value={move.from} />
            <input type="hidden" name="to" value={move.to} />
            <input type="hidden" name="person" value={person ?? ""} />
            <Button look="main" type="submit" disabled={busy}>
              {busy ? "Moving…" : "Move this job to the newer revision"}
            </Button>
            {back}
          </Form>
        </>
      ) : (
        <>
          <p>This job stands at the newest revision of its unit.</p>
          <p>{back}</p>
        </>
      )}
    </main>
  );
}

type Move = NonNullable<Route.ComponentProps["loaderData"]["move"]>;

/** What would not be weighed any more, and what would then be likely. */
function InTheJob({ move }: { move: Move }) {
  return (
    <section aria-labelledby="in-the-job">
      <h2 id="in-the-job" className="section-title border-b border-ink pb-1">
        In this job
      </h2>
      {move.unplaced.length > 0 ? (
        <>
          <p className="pt-2 font-semibold">
            {move.unplaced.length === 1 ? "One entry" : `${move.unplaced.length} entries`} would be kept but
            not weighed any more:
          </p>
          <ul>
            {move.unplaced.map((said) => (
              <li key={said} className="my-1 border-l-4 border-hazard pl-3">
                {said}
              </li>
            ))}
          </ul>
        </>
      ) : (
        <p className="pt-2">Every entry has its place in the newer revision.</p>
      )}
      {!move.likely && <CalculatingLikely />}
      {move.likely && (
        <div className="grid gap-x-8 pt-3 sm:grid-cols-2">
          <Standing title="Likely now" items={move.likely.now} />
          <Standing title="Likely on the newer revision" items={move.likely.then} />
        </div>
      )}
    </section>
  );
}

/** Looks asked for while the newer revision is being computed, and how often, ms. */
const MOST_LOOKS = 40;
const LOOK_MS = 2000;

/** Asks again until the newer revision's suspects are computed; a unit that is too large for that stays without. */
function CalculatingLikely() {
  const { revalidate } = useRevalidator();
  const [looks, setLooks] = useState(0);
  useEffect(() => {
    if (looks >= MOST_LOOKS) return;
    const again = setTimeout(() => void revalidate().then(() => setLooks((n) => n + 1)), LOOK_MS);
    return () => clearTimeout(again);
  }, [looks, revalidate]);
  return (
    <p role="status" className="pt-2 text-ink-soft">
      {looks < MOST_LOOKS
        ? "Calculating what would be likely on the newer revision …"
        : "What would be likely on the newer revision could not be computed."}
    </p>
  );
}

function Standing({ title, items }: { title: string; items: readonly Likely[] }) {
  return (
    <div>
      <h3 className="font-bold">{title}</h3>
      <ol>
        {items.slice(0, 5).map(({ name, chance }) => (
          <li key={name} className="flex justify-between gap-3 border-t border-rule-faint py-1">
            {name} <span className="reading font-semibold">{percentText(chance)} %</span>
          </li>
        ))}
      </ol>
    </div>
  );
}

/** Names of a chapter shown before the rest is only counted. */
const MOST_NAMES = 12;

function Changes({ change: { title, added, gone, changed, reordered } }: { change: SectionChange }) {
  const names = (all: readonly string[]) =>
    all.length > MOST_NAMES
      ? `${all.slice(0, MOST_NAMES).join(", ")} and ${all.length - MOST_NAMES} more`
      : all.join(", ");
  return (
    <div className="border-t border-rule-faint py-2">
      <h3 className="font-bold">{title}</h3>
      {added.length > 0 && <p>New: {names(added)}</p>}
      {gone.length > 0 && <p>Gone: {names(gone)}</p>}
      {changed.slice(0, MOST_NAMES).map(({ name, fields }) => (
        <p key={name}>
          <span className="font-semibold">{name}</span>
          {fields.map(({ field, before, after }) => (
            <span key={field} className="block pl-4 break-words">
              {field}:{" "}
              <span className="text-ink-soft line-through">{before === "" ? "nothing" : before}</span>{" "}
              <span aria-label="now">→</span> {after === "" ? "nothing" : after}
            </span>
          ))}
        </p>
      ))}
      {changed.length > MOST_NAMES && <p>and {changed.length - MOST_NAMES} more changed</p>}
      {reordered && added.length + gone.length + changed.length === 0 && <p>The same, in another order.</p>}
    </div>
  );
}
