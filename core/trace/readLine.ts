import { parseQuantity } from "#core/quantity/index.ts";
import { wireColour } from "#core/standards/index.ts";
import { germanTraceLine } from "./germanLine.ts";
import { KIND_NAMES, TRACE_KINDS, type TraceKind } from "./kinds.ts";
import type { Values } from "./makers.ts";
import type { LineResult, TraceProblem } from "./line.ts";

/** Characters of a line that are read; more is a pasted page. */
const MOST_CHARACTERS = 200;

const DESIGNATOR = /^[a-z]{1,4}\d{1,3}[a-z]?$/iu;
const PIN = /^([a-z]{1,4}\d{0,3})[.·:/-](\d{1,3})$/iu;

/** Kind that a designator's letters stand for, where a line names no other (IEC 81346-2 and board printing, from memory). */
const BY_LETTERS: Readonly<Record<string, string>> = {
  F: "fuse",
  FU: "fuse",
  CB: "breaker",
  S: "switch",
  SW: "switch",
  K: "relay",
  RY: "relay",
  RLY: "relay",
  Q: "output",
  M: "motor",
  HT: "heater",
  HTR: "heater",
  E: "heater",
  T: "transformer",
  TR: "transformer",
  TB: "terminal",
  TH: "cut-out",
  TF: "thermal-fuse",
  Y: "valve",
  H: "lamp",
  R: "resistor",
  W: "wire",
  A: "board",
};

const SUPPLY = /^(?:the )?(mains|supply|battery|outlet|socket|line|split(?:[ -]phase)?)\b/iu;

/**
 * Reads one line of a trace, as a technician says it while walking the circuit: "mains 230V 50Hz", "fuse 10A", "P4.3 grey",
 * "relay K3 24V", "element 2kW", "from F1", "back to N". Letters' case and the order of the words do not matter. A line that is not
 * understood so is read as a German one; what is wrong with it is told of the line as it was written.
 */
export function readLine(text: string): LineResult {
  const read = readEnglish(text);
  if (read.ok) return read;
  const german = germanTraceLine(text);
  const again = readEnglish(german.text);
  // Understood, or at least known for what it is: "Versorgung 24 V" lacks its AC or DC, and not an English word.
  if (!again.ok) return NOT_ENGLISH.has(read.problem.code) && isOf(text, again.problem) ? again : read;
  return again.line.is === "thing" && german.word !== undefined
    ? { ok: true, line: { ...again.line, word: german.word } }
    : again;
}

/** What is said of a line whose words are not known. */
const NOT_ENGLISH: ReadonlySet<TraceProblem["code"]> = new Set([
  "unknown-kind",
  "not-understood",
  "other-thing",
]);

/** Whether a problem of a German line names only what is written there. */
function isOf(text: string, found: TraceProblem): boolean {
  if (found.code === "unknown-kind") return false;
  if (found.code !== "not-understood" && found.code !== "other-thing") return true;
  return text.split(/[\s,]+/u).includes(found.token);
}

function readEnglish(text: string): LineResult {
  const tidy = text.replace(/\s+/gu, " ").trim();
  if (tidy === "") return problem({ code: "empty" });
  if (tidy.length > MOST_CHARACTERS) return problem({ code: "too-long" });
  const end = /^(from|to|back to|return to|joins?|on from)\s+(.+)$/iu.exec(tidy);
  if (end) return readEnd(/from/iu.test(end[1]!) ? "from" : "to", end[2]!);
  const supply = SUPPLY.exec(tidy);
  // A mains switch is a switch.
  if (supply && !nameIn(tidy.slice(supply[0].length)))
    return readSupply(supply[1]!.toLowerCase(), tidy.slice(supply[0].length));
  return readThing(tidy);
}

const problem = (found: TraceProblem): LineResult => ({ ok: false, problem: found });

function readEnd(is: "from" | "to", rest: string): LineResult {
  const words = rest.split(" ");
  const colour = wireColour(words.at(-1)!);
  const at = (colour !== undefined && words.length > 1 ? words.slice(0, -1) : words).join(" ");
  return {
    ok: true,
    line: { is, at: asDesignator(at), ...(colour === undefined || words.length === 1 ? {} : { colour }) },
  };
}

