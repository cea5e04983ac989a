import type { UnitModel } from "#core/unit/index.ts";
import { pairsAcrossParts, type TrialCheck } from "../planning/checks.ts";
import { FALSE_ALARM, HIT_RATE } from "./circuitRows.ts";
import type { AnswerRow, Row } from "./rows.ts";
import type { Case, Suspect } from "../suspects/suspects.ts";

/** How far a trial may be believed. Common practice, no source. */
const CURED = 0.96;
const NOT_CURED = 0.03;
/** A part on the bench shows a fault that comes and goes half of the time. */
const LOOSE_ON_BENCH = 0.5;
const BAD_SEEN_ON_BENCH = 0.92;

/**
 * Chances of "yes" to a swap, a bypass, a direct feed or a bench test in every case. They follow from where the fault
 * is, and for the bypass and the feed from what the circuit does: a jumper cures what leaves volts standing across the
 * part; a fed load runs unless its own fault stops it.
 * @param rowOf rows of the dictionary that the trial leans on
 */
export function trialRow(
  unit: UnitModel,
  suspects: readonly Suspect[],
  cases: readonly Case[],
  check: TrialCheck,
  rows: readonly Row[],
): AnswerRow {
  const { trial, subject } = check;
  const singles = (c: Case) => {
    const suspect = suspects[c.suspect]!;
    return suspect.both?.map((i) => suspects[i]!) ?? [suspect];
  };
  const standing = trial === "bypass" ? standsAcross(unit, subject, rows) : undefined;
  const chance = Float64Array.from(cases, (c, i) => {
    const all = singles(c);
    switch (trial) {
      case "swap":
        // Where nothing is wrong there is nothing to see go.
        return i === 0 ? 0.5 : all.every((s) => s.item === subject) ? CURED : NOT_CURED;
      case "bypass":
        return i === 0 ? 0.5 : standing!(i) ? CURED : NOT_CURED;
      case "feed":
        return all.some((s) => s.part === subject && stopsItsLoad(unit, s)) ? FALSE_ALARM : HIT_RATE;
      case "bench": {
        const own = all.filter((s) => s.part === subject);
        if (own.length === 0) return HIT_RATE;
        return own.some((s) => s.intermittent === undefined) ? 1 - BAD_SEEN_ON_BENCH : LOOSE_ON_BENCH;
      }
      case "strip":
        throw new RangeError("Whether the fuses hold is settled by the circuit.");
    }
  });
  return { check, chance };
}

/** Volts stand across the part, in some live state, where next to none belong: a jumper there would pass the current. */
function standsAcross(unit: UnitModel, part: string, rows: readonly Row[]): (i: number) => boolean {
  const pairs = pairsAcrossParts(unit).filter((p) => p.part === part);
  const live = new Set(unit.states.filter((s) => s.power === "live").map((s) => s.id));
  const across = rows.flatMap((row) =>
    "mean" in row &&
    (row.check.fn === "vac" || row.check.fn === "vdc") &&
    live.has(row.check.setup.state) &&
    pairs.some((p) => p.red === row.check.red && p.black === row.check.black)
      ? [row]
      : [],
  );
  return (i) => across.some(({ mean, sd }) => Math.abs(mean[0]!) < 1 && Math.abs(mean[i]!) > 5 * sd[i]! + 2);
}

/** Leaks to the case and wear that is only heard do not keep a fed load from running. */
function stopsItsLoad(unit: UnitModel, { id, part, works }: Suspect): boolean {
  const mode = id.slice(part!.length + 1);
  const isLoad = unit.courses.some((c) => c.load === part);
  return !works || (isLoad && mode !== "leak" && mode !== "leaking");
}
