import { Term } from "../guide/Term.tsx";
import { useState } from "react";
import { data, Link } from "react-router";
import { actionText, shownText, slipText, type DebriefStep } from "#core/practice/index.ts";
import { checkText, itemName, ORDER_NAME, setupText } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { readFinished, readPractice } from "#server/practice/practices.ts";
import { lookBack } from "#server/practice/practiceThreads.ts";
import type { Route } from "./+types/practice-debrief";
import { translated } from "../language/tongue.ts";
import { faultText } from "../practice/faultText.ts";
import { useSchools } from "../practice/useSchools.ts";
import { SuspectsChart } from "../report/SuspectsChart.tsx";
import { Button, buttonClass } from "../ui/Button.tsx";
import { useShop } from "../ui/ShopBar.tsx";
import { money } from "../words/money.ts";
import { percentText } from "../words/percent.ts";

export const meta: Route.MetaFunction = () => [{ title: translated("Looking back · Practice · Zygodrome") }];

export async function loader({ params }: Route.LoaderArgs) {
  const [practice, worked] = await Promise.all([
    readPractice(params.practice),
    readFinished(params.practice),
  ]);
  if (!practice || worked === undefined) throw data("There is no exercise at this address.", { status: 404 });
  if (worked === "not over")
    throw data("This exercise is not over. Hand the unit back first, then look back at it.", { status: 409 });
  return { practice, back: await lookBack(worked) };
}