/** "p4·3" and "P4-3" are P4.3; "neutral" is N. */
function asDesignator(text: string): string {
  const pin = PIN.exec(text);
  if (pin) return `${pin[1]!.toUpperCase()}.${pin[2]!}`;
  const named: Readonly<Record<string, string>> = {
    neutral: "N",
    live: "L",
    line: "L",
    hot: "L",
    earth: "PE",
    plus: "PLUS",
    "+": "PLUS",
    minus: "MINUS",
    "-": "MINUS",
    ground: "MINUS",
    gnd: "MINUS",
  };
  const small = text.toLowerCase();
  return Object.hasOwn(named, small) ? named[small]! : text.toUpperCase();
}

function readSupply(word: string, rest: string): LineResult {
  if (/\b(?:three|3)[ -]?phase\b/iu.test(rest)) return problem({ code: "three-phase" });
  const split = word.startsWith("split") || /\bsplit\b/iu.test(rest) || /\b240\s*\/\s*120(?!\d)/u.test(rest);
  const said = /\b(ac|dc)\b|v(ac|dc)\b/iu.exec(rest);
  const current = (said?.[1] ?? said?.[2])?.toLowerCase() as "ac" | "dc" | undefined;
  const left = rest
    .replace(/\bsplit([ -]phase)?\b|\bphase\b/giu, " ")
    .replace(/(\d)\s*v(?:ac|dc)\b/giu, "$1V")
    .replace(/\b(?:ac|dc)\b/giu, " ");
  const read = readValues(left.split(" ").filter((t) => t !== ""));
  if (!read.ok) return problem(read.problem);
  if (read.words.length > 0) return problem({ code: "not-understood", token: read.words[0]! });
  const { volts, outVolts, hertz } = read.values;
  if (volts === undefined) return problem({ code: "volts-missing" });
  const kind = current ?? (word === "battery" ? "dc" : split || volts > 60 ? "ac" : undefined);
  if (kind === undefined) return problem({ code: "ac-or-dc", volts });
  // "240/120 V", "240 V split" and "120 V split" are one supply.
  const leg = split && volts > 150 ? volts / 2 : outVolts !== undefined ? Math.min(volts, outVolts) : volts;
  return {
    ok: true,
    line: {
      is: "supply",
      current: kind,
      split: split && kind === "ac",
      volts: leg,
      ...(hertz === undefined ? {} : { hertz }),
    },
  };
}

function readThing(tidy: string): LineResult {
  const found = headIn(tidy);
  const before = wordsOf(found ? tidy.slice(0, found.at) : "");
  const after = wordsOf(found ? tidy.slice(found.at + found.length) : tidy);
  const which: string[] = [];
  while (found && before.length > 0 && saysWhich(before.at(-1)!)) which.unshift(before.pop()!.toLowerCase());
  const rest = [...before, ...after];
  const read = readValues(found?.kind.id === "fuse" ? rest.flatMap(unmarked) : rest);
  if (!read.ok) return problem(read.problem);
  const words = [...read.words];
  const id = takeFirst(words, (w) => PIN.test(w) || DESIGNATOR.test(w));
  const colour = takeFirst(words, (w) => wireColour(w) !== undefined);
  const pin = id !== undefined && PIN.test(id);
  const kind = found?.kind ?? (pin ? TRACE_KINDS.get("pin") : kindByLetters(id, colour));
  if (!kind) return problem({ code: "unknown-kind", words: tidy });
  const number = kind.role === "pin" ? takeFirst(words, (w) => /^\d{1,3}$/u.test(w)) : undefined;
  const known = (w: string) => FILLERS.has(w) || (kind.id === "fuse" && SPEEDS.has(w));
  const stray = words.find((w) => !known(w.toLowerCase()));
  if (stray !== undefined) {
    const other = words.find((w) => OTHER_THINGS.has(w.toLowerCase()));
    return problem(
      other === undefined ? { code: "not-understood", token: stray } : { code: "other-thing", token: other },
    );
  }
  const named = id === undefined ? undefined : asDesignator(number === undefined ? id : `${id}.${number}`);
  if (kind.role === "pin" && (named === undefined || !PIN.test(named)))
    return problem({ code: "pin-number", id: named });
  if (kind.role !== "pin" && pin) return problem({ code: "not-a-designator", id: named! });
  return {
    ok: true,
    line: {
      is: "thing",
      kind,
      word: [...which, found?.name ?? kind.names[0]!].join(" "),
      values: read.values,
      ...(named === undefined ? {} : { id: named }),
      ...(colour === undefined ? {} : { colour: wireColour(colour)! }),
    },
  };
}

