import { describeQuantityProblem, parseQuantity } from "#core/quantity/index.ts";
import { readGauge } from "#core/standards/index.ts";
import { METRIC, type ShopUnits } from "./shopUnits.ts";
import { Values, type Said } from "./table/reckoning.ts";
import { inEnglish, saysBeep } from "./typedOhms.ts";
import type { ComponentTest, Judgement, QuantityField, Question } from "./table/test.ts";

/** What stands in the fields of a form, by field. */
export type Entries = Readonly<Record<string, string>>;

export interface ReadEntries {
  /** By field: why what stands there cannot be used. */
  readonly problems: Readonly<Record<string, string>>;
  readonly questions: readonly Question[];
  /** Undefined while a field that is needed is empty or wrong. */
  readonly values: Values | undefined;
  /** By field: between which ohms a beep, or none, puts the reading. */
  readonly ranges: ReadonlyMap<string, readonly [number, number]>;
  readonly said: Said;
}

/** A buzzer sounds below some 20 to 50 Ω, by the meter. Common practice, no source. */
export const BEEP_OHMS = 30;

/**
 * Reads a form of a test: numbers with or without their unit, choices, words. Empty fields are missing, not wrong.
 *
 * @param units what somebody measures in who need not be told what it comes to in °C, mm or m
 */
export function readEntries(
  test: Pick<ComponentTest, "fields">,
  entries: Entries,
  units: ShopUnits = METRIC,
): ReadEntries {
  const numbers = new Map<string, number>();
  const words = new Map<string, string>();
  const problems: Record<string, string> = {};
  const questions: Question[] = [];
  const ranges = new Map<string, readonly [number, number]>();
  const said = new Map<string, string>();
  let missing = false;
  for (const field of test.fields) {
    const typed = (entries[field.id] ?? "").trim();
    if (field.kind === "choice") {
      const isOption = field.options.some(([id]) => id === typed);
      if (field.asked && !isOption) missing = true;
      words.set(field.id, isOption ? typed : field.options[0]![0]);
      continue;
    }
    if (typed === "") {
      missing ||= !field.optional;
      continue;
    }
    if (field.kind === "text") {
      words.set(field.id, typed);
      continue;
    }
    const shown = inEnglish(typed);
    const beep = readBeep(field, shown);
    if (beep) {
      ranges.set(field.id, beep);
      said.set(field.id, beep[0] === 0 ? "a beep" : "no beep");
      numbers.set(field.id, beep[0]);
      continue;
    }
    const read = readNumber(field, shown, units);
    if ("problem" in read) problems[field.id] = read.problem;
    else {
      numbers.set(field.id, read.value);
      if (read.question) questions.push({ field: field.id, text: read.question });
      const sized = field.sizedBy === undefined ? undefined : sizeSaid(shown);
      if (sized && words.get(field.sizedBy!) !== sized.by) {
        words.set(field.sizedBy!, sized.by);
        questions.push({ field: field.id, text: sized.question });
      }
    }
  }
  const usable = !missing && Object.keys(problems).length === 0;
  return { problems, questions, values: usable ? new Values(numbers, words) : undefined, ranges, said };
}

/**
 * What a test says of a form; undefined while something is missing. A beep is a range of ohms: the test is judged at both
 * ends of each, and where they disagree the ohms are asked for.
 */
export function judgeEntries(
  test: ComponentTest,
  { values, ranges, said }: ReadEntries,
): Judgement | undefined {
  if (!values) return undefined;
  const turned = test.fields.find((f) => f.kind === "quantity" && f.polar && (values.maybe(f.id) ?? 0) < 0);
  if (turned)
    return {
      verdict: "doubtful",
      code: "turned",
      sentence: `“${turned.label}” is negative: red and black are swapped, or a charge is left. Discharge, set the probes right and read again.`,
      working: [],
      limits: [],
    };
  if (ranges.size === 0) return test.judge(values);
  const judgements = corners(ranges).map((corner) => test.judge(values.with(corner), said));
  if (new Set(judgements.map((j) => j.verdict)).size === 1) return judgements[0];
  return {
    ...judgements[0]!,
    verdict: "doubtful",
    code: "beep",
    sentence: `A beep says only that it is below some ${BEEP_OHMS} Ω, none that it is above: that does not settle it here. Read the ohms.`,
  };
}

