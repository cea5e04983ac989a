import { MEASURABLE, type UnitModel } from "#core/unit/index.ts";
import { CircuitCache } from "../dictionary/circuitRows.ts";
import type { ReadingRow } from "../dictionary/rows.ts";
import { fromScale, toScale } from "../dictionary/scale.ts";
import type { ReadingCheck } from "../planning/checks.ts";
import type { Case, Suspect } from "../suspects/suspects.ts";

/** A part's value as a reading on a sound unit tells it, in place of the one that was taken for it. */
export interface OwnValue {
  readonly part: string;
  readonly parameter: string;
  readonly before: number;
  readonly value: number;
}

/** Why a reading tells no part's value. */
export type NoOwnValue =
  /** Every value of the unit is known. */
  | { readonly code: "all-known" }
  /** It shows the same whatever the unknown values are: between these points lies none of them. */
  | { readonly code: "none-felt" }
  /** It follows several parts, so that it is none of theirs alone. */
  | { readonly code: "several"; readonly parts: readonly string[] }
  /** No value of the part that it follows gives it: the part, or another one, is faulty, or the reading is. */
  | { readonly code: "none-gives"; readonly part: string };

/** A part nobody knew is seldom further than this from what was taken for it, as a factor. */
const FURTHEST = 30;
/** A reading that moves by less than this share of the move of a value does not tell it. */
const FELT = 0.5;
/** … and one that moves by more than this with another part's as well is none of the first's alone. */
const SHARED = 0.1;
/** A tenth up, to see what a reading follows. */
const NUDGE = 1.1;
/** Halvings of the span between 1/30 and 30 times: below a thousandth. */
const HALVINGS = 18;

/**
 * The one unknown value of a unit that a reading on a sound one tells: of the values that were taken for parts nobody knew,
 * the one that the reading follows, at the size at which the unit reads so.
 * @param measured as the meter shows it; a reading of nothing (0, OL) tells no value
 */
export function ownValue(unit: UnitModel, check: ReadingCheck, measured: number): OwnValue | NoOwnValue {
  const unknown = unit.parts.flatMap((part) =>
    part.spread === undefined
      ? []
      : MEASURABLE.flatMap((parameter) => {
          const before = part.parameters[parameter];
          return typeof before === "number" && before > 0 ? [{ part: part.id, parameter, before }] : [];
        }),
  );
  if (unknown.length === 0) return { code: "all-known" };
  const readsAt = (u: (typeof unknown)[number], factor: number) =>
    reads(withValue(unit, u.part, u.parameter, u.before * factor), check);
  const asTaken = reads(unit, check);
  const felt = unknown
    .map((u) => ({ ...u, slope: Math.log(readsAt(u, NUDGE) / asTaken) / Math.log(NUDGE) }))
    .filter((u) => Math.abs(u.slope) > SHARED)
    .sort((a, b) => Math.abs(b.slope) - Math.abs(a.slope));
  const [best] = felt;
  const parts = [...new Set(felt.map((u) => u.part))];
  if (parts.length > 1) return { code: "several", parts };
  if (!best || Math.abs(best.slope) < FELT) return { code: "none-felt" };
  const factor = factorFor((f) => readsAt(best, f), measured);
  if (factor === undefined) return { code: "none-gives", part: best.part };
  const { part, parameter, before } = best;
  return { part, parameter, before, value: Number((before * factor).toPrecision(3)) };
}

/** The factor at which what is read is `measured`, found by halving; undefined where none within reach gives it. */
function factorFor(readsAt: (factor: number) => number, measured: number): number | undefined {
  let [low, high] = [Math.log(1 / FURTHEST), Math.log(FURTHEST)];
  const above = (at: number) => readsAt(Math.exp(at)) > measured;
  const rises = above(high);
  if (!Number.isFinite(measured) || measured <= 0 || above(low) === rises) return undefined;
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (above(middle) === rises) high = middle;
    else low = middle;
  }
  return Math.exp((low + high) / 2);
}

const HEALTHY: Case = { suspect: 0, share: 1, faults: [] };

/** What a check reads on the sound unit, as the meter shows it. */
function reads(unit: UnitModel, check: ReadingCheck): number {
  const [row] = new CircuitCache(unit).rows([] as Suspect[], [HEALTHY], check.setup, [check]) as [ReadingRow];
  const { fn } = check;
  const value = fromScale(fn, row.mean[0]!);
  return Number.isFinite(toScale(fn, value)) ? value : Infinity;
}

function withValue(unit: UnitModel, id: string, parameter: string, value: number): UnitModel {
  return {
    ...unit,
    parts: unit.parts.map((p) =>
      p.id === id ? { ...p, parameters: { ...p.parameters, [parameter]: value } } : p,
    ),
  };
}
