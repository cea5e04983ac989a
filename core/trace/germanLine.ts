/** A German line in the words of the English grammar, and what the thing was called. */
export interface GermanLine {
  readonly text: string;
  /** The German word for the thing: "Umwälzpumpe" of a pump. */
  readonly word?: string;
}

/**
 * What things are called, by the name that stands for each in the grammar. A word may be the end of a longer one: a "Feinsicherung"
 * is a fuse. In this order: what is no fuse although it ends like one comes first.
 */
const THINGS: readonly (readonly [said: string, written: string])[] = [
  ["(?:thermo|temperatur)sicherung", "thermal fuse"],
  ["leitungsschutzschalter|ls-schalter|sicherungsautomat", "breaker"],
  ["sicherung", "fuse"],
  ["(?:sicherheits)?temperaturbegrenzer|begrenzer|übertemperaturschutz", "cut-out"],
  ["(?:thermo|temperatur|motorschutz)schalter|motorschutz", "thermal switch"],
  ["sicherheitsschalter", "safety switch"],
  ["thermostat|temperaturregler", "thermostat"],
  ["(?:tür|deckel)(?:kontakt)?schalter|türkontakt|verriegelung", "door switch"],
  ["endschalter|endlagenschalter|grenzschalter", "limit switch"],
  ["(?:druck|strömungs|luft|luftdruck)(?:schalter|wächter)|druckdose", "proof switch"],
  ["(?:schwimmer|niveau)schalter|schwimmer", "level switch"],
  ["not-?(?:aus|halt)(?:-?(?:schalter|taster))?", "emergency stop"],
  ["schalter|taster|(?:zeit)?schaltuhr", "switch"],
  ["(?:relais|schütz)spule|spule", "coil"],
  ["relaiskontakt|relais|schütz", "relay"],
  ["(?:platinen|steuer)?ausgang|triac|treiber", "board output"],
  ["widerstand", "resistor"],
  ["klemme|klemm(?:en)?leiste|klemmenblock", "terminal"],
  ["(?:stoß|quetsch)?verbinder|lötstelle|spleiß", "splice"],
  ["steckerstift|stecker", "plug"],
  ["leitung|draht|kabel|ader|litze", "wire"],
  ["heiz(?:element|stab|ung|körper|patrone|wendel)", "element"],
  ["lüfter|gebläse|ventilator", "fan"],
  ["pumpe", "pump"],
  ["kompressor|verdichter", "compressor"],
  ["motor", "motor"],
  [String.raw`gas[\p{L}-]*ventil`, "gas valve"],
  ["ventil|hubmagnet|magnet", "valve"],
  ["lampe|leuchte", "lamp"],
  ["transformator|trafo", "transformer"],
  ["netzteil|netzgerät", "power supply"],
  ["platine|steuerung|steuergerät|elektronik|anzeige", "board"],
  ["verbraucher|last", "load"],
];

const START = String.raw`(?<![\p{L}\p{N}])`;
const END = String.raw`(?![\p{L}\p{N}])`;
const NAMES = THINGS.map(
  ([said, written]) =>
    [new RegExp(String.raw`${START}((?:\p{L}+-?)??)(?:${said})${END}`, "iu"), written] as const,
);
/** What would make another thing of it, as in English (readLine.ts). */
const OTHER_THINGS = new RegExp(
  "^(?:drehstrom|drei|zwei|doppel|mehrfach|gleichstrom|wechsel|umschalt|wende|strom|halbleiter|spar|schritt|servo|led|zünd|kondensator|" +
    "thermo|temperatur|zeit|sicherheits|fliehkraft|hochspannungs|ersatz|öffner|schließer)",
  "iu",
);

const word = (said: string, written: string): readonly [RegExp, string] => [
  new RegExp(`${START}(?:${said})${END}`, "giu"),
  written,
];

/** Everything but the thing itself. */
const SAID: readonly (readonly [RegExp, string])[] = [
  [/(?<=\d),(?=\d)/gu, "."],
  word("stift", "pin"),
  word("außenleiter|aussenleiter|phase", "live"),
  word("drehstrom|dreiphasig|drei phasen", "three phase"),
  word("wechsel(?:spannung|strom)?", "AC"),
  word("gleich(?:spannung|strom)?", "DC"),
  [/(\d)\s*amp[eè]re(?![\p{L}\p{N}])/giu, "$1 A"],
  [/(\d)\s*watt(?![\p{L}\p{N}])/giu, "$1 W"],
  [/(\d)\s*volt(?![\p{L}\p{N}])/giu, "$1 V"],
  [/(\d)\s*meter(?![\p{L}\p{N}])/giu, "$1 m"],
  word("grün-?gelb|gelb-?grün", "green/yellow"),
  word("schwarz", "black"),
  word("braun", "brown"),
  word("rot", "red"),
  word("gelb", "yellow"),
  word("grün", "green"),
  word("blau", "blue"),
  word("violett|lila", "violet"),
  word("grau", "grey"),
  word("weiß|weiss", "white"),
  word("rosa", "pink"),
  word("türkis", "turquoise"),
  word("nullleiter|neutralleiter|null", "neutral"),
  word("schutzleiter|erde", "earth"),
  word("masse", "ground"),
  word("pol|der|die|das|den|dem|ein|eine|einen|einem|mit|auf|am|im", " "),
];

/** What a line begins with that names no thing. */
const BEGINNINGS: readonly (readonly [RegExp, string])[] = [
  [/^(?:netz(?:spannung)?|netzanschluss)(?![\p{L}\p{N}])/iu, "mains"],
  [/^steckdose(?![\p{L}\p{N}])/iu, "outlet"],
  [/^(?:versorgung|speisung)(?![\p{L}\p{N}])/iu, "supply"],
  [/^(?:batterie|akku)(?![\p{L}\p{N}])/iu, "battery"],
  [/^(?:zurück|nach|zu[mr]?|bis)(?:\s+(?:nach|zu[mr]?|an))?\s+/iu, "to "],
  [/^(?:weiter\s+)?(?:von|vom|ab)\s+/iu, "from "],
];

/**
 * A line of a trace as German-speaking technicians write it, in the words that the grammar takes: "Umwälzpumpe 60 W M1" becomes
 * "pump 60 W M1", "von F1" "from F1", "zurück zum Nullleiter" "to neutral". Names, values and English words stay.
 */
export function germanTraceLine(text: string): GermanLine {
  const line = text.normalize("NFC").trim();
  const begun = BEGINNINGS.reduce((written, [said, as]) => written.replace(said, as), line);
  const others = SAID.reduce((written, [said, as]) => written.replace(said, as), begun);
  if (begun !== line) return { text: tidy(others) };
  for (const [said, written] of NAMES) {
    const found = said.exec(others);
    if (found && !OTHER_THINGS.test(found[1]!))
      return { text: tidy(others.replace(found[0], written)), word: title(found[0]) };
  }
  return { text: tidy(others) };
}

const tidy = (text: string) => text.replaceAll(/\s+/gu, " ").trim();
const title = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
