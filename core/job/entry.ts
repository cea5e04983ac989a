import { FUNCTION_NAME, FUNCTION_UNIT, needsLive, type MeterFunction } from "#core/meter/index.ts";
import {
  describeQuantityProblem,
  parseQuantity,
  type Kind,
  type Quantity,
  type QuantityProblem,
  type Unit,
} from "#core/quantity/index.ts";
import type { Point, Setup, UnitModel } from "#core/unit/index.ts";
import type { ReadingCheck } from "#core/diagnosis/index.ts";
import { spokenToWritten } from "./dictation.ts";
import { storeValue, type FindingBody } from "./events.ts";
import { lookFrom } from "./lookWords.ts";
import { findLift, findPoint, pairAcross, pointsMeantBy, showPoint, similarPoints } from "./pointNames.ts";

/** What a line is understood against when it leaves something out. */
export interface EntryContext {
  /** The pair asked for, taken when the line names no points. */
  readonly pending?: ReadingCheck;
  /** Setup taken for a live reading and for a dead one, when the line names no state. */
  readonly liveSetup: Setup;
  readonly deadSetup: Setup;
  /** The unit is dead and proven: a bare number between two points is in ohms. */
  readonly isDead?: boolean;
}

export type EntryProblem =
  | { readonly code: "quantity"; readonly problem: QuantityProblem }
  | { readonly code: "no-value"; readonly at: string }
  | { readonly code: "no-pair" }
  | { readonly code: "unknown-point"; readonly at: string; readonly similar: readonly string[] }
  | { readonly code: "ambiguous-point"; readonly at: string; readonly candidates: readonly string[] }
  | { readonly code: "ambiguous-look"; readonly candidates: readonly string[] }
  /** Something seen that the model does not know of: good for a note. */
  | { readonly code: "unknown-look"; readonly at: string }
  | { readonly code: "too-many-points"; readonly at: string }
  | { readonly code: "unknown-state"; readonly at: string; readonly known: readonly string[] }
  | { readonly code: "unit-misfit"; readonly unit: string; readonly fn: MeterFunction }
  | { readonly code: "one-point-for-ohms"; readonly at: string }
  /** "ac 24 vdc": what was named before the number and with it cannot both be. */
  | { readonly code: "contradiction"; readonly named: MeterFunction; readonly given: MeterFunction }
  /** "N - 3": a sign or a dash. */
  | { readonly code: "sign-or-dash"; readonly at: string }
  /** A reading that does not stand still has no one number. */
  | { readonly code: "unsteady"; readonly at: string }
  | { readonly code: "unknown-lift"; readonly at: string; readonly known: readonly string[] }
  | { readonly code: "which-reference"; readonly at: string; readonly candidates: readonly string[] };

export type EntryResult =
  { readonly ok: true; readonly body: FindingBody } | { readonly ok: false; readonly problem: EntryProblem };

const FUNCTION_WORDS: Readonly<Record<string, MeterFunction>> = {
  vac: "vac",
  ac: "vac",
  "v~": "vac",
  vdc: "vdc",
  dc: "vdc",
  "v=": "vdc",
  ohm: "ohm",
  ohms: "ohm",
  ω: "ohm",
  beep: "continuity",
  continuity: "continuity",
  diode: "diode",
  drop: "diode",
  cap: "farad",
  capacitance: "farad",
  farad: "farad",
  lowz: "lowz",
  loz: "lowz",
  mv: "mv",
  aac: "aac",
  clamp: "aac",
  adc: "adc",
  ua: "ua",
  µa: "ua",
  hz: "hz",
};
const CONNECTING = new Set(["to", "at", "and", "across", "from", "-", "–", ":", "on", "is", "reads", "="]);

/** A value at the end of the line: OL, or a number with an optional prefix and unit, one or two words. */
const VALUE =
  /(?:^|\s)(ol|o\.l\.?|open line|[-+−–]?(?:\d|[.,]\d)\S*(?:\s+(?:[pnuµμmkKMG]?(?:v|vac|vdc|a|aac|adc|ohms?|Ω|ω|hz|f)|[pnuµμmkKMG]|meg(?:ohms?)?))?)\s*$/iu;

