import { useState } from "react";
import { data, Link } from "react-router";
import type { MeterFunction } from "#core/meter/index.ts";
import type { PracticeAction } from "#core/practice/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { itemName } from "#core/view/index.ts";
import { practiceNow, readPractice } from "#server/practice/practices.ts";
import type { Route } from "./+types/practice-run";
import { translated } from "../language/tongue.ts";
import { PlugPanel } from "../job/course/PlugPanel.tsx";
import { Chosen, HandsPanel } from "../practice/HandsPanel.tsx";
import { MeterPanel, type Probes } from "../practice/MeterPanel.tsx";
import { StepList } from "../practice/StepList.tsx";
import { UnitPanel } from "../practice/UnitPanel.tsx";
import { usePractice } from "../practice/usePractice.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { useShop } from "../ui/ShopBar.tsx";
import { money } from "../words/money.ts";

export const meta: Route.MetaFunction = ({ loaderData }) => [
  {
    title: translated(
      loaderData ? `Practice, ${loaderData.practice.unit.name} · Zygodrome` : "Practice · Zygodrome",
    ),
  },
];

export async function loader({ params }: Route.LoaderArgs) {
  const practice = await readPractice(params.practice);
  const now = practice && (await practiceNow(params.practice));
  if (!practice || !now) throw data("There is no exercise at this address.", { status: 404 });
  return { practice, now };
}

/** A hidden fault, and all that hands, eyes and a meter can do about it. */
export default function PracticeRun({ loaderData: { practice, now: first } }: Route.ComponentProps) {
  const { unit } = practice;
  const { currency } = useShop().settings;
  const { now, said, busy, take } = usePractice(practice.id, first);
  const { stand, clock } = now;
  const [fn, setFn] = useState<MeterFunction>("vac");
  const [probes, setProbes] = useState<Probes>({ red: "", black: "" });
  const at = stand.steps.findLastIndex((s) => s.action.do === "measure");
  const onTake = (action: Parameters<typeof take>[0]) => void take(action);
  /** A point tapped goes to the probe that is nowhere yet, then to the red one. */
  const place = (point: string) =>
    setProbes((p) => (p.red === "" || p.black !== "" ? { ...p, red: point } : { ...p, black: point }));
  return (
    <main className="mx-auto max-w-[84rem] p-3 md:p-5" data-testid="practice">
      <header className="flex flex-wrap items-start justify-between gap-3 border-b-2 border-ink pb-3">
        <div className="min-w-0 max-w-3xl">
          <h1 className="text-[1.5rem] font-bold">Practice: {unit.name}</h1>
          <p className="text-lg">{practice.complaint}</p>
          {practice.claim && <p className="border-l-4 border-live px-2">{practice.claim}</p>}
        </div>
        <p className="reading text-right">
          {Math.round(stand.minutes)} min · {money(stand.money, currency)}
          <span className="block text-[0.9375rem] text-ink-soft">so far, by the bench's clock</span>
        </p>
      </header>
      <p role="alert" className="my-2 border-l-4 border-hazard bg-hazard-soft px-3 py-2 empty:hidden">
        {said}
      </p>
      {stand.finished !== undefined ? (
        <p className="my-3 flex flex-wrap items-center justify-between gap-3 border-2 border-here bg-here-soft p-4 text-lg">
          <strong>
            {stand.finished ? "It works, and stays so." : "It came back: something is still wrong."}
          </strong>
          <Link to={`/practice/${practice.id}/debrief`} className={buttonClass("main")}>
            Look back at it
          </Link>
        </p>
      ) : (
        <div className="mt-3 grid gap-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,26rem)]">
          <div className="flex min-w-0 flex-col gap-4">
            <UnitPanel unit={unit} snapshot={stand.snapshot} clock={clock} busy={busy} onTake={onTake} />
            <div className="border-2 border-ink bg-sheet">
              <PlugPanel
                unit={unit}
                proposal={{
                  ...(probes.red ? { red: { id: probes.red } } : {}),
                  ...(probes.black ? { black: { id: probes.black } } : {}),
                }}
                onPoint={place}
                lifted={stand.snapshot.lifts}
                onPlug={(lift, off) => onTake({ do: "lift", lift, off })}
                offText={(plug) => `Pull ${plug}`}
              />
            </div>
            <HandsPanel unit={unit} snapshot={stand.snapshot} busy={busy} onTake={onTake} />
          </div>
          <div className="flex min-w-0 flex-col gap-4 max-lg:order-first">
            <MeterPanel
              unit={unit}
              fn={fn}
              probes={probes}
              last={at < 0 ? undefined : { step: at, shown: stand.steps[at]!.shown }}
              busy={busy}
              onFunction={setFn}
              onProbe={(probe, point) => setProbes((p) => ({ ...p, [probe]: point }))}
              onTake={onTake}
            />
            <TheCall unit={unit} busy={busy} onTake={onTake} />
            <StepList unit={unit} steps={stand.steps} />
          </div>
        </div>
      )}
      {stand.finished !== undefined && <StepList unit={unit} steps={stand.steps} />}
    </main>
  );
}

function TheCall({
  unit,
  busy,
  onTake,
}: {
  unit: UnitModel;
  busy: boolean;
  onTake: (action: PracticeAction) => void;
}) {
  return (
    <section aria-label="The call" className="border-2 border-here bg-here-soft">
      <Chosen
        main
        label="I know what it is"
        act="Call and repair it"
        options={unit.items.map((i) => [i.id, itemName({ unit, suspects: unit.parts }, i.id)])}
        busy={busy}
        onTake={(item) => onTake({ do: "call", item })}
      />
      <div className="flex flex-wrap items-center justify-between gap-2 border-t border-rule p-2">
        <span className="text-[0.9375rem]">Run it before you hand it back.</span>
        <Button disabled={busy} onClick={() => onTake({ do: "finish" })}>
          Hand it back
        </Button>
      </div>
    </section>
  );
}
