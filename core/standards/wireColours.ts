/**
 * Colours of wires with what stands for them on drawings: the letters of IEC 60757 (from memory), and the abbreviations of North
 * American drawings (common practice, no source). Abbreviations that mean two colours (BL, BR) are none.
 */
const WIRE_COLOURS: Readonly<Record<string, readonly string[]>> = {
  black: ["bk", "blk"],
  brown: ["bn", "brn"],
  red: ["rd"],
  orange: ["og", "orn", "org"],
  yellow: ["ye", "yel"],
  green: ["gn", "grn"],
  blue: ["bu", "blu"],
  violet: ["vt", "vio", "purple", "pur"],
  grey: ["gy", "gray", "gry"],
  white: ["wh", "wht"],
  pink: ["pk", "pnk"],
  turquoise: ["tq"],
  tan: [],
  gold: [],
  silver: [],
};

const BY_WORD: ReadonlyMap<string, string> = new Map(
  Object.entries(WIRE_COLOURS).flatMap(([name, words]) =>
    [name, ...words].map((word) => [word, name] as const),
  ),
);

/** Two colours in the letters of IEC 60757 without anything between them: GNYE. */
const TWO_BY_LETTERS = /^([a-z]{2})([a-z]{2})$/u;

/**
 * A wire's colour by its name: "grey", "GRAY", "BN", "GRN/YEL" and "GNYE" are grey, grey, brown and twice green/yellow, of which the
 * second is the tracer.
 * @returns undefined for what is no colour
 */
export function wireColour(word: string): string | undefined {
  const low = word.toLowerCase();
  const whole = BY_WORD.get(low);
  if (whole !== undefined) return whole;
  const names = TWO_BY_LETTERS.exec(low)?.slice(1) ?? low.split(/[/-]/u);
  const known = names.map((name) => BY_WORD.get(name));
  return names.length === 2 && known.every((name) => name !== undefined) ? known.join("/") : undefined;
}
