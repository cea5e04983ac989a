/** Texts as hands, spreadsheets and strangers make them: pieces of the trade's language in any order, cut and mended. */

const PIECES = [
  ..."0123456789".split(""),
  ..."+-−–.,:;()[]{}<>/\\|'\"`~!?@#$%^&*=_ \t".split(""),
  ...[
    "k",
    "M",
    "m",
    "µ",
    "μ",
    "n",
    "p",
    "G",
    "meg",
    "K",
    "V",
    "A",
    "Ω",
    "ohm",
    "Hz",
    "F",
    "vac",
    "vdc",
    "VAC",
    "R",
    "°C",
  ],
  ...[
    "OL",
    "o.l.",
    "open line",
    "beep",
    "no beep",
    "to",
    "and",
    "in",
    "minus",
    "point",
    "lowest",
    "highest",
    "off",
    "back",
  ],
  ...[
    "P4.3",
    "P4",
    "N",
    "L",
    "PE",
    "GND",
    "HT1.1",
    "HT1",
    "K3.com",
    "TP12",
    "S1",
    "looks burnt",
    "rinse heat",
    "fill",
    "dead",
  ],
  ...[
    "1e3",
    "1e300",
    "1e-320",
    "-0",
    "4k7",
    "4k7M",
    "1,200",
    "0x1f",
    "NaN",
    "Infinity",
    "٣",
    "１２",
    "Ⅳ",
    "½",
    "²",
  ],
  ...[
    "\0",
    "\ud800",
    "\u202e",
    "e\u0301",
    "🜚",
    "\n",
    "\r",
    "\u00a0",
    "\ufeff",
    "__proto__",
    "constructor",
    "toString",
  ],
];

export function randomText(random: () => number, most = 14): string {
  const length = Math.floor(random() * most);
  let text = "";
  for (let i = 0; i < length; i++) {
    text += PIECES[Math.floor(random() * PIECES.length)]!;
    if (random() < 0.35) text += " ";
  }
  return random() < 0.01 ? text.repeat(200) : text;
}

const VALUES: readonly unknown[] = [
  null,
  true,
  "",
  "x",
  "\0",
  "\ud800",
  0,
  -0,
  -1,
  1e308,
  -1e-320,
  0.5,
  [],
  {},
  [[]],
  "a".repeat(5000),
  "__proto__",
];

/** A copy of a JSON value in which some things are other things, gone, doubled, or the same as elsewhere. */
export function mutated(
  json: unknown,
  random: () => number,
  changes = 1 + Math.floor(random() * 4),
): unknown {
  const copy = structuredClone(json);
  for (let i = 0; i < changes; i++) mutateOnce(copy, random);
  return copy;
}

function mutateOnce(root: unknown, random: () => number): void {
  let here = root as Record<string, unknown> | unknown[];
  for (;;) {
    const keys = Object.keys(here);
    if (keys.length === 0) return;
    const key = keys[Math.floor(random() * keys.length)]!;
    const inner = (here as Record<string, unknown>)[key];
    if (typeof inner === "object" && inner !== null && random() < 0.8) {
      here = inner as Record<string, unknown>;
      continue;
    }
    return change(here as Record<string, unknown>, key, keys, random);
  }
}

function change(
  at: Record<string, unknown>,
  key: string,
  keys: readonly string[],
  random: () => number,
): void {
  const was = at[key];
  const draw = random();
  if (draw < 0.15) {
    if (Array.isArray(at)) at.splice(Number(key), 1);
    else delete at[key];
  } else if (draw < 0.3 && Array.isArray(at)) at.push(structuredClone(was));
  else if (draw < 0.5) at[key] = at[keys[Math.floor(random() * keys.length)]!];
  else if (draw < 0.7 && typeof was === "number")
    at[key] = was * [0, -1, 1e-9, 1e9, 10, 1e300][Math.floor(random() * 6)]!;
  else if (draw < 0.8 && typeof was === "string") at[key] = was.slice(0, Math.floor(random() * was.length));
  else at[key] = VALUES[Math.floor(random() * VALUES.length)];
}
