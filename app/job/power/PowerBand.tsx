import type { JobState } from "#core/job/index.ts";
import { didText } from "#core/view/index.ts";
import { liftOf, type UnitModel } from "#core/unit/index.ts";
import { Button } from "../../ui/Button.tsx";
import { Clock } from "../../ui/Clock.tsx";

const LOOK = {
  live: { word: "LIVE", class: "band-live", act: "Make dead and prove" },
  dead: { word: "DEAD AND PROVEN", class: "band-dead", act: "Go live" },
  unproven: { word: "UNPROVEN", class: "band-unproven", act: "Declare the power" },
} as const;

/** What the technician has declared about the power, in words and in pattern. */
export function PowerBand({
  unit,
  state,
  nameOf,
  disabled,
  onChange,
}: {
  unit: UnitModel;
  state: JobState;
  nameOf: ReadonlyMap<string, string>;
  disabled: boolean;
  onChange: () => void;
}) {
  const { band, bandEvent, bandClash, situation } = state;
  const look = LOOK[band];
  const covers = situation.coversOff.map((id) => unit.covers.find((c) => c.id === id)?.name ?? id);
  const lifts = situation.lifts.map((id) => liftOf(unit, id)?.name ?? id);
  return (
    <section
      aria-label="Power"
      className={`sticky top-0 z-10 flex min-h-12 shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-b-2 border-ink px-4 py-1 ${look.class}`}
    >
      <strong className="text-lg tracking-wider">{look.word}</strong>
      {bandClash && (
        <strong role="alert" className="border-[1.5px] border-ink bg-sheet px-2.5 py-0.5">
          {bandClash
            .map((event) => `${nameOf.get(event.person) ?? event.person} ${didText(event)}`)
            .join(", ")}
          . Neither knew of the other: talk, then declare it anew.
        </strong>
      )}
      <span className="hidden items-center gap-x-3 gap-y-1 md:flex md:flex-wrap">
        {bandClash ? undefined : bandEvent ? (
          <Tag>
            declared by {nameOf.get(bandEvent.person) ?? bandEvent.person}, <Clock at={bandEvent.at} />
          </Tag>
        ) : (
          <Tag>nobody has declared it live or dead</Tag>
        )}
        {covers.length > 0 && <Tag>off: {covers.join(", ")}</Tag>}
        {lifts.map((lift) => (
          <Tag key={lift}>{lift}</Tag>
        ))}
      </span>
      <span className="grow" />
      <Button hotkey="p" onClick={onChange} disabled={disabled}>
        {look.act}
      </Button>
    </section>
  );
}

function Tag({ children }: { children: React.ReactNode }) {
  return <span className="border-[1.5px] border-ink bg-sheet px-2.5 py-0.5 text-sm">{children}</span>;
}
