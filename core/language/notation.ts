import type { Translator } from "./translator.ts";

/** How a shop reads numbers and what it measures in. Texts of the program have a point, °C, mm and m. */
export interface Notation {
  readonly decimal: "point" | "comma";
  readonly temperature: "C" | "F";
  readonly sizes: "metric" | "american";
}

/** A shop's choice, which may leave it to the unit that is worked on. */
export interface ChosenNotation {
  readonly decimal: "point" | "comma";
  readonly temperature: "unit" | "C" | "F";
  readonly sizes: "unit" | "metric" | "american";
}

/**
 * What a choice comes to at a unit with mains of so many Hz: 60 are taken for North America's, as for a drawing's symbols. Where no
 * unit is worked on, what is left to it is metric. The same object for the same choices.
 */
export function notationAt(chosen: ChosenNotation, hertz?: number): Notation {
  const american = hertz === 60;
  const notation: Notation = {
    decimal: chosen.decimal,
    temperature: chosen.temperature === "unit" ? (american ? "F" : "C") : chosen.temperature,
    sizes: chosen.sizes === "unit" ? (american ? "american" : "metric") : chosen.sizes,
  };
  const key = keyOf(notation);
  const before = notations.get(key);
  if (!before) notations.set(key, notation);
  return before ?? notation;
}

const notations = new Map<string, Notation>();
const keyOf = ({ decimal, temperature, sizes }: Notation) => `${decimal} ${temperature} ${sizes}`;

/** Metres in an inch and a foot, exactly (international yard and pound agreement, 1959). */
const INCH = 0.0254;
const FOOT = 0.3048;
const NUMBER = String.raw`[-−+]?\d+(?:\.\d+)?`;
/** Stands between two numbers of one unit: “20 to 60 °C”, “4.7 ± 0.2 V”. */
const BETWEEN = String.raw`\s?(?:to|and|or|bis|und|oder|…|–|±|·|/)\s?`;
/** Not within a name (P4.3), a longer number, a version or a fraction. */
const BEFORE = String.raw`(?<![\p{L}\p{N}_.,/-])`;
const AFTER = String.raw`(?![\p{L}\p{N}_²³/])`;
/** One or more numbers of one unit, and that unit. */
const inUnit = (unit: string) =>
  new RegExp(`${BEFORE}(${NUMBER}(?:${BETWEEN}${NUMBER})*)(\\s?)${unit}${AFTER}`, "gu");
const CELSIUS = inUnit("°C");
const MILLIMETRES = inUnit("mm");
const METRES = inUnit("m");
/** What makes degrees a difference, before and behind them: “for every 10 °C”, “20 °C apart”. */
const STEP_BEFORE = /(?:\b(?:every|within|by|je|pro|um|innerhalb)|±)\s*$/u;
const STEP_BEHIND = /^\s*(?:apart|warmer|colder|auseinander|wärmer|kälter)/u;

/**
 * What numbers of the program stand before; a number without one of these is a name's or somebody's own. A private character is an
 * element of the page in the text's place.
 */
const UNITS = [
  String.raw`[pnuµmkMG]?(?:VA|VAC|VDC|V|A|Ω|F|Hz|H|W|s|J)`,
  "°[CF]|K|%|mm²|mm|cm|m|ft|in|l/min|Ah|GB|MB|kB|bits?|×",
  "trips|fuses|Auslösungen|Sicherungen|h|min(?:utes?)?|seconds?|hours?|times|Minuten?|Sekunden?|Stunden?|mal",
].join("|");
const BEFORE_A_UNIT = new RegExp(
  String.raw`(?<![\p{L}\p{N}_.,-])(\d+)\.(\d+)(?=(?:${BETWEEN}${NUMBER})*\s?(?:\p{Co}|(?:${UNITS})(?![\p{L}\p{N}])))`,
  "gu",
);
/** A text that is a number only: a label of a chart, a cell. */
const NUMBER_ONLY = /^(\s*[-−+±<>≤≥≈]?\s*\d+)\.(\d+\s*)$/u;
/** A sum as English writes it; its thousands are apart by a narrow space then, since a comma and three figures is read two ways. */
const SUM = /(?<=(?:\p{Sc}|\bCHF|\bkr|(?<!\p{L})zł)[\s−-]?)\d{1,3}(?:,\d{3})*(?:\.\d+)?/gu;
const ANY_NUMBER = /(?<![\p{L}\p{N}_.,])(\d+)\.(\d+)(?![\p{L}\p{N}_]|\.\d)/gu;

