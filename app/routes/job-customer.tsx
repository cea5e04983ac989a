import { data, Form, Link, redirect, useNavigation } from "react-router";
import { repairOrReplace } from "#core/job/index.ts";
import { newLetter, listLetters, putLetter } from "#server/outbox/outbox.ts";
import { readJob } from "#server/jobs/readJob.ts";
import { readPaperSoFar } from "#server/reports/jobPaper.ts";
import { languageOf, readChoices } from "#server/people/choices.ts";
import type { Route } from "./+types/job-customer";
import { translated } from "../language/tongue.ts";
import { BillTable } from "../report/BillTable.tsx";
import { readAssumptions, ReplaceOrRepair } from "../report/ReplaceOrRepair.tsx";
import { PaperHead } from "../report/PaperHead.tsx";
import { StillComputing } from "../report/StillComputing.tsx";
import { Button, buttonClass } from "../ui/Button.tsx";
import { Clock } from "../ui/Clock.tsx";
import { Field, inputClass } from "../ui/Field.tsx";
import { PersonOptions, useShop } from "../ui/ShopBar.tsx";
import { DEFERENCE } from "../words/cautions.ts";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  {
    title: translated(
      loaderData ? `For the customer, job ${loaderData.number} · Zygodrome` : "For the customer · Zygodrome",
    ),
  },
];

export async function loader({ params, request }: Route.LoaderArgs) {
  const read = await readPaperSoFar(params.job, request.signal);
  if (!read) throw data("There is no job at this address.", { status: 404 });
  const { job, page, bill, estimate, warrantyUntil, settings, record } = read.paper;
  const { assumed, problem } = readAssumptions(new URL(request.url).searchParams);
  return {
    pending: read.pending,
    id: job.id,
    number: job.number,
    unit: { name: job.unit.name, maker: job.unit.maker, hertz: job.unit.hertz },
    label: job.label,
    openedAt: job.openedAt,
    outcome: record.outcome ?? null,
    page,
    bill,
    estimate: estimate ?? null,
    warrantyUntil: warrantyUntil ?? null,
    currency: settings.currency,
    compared: assumed ? { assumed, ...repairOrReplace(bill.total, assumed) } : null,
    problem: problem ?? null,
    letters: await listLetters(job.id),
    letterId: crypto.randomUUID(),
  };
}

/** Puts a letter into the outbox, which goes with this page as it stands. */
export async function action({ params, request }: Route.ActionArgs) {
  const form = Object.fromEntries(await request.formData().catch(() => new FormData()));
  const parsed = newLetter.safeParse(form);
  if (!parsed.success)
    return data({ said: parsed.error.issues.map((i) => i.message).join(" ") }, { status: 400 });
  const job = await readJob(params.job);
  if (!job) throw data("There is no job at this address.", { status: 404 });
  const address = new URL(`/jobs/${job.id}`, request.url).href;
  const language = languageOf(request, await readChoices(request));
  if (await putLetter(job, parsed.data, { address, language }))
    return data({ said: "Nobody of that name works here. Choose who is working." }, { status: 400 });
  return redirect(`/jobs/${params.job}/customer#sent`);
}

