import { filled, heldBy, lettersOf, patternOf, type Pattern } from "./pattern.ts";

/** Texts of the program, English to another language; what is put in stands as {0}, {1} … in both. */
export type Catalogue = Readonly<Record<string, string>>;

/** Says a text of the program in another language. What no catalogue has (names, what somebody wrote) comes back as it was. */
export type Translator = (text: string) => string;

interface Entry {
  readonly from: Pattern;
  readonly to: Pattern;
  readonly letters: number;
  readonly isSentence: boolean;
}

/** A pattern with so many letters of its own is a sentence of the program, whatever is put in. */
const SENTENCE = 12;
/** So is one that begins with so many, or that sets off what is put in by a colon or quotes. Shorter ones (“{0} of {1}”) fit what people write, too. */
const OPENING = 5;
const SHORT = 4;
/** Words of a name or a reading that is put into a short phrase, a longer one, and a list. */
const WORDS_OF_A_NAME = 3;
const WORDS_OF_A_LONG_NAME = 6;
const WORDS_IN_A_LIST = 4;
/** Letters of a sentence: “no. 2” are not two. */
const SHORTEST = 4;
/** Texts within texts: a sentence with a reading with a place with a part. */
const DEEPEST = 6;
/** Translations kept; then it begins afresh. */
const KEPT = 20_000;
/** What strings several texts together, what holds least first. */
const SEAMS = [/(\s+·\s+|\s+–\s+|;\s+|:\s+)/u, /(,\s+(?:and|or)\s+|,\s+)/u];
/** Between two things, or two names: what people write has it between sentences, too. */
const BETWEEN = /(\s+and\s+|\s+or\s+)/u;
/** A text in brackets, behind another or by itself; and what ends a sentence or introduces something. */
const BRACKETED = /^(.*?\s)?\((.+)\)$/su;
const ENDED = /^(.*[^.,:;?!…])([.,:;?!…]+)$/su;
/** A number, or the short name of a part, before a text: “2 to be measured”, “K3 coil open”. */
const LED = /^([\d.,]+|\p{Lu}[\p{Lu}\d.·_]*|\p{Co}+)(\s+)(\p{Ll}.*)$/su;
/** Where one sentence ends and another begins. */
const NEXT_SENTENCE = /(?<=[.!?:])\s+(?=[\p{Lu}“\d])/u;
/** The pattern index's place for those without a whole word of their own; no word is empty. */
const ANYWHERE = "";

/**
 * Translates by a catalogue. A text that was put together at run time is found again by the pattern it was made from: of the
 * patterns that fit, the one with most letters of its own, and what it holds is translated in its turn. Texts that were strung
 * together (sentences, lists) are taken apart where they were joined. Half a text is never translated: a list of which one piece
 * is somebody's own words is theirs as a whole.
 *
 * @param catalogue English to the other language; both sides have the same holes.
 */