/**
 * Understands one line: "P4.3 to N 118 vac", "TC1 ohm OL", "1.8 vac", "4k7", "K3.com K3.no no beep", "… in wash",
 * "looks burnt P4", and the same dictated. Left out: the pair is the one asked for, the reference is the point's side's, the function follows from the unit.
 */
export function parseEntry(unit: UnitModel, text: string, around: EntryContext): EntryResult {
  const written = spokenToWritten(text);
  const plugs = takeLifts(unit, written);
  if ("code" in plugs) return fail(plugs);
  const context = withLifts(around, plugs);
  const { line: withHeld, state } = takeState(unit, plugs.line);
  if (state !== undefined && !("id" in state)) return fail(state);
  const { line, held } = takeHeld(functionFirst(withHeld));
  const dash = /\S\s+[-−–]\s+(\d\S*)$/u.exec(line);
  if (dash) return fail({ code: "sign-or-dash", at: dash[1]! });
  if (UNSTEADY.test(line)) return fail({ code: "unsteady", at: line });
  const beep = /(?:^|\s)(no |silent |without )?beeps?\s*$/iu.exec(line);
  if (beep)
    return withPair(
      unit,
      line.slice(0, beep.index),
      "continuity",
      { kind: "beep", beep: beep[1] === undefined },
      context,
      state?.id,
    );

  const value = VALUE.exec(line);
  if (!value)
    return (
      lookOr(unit, written) ??
      fail(line === "" ? { code: "quantity", problem: { code: "empty" } } : { code: "no-value", at: line })
    );
  const parsed = parseQuantity(value[1]!.replace(/^open line$/iu, "OL"));
  if (!parsed.ok) return fail({ code: "quantity", problem: parsed.problem });
  const before = line.slice(0, value.index);
  const { words, fn: named } = takeFunction(before);
  const fn = functionFor(unit, parsed.quantity, named, words, context);
  if (typeof fn !== "string") return fail(fn);
  return withPair(
    unit,
    words.join(" "),
    fn,
    { kind: "value", value: storeValue(inRange(fn, parsed.quantity, value[1]!)), ...(held ? { held } : {}) },
    context,
    state?.id,
  );
}

/** On these ranges a bare number is in the unit that the display shows: 2.4 on µA is 2.4 µA. */
const RANGE_SCALE: Partial<Record<MeterFunction, number>> = { ua: 1e-6, mv: 1e-3, farad: 1e-6 };

function inRange(fn: MeterFunction, { value, unit }: Quantity, typed: string): number {
  const bare = unit === undefined && /^[-+−–]?[\d.,]+$/u.test(typed);
  return bare ? value * (RANGE_SCALE[fn] ?? 1) : value;
}

/** "HT1 50 V diode" as "HT1 diode 50 V": the function may come last, where it is no unit. */
function functionFirst(line: string): string {
  return line.replace(
    /(?<=^|\s)((?:ol|[-+−–]?[.,]?\d\S*)(?:\s+[a-zµμΩ]+)?)\s+(diode|drop|continuity|cap|capacitance|lowz|loz|clamp)$/iu,
    "$2 $1",
  );
}

const UNSTEADY = /\b(?:flickers?|flickering|jumps?|jumping|unsteady|wanders?)$/iu;

/** What the meter held: "lowest 198", "min 11.2", "highest 240". */
function takeHeld(line: string): { line: string; held?: "lowest" | "highest" } {
  const named = /(?:^|\s)(lowest|min|minimum|highest|max|maximum|peak)\s+(?=\S+(?:\s+\S+)?$)/iu.exec(line);
  if (!named) return { line };
  const held = /^(?:lowest|min)/iu.test(named[1]!) ? "lowest" : "highest";
  return { line: line.replace(named[0], " ").trim(), held };
}

