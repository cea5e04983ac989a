import {
  fromScale,
  explainMisreading,
  type MisreadingHint,
  type Dictionary,
  type Posterior,
  type ReadingCheck,
  type ReadingRow,
} from "#core/diagnosis/index.ts";
import { BEEP_OHMS, FUNCTION_NAME, FUNCTION_UNIT, isOhms } from "#core/meter/index.ts";
import { expectedOf, isAsItShould } from "./course.ts";
import { valueOf } from "#core/job/index.ts";
import { didText } from "./didText.ts";
import { showPoint } from "#core/entry/index.ts";
import type { LedgerEntry } from "#core/job/index.ts";
import { watchedText } from "./watchedText.ts";
import { checkText, rangeText, resultText, setupText } from "./words.ts";

export interface LedgerRow {
  readonly id: string;
  readonly at: string;
  readonly person: string;
  readonly check: string;
  readonly setup: string;
  readonly result: string;
  readonly expected: string;
  readonly verdict: string;
  readonly fits: boolean | undefined;
  /** For a reading that was watched: how long, its limits, its drop-outs. */
  readonly watched?: string;
  /** For a reading that no suspect explains: what may have gone wrong in taking it. */
  readonly doubt?: string;
  readonly retracted?: { readonly by: string; readonly why: string };
  /** It was found before a repair, and tells of the unit as it was. */
  readonly beforeRepair?: true;
  /** It arrived after somebody had done something that was not known where it was made. */
  readonly late?: { readonly by: string; readonly did: string };
}

/** A finding as the ledger shows it: what was expected, and which way the result is off. */
export function ledgerRow(dictionary: Dictionary, posterior: Posterior, entry: LedgerEntry): LedgerRow {
  const { unit } = dictionary;
  const { event, body, check, retracted, late, beforeRepair } = entry;
  const common = {
    id: event.id,
    at: event.at,
    person: event.person,
    check: checkText(unit, check),
    setup: setupText(unit, check),
    result:
      body.result.kind === "seen" && !body.result.sometimes && !body.result.badly
        ? body.result.seen
          ? "yes"
          : "no"
        : resultText(unit, body, check),
    ...(retracted ? { retracted: { by: retracted.by, why: retracted.why } } : {}),
    ...(beforeRepair ? { beforeRepair } : {}),
    ...(late ? { late: { by: late.person, did: didText(late) } } : {}),
  };
  const row = dictionary.row(check);
  if ("chance" in row) {
    const expected = row.chance[0]! > 0.5;
    const seen = body.result.kind === "seen" && body.result.seen;
    if (body.result.kind === "seen" && body.result.sometimes)
      return { ...common, expected: "", verdict: "comes and goes", fits: false };
    if (body.result.kind === "seen" && body.result.badly)
      return { ...common, expected: "", verdict: "not as expected", fits: false };
    return {
      ...common,
      expected: "",
      verdict: expected === seen ? "as expected" : "not as expected",
      fits: expected === seen,
    };
  }
  const band = expectedOf(row, posterior);
  const expected = rangeText(row.check.fn, band.low, band.high);
  if (body.result.kind !== "value") {
    const healthyBeep = fromScale(row.check.fn, band.mid) < BEEP_OHMS;
    const fits = body.result.kind === "beep" && body.result.beep === healthyBeep;
    return { ...common, expected, verdict: fits ? "as expected" : "not as expected", fits };
  }
  const value = valueOf(body.result.value);
  const { watched } = body.result;
  const fell = (watched?.drops ?? 0) > 0;
  const isHeld = body.result.held !== undefined;
  const hint =
    retracted || isHeld || beforeRepair
      ? undefined
      : explainMisreading(dictionary, posterior, row.check, value);
  return {
    ...common,
    expected,
    verdict: `${readingVerdict(row, posterior, value)}${isHeld ? ", compared only" : fell ? ", comes and goes" : ""}`,
    fits: !fell && isAsItShould(row, posterior, value),
    ...(watched ? { watched: watchedText(watched, FUNCTION_UNIT[row.check.fn]) } : {}),
    ...(hint ? { doubt: doubtText(row.check, hint) } : {}),
  };
}

/** Says what a reading that no suspect explains looks like, as a question to the one who took it. */
function doubtText({ red, black, fn }: ReadingCheck, hint: MisreadingHint): string {
  switch (hint.kind) {
    case "no-contact":
      return "No suspect gives this. Were both probes on bare metal?";
    case "probes-swapped":
      return "The sign is the wrong way round. Were the probes swapped?";
    case "factor":
      return `This fits with the prefix ${hint.factor === 1000 ? "k" : "m"}. Look at the display again.`;
    case "other-reference":
      return `This is ${showPoint(red)} against ${showPoint(hint.point)}. Was the black probe on ${showPoint(black)}?`;
    case "other-function":
      return `This is what ${FUNCTION_NAME[hint.fn]} shows here. Was the meter on ${FUNCTION_NAME[fn]}?`;
    case "unexplained":
      return "No suspect gives this. Take it again before relying on it.";
  }
}

/** Says which way a reading is off: dead is not low, and open is not high. */
function readingVerdict(row: ReadingRow, posterior: Posterior, value: number): string {
  if (isAsItShould(row, posterior, value)) return "as expected";
  const { fn } = row.check;
  const healthy = fromScale(fn, row.mean[0]!);
  if (isOhms(fn) || fn === "diode") {
    if (!Number.isFinite(value)) return "open";
    return value > healthy ? "too high" : "too low";
  }
  if (FUNCTION_UNIT[fn] !== "V") return value < healthy ? "too low" : "too high";
  if (Math.abs(value) < Math.max(1, 0.03 * Math.abs(healthy)) && Math.abs(healthy) > 3)
    return "dead, not low";
  if (value < 0 !== healthy < 0 && Math.abs(healthy) > 1 && fn !== "vac" && fn !== "lowz") return "reversed";
  if (Math.abs(healthy) < 1) return "voltage where there should be none";
  return Math.abs(value) < Math.abs(healthy) ? "low" : "high";
}
