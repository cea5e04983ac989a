import { BEEP_OHMS, FUNCTION_UNIT, isOhms, noContact, type MeterFunction } from "#core/meter/index.ts";
import type { Unit } from "#core/quantity/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Evidence } from "./evidence.ts";
import { fineChances, fineReadings, type FineCases, type FineReadings } from "./fineCases.ts";
import { normalBelow, normalDensity, readingDensity } from "./normal.ts";
import type { AnswerRow, ReadingRow } from "../dictionary/rows.ts";
import { toScale } from "../dictionary/scale.ts";

/** Chance that a reading is none of the circuit's doing: wrong pin, wrong range, read wrong. Common practice, no source. */
export const SLIP = 0.02;
/** Share of slips that read as nothing (0 V, OL): a probe that does not touch metal. */
export const NOTHING_SHARE = 0.6;
/** Beep at the limit: the buzzer's own threshold lies within a factor of about 1.6. */
const BEEP_SPREAD = 0.2;
/** A claim by somebody else halves an item's chance, no more, until the shop knows how often such claims hold. */
const CLAIM = 0.5;

/**
 * Belief about the supply, per case or fine case: the mains as a factor of nominal, Gaussian.
 * Every AC reading tells of it, so 218 V at the inlet explains 218 V everywhere behind it.
 */
export interface SupplyBelief {
  readonly mean: Float64Array;
  readonly variance: Float64Array;
}

/** EN 50160 allows ±10 %; a day's mains lies within about ±3 % of nominal (common practice, no source). */
const SUPPLY_SD = 0.03;

export function supplyAtStart(cases: number): SupplyBelief {
  return { mean: new Float64Array(cases).fill(1), variance: new Float64Array(cases).fill(SUPPLY_SD ** 2) };
}

/** Log likelihoods of one finding: one per fine case, and one for "not in the model". */
export interface FindingLikelihood {
  readonly cases: Float64Array;
  readonly notInModel: number;
}

/** Densities of one reading: honest, per fine case and outside the model in the last entry; and as a slip, whatever the case. */
export interface ReadingDensities {
  readonly honest: Float64Array;
  readonly slip: number;
}

/**
 * Densities of a reading y under every case, mean + slope·(s − 1) with s the supply; updates `supply` by what the
 * reading tells of the mains.
 * @param told chances of the cases by what was said and seen, without any reading
 * @param again the same check was read before: it carries the same error, and tells nothing more of the mains
 */
export function readingDensities(
  row: ReadingRow,
  fine: FineCases,
  y: number,
  supply: SupplyBelief,
  beforeReadings: Float64Array,
  again = false,
): ReadingDensities {
  const slip = slipDensity(row, y);
  const n = fine.count;
  const predicted = fineReadings(row, fine);
  const honest = new Float64Array(n + 1);
  for (let i = 0; i < n; i++) honest[i] = honestDensity(row.check.fn, predicted, i, y, slip, supply, again);
  // Outside the model a reading may be what some fault of the model would give, though not always the same one, or anything.
  // How sharply the model knows a bare zero is no merit of what lies outside it.
  const blunt = FUNCTION_UNIT[row.check.fn] === "V" ? honest.map((d) => Math.min(d, bluntest(y))) : honest;
  honest[n] = LIKE_SOME_FAULT * expectation(beforeReadings, blunt) + (1 - LIKE_SOME_FAULT) * slip;
  return { honest, slip };
}

/** Density of a reading of volts that is known to a third of a volt and 3 %, at its height. */
function bluntest(y: number): number {
  return 1 / (Math.sqrt(2 * Math.PI) * (0.3 + 0.03 * Math.abs(y)));
}

function honestDensity(
  fn: MeterFunction,
  predicted: FineReadings,
  i: number,
  y: number,
  slip: number,
  supply: SupplyBelief,
  again: boolean,
): number {
  const slope = predicted.slope[i]!;
  const mean = predicted.mean[i]! + slope * (supply.mean[i]! - 1);
  const variance = predicted.sd[i]! ** 2 + slope ** 2 * supply.variance[i]!;
  const straight = densityOf(fn, y, mean, Math.sqrt(variance));
  const near = predicted.near[i]!;
  const density =
    near === 0
      ? straight
      : (1 - near) * straight + near * densityOf(fn, y, predicted.nearMean[i]!, predicted.nearSd[i]!);
  if (again) return density;
  // Kalman update of the supply, in the measure in which this reading is an honest one under this case.
  const honest = (1 - SLIP) * density;
  const gain = ((honest / (honest + SLIP * slip)) * slope * supply.variance[i]!) / variance;
  if (!(Math.abs(gain) > 0)) return density;
  supply.mean[i]! += gain * (y - mean);
  supply.variance[i]! *= 1 - gain * slope;
  return density;
}

