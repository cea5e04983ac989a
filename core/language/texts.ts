import { lettersOf, patternOf, type Pattern } from "./pattern.ts";

/** Texts of the program, English to another language; what is put in stands as {0}, {1} … in both. */
export type Catalogue = Readonly<Record<string, string>>;

/** A text with holes, in both languages. */
export interface Entry {
  readonly from: Pattern;
  readonly to: Pattern;
  readonly letters: number;
  /** Whether its own text tells it from what people write; “{0} of {1}” does not. */
  readonly isSentence: boolean;
}

/** A catalogue in which a text is found. */
export interface Texts {
  /** A text without holes, also where it begins a sentence and stands in the catalogue as it does within one, or the reverse. */
  readonly asWritten: (text: string) => string | undefined;
  /** Texts with holes that may fit, those with most letters of their own first. */
  readonly mayFit: (text: string) => readonly Entry[];
  /** What texts that were put together have come to, pieces of them too. */
  readonly found: Map<string, string | undefined>;
}

/** A pattern with so many letters of its own is a sentence of the program, whatever is put in. */
const SENTENCE = 12;
/** So is one that begins with so many, that sets off what is put in by a colon, quotes or brackets behind so many, or that is two. */
const OPENING = 5;
const SET_OFF = 3;
/** The index's place for those without a whole word of their own; no word is empty. */
const ANYWHERE = "";

export function readCatalogue(catalogue: Catalogue): Texts {
  const words = new Map<string, string>();
  const patterns: Entry[] = [];
  for (const [english, other] of Object.entries(catalogue)) {
    if (!/\{\d+\}/u.test(english)) words.set(english, other);
    else {
      const from = patternOf(english);
      patterns.push({ from, to: patternOf(other), letters: lettersOf(from), isSentence: isSentence(from) });
    }
  }
  const byAnchor = anchored(patterns);
  return {
    found: new Map(),
    asWritten: (text) => {
      const whole = words.get(text);
      if (whole !== undefined) return whole;
      const first = text[0]!;
      const other =
        words.get(first.toLowerCase() + text.slice(1)) ?? words.get(first.toUpperCase() + text.slice(1));
      if (other === undefined) return undefined;
      return first === first.toUpperCase() ? other[0]!.toUpperCase() + other.slice(1) : other;
    },
    mayFit: (text) => {
      const found = new Set<Entry>(byAnchor.get(ANYWHERE));
      for (const word of text.match(/\p{L}+/gu) ?? []) for (const e of byAnchor.get(word) ?? []) found.add(e);
      return [...found].sort((a, b) => b.letters - a.letters);
    },
  };
}

const isSentence = (pattern: Pattern): boolean =>
  lettersOf(pattern) >= SENTENCE ||
  lettersOf({ pieces: pattern.pieces.slice(0, 1), holes: [] }) >= OPENING ||
  (lettersOf(pattern) >= SET_OFF && /[:“(]\s?$/u.test(pattern.pieces[0]!)) ||
  pattern.pieces.some((piece) => /\p{L}{3,}:\s$|[.!?]\s|^\s\p{Lu}.*[.!?]$/u.test(piece));

/** The words of a pattern that stand whole whatever is put in: not “check” of “check{0}”. */
function wordsIn({ from: { pieces } }: Entry): string[] {
  const whole = pieces.flatMap((piece, i) => {
    const inner = piece
      .replace(i === 0 ? /^$/u : /^\p{L}+/u, "")
      .replace(i === pieces.length - 1 ? /^$/u : /\p{L}+$/u, "");
    return inner.match(/\p{L}+/gu) ?? [];
  });
  return [...new Set(whole)];
}

/** Patterns by the word of theirs that the fewest others have: a text is held against those only whose word it has. */
function anchored(patterns: readonly Entry[]): Map<string, Entry[]> {
  const count = new Map<string, number>();
  for (const e of patterns) for (const w of wordsIn(e)) count.set(w, (count.get(w) ?? 0) + 1);
  const byAnchor = new Map<string, Entry[]>();
  for (const e of patterns) {
    const anchor = wordsIn(e).sort((a, b) => count.get(a)! - count.get(b)!)[0] ?? ANYWHERE;
    byAnchor.set(anchor, [...(byAnchor.get(anchor) ?? []), e]);
  }
  return byAnchor;
}
