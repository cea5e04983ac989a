import { filled, heldBy } from "./pattern.ts";
import { readCatalogue, type Catalogue, type Texts } from "./texts.ts";

/** Says a text of the program in another language. What no catalogue has (names, what somebody wrote) comes back as it was. */
export type Translator = (text: string) => string;

/** A phrase with fewer letters of its own (“{0} of {1}”) fits much of what people write. */
const SHORT = 4;
/** Words of a name or a reading that is put into a short phrase, a longer one, and a list. */
const WORDS_OF_A_NAME = 3;
const WORDS_OF_A_LONG_NAME = 6;
const WORDS_IN_A_LIST = 4;
/** Letters of a sentence: “no. 2” are not two. */
const SHORTEST = 4;
/** Longer texts are lists or several sentences, or somebody's own: what they might be is not tried out, for it would take seconds. */
const LONGEST = 500;
/** Translations kept; then it begins afresh. */
const KEPT = 20_000;
/** What strings several texts together, what holds least first. */
const SEAMS = [/(\s+·\s+|\s+–\s+|;\s+|:\s+)/u, /(,\s+(?:and|or)\s+|,\s+)/u];
/** Between two things, or two names: what people write has it between sentences, too. */
const BETWEEN = /(\s+and\s+|\s+or\s+)/u;
/** A text in brackets, behind another or by itself; and what ends a sentence or introduces something. */
const BRACKETED = /^(.*?\s)?\((.+)\)$/su;
const ENDED = /^(.*[^.,:;?!…])([.,:;?!…]+)$/su;
/** A number, the short name of a part, or an element of the page, before a text: “2 to be measured”, “K3 coil open”. */
const LED = /^([\d.,]+|\p{Lu}[\p{Lu}\d.·_]*|\p{Co}+)(\s+)(\p{Ll}.*)$/su;
/** Where one sentence ends and another begins. */
const NEXT_SENTENCE = /(?<=[.!?:])\s+(?=[\p{Lu}“\d])/u;
/** What a pattern's hole takes only where nothing else fits: more than one sentence, or more than one thing of a list. */
const SEVERAL = new RegExp(`${NEXT_SENTENCE.source}|;\\s`, "u");

/**
 * Translates by a catalogue. A text that was put together at run time is found again by the pattern it was made from: of the
 * patterns that fit, the one with most letters of its own, and what it holds is translated in its turn. Texts that were strung
 * together (sentences, lists) are taken apart where they were joined. Half a text is never translated: a list of which one piece
 * is somebody's own words is theirs as a whole.
 *
 * @param catalogue English to the other language; both sides have the same holes.
 */
export function translatorOf(catalogue: Catalogue): Translator {
  const texts = readCatalogue(catalogue);
  const kept = new Map<string, string>();
  return (text) => {
    const before = kept.get(text);
    if (before !== undefined) return before;
    const said = /\p{L}{2}/u.test(text) ? around(text, (core) => known(texts, core)) : text;
    if (kept.size > KEPT) kept.clear();
    kept.set(text, said);
    return said;
  };
}

/**
 * The text in the other language, or undefined where it is not the program's. What tells most of a text is asked first. Whatever is
 * taken apart comes to shorter texts, so that it ends.
 */
function known(texts: Texts, text: string): string | undefined {
  const whole = texts.asWritten(text);
  if (whole !== undefined) return whole;
  if (!texts.found.has(text)) {
    if (texts.found.size > KEPT) texts.found.clear();
    texts.found.set(text, takenApart(texts, text));
  }
  return texts.found.get(text);
}

function takenApart(texts: Texts, text: string): string | undefined {
  if (text.length > LONGEST)
    return (
      joined(texts, text.split(/(;\s+)/u)) ??
      bySentences(texts, text, (said) => said.some((s) => s !== undefined))
    );
  return (
    led(text, texts.asWritten) ??
    byPattern(texts, text, { sentences: true, mayHold: (held) => !SEVERAL.test(held) }) ??
    (NEXT_SENTENCE.test(text) ? undefined : joined(texts, text.split(/(;\s+)/u))) ??
    bySentences(texts, text, (said) => said.every((s) => s !== undefined)) ??
    byPattern(texts, text, { sentences: true }) ??
    bySentences(texts, text, (said) => said.some((s) => s !== undefined)) ??
    ended(texts, text) ??
    bySeams(texts, text) ??
    byPattern(texts, text, { sentences: false }) ??
    bracketed(texts, text) ??
    led(text, (rest) => known(texts, rest))
  );
}

