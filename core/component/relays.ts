import { AMP, choice, MILLIVOLT, OHM, quantity, text, VOLT, WATT, WHERE } from "./fields.ts";
import { judged, percent, say } from "./say.ts";
import { PRACTICE, type ComponentTest } from "./test.ts";

/** Coils keep within this share of their nominal ohms at 20 °C. Common practice, no source. */
const COIL_TOLERANCE = 0.15;

/** What an AC coil's winding reads, as shares of its volts by its amps. Common practice, no source. */
const AC_LEAST = 0.05;
const AC_MOST = 0.4;

/** Ohms of a DC coil from its rating: R = V²/P. */
export function coilOhms(volts: number, watts: number): number {
  return volts ** 2 / watts;
}

const coil: ComponentTest = {
  id: "relay-coil",
  family: "Relays and contactors",
  name: "Relay coil",
  purpose: "Whether a coil is whole, by its data or by its volts and watts.",
  prepare: [
    "Dead and proven.",
    "Lift one coil pin, or take the relay out: a diode across the coil reads too.",
  ],
  probes: [
    {
      red: "coil pin",
      black: "other coil pin",
      dial: "Ω",
      note: "with a diode across it, the other way round as well",
    },
  ],
  fields: [
    WHERE,
    choice("current", "Coil for", [
      ["dc", "DC"],
      ["ac", "AC"],
    ]),
    quantity("volts", "Rated volts", VOLT, { usual: [3, 250] }),
    quantity("data", "Ohms by its data", OHM, {
      optional: true,
      hint: "if it is printed or known",
      usual: [1, 1e5],
    }),
    quantity("watts", "Or rated power", WATT, { optional: true, usual: [0.05, 30] }),
    quantity("ohms", "It reads", OHM),
  ],
  types: ["relay", "change-over-relay", "double-relay", "contactor"],
  judge(v) {
    const ohms = v.get("ohms");
    const [data, watts, volts] = [v.maybe("data"), v.maybe("watts"), v.get("volts")];
    if (ohms === Infinity) return judged("bad", "The coil is open.", [], []);
    if (data === undefined && watts === undefined)
      return judged(
        ohms < 1 ? "bad" : "doubtful",
        ohms < 1
          ? "A short: no coil reads less than an ohm."
          : "Not open. Enter its data ohms or its power to judge the rest.",
        [],
        [],
      );
    const ac = v.word("current") === "ac";
    const nominal = data ?? coilOhms(volts, watts!);
    const working = data === undefined ? [`R = V² / P = ${volts}² / ${watts} = ${say(nominal, "Ω")}`] : [];
    // An AC coil is held back by its iron: its winding reads far less than volts by amps.
    if (ac && data === undefined) {
      const limits = [
        {
          text: `an AC coil reads ${percent(AC_LEAST)} to ${percent(AC_MOST)} of volts by amps: the rest is reactance`,
          source: PRACTICE,
        },
      ];
      working.push(`winding ${say(AC_LEAST * nominal, "Ω")} to ${say(AC_MOST * nominal, "Ω")}`);
      if (ohms > AC_MOST * nominal && ohms <= nominal)
        return judged(
          "doubtful",
          "More than an AC winding usually reads and less than its impedance: hold it against a good one of the same kind.",
          working,
          limits,
        );
      return ohms < AC_LEAST * nominal
        ? judged("bad", "Too low even for an AC winding: shorted turns.", working, limits)
        : ohms <= nominal
          ? judged("good", `${say(ohms, "Ω")} is a winding's ohms for AC.`, working, limits)
          : judged("bad", "Higher than its impedance can be: a burnt joint in the winding.", working, limits);
    }
    const [low, high] = [(1 - COIL_TOLERANCE) * nominal, (1 + COIL_TOLERANCE) * nominal];
    const limits = [
      {
        text: `${say(low, "Ω")} to ${say(high, "Ω")}: ±${percent(COIL_TOLERANCE)}, at 20 °C`,
        source: PRACTICE,
      },
    ];
    const pull = volts / ohms;
    working.push(
      `${say(ohms, "Ω")} / ${say(nominal, "Ω")} = ${percent(ohms / nominal)}; it draws ${say(pull, "A")} at ${say(volts, "V")}`,
    );
    if (ohms < 0.7 * nominal)
      return v.word("where") === "in"
        ? judged(
            "doubtful",
            "Too low: shorted turns, or the driver or a diode beside it. Lift one pin.",
            working,
            limits,
          )
        : judged("bad", "Shorted turns.", working, limits);
    if (ohms < low)
      return judged(
        "doubtful",
        "A little low: compare with a twin, and lift a pin if it is in circuit.",
        working,
        limits,
      );
    if (ohms <= high) return judged("good", "The coil is whole.", working, limits);
    return judged(
      "bad",
      "Too high: a corroded or burnt wire in the coil, or a cracked joint at its pin.",
      working,
      limits,
    );
  },
};