/**
 * Density of an honest reading. Volts that the model leaves wide open (a floating conductor, a fault of unknown size)
 * are as likely near what it says as anywhere in the width it gives them.
 */
function densityOf(fn: MeterFunction, y: number, mean: number, sd: number): number {
  const tight = 0.3 + 0.03 * Math.abs(mean);
  const wide = readingDensity(y, mean, sd);
  return FUNCTION_UNIT[fn] === "V" && sd > 4 * tight
    ? 0.5 * wide + 0.5 * readingDensity(y, mean, tight)
    : wide;
}

/** Outside the model, the share of readings that are like those of some fault inside it. Common practice, no source. */
const LIKE_SOME_FAULT = 0.7;

/** What makes a fault that comes and goes look whole (case 0) the rest of the time, on log likelihoods. */
export function mixIntermittent({ suspects }: Dictionary, fine: FineCases, logs: Float64Array): Float64Array {
  const healthy = Math.exp(logs[0]!);
  for (let i = 0; i < logs.length; i++) {
    const shows = suspects[fine.suspect[i]!]!.intermittent;
    if (shows !== undefined)
      logs[i] = Math.log(Math.max(1e-300, shows * Math.exp(logs[i]!) + (1 - shows) * healthy));
  }
  return logs;
}

/** Mean of a likelihood over the cases. */
function expectation(beforeReadings: Float64Array, likelihoods: Float64Array): number {
  let sum = 0;
  let chances = 0;
  for (let i = 0; i < beforeReadings.length - 1; i++) {
    sum += beforeReadings[i]! * likelihoods[i]!;
    chances += beforeReadings[i]!;
  }
  return sum / chances;
}

/**
 * Likelihood of any finding but a reading under every case. A fault outside the model shows itself as those inside it
 * do in the mean, so a complaint alone says neither for it nor against it.
 * @param told chances of the cases by what was said and seen before
 */
export function answerLikelihood(
  dictionary: Dictionary,
  fine: FineCases,
  beforeReadings: Float64Array,
  evidence: Exclude<Evidence, { kind: "reading" }>,
): FindingLikelihood {
  const cases = new Float64Array(fine.count);
  switch (evidence.kind) {
    case "claim":
      fine.suspect.forEach(
        (suspect, i) =>
          (cases[i] =
            dictionary.suspects[suspect]!.item === evidence.item ? Math.log(evidence.factor ?? CLAIM) : 0),
      );
      return { cases, notInModel: 0 };
    case "seen": {
      const row = dictionary.row(evidence.check);
      if (!("chance" in row)) throw new RangeError(`${evidence.check.id} is a reading, not an observation.`);
      if (evidence.sometimes) return comesAndGoes(dictionary, fine, row, cases);
      const badly = row.badly && fineChances(row.badly, fine);
      fineChances(row.chance, fine).forEach((yes, i) => {
        const bad = badly?.[i] ?? 0;
        // Where nobody asks how well, "badly" is said of what works.
        const said = evidence.badly && badly ? bad : evidence.seen || evidence.badly ? yes : 1 - yes - bad;
        cases[i] = Math.log(said);
      });
      mixIntermittent(dictionary, fine, cases);
      return {
        cases,
        notInModel: outsideAnswer(evidence) ?? Math.log(expectation(beforeReadings, cases.map(Math.exp))),
      };
    }
    case "beep": {
      const row = dictionary.row(evidence.check);
      if ("chance" in row) throw new RangeError(`${evidence.check.id} is an observation, not a reading.`);
      const { mean, sd } = fineReadings(row, fine);
      mean.forEach((m, i) => {
        const beeps = beepChance(m, sd[i]!);
        cases[i] = Math.log(evidence.beep ? beeps : 1 - beeps);
      });
      mixIntermittent(dictionary, fine, cases);
      return { cases, notInModel: Math.log(expectation(beforeReadings, cases.map(Math.exp))) };
    }
  }
}

/** A swap or a jumper hardly cures what is outside the model. */
function outsideAnswer({ check, seen }: Extract<Evidence, { kind: "seen" }>): number | undefined {
  const cure = check.kind === "trial" && (check.trial === "swap" || check.trial === "bypass");
  return cure ? Math.log(seen ? 0.05 : 0.95) : undefined;
}