/** The page for whoever owns the unit: plain words, what it costs, until when it is warranted. */
export default function CustomerPage({ loaderData, actionData }: Route.ComponentProps) {
  const { id, number, unit, label, page, bill, estimate, warrantyUntil, currency } = loaderData;
  return (
    <main className="mx-auto max-w-3xl p-4 md:p-8 print:p-0">
      <div className="no-print flex flex-wrap justify-between gap-3 pb-5">
        <Link to={`/jobs/${id}/report`} className={buttonClass("plain")}>
          Back to the report
        </Link>
        <div className="flex flex-wrap gap-3">
          <a href={`/jobs/${id}/papers/customer.pdf`} className={buttonClass("plain")}>
            As PDF
          </a>
          <Button look="main" onClick={() => window.print()}>
            Print
          </Button>
        </div>
      </div>
      {loaderData.pending && <StillComputing />}
      <article className="flex flex-col gap-5">
        <PaperHead
          number={number}
          openedAt={loaderData.openedAt}
          unit={unit.name}
          of={[unit.maker, label]}
          complaint={page.complaint}
        />
        <section>
          <h2 className="section-title">What was wrong</h2>
          <p className="text-xl font-bold">{page.wrong}</p>
          {page.proof && <p>{page.proof}</p>}
        </section>
        <Lines title="What was done" lines={page.done} />
        <Lines title="Seen since" lines={page.checked} />
        <Lines title="What to watch" lines={page.watch} />
        <BillTable
          bill={bill}
          estimate={estimate}
          parts={page.parts}
          currency={currency}
          closed={loaderData.outcome !== null}
        />
        {warrantyUntil && (
          <section>
            <h2 className="section-title">Warranty</h2>
            <p>
              {page.parts.length === 0 ? "The work" : `The work and ${page.parts.join(", ")}`}: until{" "}
              <span className="reading font-semibold">{warrantyUntil}</span>. Keep this page: its number finds
              the job again.
            </p>
          </section>
        )}
        <p className="border-t border-rule pt-2 text-sm text-ink-soft">{DEFERENCE}</p>
      </article>
      <div className="no-print flex flex-col gap-6 pt-8">
        <ReplaceOrRepair compared={loaderData.compared} problem={loaderData.problem} currency={currency} />
        <Send loaderData={loaderData} said={actionData?.said} />
      </div>
    </main>
  );
}

function Lines({ title, lines }: { title: string; lines: readonly string[] }) {
  if (lines.length === 0) return null;
  return (
    <section>
      <h2 className="section-title">{title}</h2>
      <ul>
        {lines.map((text) => (
          <li key={text} className="border-t border-rule-faint py-1">
            {text}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What goes with the page, and what was sent of this job before. */
function Send({
  loaderData: { unit, number, letters, letterId },
  said,
}: {
  loaderData: Route.ComponentProps["loaderData"];
  said: string | undefined;
}) {
  const { person } = useShop();
  const busy = useNavigation().state !== "idle";
  return (
    <section id="sent" aria-labelledby="send" className="border-t-2 border-ink pt-3">
      <h2 id="send" className="text-xl font-bold">
        Send it
      </h2>
      <p className="text-ink-soft">
        Into the outbox, with this page as PDF. The outbox of this version keeps letters and sends none.
      </p>
      <Form method="post" className="flex flex-col gap-4 pt-3" key={letters.length}>
        <input type="hidden" name="id" value={letterId} />
        <Field label="Who writes">
          {(aria) => (
            <select {...aria} name="person" required defaultValue={person ?? ""} className={inputClass}>
              <PersonOptions />
            </select>
          )}
        </Field>
        <Field label="To">
          {(aria) => (
            <input {...aria} name="address" type="email" required maxLength={200} className={inputClass} />
          )}
        </Field>
        <Field label="About">
          {(aria) => (
            <input
              {...aria}
              name="subject"
              required
              maxLength={200}
              className={inputClass}
              defaultValue={translated(
                `What was found and done on your ${unit.name}, job ${String(number).padStart(4, "0")}`,
              )}
            />
          )}
        </Field>
        <Field label="Letter">
          {(aria) => (
            <textarea
              {...aria}
              name="body"
              rows={3}
              required
              maxLength={10000}
              className={inputClass}
              defaultValue={[
                translated("Good day,"),
                translated(`enclosed is what was found and done on your ${unit.name}.`),
              ].join("\n")}
            />
          )}
        </Field>
        <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1 empty:hidden">
          {said}
        </p>
        <Button type="submit" look="main" disabled={busy} className="self-start">
          {busy ? "Putting it there…" : "Put it into the outbox"}
        </Button>
      </Form>
      {letters.length > 0 && <SentBefore letters={letters} />}
    </section>
  );
}

function SentBefore({ letters }: Pick<Route.ComponentProps["loaderData"], "letters">) {
  return (
    <ul aria-label="Sent before" className="pt-4">
      {letters.map((letter) => (
        <li key={letter.id} className="border-t border-rule-faint py-1">
          <a
            href={`/outbox/${letter.id}.pdf`}
            className="inline-flex min-h-11 items-center underline underline-offset-4"
          >
            {letter.subject}
          </a>{" "}
          <span className="text-ink-soft">
            to {letter.address}, {letter.person}, <Clock at={letter.at} withDate />
          </span>
        </li>
      ))}
    </ul>
  );
}
