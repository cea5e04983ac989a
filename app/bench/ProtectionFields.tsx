import type { Protection } from "#core/loads/index.ts";
import { inputClass } from "../ui/Field.tsx";

/** A part of the unit that protects. */
export interface Offer {
  readonly id: string;
  readonly name: string;
  readonly protection: Protection;
}

export interface ProtectionChoice {
  readonly protection: Protection;
  /** Which part of the unit it is; left out where it is not the unit's. */
  readonly device?: string;
  readonly volts: number;
  /** Fuses at hand, or resets allowed. */
  readonly mostTrips: number;
  /** A lamp stands in series: a trip costs nothing. */
  readonly lamp: boolean;
}

interface Props {
  choice: ProtectionChoice;
  offers: readonly Offer[];
  onChoose: (choice: ProtectionChoice) => void;
}

const KINDS: readonly (readonly [string, string, Protection])[] = [
  ["breaker-B", "Breaker, curve B", { kind: "breaker", amps: 16, curve: "B" }],
  ["breaker-C", "Breaker, curve C", { kind: "breaker", amps: 16, curve: "C" }],
  ["breaker-D", "Breaker, curve D", { kind: "breaker", amps: 16, curve: "D" }],
  ["fuse-slow", "Fuse, slow (T)", { kind: "fuse", amps: 10, speed: "slow" }],
  ["fuse-quick", "Fuse, quick (F)", { kind: "fuse", amps: 10, speed: "quick" }],
  ["rcd", "Earth-leakage device", { kind: "rcd", residualAmps: 0.03 }],
  ["rail", "A rail that sags", { kind: "rail", amps: 2 }],
];

const keyOf = (p: Protection): string =>
  p.kind === "breaker" ? `breaker-${p.curve}` : p.kind === "fuse" ? `fuse-${p.speed}` : p.kind;

/** What trips, and how often it may. */
export function ProtectionFields({ choice, offers, onChoose }: Props) {
  const { protection } = choice;
  const kind = keyOf(protection);
  const rating = protection.kind === "rcd" ? 1000 * protection.residualAmps : protection.amps;
  const setRating = (value: number) => {
    if (!(value > 0)) return;
    onChoose({
      ...choice,
      protection:
        protection.kind === "rcd"
          ? { ...protection, residualAmps: value / 1000 }
          : { ...protection, amps: value },
    });
  };
  return (
    <section aria-label="What trips" className="flex flex-wrap items-end gap-x-4 gap-y-2">
      {offers.length > 0 && <OfferSelect choice={choice} offers={offers} onChoose={onChoose} />}
      <label className="flex flex-col gap-1 text-[0.9375rem] font-semibold">
        What trips
        <select
          className={inputClass}
          value={kind}
          onChange={(e) => {
            const other = KINDS.find(([key]) => key === e.target.value);
            if (!other) return;
            // Another kind of device is none of the unit's.
            onChoose({
              protection: other[2],
              volts: choice.volts,
              mostTrips: choice.mostTrips,
              lamp: choice.lamp,
            });
          }}
        >
          {KINDS.map(([key, label]) => (
            <option key={key} value={key}>
              {label}
            </option>
          ))}
        </select>
      </label>
      <NumberField
        key={`rated ${kind}`}
        label={
          protection.kind === "rcd" ? "Rated, mA" : protection.kind === "rail" ? "It delivers, A" : "Rated, A"
        }
        value={rating}
        onChange={setRating}
      />
      <NumberField
        key={`volts ${kind}`}
        label="Volts"
        value={choice.volts}
        onChange={(v) => v > 0 && onChoose({ ...choice, volts: v })}
      />
      <NumberField
        key={`trips ${kind}`}
        label={protection.kind === "fuse" ? "Fuses at hand" : "Trips allowed"}
        value={choice.mostTrips}
        step="1"
        onChange={(v) => onChoose({ ...choice, mostTrips: Math.floor(v) })}
      />
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          className="size-5 accent-here"
          checked={choice.lamp}
          onChange={(e) => onChoose({ ...choice, lamp: e.target.checked })}
        />
        a lamp or a limited supply stands in series
      </label>
    </section>
  );
}

function OfferSelect({ choice, offers, onChoose }: Props) {
  return (
    <label className="flex flex-col gap-1 text-[0.9375rem] font-semibold">
      Of the unit
      <select
        className={inputClass}
        value={choice.device ?? ""}
        onChange={(e) => {
          const offer = offers.find((o) => o.id === e.target.value);
          if (offer) onChoose({ ...choice, protection: offer.protection, device: offer.id });
        }}
      >
        {choice.device === undefined && <option value="">another device</option>}
        {offers.map((o) => (
          <option key={o.id} value={o.id}>
            {o.id}: {o.name}
          </option>
        ))}
      </select>
    </label>
  );
}

function NumberField({
  label,
  value,
  step = "any",
  onChange,
}: {
  label: string;
  value: number;
  step?: string;
  onChange: (value: number) => void;
}) {
  return (
    <label className="flex flex-col gap-1 text-[0.9375rem] font-semibold">
      {label}
      <input
        type="number"
        min="0"
        step={step}
        inputMode="decimal"
        className={`${inputClass} reading w-28! text-lg`}
        defaultValue={value}
        onChange={(e) => onChange(Number(e.target.value))}
      />
    </label>
  );
}