export function translatorOf(catalogue: Catalogue): Translator {
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
  const kept = new Map<string, string>();

  /** The text in the other language, or undefined where it is not the program's. */
  function known(text: string, depth: number): string | undefined {
    const whole = asWritten(text);
    if (whole !== undefined || depth > DEEPEST) return whole;
    return (
      led(text, asWritten) ??
      joined(text.split(/(;\s+)/u), depth) ??
      byPattern(text, depth, true, (held) => !NEXT_SENTENCE.test(held)) ??
      bySentences(text, depth) ??
      byPattern(text, depth, true) ??
      ended(text, depth) ??
      bySeams(text, depth) ??
      byPattern(text, depth, false) ??
      bracketed(text, depth) ??
      led(text, (rest) => known(rest, depth + 1))
    );
  }

  /** A text that begins a sentence may stand in the catalogue as it does within one, and the reverse. */
  function asWritten(text: string): string | undefined {
    const whole = words.get(text);
    if (whole !== undefined) return whole;
    const first = text[0]!;
    const other =
      words.get(first.toLowerCase() + text.slice(1)) ?? words.get(first.toUpperCase() + text.slice(1));
    if (other === undefined) return undefined;
    return first === first.toUpperCase() ? other[0]!.toUpperCase() + other.slice(1) : other;
  }

  /** By a sentence of the program, whatever is put in; or by a phrase, with nothing in it but the program's own, names and numbers. */
  function byPattern(
    text: string,
    depth: number,
    sentences: boolean,
    mayHold: (held: string) => boolean = () => true,
  ): string | undefined {
    const tried = new Set<Entry>(byAnchor.get(ANYWHERE));
    for (const word of text.match(/\p{L}+/gu) ?? []) for (const e of byAnchor.get(word) ?? []) tried.add(e);
    const fitting = [...tried]
      .filter((e) => e.isSentence === sentences)
      .sort((a, b) => b.letters - a.letters);
    for (const entry of fitting) {
      const held = heldBy(entry.from, text);
      if (!held?.every(mayHold)) continue;
      const inside = held.map((h) => around(h, (core) => known(core, depth + 1)));
      const most = entry.letters < SHORT ? WORDS_OF_A_NAME : WORDS_OF_A_LONG_NAME;
      const areOurs = held.every((h, i) => inside[i] !== h || isName(h.trim(), most));
      if (sentences || areOurs) return filled(entry.to, inside);
    }
    return undefined;
  }

  /** Each sentence for itself: one that somebody wrote may stand beside one of the program. */
  function bySentences(text: string, depth: number): string | undefined {
    const parts = text.split(NEXT_SENTENCE);
    if (parts.length < 2 || parts.some((p) => p.length < SHORTEST)) return undefined;
    const said = parts.map((p) => known(p, depth + 1));
    return said.some((s) => s !== undefined) ? said.map((s, i) => s ?? parts[i]!).join(" ") : undefined;
  }

  function bracketed(text: string, depth: number): string | undefined {
    const [, before = "", inner] = BRACKETED.exec(text) ?? [];
    const said = inner === undefined ? undefined : known(inner, depth + 1);
    if (said === undefined) return undefined;
    const first = around(before, (core) => known(core, depth + 1));
    return first !== before || isName(before.trim(), WORDS_IN_A_LIST) ? `${first}(${said})` : undefined;
  }

  function ended(text: string, depth: number): string | undefined {
    const [, rest, end] = ENDED.exec(text) ?? [];
    const said = rest === undefined ? undefined : known(rest, depth + 1);
    return said === undefined ? undefined : said + end;
  }

  function led(text: string, say: (rest: string) => string | undefined): string | undefined {
    const [, lead, gap, rest] = LED.exec(text) ?? [];
    const said = rest === undefined ? undefined : say(rest);
    return said === undefined ? undefined : `${lead}${gap}${said}`;
  }

  function bySeams(text: string, depth: number): string | undefined {
    for (const seam of SEAMS) {
      const said = joined(text.split(seam), depth);
      if (said !== undefined) return said;
    }
    const names = text.split(BETWEEN);
    return names.every(
      (n, i) => i % 2 === 1 || !isName(n, Infinity) || /\d|(?:^|\s)\p{Lu}$/u.test(n) || !/\s\p{Ll}/u.test(n),
    )
      ? joined(names, depth)
      : undefined;
  }

  /** Pieces and, between them, what joins them; all of it, or nothing. */
  function joined(parts: readonly string[], depth: number): string | undefined {
    if (parts.length < 2) return undefined;
    let any = false;
    const said: string[] = [];
    for (const [i, part] of parts.entries()) {
      const other = i % 2 === 1 || part.trim() === "" ? part : known(part.trim(), depth + 1);
      if (other === undefined && !isName(part.trim(), WORDS_IN_A_LIST)) return undefined;
      any ||= other !== undefined && other !== part;
      said.push(i % 2 === 1 ? around(part, (core) => words.get(core)) : (other ?? part));
    }
    return any ? said.join("") : undefined;
  }

  return (text) => {
    const before = kept.get(text);
    if (before !== undefined) return before;
    const said = /\p{L}{2}/u.test(text) ? around(text, (core) => known(core, 0)) : text;
    if (kept.size > KEPT) kept.clear();
    // What was said once is not translated again when it is passed on.
    kept.set(text, said).set(said, said);
    return said;
  };
}

/** Blanks around a text stay where they are. */
function around(text: string, say: (core: string) => string | undefined): string {
  const core = text.trim();
  if (core === "") return text;
  const said = say(core);
  return said === undefined ? text : text.replace(core, () => said);
}

/** Whether a pattern's own text tells it from what people write. */
const isSentence = (pattern: Pattern): boolean =>
  lettersOf(pattern) >= SENTENCE ||
  lettersOf({ pieces: pattern.pieces.slice(0, 1), holes: [] }) >= OPENING ||
  (lettersOf(pattern) >= 3 && /[:“(]\s?$/u.test(pattern.pieces[0]!)) ||
  pattern.pieces.some((piece) => /\p{L}{3,}:\s$/u.test(piece));

/** A name, a point, a reading, or an element of the page in the text's place: few words, and a figure or a capital among them. */
const isName = (text: string, most: number): boolean =>
  text === "" ||
  (text.split(/\s+/u).length <= most &&
    /^[\p{N}\p{Lu}\p{Co}“(−+]/u.test(text) &&
    !/^[\d.,]+\s+\p{Ll}{3,}/u.test(text));

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
