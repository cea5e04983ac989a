import {
  fromScale,
  toScale,
  type Check,
  type FaultSize,
  type OutcomeLabel,
  type Step,
} from "#core/diagnosis/index.ts";
import { FUNCTION_NAME, FUNCTION_UNIT, type MeterFunction } from "#core/meter/index.ts";
import { formatQuantity } from "#core/quantity/index.ts";
import { CATALOGUE, liftOf, type UnitModel } from "#core/unit/index.ts";
import type { FindingBody } from "#core/job/index.ts";
import { showPoint } from "#core/entry/index.ts";
import { checkOf } from "#core/job/index.ts";
import { trialWords } from "./trialWords.ts";

/** Readings smaller than this are shown as plain 0, by unit. */
const LEAST: Partial<Record<MeterFunction, number>> = {
  vdc: 0.005,
  mv: 5e-5,
  diode: 5e-4,
  farad: 2e-11,
  aac: 0.005,
  adc: 0.005,
  ua: 5e-9,
};

/** A reading as a meter would show it; anything under its last digit is plain 0. */
export function valueText(fn: MeterFunction, value: number, digits = 4): string {
  if (Math.abs(value) < (LEAST[fn] ?? 0.05)) return `0 ${FUNCTION_UNIT[fn]}`;
  return formatQuantity(value, FUNCTION_UNIT[fn], digits);
}

/** "229 to 231 V", from limits on the scale on which readings are compared. */
export function rangeText(fn: MeterFunction, low: number, high: number): string {
  const signed = fn === "vdc" || fn === "mv" || fn === "adc" || fn === "ua";
  const [a, b] = [fromScale(fn, signed ? low : Math.max(low, toScale(fn, 0))), fromScale(fn, high)];
  if (!Number.isFinite(a)) return "OL";
  const text = (v: number) => valueText(fn, v, 3);
  return text(a) === text(b)
    ? text(a)
    : `${text(a).replace(/ [A-ZΩa-z]+$/u, (u) => (text(b).endsWith(u) ? "" : u))} to ${text(b)}`;
}

/** "about 230 V", "about 0 V", "OL", "yes". */
export function outcomeText(check: Check, label: OutcomeLabel, unit: UnitModel): string {
  switch (label.kind) {
    case "about": {
      const fn = check.kind === "reading" ? check.fn : "vac";
      return Number.isFinite(label.value) ? `≈ ${valueText(fn, label.value, 3)}` : "OL";
    }
    case "again":
      return "the same again";
    case "differs":
      return "something else";
    case "seen":
      return answerWords(unit, check).yes;
    case "not-seen":
      return answerWords(unit, check).no;
  }
}

/** What the two answers to a look or a trial are called. */
export function answerWords(unit: UnitModel, check: Check): { yes: string; no: string } {
  if (check.kind === "trial") return trialWords(unit, check);
  const seen = unit.observations.find((o) => check.kind === "observation" && o.id === check.observation);
  return { yes: seen?.yes ?? "yes", no: seen?.no ?? "no" };
}

/** @param check what the body asks, where it is known already: a try of the strip-down has no name of its own */
export function resultText(unit: UnitModel, body: FindingBody, check?: Check): string {
  if (body.result.kind === "beep") return body.result.beep ? "beep" : "no beep";
  if (body.result.kind === "value") {
    const { value, held } = body.result;
    const fn = body.check.kind === "reading" ? body.check.fn : "vac";
    const text = valueText(fn, value === "OL" ? Infinity : value);
    return held === undefined ? text : `${held} ${text}`;
  }
  if (body.result.sometimes) return "comes and goes";
  if (body.result.badly) return badlyWords(unit, body.check);
  const words = answerWords(unit, check ?? checkOf(unit, body));
  return body.result.seen ? words.yes : words.no;
}

/** How a part works badly, as its kind is said to: "slow", "dim". */
export function badlyWords(unit: UnitModel, check: FindingBody["check"]): string {
  const part =
    check.kind === "observation"
      ? unit.observations.find((o) => o.id === check.observation)?.part
      : undefined;
  return badlyWord(unit, part);
}

/** The same for a part. */
export function badlyWord(unit: UnitModel, part: string | undefined): string {
  const type = unit.parts.find((p) => p.id === part)?.type;
  return CATALOGUE.get(type ?? "")?.work?.badly ?? "works badly";
}

/** "P4·3 to P1·2, V AC" or the observation's question. */
export function checkText(unit: UnitModel, check: Check): string {
  if (check.kind === "observation")
    return unit.observations.find((o) => o.id === check.observation)?.question ?? check.observation;
  if (check.kind === "trial") return trialWords(unit, check).question;
  return `${showPoint(check.red)} to ${showPoint(check.black)}, ${FUNCTION_NAME[check.fn]}`;
}

