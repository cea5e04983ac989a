import type { Translator } from "#core/language/index.ts";
import { needsLive, type MeterFunction } from "#core/meter/index.ts";
import { parseQuantity } from "#core/quantity/index.ts";
import { referencesOf, type Point, type Setup, type UnitModel } from "#core/unit/index.ts";
import { storeValue, type FindingBody } from "#core/job/index.ts";
import type { EntryContext } from "./context.ts";
import { spokenToWritten } from "./dictation.ts";
import { germanToWritten } from "./germanLine.ts";
import { lookFrom } from "./lookWords.ts";
import { functionFirst, functionFor, inRange, takeFunction } from "./namedFunction.ts";
import { findPoint, pairAcross, pointsMeantBy, showPoint, similarPoints } from "./pointNames.ts";
import type { EntryProblem } from "./problems.ts";
import { takeHeld, takeLifts } from "./saidAround.ts";

export type EntryResult =
  { readonly ok: true; readonly body: FindingBody } | { readonly ok: false; readonly problem: EntryProblem };

/** A value at the end of the line: OL, or a number with an optional prefix and unit, one or two words. */
const VALUE =
  /(?:^|\s)(ol|o\.l\.?|open line|[-+−–]?(?:\d|[.,]\d)\S*(?:\s+(?:[pnuµμmkKMG]?(?:v|vac|vdc|a|aac|adc|ohms?|Ω|ω|hz|f)|[pnuµμmkKMG]|meg(?:ohms?)?))?)\s*$/iu;

/**
 * Understands one line: "P4.3 to N 118 vac", "TC1 ohm OL", "1.8 vac", "4k7", "K3.com K3.no no beep", "… in wash",
 * "looks burnt P4", and the same dictated. Left out: the pair is the one asked for, the reference is the point's side's, the function follows from the unit.
 */
export function parseEntry(unit: UnitModel, text: string, around: EntryContext): EntryResult {
  const written = spokenToWritten(around.language === "de" ? germanToWritten(text) : text);
  const plugs = takeLifts(unit, written);
  if ("code" in plugs) return fail(plugs);
  const context = withLifts(around, plugs);
  const { line: withHeld, state } = takeState(unit, plugs.line, around.say);
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

const UNSTEADY = /\b(?:flickers?|flickering|jumps?|jumping|unsteady|wanders?)$/iu;

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
    ...context,
    ...(context.pending ? { pending: { ...context.pending, setup: moved(context.pending.setup) } } : {}),
    liveSetup: moved(context.liveSetup),
    deadSetup: moved(context.deadSetup),
  };
}

function fail(problem: EntryProblem): EntryResult {
  return { ok: false, problem };
}

function takeState(
  unit: UnitModel,
  line: string,
  say: Translator = (text) => text,
): { line: string; state?: { id: string } | EntryProblem } {
  const named = /^(.*?)\s+(?:in|while|during|@)\s+(\D.*)$/iu.exec(line);
  if (!named) return { line };
  const wanted = named[2]!.trim().toLowerCase();
  const state = unit.states.find(
    (s) =>
      s.id.toLowerCase() === wanted.replace(/\s+/gu, "-") ||
      [s.name, say(s.name)].some((name) => name.toLowerCase() === wanted),
  );
  // With a figure in it and no such state, it is more likely the reading than a state's name.
  if (!state && /\d/u.test(wanted)) return { line };
  return {
    line: named[1]!,
    state: state ?? { code: "unknown-state", at: named[2]!.trim(), known: unit.states.map((s) => s.name) },
  };
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
  const own = referencesOf(unit, red).filter((r) => r.point !== red.id);
  const usual =
    own.length > 0 ? own : unit.references.filter((r) => r.side === red.side && r.point !== red.id);
  const fitting = usual.filter((r) => r.function === fn);
  const references = fitting.length > 0 ? fitting : usual;
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
