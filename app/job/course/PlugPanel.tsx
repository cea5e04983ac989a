import { useMemo, useState } from "react";
import { plugFaces, type PlugFace, type PlugPin } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { WireSwatch } from "../../ui/WireSwatch.tsx";

const KINDS = [
  ["plug", "Plugs"],
  ["terminals", "Terminals"],
  ["pads", "Pads"],
] as const;

/** The outline says what it is: a shell, a strip, the edge of a board. */
const FRAME = {
  plug: "border-2 border-ink",
  terminals: "border-y-4 border-double border-ink",
  pads: "border-2 border-dashed border-ink",
} as const;

/** How to touch it. Common practice, no source. */
const PROBE_HINT = {
  plug: "Slide the probe in beside the wire from behind; do not force the contact open.",
  terminals:
    "Touch the screw or the tab itself, not the crimp: a loose crimp reads differently from its tab.",
  pads: "Touch the pad or the pin with a sharp tip, one probe at a time; a slip joins two pads.",
} as const;

/** Where the two probes are, or are to go. */
interface Probes {
  readonly red?: { readonly id: string };
  readonly black?: { readonly id: string };
}

interface Props {
  unit: UnitModel;
  proposal: Probes | undefined;
  /** A pin was chosen to be measured at. */
  onPoint: (point: string) => void;
  /** Plugs and leads that are off now; a plug comes off, or goes back. */
  lifted: readonly string[];
  onPlug: (plug: string, off: boolean) => void;
  /** What taking a plug off is called. */
  offText?: (plug: string) => string;
}

/** The plug in question, as the hand sees it: pin numbers, wire colours, and where the two probes go. */
export function PlugPanel({
  unit,
  proposal,
  onPoint,
  lifted,
  onPlug,
  offText = (plug) => `Read with ${plug} off`,
}: Props) {
  const faces = useMemo(() => plugFaces(unit), [unit]);
  const [chosen, setChosen] = useState<string>();
  const [mating, setMating] = useState(false);
  const touches = (face: PlugFace) =>
    face.pins.some(
      (p) => p.point !== undefined && (p.point === proposal?.red?.id || p.point === proposal?.black?.id),
    );
  const face = faces.find((f) => f.id === chosen) ?? faces.find(touches) ?? faces[0];
  if (!face) return null;
  return (
    <section aria-label="Plug faces" data-testid="plug" className="border-t-[1.5px] border-ink px-4 py-2.5">
      <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
        <h2 className="section-title">
          {face.name}
          {face.kind === "plug" && `, seen from the ${mating ? "mating" : "wire"} side`}
        </h2>
        <div className="flex flex-wrap items-center gap-3 text-[0.9375rem]">
          {face.kind === "plug" && unit.lifts.some((l) => l.id === face.id) && (
            <button
              type="button"
              aria-pressed={lifted.includes(face.id)}
              className="min-h-11 border-[1.5px] border-ink bg-sheet px-3 font-semibold"
              onClick={() => onPlug(face.id, !lifted.includes(face.id))}
            >
              {lifted.includes(face.id) ? `${face.id} is off. Back on` : offText(face.id)}
            </button>
          )}
          {face.kind === "plug" && (
            <label className="flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                className="size-5 accent-here"
                checked={mating}
                onChange={(e) => setMating(e.target.checked)}
              />
              mating side
            </label>
          )}
          <FaceSelect faces={faces} face={face.id} onChoose={setChosen} />
        </div>
      </div>
      <ol
        className={`flex flex-wrap gap-1.5 bg-field p-2 ${FRAME[face.kind]} ${mating && face.kind === "plug" ? "flex-row-reverse" : ""}`}
      >
        {face.pins.map((pin) => (
          <Pin key={pin.part} pin={pin} proposal={proposal} onPoint={onPoint} />
        ))}
      </ol>
      <p className="pt-1.5 text-sm text-ink-soft">
        {face.place && `Found at: ${face.place}. `}
        {PROBE_HINT[face.kind]}
      </p>
    </section>
  );
}

function FaceSelect({
  faces,
  face,
  onChoose,
}: {
  faces: readonly PlugFace[];
  face: string;
  onChoose: (id: string) => void;
}) {
  return (
    <label className="flex items-center gap-2">
      Where
      <select
        className="min-h-11 max-w-56 border-[1.5px] border-ink px-2 font-semibold"
        value={face}
        onChange={(e) => onChoose(e.target.value)}
      >
        {KINDS.map(([kind, label]) => (
          <optgroup key={kind} label={label}>
            {faces
              .filter((f) => f.kind === kind)
              .map((f) => (
                <option key={f.id} value={f.id}>
                  {kind === "pads" ? f.place : f.id}
                </option>
              ))}
          </optgroup>
        ))}
      </select>
    </label>
  );
}

function Pin({
  pin,
  proposal,
  onPoint,
}: {
  pin: PlugPin;
  proposal: Probes | undefined;
  onPoint: Props["onPoint"];
}) {
  const { point } = pin;
  const role =
    point === undefined
      ? undefined
      : point === proposal?.red?.id
        ? "red"
        : point === proposal?.black?.id
          ? "black"
          : undefined;
  return (
    <li className="w-24 grow sm:max-w-36">
      <button
        type="button"
        disabled={point === undefined}
        onClick={() => point !== undefined && onPoint(point)}
        aria-label={`${pin.part}, ${pin.colour ?? "no colour given"}, ${pin.wire ?? "no wire"}${role ? `, ${role} probe goes here` : ""}`}
        className={`flex min-h-20 w-full flex-col items-center justify-between gap-1 border-[1.5px] px-1 py-1.5 text-center disabled:opacity-60 ${role ? "border-here bg-here-soft" : "border-ink bg-sheet"}`}
      >
        <span className="flex items-center gap-1.5">
          <span className="reading text-xl font-semibold">{pin.label}</span>
          {role === "red" && <span aria-hidden className="size-4 rounded-full bg-hazard" />}
          {role === "black" && <span aria-hidden className="size-4 bg-ink" />}
        </span>
        {role && <span className="text-xs font-bold">{role} probe</span>}
        {pin.colour ? (
          <span className="flex flex-col items-center text-xs">
            <WireSwatch colour={pin.colour} />
            {pin.colour}
          </span>
        ) : (
          <span className="text-xs text-ink-soft">no wire colour</span>
        )}
      </button>
    </li>
  );
}