/** Plugs said to be off or back on: "with P4 off", "P4 back". The rest of the line is what was read. */
function takeLifts(
  unit: UnitModel,
  line: string,
): { line: string; off: string[]; back: string[] } | Extract<EntryProblem, { code: "unknown-lift" }> {
  const off: string[] = [];
  const back: string[] = [];
  let rest = line;
  for (const said of line.matchAll(
    /(?:\bwith\s+)?(?:\bplug\s+)?(\S+)\s+(off|lifted|unplugged|back)(?=\s|$)/giu,
  )) {
    const [whole, name, how] = said as unknown as [string, string, string];
    const lift = findLift(unit, name);
    if (lift === undefined) return { code: "unknown-lift", at: name, known: unit.lifts.map((l) => l.id) };
    (how.toLowerCase() === "back" ? back : off).push(lift);
    rest = rest.replace(whole, " ");
  }
  return { line: rest.replaceAll(/\s+/gu, " ").trim(), off, back };
}

/** The context with those plugs off. What answers the card's own pair is then a reading of one's own at that pair. */
function withLifts(
  context: EntryContext,
  { off, back }: { readonly off: readonly string[]; readonly back: readonly string[] },
): EntryContext {
  if (off.length + back.length === 0) return context;
  const moved = (setup: Setup): Setup => ({
    ...setup,
    lifts: [...new Set([...setup.lifts, ...off])].filter((l) => !back.includes(l)),
  });
  return {
    ...(context.pending ? { pending: { ...context.pending, setup: moved(context.pending.setup) } } : {}),
    liveSetup: moved(context.liveSetup),
    deadSetup: moved(context.deadSetup),
  };
}

function fail(problem: EntryProblem): EntryResult {
  return { ok: false, problem };
}

function takeState(unit: UnitModel, line: string): { line: string; state?: { id: string } | EntryProblem } {
  const named = /^(.*?)\s+(?:in|while|during|@)\s+(\D.*)$/iu.exec(line);
  if (!named) return { line };
  const wanted = named[2]!.trim().toLowerCase();
  const state = unit.states.find(
    (s) => s.id.toLowerCase() === wanted.replace(/\s+/gu, "-") || s.name.toLowerCase() === wanted,
  );
  // With a figure in it and no such state, it is more likely the reading than a state's name.
  if (!state && /\d/u.test(wanted)) return { line };
  return {
    line: named[1]!,
    state: state ?? { code: "unknown-state", at: named[2]!.trim(), known: unit.states.map((s) => s.name) },
  };
}

function takeFunction(text: string): { words: string[]; fn?: MeterFunction } {
  let fn: MeterFunction | undefined;
  const words = text.split(/[\s,;]+/u).filter((word) => {
    const lower = word.toLowerCase();
    if (Object.hasOwn(FUNCTION_WORDS, lower)) fn = FUNCTION_WORDS[lower]!;
    return lower !== "" && !Object.hasOwn(FUNCTION_WORDS, lower) && !CONNECTING.has(lower);
  });
  return { words, ...(fn ? { fn } : {}) };
}

function functionFor(
  unit: UnitModel,
  quantity: Quantity,
  named: MeterFunction | undefined,
  words: readonly string[],
  context: EntryContext,
): MeterFunction | EntryProblem {
  const asked = named ?? (words.length === 0 ? context.pending?.fn : undefined);
  const { unit: given, kind, value } = quantity;
  const meantBy = given === undefined ? undefined : functionOfUnit(given, kind, value);
  if (named !== undefined && kind !== undefined && DIRECTED.includes(named) && meantBy !== named)
    if (meantBy !== undefined && meantBy !== "volts") return { code: "contradiction", named, given: meantBy };
  if (given === undefined)
    return asked ?? (value === Infinity || context.isDead ? "ohm" : sideFunction(unit, words));
  if (asked !== undefined && FUNCTION_UNIT[asked] === given && (named !== undefined || kind === undefined))
    return asked;
  if (named !== undefined) return { code: "unit-misfit", unit: given, fn: named };
  const meant = functionOfUnit(given, kind, value);
  if (meant === "volts")
    return asked === undefined ? sideFunction(unit, words) : { code: "unit-misfit", unit: given, fn: asked };
  return meant ?? { code: "unit-misfit", unit: given, fn: asked ?? "vac" };
}