/** What every step was worth, what was dangerous, and how other ways would have gone. */
export default function Debrief({ loaderData: { practice, back } }: Route.ComponentProps) {
  const { unit } = practice;
  const { own, hidden, steps } = back;
  const nameOf = (item: string) => itemName({ unit, suspects: unit.parts }, item);
  const slips = steps.flatMap((s) => s.slips);
  const weighed = steps.flatMap((step, i) =>
    step.bits !== undefined || step.shown.kind === "renewed" ? [i] : [],
  );
  const [at, setAt] = useState(0);
  return (
    <main className="mx-auto flex max-w-5xl flex-col gap-6 p-4 md:p-6">
      <header className="flex flex-wrap items-start justify-between gap-3 border-b-2 border-ink pb-3">
        <div>
          <h1 className="text-[1.75rem] font-bold">{own.right ? "Found and put right" : "Not put right"}</h1>
          <p>
            {unit.name}, {practice.kind}. “{hidden.complaint}”
          </p>
        </div>
        <Link to="/practice" className={buttonClass("main")}>
          Another exercise
        </Link>
      </header>
      {slips.length > 0 && <Slips unit={unit} slips={slips} />}
      <section>
        <h2 className="section-title border-b border-rule pb-1">What it was</h2>
        <p className="pt-2 text-xl font-bold">{hidden.faults.map((f) => faultText(unit, f)).join("; ")}</p>
        <p>Put right by: {hidden.items.map(nameOf).join(" and ")}.</p>
        {hidden.claim && <p>The last repairer's word was wrong: {nameOf(hidden.claim.item)} is sound.</p>}
      </section>
      <Schools id={practice.id} own={own} />
      <section className="flex flex-col gap-3">
        <h2 className="section-title border-b border-rule pb-1">Suspects, step by step</h2>
        <SuspectsChart
          over={{
            steps: [
              { text: "taken in", at: "" },
              ...weighed.map((i) => ({ text: actionText(unit, steps[i]!.action), at: "" })),
            ],
            items: back.suspects.map(({ item, chances }) => ({
              name: nameOf(item),
              chances: [chances[0]!, ...weighed.map((i) => chances[i + 1]!)],
            })),
          }}
        />
        {steps.length > 0 && (
          <Replay
            unit={unit}
            step={steps[at]!}
            at={at}
            of={steps.length}
            suspects={back.suspects.map(({ item, chances }) => ({
              name: nameOf(item),
              isTruth: hidden.items.includes(item),
              before: chances[at]!,
              after: chances[at + 1]!,
            }))}
            onMove={setAt}
          />
        )}
      </section>
    </main>
  );
}

type Back = Route.ComponentProps["loaderData"]["back"];

/** What was done that is never done, what could have hurt somebody first. */
function Slips({ unit, slips }: { unit: UnitModel; slips: Back["steps"][number]["slips"] }) {
  const { currency } = useShop().settings;
  const dangers = slips.filter((s) => s.danger);
  return (
    <section aria-label="Slips" className="border-l-4 border-hazard bg-hazard-soft px-4 py-3">
      <h2 className="text-lg font-bold">
        {dangers.length > 0
          ? `${dangers.length} that could have hurt somebody`
          : "Slips that cost time or money"}
      </h2>
      <ul>
        {[...dangers, ...slips.filter((s) => !s.danger)].map((slip, i) => (
          <li key={i} className="py-0.5">
            {slipText(unit, slip)}{" "}
            <span className="text-[0.9375rem]">
              (step {slip.action + 1}
              {slip.money > 0 && `, ${money(slip.money, currency)}`}
              {slip.minutes > 0 && `, ${slip.minutes} min`})
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** One's own way beside every other. */
function Schools({
  id,
  own,
}: {
  id: string;
  own: { readonly checks: number; readonly minutes: number; readonly money: number; readonly right: boolean };
}) {
  const { plays, trouble, of } = useSchools(id);
  const { currency } = useShop().settings;
  const right = plays.filter((p) => p.right);
  const best = right.length > 0 ? Math.min(...right.map((p) => p.minutes)) : undefined;
  const rows = [{ name: "You", ...own }, ...plays.map((p) => ({ name: ORDER_NAME[p.order], ...p }))];
  return (
    <section aria-label="Ways of looking">
      <h2 className="section-title border-b border-rule pb-1">Against other ways from the same start</h2>
      <table className="mt-2 w-full text-left">
        <thead>
          <tr className="border-b border-ink text-[0.9375rem]">
            <th className="py-1 pr-2">Way</th>
            <th className="py-1 pr-2">Checks</th>
            <th className="py-1 pr-2">Minutes</th>
            <th className="py-1 pr-2">Parts</th>
            <th className="py-1">Came to</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr
              key={row.name}
              className={`border-b border-rule-faint ${i === 0 ? "bg-here-soft font-semibold" : ""}`}
            >
              <td className="py-1.5 pr-2">
                {row.name}
                {i > 0 && row.right && row.minutes === best && " · shortest"}
              </td>
              <td className="reading py-1.5 pr-2">{row.checks}</td>
              <td className="reading py-1.5 pr-2">{Math.round(row.minutes)}</td>
              <td className="reading py-1.5 pr-2">{money(row.money, currency)}</td>
              <td className="py-1.5">{row.right ? "the fault" : "something else"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {plays.length < of && !trouble && (
        <label className="flex items-center gap-3 pt-2">
          Playing the other ways
          <progress value={plays.length} max={of} className="h-2 grow accent-here" />
        </label>
      )}
      <p role="status" className="text-[0.9375rem] text-ink-soft">
        {trouble
          ? "The other ways could not be played. Load the page again to try once more."
          : "Each is played by the program against the very same fault, without a slip; minutes include the repair."}
      </p>
    </section>
  );
}

/** One step as it was, and what could have been known there. */
function Replay({
  unit,
  step,
  at,
  of,
  suspects,
  onMove,
}: {
  unit: UnitModel;
  step: DebriefStep;
  at: number;
  of: number;
  suspects: readonly {
    readonly name: string;
    readonly isTruth: boolean;
    readonly before: number;
    readonly after: number;
  }[];
  onMove: (at: number) => void;
}) {
  return (
    <section aria-label="Step by step" className="border-2 border-ink bg-sheet p-4">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h3 className="text-lg font-bold">
          Step {at + 1} of {of}: {actionText(unit, step.action)}
        </h3>
        <span className="flex gap-2">
          <Button disabled={at === 0} onClick={() => onMove(at - 1)}>
            Back
          </Button>
          <Button look="main" disabled={at === of - 1} onClick={() => onMove(at + 1)}>
            Next step
          </Button>
        </span>
      </div>
      <p className="reading text-2xl font-semibold empty:hidden">{shownText(unit, step.shown)}</p>
      {step.slips.map((slip) => (
        <p key={slip.kind} className="border-l-4 border-hazard bg-hazard-soft px-2 font-semibold text-hazard">
          {slipText(unit, slip)}
        </p>
      ))}
      <p className="pt-2">{worthText(step)}</p>
      {step.best && (
        <p>
          Expected to tell most then: <strong>{checkText(unit, step.best.check)}</strong>,{" "}
          {setupText(unit, step.best.check)}; {step.best.bits.toFixed(1)} <Term id="bits">bits</Term> in{" "}
          {Math.max(1, Math.round(step.best.minutes))} min.
        </p>
      )}
      <table className="mt-3 w-full text-left">
        <caption className="text-left text-[0.9375rem] text-ink-soft">
          What you could have known here: before the step, and after it
        </caption>
        <tbody>
          {suspects.map((s) => (
            <tr key={s.name} className="border-t border-rule-faint">
              <td className="py-1">
                {s.name}
                {s.isTruth && <strong> · it was this</strong>}
              </td>
              <td className="reading py-1 text-right">{percentText(s.before)} %</td>
              <td className="py-1 text-center" aria-label="then">
                →
              </td>
              <td className="reading py-1 text-right font-semibold">{percentText(s.after)} %</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function worthText({ bits, shown, action }: DebriefStep): string {
  if (bits === undefined)
    return shown.kind === "reading"
      ? "A reading that no state of the unit is compared with: jumpers on, or between two steps."
      : action.do === "call" || action.do === "swap"
        ? "Put right, or bought: the unit is another one from here."
        : "It tells nothing by itself.";
  if (bits < -0.05) return `It unsettled what was known: ${(-bits).toFixed(1)} bits more doubt than before.`;
  if (bits < 0.05) return "It told next to nothing about what to put right.";
  return `It took away ${bits.toFixed(1)} bits of doubt about what to put right.`;
}
