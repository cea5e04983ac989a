/** Numbers below twenty, and the tens, as they are spoken; “zwo” is said for two where it might be heard as three. */
const UNITS: ReadonlyMap<string, number> = new Map(
  Object.entries<number>({
    null: 0,
    ein: 1,
    eins: 1,
    eine: 1,
    zwei: 2,
    zwo: 2,
    drei: 3,
    vier: 4,
    fünf: 5,
    sechs: 6,
    sieben: 7,
    acht: 8,
    neun: 9,
    zehn: 10,
    elf: 11,
    zwölf: 12,
    dreizehn: 13,
    vierzehn: 14,
    fünfzehn: 15,
    sechzehn: 16,
    siebzehn: 17,
    achtzehn: 18,
    neunzehn: 19,
  }),
);
const TENS: ReadonlyMap<string, number> = new Map(
  Object.entries<number>({
    zwanzig: 20,
    dreißig: 30,
    dreissig: 30,
    vierzig: 40,
    fünfzig: 50,
    sechzig: 60,
    siebzig: 70,
    achtzig: 80,
    neunzig: 90,
  }),
);

/** What a German number word is: "zweihundertdreißig" is 230, "einundzwanzig" 21; undefined for any other word. */
function numberOf(word: string): number | undefined {
  const thousands = partedAt(word, "tausend", 1000);
  if (thousands !== undefined) return thousands;
  const hundreds = partedAt(word, "hundert", 100);
  if (hundreds !== undefined) return hundreds;
  const plain = UNITS.get(word) ?? TENS.get(word);
  if (plain !== undefined) return plain;
  const [, unit = "", ten = ""] = /^(\p{L}+)und(\p{L}+)$/u.exec(word) ?? [];
  const [ones, tens] = [UNITS.get(unit), TENS.get(ten)];
  return ones !== undefined && ones > 0 && ones < 10 && tens !== undefined ? tens + ones : undefined;
}

/** "dreihundertvier" at "hundert": three of them and four. */
function partedAt(word: string, name: string, worth: number): number | undefined {
  const at = word.indexOf(name);
  if (at < 0) return undefined;
  const [before, after] = [word.slice(0, at), word.slice(at + name.length).replace(/^und/u, "")];
  const many = before === "" ? 1 : numberOf(before);
  const rest = after === "" ? 0 : numberOf(after);
  if (many === undefined || many === 0 || rest === undefined || rest >= worth) return undefined;
  return many * worth + rest;
}

/** Where a word ends, also one that ends in a letter which \b does not know. */
const END = String.raw`(?![\p{L}\p{N}])`;
/** What the meter says stands at the end, or before the state and the plugs that are off. */
const LAST = String.raw`(?=\s*$|\s+(?:in|im|beim?|während|mit)\s)`;
const START = String.raw`(?<![\p{L}\p{N}])`;
const words = (said: string, written: string): readonly [RegExp, string] => [
  new RegExp(`${START}(?:${said})${END}`, "giu"),
  written,
];
/** A unit that is said with its number: "229,8 Volt". */
const unit = (said: string, written: string): readonly [RegExp, string] => [
  new RegExp(String.raw`(\d)\s*(?:${said})${END}`, "giu"),
  `$1 ${written}`,
];

/** What the meter says. */
const said = (how: string, written: string): readonly [RegExp, string] => [
  new RegExp(`${START}(?:${how})${LAST}`, "giu"),
  written,
];