/** Where names are looked up: a dictionary, or a unit and its parts. */
interface Named {
  readonly unit: UnitModel;
  readonly suspects: readonly { readonly id: string; readonly name: string }[];
}

/** "rinse heat" or "dead, plug P4 off". */
export function setupText(unit: UnitModel, check: Check): string {
  if (check.kind === "trial" && check.off) return "a whole run";
  const state = unit.states.find((s) => s.id === check.setup.state)!;
  const lifts = check.setup.lifts.map((id) => liftOf(unit, id)!.name);
  return [state.power === "dead" ? "dead" : state.name.toLowerCase(), ...lifts].join(", ");
}

export function itemName(known: Named, id: string): string {
  if (id.includes("+"))
    return listText(
      id.split("+").map((one) => itemName(known, one)),
      3,
    );
  return (
    known.unit.items.find((i) => i.id === id)?.name ?? known.suspects.find((s) => s.id === id)?.name ?? id
  );
}

/** "1 min 20 s" */
export function minutesText(minutes: number): string {
  const seconds = Math.max(5, Math.round((minutes * 60) / 5) * 5);
  if (seconds < 60) return `${seconds} s`;
  return seconds % 60 === 0 ? `${seconds / 60} min` : `${Math.floor(seconds / 60)} min ${seconds % 60} s`;
}

export function stepText(unit: UnitModel, step: Step): string {
  const time = minutesText(step.minutes);
  switch (step.kind) {
    case "isolate":
      return unit.hazards.some((h) => h.kind === "gas")
        ? `isolate and lock off, gas cock shut, ${time}`
        : `isolate and lock off, ${time}`;
    case "discharge":
      return `wait for what is stored, ${time}`;
    case "prove":
      return `prove dead, ${time}`;
    case "make-live":
      return `go live, ${time}`;
    case "cover":
      return `take off the ${unit.covers.find((c) => c.id === step.id)!.name}, ${time}`;
    case "lift":
      return `${liftOf(unit, step.id!)!.name}, ${time}`;
    case "refit":
      return `put back what was lifted at ${step.id}, ${time}`;
    case "wait":
      return `wait for ${unit.states.find((s) => s.id === step.id)!.name.toLowerCase()}, ${time}`;
    case "fit":
      return `make ready, ${time}`;
    case "measure":
      return `read, ${time}`;
  }
}

/** What is to be done before a reading, step by step; all that is put back is one step, however many leads are off. */
export function stepTexts(unit: UnitModel, steps: readonly Step[]): string[] {
  const refits = steps.filter((s) => s.kind === "refit");
  if (refits.length < 2) return steps.map((s) => stepText(unit, s));
  // Two leads of one part are one place.
  const partOf = (id: string) => (unit.lifts.some((l) => l.id === id) ? id : id.replace(/\.[^.]*$/u, ""));
  const places = [...new Set(refits.map((s) => partOf(s.id!)))];
  const minutes = refits.reduce((sum, s) => sum + s.minutes, 0);
  return steps.flatMap((s) => {
    if (s.kind !== "refit") return [stepText(unit, s)];
    return s === refits[0]
      ? [`put back what was lifted at ${listText(places, 4)}, ${minutesText(minutes)}`]
      : [];
  });
}

/** "A, B and C", at most `most` of them. */
export function listText(names: readonly string[], most = 5): string {
  if (names.length === 0) return "nothing";
  if (names.length > most) return `${names.slice(0, most).join(", ")} and ${names.length - most} more`;
  return names.length === 1 ? names[0]! : `${names.slice(0, -1).join(", ")} and ${names.at(-1)}`;
}

/** A size known to no better than this ratio is not worth saying. */
const VAGUE = 30;
/** … and one known to better than this is "about" one number. */
const CLOSE = 3;

/** "about 400 Ω", "40 to 900 Ω", "about 60 % of its value"; nothing where the findings do not tell. */
export function sizeText({ low, middle, high, as }: FaultSize): string | undefined {
  if (high > VAGUE * low) return undefined;
  const say = (size: number) =>
    as === "ohms"
      ? formatQuantity(size, "Ω", 2)
      : size < 10
        ? `${Math.round(100 * size)} %`
        : `${Math.round(size)} times`;
  const what = as === "ohms" ? "" : middle < 10 ? " of its value" : " its value";
  return high < CLOSE * low ? `about ${say(middle)}${what}` : `${say(low)} to ${say(high)}${what}`;
}
