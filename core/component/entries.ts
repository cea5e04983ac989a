import { describeQuantityProblem, parseQuantity } from "#core/quantity/index.ts";
import { Values, type ComponentTest, type QuantityField, type Question } from "./test.ts";

/** What stands in the fields of a form, by field. */
export type Entries = Readonly<Record<string, string>>;

export interface ReadEntries {
  /** By field: why what stands there cannot be used. */
  readonly problems: Readonly<Record<string, string>>;
  readonly questions: readonly Question[];
  /** Undefined while a field that is needed is empty or wrong. */
  readonly values: Values | undefined;
}

/** Reads a form of a test: numbers with or without their unit, choices, words. Empty fields are missing, not wrong. */
export function readEntries(test: ComponentTest, entries: Entries): ReadEntries {
  const numbers = new Map<string, number>();
  const words = new Map<string, string>();
  const problems: Record<string, string> = {};
  const questions: Question[] = [];
  let missing = false;
  for (const field of test.fields) {
    const typed = (entries[field.id] ?? "").trim();
    if (field.kind === "choice") {
      words.set(field.id, field.options.some(([id]) => id === typed) ? typed : field.options[0]![0]);
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
    const read = readNumber(field, typed);
    if ("problem" in read) problems[field.id] = read.problem;
    else {
      numbers.set(field.id, read.value);
      if (read.question) questions.push({ field: field.id, text: read.question });
    }
  }
  const usable = !missing && Object.keys(problems).length === 0;
  return { problems, questions, values: usable ? new Values(numbers, words) : undefined };
}

type NumberRead = { readonly value: number; readonly question?: string } | { readonly problem: string };

/** Units that the quantity parser does not know and that appear in these forms only. */
const OTHER_UNITS = /^([-+−]?[\d.,]+)\s*(w|kw|va|mm2|mm²|mm|m|l\/min|ah|%)$/iu;

function readNumber(field: QuantityField, typed: string): NumberRead {
  const { unit, signed } = field;
  const fahrenheit = /^([-+−]?[\d.,]+)\s*(?:°\s*f|deg\s*f|fahrenheit|f)$/iu.exec(typed);
  if (unit.base === "°C" && fahrenheit) {
    const celsius = (Number(fahrenheit[1]!.replace("−", "-").replace(",", ".")) - 32) / 1.8;
    return { problem: `“${typed}” is in Fahrenheit; write ${celsius.toFixed(1)} (°C).` };
  }
  const other = OTHER_UNITS.exec(typed);
  const bare = other && sameUnit(other[2]!, unit.text) ? other[1]! : typed;
  const parsed = parseQuantity(bare);
  if (!parsed.ok) return { problem: describeQuantityProblem(parsed.problem) };
  const { quantity } = parsed;
  if (quantity.unit !== undefined && quantity.unit !== unit.base)
    return { problem: `${quantity.unit} does not belong in a field of ${unit.text || "a plain number"}.` };
  if (quantity.value === Infinity && !mayBeOpen(field))
    return { problem: `OL cannot stand here. Write a number of ${unit.text || "its own"}.` };
  // A prefix or a unit says the size itself; a bare number is in the field's unit.
  const sized = quantity.unit !== undefined || /[a-zµμ]/iu.test(bare);
  const value = quantity.value === Infinity ? Infinity : quantity.value * (sized ? 1 : unit.scale);
  if (value < 0 && !signed)
    return {
      problem:
        unit.base === "Ω"
          ? `${typed} cannot be: negative ohms mean that there is still voltage between the points. Prove them dead again.`
          : `${typed} cannot be negative here.`,
    };
  if (value === 0 && field.usual && field.usual[0] > 0) return { problem: `${field.label} cannot be 0.` };
  const question = unusual(field, value, typed);
  return question ? { value, question } : { value };
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