export type RelayPin = string;
export interface RelayPinout {
  readonly coil: readonly [RelayPin, RelayPin];
  readonly coilOhms: number;
  /** Closed at rest. */
  readonly restPairs: readonly (readonly [RelayPin, RelayPin])[];
  /** Pins that join nothing at rest: make contacts and the commons of nothing else. */
  readonly loose: readonly RelayPin[];
}

/** A contact reads less than this; more, and less than OL, is a coil, Ω. Common practice, no source. */
const CONTACT_OHMS = 3;

/**
 * Finds an unmarked relay's coil and its rest contacts from the ohms between its pins. The pair with real ohms is the
 * coil, pairs near nothing are contacts closed at rest; what joins nothing makes when it is energised.
 * @param readings by pair, Ω; pairs left out are taken as OL
 */
export function findPinout(
  pins: readonly RelayPin[],
  readings: readonly { readonly a: RelayPin; readonly b: RelayPin; readonly ohms: number }[],
): RelayPinout | { readonly trouble: string } {
  const coils = readings.filter((r) => r.ohms >= CONTACT_OHMS && r.ohms < 1e5);
  if (coils.length === 0)
    return {
      trouble: "No pair reads like a coil (3 Ω to 100 kΩ): the coil is open, or a pair was not read.",
    };
  if (coils.length > 1)
    return {
      trouble: `${coils.length} pairs read like a coil (${coils.map((c) => `${c.a}–${c.b}`).join(", ")}): a relay has one. Read them again, out of circuit.`,
    };
  const [found] = coils;
  const rest = readings.filter((r) => r.ohms < CONTACT_OHMS).map((r) => [r.a, r.b] as const);
  const used = new Set([found!.a, found!.b, ...rest.flat()]);
  if (rest.flat().some((p) => p === found!.a || p === found!.b))
    return {
      trouble: "A coil pin reads as joined to a contact: a short inside, or a reading at the wrong pin.",
    };
  return {
    coil: [found!.a, found!.b],
    coilOhms: found!.ohms,
    restPairs: rest,
    loose: pins.filter((p) => !used.has(p)),
  };
}

const pinout: ComponentTest = {
  id: "relay-pinout",
  family: "Relays and contactors",
  name: "Relay, find the pins",
  purpose: "Names the pins of an unmarked relay from the ohms between them.",
  prepare: ["Out of circuit.", "Number the pins as you like, and read every pair once."],
  probes: [{ red: "each pin", black: "each other pin", dial: "Ω" }],
  fields: [
    text("pins", "Pins", { hint: "1 2 3 4 5" }),
    text("readings", "Pairs that are not OL", { hint: "1-2 270, 3-4 0.1" }),
  ],
  types: ["relay", "change-over-relay", "double-relay", "contactor"],
  judge(v) {
    const pins = v
      .word("pins")
      .split(/[\s,]+/u)
      .filter(Boolean);
    const readings = [...v.word("readings").matchAll(/(\S+?)\s*[-–:]\s*(\S+?)\s+([\d.]+)\s*(k?)/giu)].map(
      (m) => ({
        a: m[1]!,
        b: m[2]!,
        ohms: Number(m[3]) * (m[4] === "" ? 1 : 1000),
      }),
    );
    const stranger = readings.flatMap((r) => [r.a, r.b]).find((p) => !pins.includes(p));
    if (stranger) return judged("doubtful", `Pin “${stranger}” is read but not in the list of pins.`);
    if (readings.length === 0)
      return judged("doubtful", "No pair was understood. Write them like “1-2 270, 3-4 0.1”.");
    const found = findPinout(pins, readings);
    if ("trouble" in found) return judged("doubtful", found.trouble);
    const rest = found.restPairs.map(([a, b]) => `${a}–${b}`).join(", ");
    const commons = found.restPairs.length === 1 && found.loose.length === 1;
    return judged(
      "told",
      `Coil ${found.coil.join("–")} (${say(found.coilOhms, "Ω")}). ${rest === "" ? "No contact is closed at rest." : `Closed at rest: ${rest}.`} ${found.loose.length > 0 ? `Joins nothing at rest: ${found.loose.join(", ")}.` : ""}`.trim(),
      [],
      [{ text: "contacts below 3 Ω, coils above", source: PRACTICE }],
      {
        advice: [
          commons
            ? `Energise the coil: the one of ${rest.replace("–", " and ")} that then joins ${found.loose[0]} is the common.`
            : "Energise the coil from a fused supply of its volts and read again: what changed are its contacts.",
        ],
      },
    );
  },
};