/** In this order: longer ways to say a thing before those that they hold. */
const SAID: readonly (readonly [RegExp, string])[] = [
  [/(?<=^|\s)ein\s+(?=(?:mega?|kilo|milli|mikro|nano)?\s*(?:ohm|volt|amp[eè]re|farad|hertz))/giu, "1 "],
  [/(\d)\s+(?:komma|punkt)\s+(?=\d)/giu, "$1."],
  // "P4 Stift 3"
  [/(\p{L}\d+)\s+(?:stift|pin|klemme|punkt)\s+(?=\d)/giu, "$1."],
  [/minus\s+(?=\d)/giu, "-"],
  unit(String.raw`volt\s+(?:wechsel\p{L}*|ac)|v\s+wechsel\p{L}*`, "vac"),
  unit(String.raw`volt\s+(?:gleich\p{L}*|dc)|v\s+gleich\p{L}*`, "vdc"),
  unit(String.raw`amp[eè]re\s+(?:wechsel\p{L}*|ac)|a\s+wechsel\p{L}*`, "aac"),
  unit(String.raw`amp[eè]re\s+(?:gleich\p{L}*|dc)|a\s+gleich\p{L}*`, "adc"),
  unit(String.raw`milli\s*volt`, "mV"),
  unit(String.raw`milli\s*amp[eè]re`, "mA"),
  unit(String.raw`mikro\s*amp[eè]re`, "uA"),
  unit(String.raw`mikro\s*farad`, "uF"),
  unit(String.raw`nano\s*farad`, "nF"),
  unit(String.raw`kilo\s*ohm`, "kohm"),
  unit(String.raw`meg(?:a\s*)?ohm`, "Mohm"),
  unit("volt", "V"),
  unit("amp[eè]re", "A"),
  unit("hertz", "Hz"),
  words("wechselspannung", "vac"),
  words("gleichspannung", "vdc"),
  words("wechselstrom|stromzange|zange", "aac"),
  words("gleichstrom", "adc"),
  words("kapazität", "capacitance"),
  said(
    String.raw`kein(?:e|en)?\s+(?:durchgang|piep\p{L}*)|piep\p{L}*\s+nicht|ohne\s+(?:durchgang|piep\p{L}*)|stumm`,
    "no beep",
  ),
  said("durchgang|piep(?:t|st|s|ton|en)?", "beep"),
  words("durchgang", "continuity"),
  said("unendlich|überlauf|überlast|offen", "OL"),
  words("niedrigste[rs]?|kleinste[rs]?|tiefste[rs]?", "lowest"),
  words("höchste[rs]?|größte[rs]?|grösste[rs]?", "highest"),
  // Plugs and leads that are off.
  words(
    String.raw`wieder\s+(?:an|drauf|dran|auf)?gesteckt|(?:an|auf)gesteckt|wieder\s+(?:an|drauf|dran)`,
    "back",
  ),
  words(String.raw`(?:ab|aus|heraus)?gezogen|(?:ab|aus)gesteckt|abgeklemmt|gelöst`, "off"),
  [/(?<=\S\s)ab(?=\s|$)/giu, "off"],
  words("stecker", "plug"),
  words("mit", "with"),
  words("neutralleiter|nullleiter", "neutral"),
  words("außenleiter|aussenleiter|phase", "live"),
  words("schutzleiter|gehäuse|erde", "earth"),
  words("masse", "ground"),
  words("gegen|nach|zu[rm]?|bis|zwischen|und|von|an|am|auf|über", "to"),
  words("ist|liest|zeigt|misst|hat", "reads"),
  words("während|beim?|im", "in"),
  // Looks, smells and sounds.
  words("sieht|schaut", "looks"),
  words("riecht", "smells"),
  words("klingt|hört", "sounds"),
  words("fühlt", "feels"),
  words("verbrannt|angebrannt|verschmort|angeschmort|verkohlt|geschmolzen|verrußt|schwarz|braun", "burnt"),
  words("aufgebläht|gewölbt|ausgelaufen", "bulged"),
  words("klickt|klackt", "clicks"),
  words("korrodiert|rostig|nass|feucht|grün", "corroded"),
  words("gerissen|gebrochen|zerbrochen|beschädigt", "cracked"),
  words("klemmt|blockiert|schwergängig|festgefressen", "jammed"),
  words("verkalkt|verkrustet|schmutzig|verschmutzt", "crusted"),
  words("langsam", "slow"),
  words("schwach", "weak"),
  words("dunkel", "dim"),
  words("laut", "noisy"),
  words("brummt", "hums"),
  words("heiß|heiss", "hot"),
  words("flackert|springt|schwankt", "jumps"),
  words("nicht|kein(?:e|en|er|es)?|nichts", "not"),
];

/**
 * A line as German-speaking technicians type or say it, in the words that the parser takes: "P4.3 gegen N 229,8 Volt Wechsel" becomes
 * "P4.3 to N 229,8 vac", "TC1 offen" "TC1 OL", "sieht verbrannt aus P4" "looks burnt P4". Names, numbers and English words stay.
 */
export function germanToWritten(text: string): string {
  const line = text
    .normalize("NFC")
    .split(/\s+/u)
    // By itself “ein” is an article.
    .map((word) => (/^eine?$/iu.test(word) ? word : (numberOf(word.toLowerCase()) ?? word)))
    .join(" ");
  return SAID.reduce((written, [how, as]) => written.replace(how, as), line)
    .replace(/^((?:looks|sounds|feels)\b.*?)\s(?:aus|sich(?:\s+an)?)(?=\s|$)/u, "$1")
    .replaceAll(/\s+/gu, " ")
    .trim();
}