/** Functions that say AC or DC themselves. */
const DIRECTED: readonly MeterFunction[] = ["vac", "vdc", "aac", "adc"];

/** What a unit alone says of the meter's setting; volts do not say which. */
function functionOfUnit(
  unit: Unit,
  kind: Kind | undefined,
  value: number,
): MeterFunction | "volts" | undefined {
  switch (unit) {
    case "V":
      return kind === "ac" ? "vac" : kind === "dc" ? "vdc" : "volts";
    case "A":
      // Nothing at all is what a clamp shows; in series only what was read as microamps.
      if (kind === undefined && value !== 0 && Math.abs(value) < 1e-3) return "ua";
      return kind === "dc" ? "adc" : "aac";
    case "Ω":
      return "ohm";
    case "F":
      return "farad";
    case "Hz":
      return "hz";
    default:
      return undefined;
  }
}

/** The function with which a point's side is usually read. */
function sideFunction(unit: UnitModel, words: readonly string[]): MeterFunction {
  const name = words[0] ?? "";
  const side =
    findPoint(unit, name)?.side ??
    unit.points.find((p) => p.id === pairAcross(unit, name)?.red)?.side ??
    "mains";
  return unit.references.find((r) => r.side === side)?.function ?? "vac";
}

function withPair(
  unit: UnitModel,
  text: string,
  fn: MeterFunction,
  result: FindingBody["result"],
  context: EntryContext,
  state: string | undefined,
): EntryResult {
  const { words } = takeFunction(text);
  const pair = pairFrom(unit, words, fn, context);
  if ("code" in pair) return fail(pair);
  const setup = setupFor(unit, fn, context, words.length === 0, state);
  return { ok: true, body: { type: "finding", check: { kind: "reading", setup, fn, ...pair }, result } };
}

function pairFrom(
  unit: UnitModel,
  words: readonly string[],
  fn: MeterFunction,
  context: EntryContext,
): { red: string; black: string } | EntryProblem {
  if (words.length === 0)
    return context.pending ? { red: context.pending.red, black: context.pending.black } : { code: "no-pair" };
  if (words.length > 2) return { code: "too-many-points", at: words.join(" ") };
  const across = words.length === 1 && !findPoint(unit, words[0]!) ? pairAcross(unit, words[0]!) : undefined;
  if (across) return { red: across.red, black: across.black };
  const points = words.map((word) => ({ word, ...pointFor(unit, word) }));
  const several = points.find((p) => p.candidates.length > 1);
  if (several)
    return {
      code: "ambiguous-point",
      at: several.word,
      candidates: several.candidates.slice(0, 8).map((p) => showPoint(p.id)),
    };
  const unknown = points.find((p) => !p.point);
  if (unknown) return { code: "unknown-point", at: unknown.word, similar: similarPoints(unit, unknown.word) };
  const red = points[0]!.point!;
  if (points[1]) return { red: red.id, black: points[1].point!.id };
  const ofSide = unit.references.filter((r) => r.side === red.side && r.point !== red.id);
  const fitting = ofSide.filter((r) => r.function === fn);
  const references = fitting.length > 0 ? fitting : ofSide;
  if (!needsLive(fn) || references.length === 0) return { code: "one-point-for-ohms", at: showPoint(red.id) };
  // Two legs and a neutral: which one the black probe was on is not guessed.
  if (references.length > 1)
    return {
      code: "which-reference",
      at: showPoint(red.id),
      candidates: references.map((r) => showPoint(r.point)),
    };
  return { red: red.id, black: references[0]!.point };
}