const contacts: ComponentTest = {
  id: "relay-contacts",
  family: "Relays and contactors",
  name: "Relay contacts, at rest and energised",
  purpose: "Whether the contacts change over: a beep at rest on common to make is a welded contact.",
  prepare: [
    "Dead, proven, relay out or its contact leads lifted.",
    "Energise on the bench from a supply of the coil's volts, fused at 1 A or limited, with a diode across a DC coil.",
  ],
  probes: [
    { red: "common", black: "make (NO)", dial: "Ω", note: "at rest, then energised" },
    {
      red: "common",
      black: "break (NC)",
      dial: "Ω",
      note: "at rest, then energised; leave empty where there is none",
    },
  ],
  fields: [
    quantity("noRest", "Common to make, at rest", OHM),
    quantity("noOn", "Common to make, energised", OHM),
    quantity("ncRest", "Common to break, at rest", OHM, { optional: true }),
    quantity("ncOn", "Common to break, energised", OHM, { optional: true }),
    choice("click", "Did it click?", [
      ["yes", "yes"],
      ["no", "no"],
    ]),
  ],
  types: ["relay", "change-over-relay", "double-relay", "contactor"],
  judge(v) {
    const closed = (r: number) => r < 1;
    const open = (r: number) => r > 1e5;
    const limits = [{ text: "closed below 1 Ω, open above 100 kΩ", source: PRACTICE }];
    const faults: string[] = [];
    const [noRest, noOn, ncRest, ncOn] = [v.get("noRest"), v.get("noOn"), v.maybe("ncRest"), v.maybe("ncOn")];
    if (closed(noRest)) faults.push("the make contact is welded: closed at rest");
    else if (!open(noRest)) faults.push(`the make contact leaks: ${say(noRest, "Ω")} at rest`);
    if (open(noOn))
      faults.push(
        v.word("click") === "yes"
          ? "the make contact does not close though it clicks: burnt away, or a cracked joint"
          : "it does not pull in: coil open, or too few volts",
      );
    else if (!closed(noOn)) faults.push(`the make contact is pitted: ${say(noOn, "Ω")} when closed`);
    if (ncRest !== undefined && !closed(ncRest))
      faults.push(
        open(ncRest)
          ? "the break contact is open at rest"
          : `the break contact is pitted: ${say(ncRest, "Ω")}`,
      );
    if (ncOn !== undefined && closed(ncOn)) faults.push("the break contact stays closed when energised");
    return faults.length === 0
      ? judged("good", "Both ways as it should: it changes over.", [], limits, {
          advice: ["Ohms prove no load contact: read the drop under load too."],
        })
      : judged(
          "bad",
          `${faults.join("; ")}.`.replace(/^./u, (c) => c.toUpperCase()),
          [],
          limits,
          { advice: ["Reflow the pins' joints and read again before it is condemned: heat cracks them."] },
        );
  },
};

const drop: ComponentTest = {
  id: "contact-drop",
  family: "Relays and contactors",
  name: "Contact drop under load",
  purpose: "A contact that beeps can still lose volts and heat when it carries its load.",
  live: true,
  prepare: ["Live, contact closed, load running.", "Millivolts across the contact itself, pin to pin."],
  probes: [{ red: "common", black: "make", dial: "mV" }],
  fields: [
    quantity("drop", "Across the closed contact", MILLIVOLT, { usual: [0, 20], signed: true }),
    quantity("amps", "Load current", AMP, { usual: [0.01, 200] }),
  ],
  types: [
    "relay",
    "change-over-relay",
    "double-relay",
    "contactor",
    "switch",
    "manual-switch",
    "door-switch",
  ],
  judge(v) {
    const [volts, amps] = [Math.abs(v.get("drop")), v.get("amps")];
    const [ohms, watts] = [volts / amps, volts * amps];
    const working = [
      `R = ${say(volts, "V")} / ${say(amps, "A")} = ${say(ohms, "Ω")}`,
      `heat = ${say(volts, "V")} × ${say(amps, "A")} = ${watts.toPrecision(3)} W`,
    ];
    const limits = [{ text: "below 100 mV good, above 300 mV or 2 W bad", source: PRACTICE }];
    if (volts > 5)
      return judged(
        "bad",
        `${say(volts, "V")} across it: the contact is not closed at all, or hardly.`,
        working,
        limits,
      );
    if (volts > 0.3 || watts > 2)
      return judged("bad", "Pitted: it heats, and will weld or burn open.", working, limits);
    if (volts > 0.1) return judged("doubtful", "Worn: it will do for a while. Note it.", working, limits);
    return judged("good", "A good contact.", working, limits);
  },
};

export const RELAY_TESTS = [coil, pinout, contacts, drop] as const;