const wordsOf = (text: string) => text.split(/[\s,]+/u).filter((t) => t !== "");
const NAMES: ReadonlyMap<string, TraceKind> = new Map(KIND_NAMES);

interface Named {
  readonly name: string;
  readonly kind: TraceKind;
  readonly at: number;
  readonly length: number;
}

/** The thing that a line is about. Of names in a row it is the last: a "pump relay" is a relay, a "fan motor" a motor. */
function headIn(text: string): Named | undefined {
  let head = nameIn(text);
  while (head && hasThings(head.kind)) {
    const end = head.at + head.length;
    const next = nameIn(text.slice(end));
    if (next?.at !== 0) break;
    head = { ...next, at: end };
  }
  return head;
}

/** Whether other things are called by it: the relay of a pump, the lamp of a door. */
const hasThings = ({ id, role }: TraceKind) => (role === "load" && id !== "coil") || id === "door-switch";

/** The name of a thing in a text, as whole words: the "lid" of "slid" is none. */
function nameIn(text: string): Named | undefined {
  for (const [name, kind] of KIND_NAMES) {
    const asSaid = name.replace(/[-\s]/gu, "[-\\s]?");
    const found = new RegExp(`(?:^|[\\s,])${asSaid}(?=$|[\\s,])`, "iu").exec(text);
    if (found) return { name, kind, at: found.index, length: found[0].length };
  }
  return undefined;
}

/**
 * What would make another thing of it, or none: nothing here has a second pole, a third phase or a way to change over, or stands
 * otherwise than is usual; what opens on heat, keeps somebody safe or lets gas through is said by its whole name; and what is not in
 * the circuit is no part of it.
 */
const OTHER_THINGS = new Set(
  [
    "two three double dual twin triple multi single phase pole poles two-way three-way changeover change-over reversing",
    "ac dc normally open closed nc latching bistable solid state variable current auto ignition led stepper servo brushless inverter",
    "thermal safety gas time delay centrifugal high not no without spare missing removed bypassed bridged broken disconnected",
  ].flatMap((words) => words.split(" ")),
);

/** What leads to a thing is none of it. */
const LEADING = new Set("to from for by and or via through behind before after into onto between".split(" "));

/** Whether a word before a thing's name says which of them it is: the "drain" of "drain pump". */
function saysWhich(word: string): boolean {
  const small = word.toLowerCase();
  const thing = NAMES.get(small);
  return (
    (!thing || hasThings(thing)) &&
    /^\p{L}[\p{L}/-]+$/u.test(word) &&
    !FILLERS.has(small) &&
    !OTHER_THINGS.has(small) &&
    !LEADING.has(small) &&
    !isUnitWord(word) &&
    wireColour(word) === undefined
  );
}

/** How fast a fuse is; it is not asked for. */
const SPEEDS = new Set(
  "slow fast quick blow acting slow-blow fast-acting quick-acting time-lag anti-surge".split(" "),
);

/** A fuse's marking by IEC 60127-1 (from memory): "T6.3A" is 6.3 A, slow; "T10AH250V" says its volts as well. */
function unmarked(token: string): readonly string[] {
  const marked = /^(?:TT|T|M|FF)([\d.]+m?A)[LHE]?([\d.]+V)?$/iu.exec(token);
  return marked ? marked.slice(1).filter((t) => t !== undefined) : [token];
}

/** Words that may stand on a line and say nothing. */
const FILLERS = new Set([
  "the",
  "a",
  "an",
  "of",
  "on",
  "at",
  "with",
  "pin",
  "contact",
  "rated",
  "wire",
  "no",
]);

export function kindByLetters(id: string | undefined, colour: string | undefined): TraceKind | undefined {
  if (id === undefined) return colour === undefined ? undefined : TRACE_KINDS.get("wire");
  const letters = /^[a-z]+/iu.exec(id)![0].toUpperCase();
  return Object.hasOwn(BY_LETTERS, letters) ? TRACE_KINDS.get(BY_LETTERS[letters]!) : undefined;
}

function takeFirst(words: string[], is: (word: string) => boolean): string | undefined {
  const at = words.findIndex(is);
  return at < 0 ? undefined : words.splice(at, 1)[0];
}