/** Every choice of an end of each range; first what is likeliest, 0 Ω of a beep and OL of none. */
function corners(ranges: ReadonlyMap<string, readonly [number, number]>): Map<string, number>[] {
  return [...ranges].reduce<Map<string, number>[]>(
    (all, [field, [low, high]]) =>
      all.flatMap((corner) =>
        (high === Infinity ? [high, low] : [low, high]).map((end) => new Map([...corner, [field, end]])),
      ),
    [new Map<string, number>()],
  );
}

function readBeep(field: QuantityField, typed: string): readonly [number, number] | undefined {
  // Where a rating is asked for no beep can stand.
  if (field.unit.base !== "Ω" || field.unit.scale !== 1 || !mayBeOpen(field)) return undefined;
  const beep = saysBeep(typed);
  return beep === undefined ? undefined : beep ? [0, BEEP_OHMS] : [BEEP_OHMS, Infinity];
}

type NumberRead = { readonly value: number; readonly question?: string } | { readonly problem: string };

const NUMBER = String.raw`([-+−]?[\d.,]+)`;
/** Units that the quantity parser does not know and that appear in these forms only. */
const OTHER_UNITS = new RegExp(String.raw`^${NUMBER}\s*(w|kw|va|mm2|mm²|mm|m|l\/min|ah|j|%)$`, "iu");
const FAHRENHEIT = new RegExp(String.raw`^${NUMBER}\s*(?:°\s*f|deg\s*f|fahrenheit|f)$`, "iu");
/** Inches: 0.16 in, 5/32", 1 3/8 inch; feet. */
const INCHES = /^(?:([\d.,]+)\s*)??(?:(\d+)\s*\/\s*(\d+)\s*)?(?:in|inch|inches|"|″)$/iu;
const FEET = new RegExp(String.raw`^${NUMBER}\s*(?:ft|feet|foot|'|′)$`, "iu");

const decimal = (text: string): number => Number(text.replace("−", "-").replace(",", "."));

function readNumber(field: QuantityField, typed: string, units: ShopUnits): NumberRead {
  const { unit, signed, polar } = field;
  const fahrenheit = unit.base === "°C" ? FAHRENHEIT.exec(typed) : null;
  if (fahrenheit) {
    const celsius = (decimal(fahrenheit[1]!) - 32) / 1.8;
    const question =
      unusual(field, celsius, typed) ??
      (units.temperature === "F" ? undefined : `${typed} is ${celsius.toFixed(1)} °C.`);
    return question === undefined ? { value: celsius } : { value: celsius, question };
  }
  const elsewhere = field.gauge ? readElsewhere(field, typed, units) : undefined;
  if (elsewhere !== undefined) return elsewhere;
  const other = OTHER_UNITS.exec(typed);
  const isOwn = other && sameUnit(other[2]!, field.sizedBy === undefined ? unit.text : "mm²");
  const bare = isOwn ? other[1]! : typed;
  const parsed = parseQuantity(bare);
  if (!parsed.ok) return { problem: describeQuantityProblem(parsed.problem) };
  const { quantity } = parsed;
  if (quantity.unit !== undefined && quantity.unit !== unit.base)
    return { problem: `${quantity.unit} does not belong in a field of ${unit.text || "a plain number"}.` };
  if (quantity.value === Infinity && !mayBeOpen(field))
    return { problem: `OL cannot stand here. Write a number of ${unit.text || "its own"}.` };
  // A prefix or a unit says the size itself; a bare number is in the field's unit.
  const sized = quantity.unit !== undefined || /[a-zµμ]/iu.test(bare);
  const inThousandths = !sized && Math.abs(quantity.value) >= (field.thousandthsFrom ?? Infinity);
  const scale = sized ? 1 : inThousandths ? unit.scale / 1000 : unit.scale;
  const value = quantity.value === Infinity ? Infinity : quantity.value * scale;
  if (value < 0 && !signed && !polar)
    return {
      problem:
        unit.base === "Ω"
          ? `${typed} cannot be: negative ohms mean that there is still voltage between the points. Prove them dead again.`
          : `${typed} cannot be negative here.`,
    };
  if (value === 0 && field.usual && field.usual[0] > 0 && !field.zero)
    return { problem: `${field.label} cannot be 0.` };
  if (value === 0 && field.zero) return { value };
  if (value < 0 && polar)
    return { value, question: `${typed}: red and black are swapped, or a charge is left.` };
  const question =
    unusual(field, value, typed) ??
    (inThousandths && value !== Infinity ? `${typed} is taken for ${typed} m${unit.text}.` : undefined);
  return question ? { value, question } : { value };
}

const GAUGE = /awg|\/0|^0{2,4}$|ga/iu;

/** Whether a size is written as a gauge or in mm²; undefined for a bare number. */
function sizeSaid(typed: string): { readonly by: "awg" | "mm2"; readonly question: string } | undefined {
  if (GAUGE.test(typed)) return { by: "awg", question: `“${typed}” is a gauge, and is taken as one.` };
  return /mm[2²]/iu.test(typed)
    ? { by: "mm2", question: `“${typed}” is no gauge, and is taken in mm².` }
    : undefined;
}

/** Lengths in inches and feet, sizes by gauge: with what they come to. */
function readElsewhere(field: QuantityField, typed: string, { sizes }: ShopUnits): NumberRead | undefined {
  if (field.unit.base === "m") {
    const inches = INCHES.exec(typed);
    const feet = FEET.exec(typed);
    const whole = inches
      ? (inches[1] ? decimal(inches[1]) : 0) + (inches[2] ? Number(inches[2]) / Number(inches[3]) : 0)
      : undefined;
    const metres = feet ? decimal(feet[1]!) * 0.3048 : whole !== undefined ? whole * 0.0254 : undefined;
    if (metres === undefined || !Number.isFinite(metres) || metres < 0) return undefined;
    const shown = `${Number((metres / field.unit.scale).toPrecision(3))} ${field.unit.text}`;
    const question =
      unusual(field, metres, typed) ?? (sizes === "american" ? undefined : `${typed} is ${shown}.`);
    return question === undefined ? { value: metres } : { value: metres, question };
  }
  if (!GAUGE.test(typed)) return undefined;
  const gauge = readGauge(typed);
  return gauge === undefined ? { problem: `“${typed}” is no gauge. Write 14, or 2/0.` } : { value: gauge };
}

function mayBeOpen({ open, hint, unit, usual }: QuantityField): boolean {
  return open === true || hint?.includes("OL") === true || (unit.base === "Ω" && !usual);
}

function sameUnit(a: string, b: string): boolean {
  const plain = (t: string) => t.toLowerCase().replace("²", "2");
  return plain(a) === plain(b);
}

/** The sentence for a number that can be and is hardly meant. */
function unusual({ unit, usual, label }: QuantityField, value: number, typed: string): string | undefined {
  if (!usual || value === Infinity || (value >= usual[0] && value <= usual[1])) return undefined;
  const shown = (v: number) => `${Number((v / unit.scale).toPrecision(3))} ${unit.text}`.trim();
  const between = `${label} is usually ${shown(usual[0])} to ${shown(usual[1])}.`;
  if (unit.base === "F" && value > usual[1] && value >= 0.01)
    return `“${typed}” is ${Number(value.toPrecision(3))} farads, a million times a microfarad. ${between}`;
  if (unit.base === "°C") {
    const celsius = (value - 32) / 1.8;
    if (celsius >= usual[0] && celsius <= usual[1])
      return `${shown(value)} is unusual. Were ${value} °F meant? Those are ${celsius.toFixed(0)} °C.`;
  }
  return `${shown(value)} is unusual. ${between} Check the digits and the prefix.`;
}
