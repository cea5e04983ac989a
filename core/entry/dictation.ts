/** Numbers as they are spoken; pins and short readings need no more. */
const NUMBER_WORDS: ReadonlyMap<string, number> = new Map(
  Object.entries<number>({
    zero: 0,
    one: 1,
    two: 2,
    three: 3,
    four: 4,
    five: 5,
    six: 6,
    seven: 7,
    eight: 8,
    nine: 9,
    ten: 10,
    eleven: 11,
    twelve: 12,
    thirteen: 13,
    fourteen: 14,
    fifteen: 15,
    sixteen: 16,
    seventeen: 17,
    eighteen: 18,
    nineteen: 19,
  }),
);
const TENS: ReadonlyMap<string, number> = new Map(
  Object.entries<number>({
    twenty: 20,
    thirty: 30,
    forty: 40,
    fifty: 50,
    sixty: 60,
    seventy: 70,
    eighty: 80,
    ninety: 90,
  }),
);

const SPOKEN: readonly (readonly [RegExp, string])[] = [
  // "P4 point 3", "P4 dot 3", "1 point 8", "minus 3"
  [/(\d)\s+(?:point|dot|comma)\s+(?=[\da-z])/giu, "$1."],
  [/\bminus\s+(?=\d)/giu, "-"],
  // "P 4", "K 3": a letter or two said apart from its number, where a word begins
  [/\b(p|k|f|q|t|x|tp|tc|th|ht|ntc|w|r|c|d|s|m|y)\s+(?=\d+(?:\.|\b)(?!\s*(?:v|a|ohm|volt|amp)))/giu, "$1"],
  [/\b(\d+(?:\.\d+)?)\s*volts?\s+ac\b/giu, "$1 vac"],
  [/\b(\d+(?:\.\d+)?)\s*volts?\s+dc\b/giu, "$1 vdc"],
  [/\b(\d+(?:\.\d+)?)\s*(?:amps?|amperes?)\s+ac\b/giu, "$1 aac"],
  [/\b(\d+(?:\.\d+)?)\s*(?:amps?|amperes?)\s+dc\b/giu, "$1 adc"],
  [/\b(\d+(?:\.\d+)?)\s*kilo\s*ohms?\b/giu, "$1 kohm"],
  [/\b(\d+(?:\.\d+)?)\s*meg(?:a\s*)?\s*ohms?\b/giu, "$1 Mohm"],
  [/\b(\d+(?:\.\d+)?)\s*milli\s*volts?\b/giu, "$1 mV"],
  [/\b(\d+(?:\.\d+)?)\s*micro\s*amps?\b/giu, "$1 uA"],
  [/\b(\d+(?:\.\d+)?)\s*micro\s*farads?\b/giu, "$1 uF"],
  [/\b(\d+(?:\.\d+)?)\s*hertz\b/giu, "$1 Hz"],
  [/\b(?:over\s*limit|over\s*load|overload|open\s*line|open\s*circuit|infinit[ey]|infinity)\b/giu, "OL"],
  [/\b(?:does\s*n[o']?t|doesnt|did\s*n[o']?t|didnt)\s+beeps?\b/giu, "no beep"],
];

/**
 * A line as it is said or dictated, written as the parser takes it: "P four point three to neutral one hundred
 * eighteen volts AC" becomes "P4.3 to neutral 118 vac". A line that was typed comes back as it was.
 */
export function spokenToWritten(text: string): string {
  return SPOKEN.reduce((line, [said, written]) => line.replace(said, written), withDigits(text))
    .replace(/\s+/gu, " ")
    .trim();
}

/** Runs of number words as digits: "two hundred thirty" is 230; words that are no numbers stay. */
function withDigits(text: string): string {
  const out: string[] = [];
  let total: number | undefined;
  const flush = () => {
    if (total !== undefined) out.push(String(total));
    total = undefined;
  };
  const words = text.split(/\s+/u);
  for (const [i, word] of words.entries()) {
    const lower = word.toLowerCase();
    const unit = NUMBER_WORDS.get(lower);
    const ten = TENS.get(lower);
    if (unit !== undefined) {
      // "three four" are two numbers, "thirty four" and "hundred four" are one.
      if (total !== undefined && (total % 10 !== 0 || (unit >= 10 && total % 100 !== 0) || total === 0))
        flush();
      total = (total ?? 0) + unit;
    } else if (ten !== undefined) {
      if (total !== undefined && total % 100 !== 0) flush();
      total = (total ?? 0) + ten;
    } else if (lower === "hundred" && total !== undefined && total > 0 && total < 10) total *= 100;
    else if (lower === "thousand" && total !== undefined && total > 0 && total < 1000) total *= 1000;
    else if (lower === "and" && total !== undefined && isNumberWord(words[i + 1])) continue;
    else {
      flush();
      out.push(word);
    }
  }
  flush();
  return out.join(" ");
}

function isNumberWord(word: string | undefined): boolean {
  const lower = word?.toLowerCase() ?? "";
  return NUMBER_WORDS.has(lower) || TENS.has(lower);
}