type ValuesResult =
  | { readonly ok: true; readonly values: Values; readonly words: readonly string[] }
  | { readonly ok: false; readonly problem: TraceProblem };

type Writable = { -readonly [K in keyof Values]: Values[K] };

interface Unit {
  readonly ends: RegExp;
  readonly into: keyof Values;
  readonly from: number;
  readonly to: number;
  readonly sign: string;
}

/** Units that a line may carry and what is believed of each: more is a slip of the finger. */
const UNITS: readonly Unit[] = [
  { ends: /(?:mm2|mm²|sqmm)$/iu, into: "mm2", from: 0.05, to: 300, sign: "mm²" },
  { ends: /(?:awg|ga)$/iu, into: "awg", from: 0, to: 40, sign: "AWG" },
  { ends: /hz$/iu, into: "hertz", from: 40, to: 70, sign: "Hz" },
  { ends: /(?:ohms?|Ω|ω|r)$/iu, into: "ohms", from: 1e-3, to: 1e8, sign: "Ω" },
  { ends: /(?:va|w|watts?)$/iu, into: "watts", from: 1e-3, to: 1e5, sign: "W" },
  { ends: /v(?:olts?|ac|dc)?$/iu, into: "volts", from: 0.5, to: 1000, sign: "V" },
  { ends: /a(?:mps?|t)?$/iu, into: "amps", from: 1e-3, to: 630, sign: "A" },
  { ends: /m$/u, into: "metres", from: 0.01, to: 1000, sign: "m" },
];

/** Units of a marking such as 4k7 or 0R22. */
const OHMS: ReadonlySet<string | undefined> = new Set([undefined, "Ω"]);

/** Splits what has a number and a unit from what has not: "10", "A" and "10A" alike. "230/24V" is two voltages. */
function readValues(tokens: readonly string[]): ValuesResult {
  const values: Writable = {};
  const words: string[] = [];
  for (let i = 0; i < tokens.length; i++) {
    let token = tokens[i]!;
    if (/^[+-]?[\d.,]+[kmMµu]?$/u.test(token) && tokens[i + 1] !== undefined && isUnitWord(tokens[i + 1]!))
      token += tokens[++i]!;
    if (/^awg$/iu.test(token) && /^\d+$/u.test(tokens[i + 1] ?? "")) token = `${tokens[++i]!}awg`;
    if (/^awg\d+$/iu.test(token)) token = `${token.slice(3)}awg`;
    if (!/^[+-]?[\d.,]/u.test(token)) {
      words.push(token);
      continue;
    }
    const both = /^([\d.,]+)\s*v?\/([\d.,]+)\s*v$/iu.exec(token);
    for (const one of both ? [`${both[1]!}V`, `${both[2]!}V`] : [token]) {
      const read = readValue(one, values);
      if (read === "word") words.push(one);
      else if (read) return { ok: false, problem: read };
    }
  }
  return { ok: true, values, words };
}

const isUnitWord = (word: string) =>
  /^(?:[kmMµu]?(?:v|volts?|vac|vdc|a|amps?|w|watts?|va|ohms?|Ω|hz|mm2|mm²|m|awg))$/iu.test(word);

function readValue(token: string, into: Writable): TraceProblem | "word" | undefined {
  for (const unit of UNITS) {
    const end = unit.ends.exec(token);
    if (!end) continue;
    const number = parseQuantity(token.slice(0, end.index));
    if (!number.ok || number.quantity.unit !== undefined) continue;
    const value = number.quantity.value;
    if (!(value >= unit.from && value <= unit.to))
      return {
        code: "out-of-range",
        token,
        from: `${unit.from} ${unit.sign}`,
        to: `${unit.to} ${unit.sign}`,
      };
    const field = unit.into === "volts" && into.volts !== undefined ? "outVolts" : unit.into;
    if (into[field] !== undefined) return { code: "not-understood", token };
    into[field] = value;
    return undefined;
  }
  // A marking such as 4k7 is ohms; a bare number is a word: of a pin.
  const marked = parseQuantity(token);
  if (marked.ok && /[a-z]/iu.test(token) && into.ohms === undefined && OHMS.has(marked.quantity.unit)) {
    into.ohms = marked.quantity.value;
    return undefined;
  }
  return "word";
}
