import type { Observation, UnitModel } from "#core/unit/index.ts";

/** What a line says of something seen, smelt or heard. */
export type LookResult =
  | { readonly kind: "found"; readonly observation: string; readonly seen: boolean; readonly badly?: true }
  | { readonly kind: "several"; readonly candidates: readonly string[] }
  /** It speaks of a look, and the unit's model has none like it. */
  | { readonly kind: "unknown" };

/** Words that mean the same to somebody who looks. */
const SAME: readonly (readonly string[])[] = [
  ["burnt", "burned", "scorched", "brown", "browned", "melted", "sooty", "black", "charred"],
  ["bulged", "swollen", "vented", "bulging", "leaking"],
  ["clicks", "click", "clunks", "clunk", "heard", "clicking"],
  ["corroded", "green", "wet", "water", "rusty"],
  ["cracked", "broken", "crack", "split", "torn", "damaged"],
  ["jammed", "stiff", "blocked", "stuck", "caught", "drags"],
  ["crusted", "crust", "scale", "scaled", "dirty"],
];
/** How a part is said to work badly. */
const BADLY = /\b(?:slow|slowly|dim|weak|weakly|noisy|hums|hot|hesitates|stutters)\b/iu;
const SENSES = /^(?:it\s+)?(?:looks?|smells?|sounds?|hear|heard|see|saw|feels?)\b/iu;
const DENIALS = /\b(?:no|not|nothing|isn'?t|doesn'?t|never|without)\b/iu;

/** The unit's looks, smells and sounds that a line speaks of; undefined where the line speaks of none. */
export function lookFrom(unit: UnitModel, line: string): LookResult | undefined {
  const words = line
    .toLowerCase()
    .split(/[^\p{L}\p{N}.·-]+/u)
    .filter(Boolean);
  const signs = new Set(words.flatMap((w) => signOf(w) ?? []));
  // Parts and plugs by their designation: a letter or a few, and a number.
  const parts = words.filter((w) => /^\p{L}{1,4}\d+(?:\.\d+)?$/u.test(w));
  const badly = BADLY.test(line) && !DENIALS.test(line) ? worksBadly(unit, words, parts) : undefined;
  if (badly !== undefined) return { kind: "found", observation: badly, seen: true, badly: true };
  if (!SENSES.test(line) && signs.size === 0) return undefined;
  const scored = unit.observations
    .filter((o) => ["look", "smell", "listen"].includes(o.kind))
    .map((o) => ({ o, score: score(o, words, signs, parts) }));
  const best = Math.max(0, ...scored.map((s) => s.score));
  if (best < 3) return { kind: "unknown" };
  const leading = scored.filter((s) => s.score === best).map((s) => s.o);
  return leading.length === 1
    ? { kind: "found", observation: leading[0]!.id, seen: !DENIALS.test(line) }
    : { kind: "several", candidates: leading.map((o) => o.question) };
}

/** The question whether a part works that "wash pump slow" answers; undefined where it may be none or more than one. */
function worksBadly(unit: UnitModel, words: readonly string[], parts: readonly string[]): string | undefined {
  const named = unit.observations.filter((o) => {
    if (o.kind !== "works") return false;
    const name = unit.parts.find((p) => p.id === o.part)?.name?.toLowerCase() ?? "";
    const about = `${o.question} ${name}`.toLowerCase().split(/[^\p{L}\p{N}]+/u);
    const own = words.filter((w) => w.length > 2 && !BADLY.test(w));
    return (
      parts.includes(o.part?.toLowerCase() ?? "-") || (own.length > 0 && own.every((w) => about.includes(w)))
    );
  });
  return named.length === 1 ? named[0]!.id : undefined;
}

/** A part that the look is about counts most, then the kind of sign, then any other word in common. */
function score(
  o: Observation,
  words: readonly string[],
  signs: ReadonlySet<number>,
  parts: readonly string[],
): number {
  const about = `${o.question} ${o.yes}`.toLowerCase().split(/[^\p{L}\p{N}.]+/u);
  const named = (id: string) =>
    o.part?.toLowerCase() === id ||
    about.includes(id) ||
    Object.keys(o.signs).some((s) => s.toLowerCase().startsWith(`${id}:`));
  const owned = about.flatMap((w) => signOf(w) ?? []);
  const inCommon = words.filter((w) => w.length > 3 && signOf(w) === undefined && about.includes(w)).length;
  return 2 * parts.filter(named).length + (owned.some((s) => signs.has(s)) ? 2 : 0) + Math.min(2, inCommon);
}

function signOf(word: string): number | undefined {
  const index = SAME.findIndex((group) => group.includes(word));
  return index < 0 ? undefined : index;
}