/** Both ways of writing a text anew. */
export interface Writer {
  readonly text: Translator;
  /** A calculation: what stands in it is right in the units it has, so that only its decimal marks change. */
  readonly calculation: Translator;
}

const made = new Map<string, Writer>();

/**
 * Writes the program's texts as a shop reads them: 4,7 V for 4.7 V, 140 °F for 60 °C, 0.157 in for 4 mm, 6.56 ft for 2 m. A
 * difference of degrees is one: 18 °F for 10 °C. A whole number of degrees stays whole. What has been written so stays as it is.
 * @returns undefined where texts are right as they are; the same writer for the same notation
 */
export function writerFor(notation: Notation): Writer | undefined {
  const { decimal, temperature, sizes } = notation;
  if (decimal === "point" && temperature === "C" && sizes === "metric") return undefined;
  const key = keyOf(notation);
  const before = made.get(key);
  if (before) return before;
  const writer: Writer = {
    text: (text) => {
      if (!/\d/u.test(text)) return text;
      let written = text;
      if (temperature === "F") written = inFahrenheit(written);
      if (sizes === "american") written = inInchesAndFeet(written);
      return decimal === "comma" ? withCommas(written) : written;
    },
    calculation: (text) => (decimal === "comma" ? text.replace(ANY_NUMBER, "$1,$2") : text),
  };
  made.set(key, writer);
  return writer;
}

function inFahrenheit(text: string): string {
  return text.replace(CELSIUS, (all, numbers: string, blank: string, at: number) => {
    const isStep = STEP_BEFORE.test(text.slice(0, at)) || STEP_BEHIND.test(text.slice(at + all.length));
    // Behind ± stands a difference, whatever the first number is.
    const written = numbers.replace(new RegExp(NUMBER, "gu"), (n, i: number) =>
      each(n, (celsius) => celsius * 1.8 + (isStep || /±\s?$/u.test(numbers.slice(0, i)) ? 0 : 32)),
    );
    return `${written}${blank}°F`;
  });
}

/** With as many places as it had. */
function each(number: string, change: (value: number) => number): string {
  const places = number.split(".")[1]?.length ?? 0;
  const plus = number.startsWith("+") ? "+" : "";
  const value = change(valueOf(number));
  return (
    plus +
    value
      .toFixed(places)
      .replace(/^-0(?:\.0+)?$/u, (zero) => zero.slice(1))
      .replace("-", "−")
  );
}

const valueOf = (number: string) => Number(number.replace("−", "-"));

/** Lengths with the three figures that a rule or a tape shows. */
function inInchesAndFeet(text: string): string {
  const lengths = (unit: string, metres: number, name: string) => (written: string, pattern: RegExp) =>
    written.replace(pattern, (_, numbers: string, blank: string) => {
      const other = numbers.replace(new RegExp(NUMBER, "gu"), (n) =>
        String(Number(((valueOf(n) * metres) / (unit === "in" ? INCH : FOOT)).toPrecision(3))).replace(
          "-",
          "−",
        ),
      );
      return `${other}${blank === "" ? " " : blank}${name}`;
    });
  return lengths("ft", 1, "ft")(lengths("in", 0.001, "in")(text, MILLIMETRES), METRES);
}

function withCommas(text: string): string {
  return text
    .replace(NUMBER_ONLY, "$1,$2")
    .replace(SUM, (sum) => sum.replaceAll(",", "\u202f").replace(".", ","))
    .replace(BEFORE_A_UNIT, "$1,$2");
}

const joined = new WeakMap<Translator, WeakMap<Translator, Translator>>();

/** What says a text in a language and then writes it; undefined where neither is given, the same function for the same two. */
export function saidAndWritten(
  say: Translator | undefined,
  write: Translator | undefined,
): Translator | undefined {
  if (!say || !write) return say ?? write;
  let after = joined.get(say);
  if (!after) joined.set(say, (after = new WeakMap()));
  let both = after.get(write);
  if (!both) after.set(write, (both = (text) => write(say(text))));
  return both;
}