/** The point with this name, or the only one that it can mean; else those that it may. */
function pointFor(unit: UnitModel, word: string): { point?: Point; candidates: readonly Point[] } {
  const exact = findPoint(unit, word);
  if (exact) return { point: exact, candidates: [] };
  const candidates = pointsMeantBy(unit, word);
  return candidates.length === 1 ? { point: candidates[0]!, candidates: [] } : { candidates };
}

/** The line as something seen or heard, if it speaks of that. */
function lookOr(unit: UnitModel, line: string): EntryResult | undefined {
  const look = lookFrom(unit, line);
  switch (look?.kind) {
    case "found":
      return {
        ok: true,
        body: {
          type: "finding",
          check: { kind: "observation", observation: look.observation },
          result: { kind: "seen", seen: look.seen, ...(look.badly ? { badly: look.badly } : {}) },
        },
      };
    case "several":
      return fail({ code: "ambiguous-look", candidates: look.candidates });
    case "unknown":
      return fail({ code: "unknown-look", at: line });
    case undefined:
      return undefined;
  }
}

function setupFor(
  unit: UnitModel,
  fn: MeterFunction,
  context: EntryContext,
  pending: boolean,
  state: string | undefined,
): { state: string; lifts: string[] } {
  const live = needsLive(fn);
  // Naming a state says nothing of plugs: what was off is off still.
  if (state !== undefined) return { state, lifts: [...(live ? context.liveSetup : context.deadSetup).lifts] };
  const asked = context.pending;
  const setup =
    pending && asked && needsLive(asked.fn) === live
      ? asked.setup
      : live
        ? context.liveSetup
        : context.deadSetup;
  return { state: setup.state, lifts: [...setup.lifts] };
}

/** The sentence beside the field for a line that was not understood. */
export function describeEntryProblem(problem: EntryProblem): string {
  switch (problem.code) {
    case "quantity":
      return describeQuantityProblem(problem.problem);
    case "no-value":
      return `No reading at the end of “${problem.at}”. End with what the meter shows: 118 vac, 44 ohm, OL, beep or no beep.`;
    case "no-pair":
      return "Which pair? Name two points, for example P4.3 to N, or a part, for example TC1.";
    case "unknown-point":
      return `There is no point “${problem.at}” on this unit.${problem.similar.length > 0 ? ` Near it: ${problem.similar.join(", ")}.` : ""}`;
    case "ambiguous-point":
      return `“${problem.at}” may be ${problem.candidates.join(", ")}. Which one?`;
    case "ambiguous-look":
      return `That may answer more than one question: ${problem.candidates.join(" ")} Answer it under “Look first”, or name the part.`;
    case "unknown-look":
      return `This unit's model has no look like “${problem.at}”. It can be kept as a note.`;
    case "too-many-points":
      return `“${problem.at}” names more than two points. Name the red one, then the black one.`;
    case "unknown-state":
      return `This unit has no state “${problem.at}”. It has ${problem.known.join(", ")}.`;
    case "unit-misfit":
      return `${problem.unit} does not fit the function ${FUNCTION_NAME[problem.fn]}. Correct the unit or the function.`;
    case "one-point-for-ohms":
      return `Ohms are read between two points. Name the other one after ${problem.at}.`;
    case "contradiction":
      return `${FUNCTION_NAME[problem.named]} and ${FUNCTION_NAME[problem.given]} in one line. Which one did the meter stand on?`;
    case "sign-or-dash":
      return `Is it −${problem.at} or ${problem.at}? Write -${problem.at} without a space, or leave the dash out.`;
    case "unsteady":
      return "A reading that jumps has no one number. Enter the lowest and the highest, for example lowest 198, or keep it as a note.";
    case "unknown-lift":
      return `“${problem.at}” is nothing that comes off on this unit. It has ${problem.known.join(", ")}.`;
    case "which-reference":
      return `From ${problem.at} to which: ${problem.candidates.join(" or ")}? Name it after ${problem.at}.`;
  }
}