/** Chance that a steady fault is said to come and go, and one that does so where it shows at all. Common practice, no source. */
const STEADY_SEEMS_LOOSE = 0.05;
const LOOSE_SEEMS_LOOSE = 0.6;
const OUTSIDE_SEEMS_LOOSE = 0.3;

/** "It comes and goes": for faults that do and that would show here; a little for the others. */
function comesAndGoes(
  dictionary: Dictionary,
  fine: FineCases,
  { chance }: AnswerRow,
  cases: Float64Array,
): FindingLikelihood {
  fine.suspect.forEach((suspect, i) => {
    const { intermittent } = dictionary.suspects[suspect]!;
    const shows = Math.abs(chance[fine.low[i]!]! - chance[0]!) > 0.5;
    cases[i] = Math.log(intermittent !== undefined && shows ? LOOSE_SEEMS_LOOSE : STEADY_SEEMS_LOOSE);
  });
  return { cases, notInModel: Math.log(OUTSIDE_SEEMS_LOOSE) };
}

/**
 * A reading that fell away and came back while it was watched: log likelihoods per case, and outside the model in the last
 * entry. It speaks for faults that come and go and that, while they show, read nearer to what it fell to.
 * @param usual @param away on the function's scale
 */
export function fellAway(
  dictionary: Dictionary,
  fine: FineCases,
  row: ReadingRow,
  usual: number,
  away: number,
): Float64Array {
  const logs = new Float64Array(fine.count + 1);
  const { mean } = fineReadings(row, fine);
  fine.suspect.forEach((suspect, i) => {
    const { intermittent } = dictionary.suspects[suspect]!;
    const shows = Math.abs(mean[i]! - away) < Math.abs(mean[i]! - usual);
    logs[i] = Math.log(intermittent !== undefined && shows ? LOOSE_SEEMS_LOOSE : STEADY_SEEMS_LOOSE);
  });
  logs[fine.count] = Math.log(OUTSIDE_SEEMS_LOOSE);
  return logs;
}

/** How closely a reading of nothing is nothing, on the scale: a probe in the air picks up some volts. */
const SLIP_SPREAD: Readonly<Record<MeterFunction, number>> = {
  vac: 0.4,
  vdc: 0.4,
  lowz: 0.4,
  mv: 0.01,
  ohm: 0.1,
  continuity: 0.1,
  diode: 0.1,
  farad: 0.1,
  aac: 0.1,
  adc: 0.1,
  ua: 1e-6,
  hz: 0.5,
};

/** Where a careless reading falls: nothing at all, or anywhere in the range that this check spans. */
export function slipDensity(row: ReadingRow, y: number): number {
  const { nothing, low, high } = slipRange(row);
  const { fn } = row.check;
  const spread = SLIP_SPREAD[fn];
  const anywhere = y >= low && y <= high ? 1 / (high - low) : 1e-3 / (high - low);
  return NOTHING_SHARE * normalDensity(y, nothing, spread) + (1 - NOTHING_SHARE) * anywhere;
}

/** How far a careless reading reaches at least, by unit. */
const SLIP_REACH: Partial<Record<Unit, number>> = { V: 10, A: 1, Hz: 100 };

function slipRange(row: ReadingRow): { nothing: number; low: number; high: number } {
  const { fn } = row.check;
  const nothing = toScale(fn, noContact(fn));
  if (isOhms(fn)) return { nothing, low: -0.6, high: 8.1 };
  if (fn === "farad") return { nothing, low: -11.1, high: -0.9 };
  if (fn === "diode") return { nothing, low: -0.1, high: 3.3 };
  let widest = SLIP_REACH[FUNCTION_UNIT[fn]] ?? 1;
  for (const mean of row.mean) widest = Math.max(widest, Math.abs(mean));
  const signed = fn === "vdc" || fn === "mv" || fn === "adc" || fn === "ua";
  return { nothing, low: signed ? -1.3 * widest : -0.05 * widest, high: 1.3 * widest };
}

/** Chance that the buzzer sounds at a reading on the scale of ohms, a few per cent of slips either way. */
export function beepChance(mean: number, sd: number): number {
  const limit = Math.log10(BEEP_OHMS + 0.3);
  return 0.02 + 0.96 * normalBelow((limit - mean) / Math.hypot(sd, BEEP_SPREAD));
}