/**
 * By a sentence of the program, whatever is put in, but rather one in which all of it is the program's own, names and numbers; or by
 * a phrase, in which nothing else may be.
 */
function byPattern(
  texts: Texts,
  text: string,
  { sentences, mayHold = () => true }: { sentences: boolean; mayHold?: (held: string) => boolean },
): string | undefined {
  let second: string | undefined;
  for (const entry of texts.mayFit(text)) {
    if (entry.isSentence !== sentences) continue;
    const most = entry.letters < SHORT ? WORDS_OF_A_NAME : WORDS_OF_A_LONG_NAME;
    for (const held of heldBy(entry.from, text)) {
      if (!held.every(mayHold)) continue;
      const inside = held.map((h) => around(h, (core) => known(texts, core)));
      if (held.every((h, i) => inside[i] !== h || areNames(h.trim(), most))) return filled(entry.to, inside);
      if (sentences) second ??= filled(entry.to, inside);
    }
  }
  return second;
}

/** Each sentence for itself: one that somebody wrote may stand beside one of the program. */
function bySentences(
  texts: Texts,
  text: string,
  isEnough: (said: readonly (string | undefined)[]) => boolean,
): string | undefined {
  const parts = text.split(NEXT_SENTENCE);
  if (parts.length < 2 || parts.some((p) => p.length < SHORTEST)) return undefined;
  const said = parts.map((p) => known(texts, p));
  return isEnough(said) ? said.map((s, i) => s ?? parts[i]!).join(" ") : undefined;
}

function bySeams(texts: Texts, text: string): string | undefined {
  for (const seam of SEAMS) {
    const said = joined(texts, text.split(seam));
    if (said !== undefined) return said;
  }
  return joined(texts, text.split(BETWEEN), isNoSentence);
}

/** Pieces and, between them, what joins them; all of it, or nothing. */
function joined(
  texts: Texts,
  parts: readonly string[],
  mayStay = (part: string) => isName(part, WORDS_IN_A_LIST),
): string | undefined {
  // What begins with a seam (“, 1 open”) goes on from another text, and has one of its own.
  if (parts.length < 2 || parts[0] === "") return undefined;
  let any = false;
  const said: string[] = [];
  for (const [i, part] of parts.entries()) {
    const isSeam = i % 2 === 1;
    const other = isSeam || part.trim() === "" ? part : known(texts, part.trim());
    if (other === undefined && !mayStay(part.trim())) return undefined;
    any ||= other !== undefined && other !== part;
    said.push(isSeam ? around(part, texts.asWritten) : (other ?? part));
  }
  return any ? said.join("") : undefined;
}

function bracketed(texts: Texts, text: string): string | undefined {
  const [, before = "", inner] = BRACKETED.exec(text) ?? [];
  const said = inner === undefined ? undefined : known(texts, inner);
  if (said === undefined) return undefined;
  const first = around(before, (core) => known(texts, core));
  return first !== before || isName(before.trim(), WORDS_IN_A_LIST) ? `${first}(${said})` : undefined;
}

function ended(texts: Texts, text: string): string | undefined {
  const [, rest, end] = ENDED.exec(text) ?? [];
  const said = rest === undefined ? undefined : known(texts, rest);
  return said === undefined ? undefined : said + end;
}

function led(text: string, say: (rest: string) => string | undefined): string | undefined {
  const [, lead, gap, rest] = LED.exec(text) ?? [];
  const said = rest === undefined ? undefined : say(rest);
  return said === undefined ? undefined : `${lead}${gap}${said}`;
}

/** Blanks around a text stay where they are. */
function around(text: string, say: (core: string) => string | undefined): string {
  const core = text.trim();
  if (core === "") return text;
  const said = say(core);
  return said === undefined ? text : text.replace(core, () => said);
}

/** A name, a point, a reading, or an element of the page in the text's place: few words, and a figure or a capital first. */
const isName = (text: string, most: number): boolean =>
  text === "" ||
  (text.split(/\s+/u).length <= most &&
    /^(?:[\p{N}\p{Lu}“(−+]|[\p{Co}\s]+$|\p{Co}+\s)/u.test(text) &&
    !/^[\d.,]+\s+\p{Ll}{3,}/u.test(text));

const areNames = (text: string, most: number): boolean =>
  text.split(/,\s/u).every((name) => isName(name, most));

/** A name that no sentence begins with: it has a figure, ends with a letter by itself, or has capitals only. */
const isNoSentence = (text: string): boolean =>
  isName(text, WORDS_IN_A_LIST) && (/\d|(?:^|\s)\p{Lu}$/u.test(text) || !/\s\p{Ll}/u.test(text));
