import { useMemo, useState } from "react";
import { data, Link } from "react-router";
import {
  componentTest,
  inCircuitReading,
  firstAnswers,
  inShopUnits,
  judgeEntries,
  readEntries,
  testsFor,
  type ComponentTest,
  type Entries,
  type InCircuit,
  type Judgement,
} from "#core/component/index.ts";
import { formatQuantity } from "#core/quantity/index.ts";
import { readJob } from "#server/jobs/readJob.ts";
import type { Route } from "./+types/test";
import { useNotation } from "../language/notationOfPage.ts";
import { translated } from "../language/tongue.ts";
import { Cautions } from "../job/next/Cautions.tsx";
import { FileInJob } from "../bench/FileInJob.tsx";
import { JudgementPanel, VerdictLine } from "../bench/JudgementPanel.tsx";
import { ProbeSteps } from "../job/next/ProbeSteps.tsx";
import { TestFields } from "../bench/TestFields.tsx";
import { BEFORE_LIVE } from "../words/cautions.ts";

export const meta: Route.MetaFunction = ({ params }) => [
  { title: translated(`${componentTest(params.test)?.name ?? "Component test"} · Zygodrome`) },
];

/** The test, and where it was opened from a job: the unit's parts it is for and what surrounds the one chosen. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const test = componentTest(params.test);
  if (!test) throw data("There is no component test at this address.", { status: 404 });
  const { searchParams } = new URL(request.url);
  const job = await readJob(searchParams.get("job") ?? "");
  if (!job) return { job: undefined };
  const parts = job.unit.parts
    .filter((p) => testsFor(p.type).some((t) => t.id === test.id))
    .map((p) => ({ id: p.id, name: p.name }));
  const part = parts.find((p) => p.id === searchParams.get("part"));
  return {
    job: {
      id: job.id,
      number: job.number,
      unit: job.unit.name,
      hertz: job.unit.hertz,
      hazards: job.unit.hazards,
      parts,
      part,
      surroundings: part ? inCircuitReading(job.unit, part.id) : [],
    },
  };
}

/** One component test: prepare, probe, enter, verdict. */
export default function TestPage({ loaderData: { job }, params }: Route.ComponentProps) {
  const test = componentTest(params.test)!;
  const units = useNotation();
  const [typed, setTyped] = useState<Entries>(() => firstAnswers(test, units));
  const entries = useMemo(() => inShopUnits(test, typed, units), [test, typed, units]);
  const read = useMemo(() => readEntries(test, entries, units), [test, entries, units]);
  const judgement: Judgement | undefined = useMemo(() => judgeEntries(test, read), [test, read]);
  const query = job ? `?job=${job.id}` : "";
  return (
    <main className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] gap-x-8 gap-y-4 p-4 md:p-6 lg:grid-cols-2">
      <VerdictLine judgement={judgement} />
      <div className="lg:col-span-2">
        <Link
          to={`/tests${query}`}
          className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4"
        >
          All tests
        </Link>
        <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">{test.name}</h1>
        <p className="pt-2 text-lg">{test.purpose}</p>
      </div>
      <div className="flex flex-col gap-3">
        {(test.live || test.stored) && (
          <Cautions
            hazards={[
              ...(job?.hazards ?? []),
              ...(test.stored && !job
                ? [
                    {
                      kind: "stored-energy" as const,
                      text: "Capacitors hold their charge after the power is gone: discharge, then measure.",
                    },
                  ]
                : []),
              ...(test.live && !job ? [{ kind: "mains" as const, text: BEFORE_LIVE[1] }] : []),
            ]}
          />
        )}
        <Before test={test} />
        {job && job.parts.length > 0 && <PartOfJob job={job} />}
        <h2 className="section-title">What it reads</h2>
        <TestFields
          test={test}
          entries={typed}
          units={units}
          read={read}
          questions={judgement?.questions ?? []}
          onEnter={(field, text) => setTyped((was) => ({ ...was, [field]: text }))}
        />
      </div>
      <div className="flex flex-col gap-3">
        <JudgementPanel judgement={judgement} />
        {job && judgement && (
          <FileInJob job={job.id} test={test} part={job.part} entries={entries} judgement={judgement} />
        )}
      </div>
    </main>
  );
}

/** More pairs than this are folded, so that the fields begin on the first screen. */
const MANY_PAIRS = 4;

/** How to prepare and where the probes go; on a phone folded to a line, so that the fields begin on the first screen. */
function Before({ test }: { test: ComponentTest }) {
  const [unfolded, setUnfolded] = useState(false);
  if (test.prepare.length === 0 && test.probes.length === 0) return null;
  return (
    <>
      <button
        type="button"
        aria-expanded={unfolded}
        className="flex min-h-11 items-center justify-between gap-3 border-y border-rule text-left md:hidden"
        onClick={() => setUnfolded(!unfolded)}
      >
        <span className="min-w-0">
          <b>Prepare:</b> {test.prepare[0] ?? "where the probes go"}
        </span>
        <span aria-hidden className="text-xl">
          {unfolded ? "−" : "+"}
        </span>
      </button>
      <div className={`flex flex-col gap-3 ${unfolded ? "" : "max-md:hidden"}`}>
        {test.prepare.length > 0 && (
          <div>
            <h2 className="section-title">Prepare</h2>
            <ol className="list-decimal pl-6">
              {test.prepare.map((p) => (
                <li key={p} className="py-0.5">
                  {p}
                </li>
              ))}
            </ol>
          </div>
        )}
        {test.probes.length > 0 && (
          <details open={test.probes.length <= MANY_PAIRS}>
            <summary className="section-title min-h-11 cursor-pointer py-2.5">
              Where the probes go{test.probes.length > MANY_PAIRS && `, ${test.probes.length} pairs`}
            </summary>
            <ProbeSteps steps={test.probes} />
          </details>
        )}
      </div>
    </>
  );
}

function PartOfJob({
  job,
}: {
  job: {
    readonly id: string;
    readonly number: number;
    readonly unit: string;
    readonly parts: readonly { readonly id: string; readonly name: string }[];
    readonly part: { readonly id: string; readonly name: string } | undefined;
    readonly surroundings: readonly InCircuit[];
  };
}) {
  return (
    <div className="border-[1.5px] border-here bg-here-soft px-3 py-2">
      <p className="font-semibold">
        In job {String(job.number).padStart(4, "0")}, {job.unit}
      </p>
      <ul className="flex flex-wrap gap-2 py-1">
        {job.parts.slice(0, 24).map((p) => (
          <li key={p.id}>
            <Link
              to={`?job=${job.id}&part=${p.id}`}
              replace
              preventScrollReset
              aria-current={p.id === job.part?.id ? "true" : undefined}
              className={`flex min-h-11 items-center border-[1.5px] px-3 ${p.id === job.part?.id ? "border-here bg-here font-semibold text-on-here" : "border-ink bg-sheet"}`}
            >
              {p.id.replaceAll(".", "·")}
              <span className="sr-only"> {p.name}</span>
            </Link>
          </li>
        ))}
      </ul>
      {job.surroundings.map((s) => (
        <p key={s.pair} className="reading text-[0.9375rem]">
          {job.part?.id} {s.pair}: a good one reads {formatQuantity(s.asWired, "Ω", 3)} as wired,{" "}
          {formatQuantity(s.alone, "Ω", 3)} with one end lifted
          {s.beside !== Infinity && `; ${formatQuantity(s.beside, "Ω", 3)} in parallel`}.
        </p>
      ))}
    </div>
  );
}
