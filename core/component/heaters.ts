import { choice, MEGOHM, OHM, quantity, VOLT, WATT, WHERE } from "./fields.ts";
import { judged, percent, say } from "./say.ts";
import { PRACTICE, type ComponentTest } from "./test.ts";

/** Cold ohms of an element from its rating: V²/P. */
export const elementOhms = (volts: number, watts: number): number => volts ** 2 / watts;

/** Maker's tolerance of an element's power, as a share either way. Common practice, no source. */
const ELEMENT_TOLERANCE = 0.1;
/** Least insulation to the sheath, Ω. Common practice, no source. */
const SHEATH_OHMS = 1e6;

const heater: ComponentTest = {
  id: "heater",
  family: "Heaters and igniters",
  name: "Heating element",
  purpose: "Ohms against volts and watts, and no path to the sheath.",
  prepare: ["Dead, proven and cold.", "Both leads off: another element or a lamp beside it reads too."],
  probes: [
    { red: "one end", black: "the other end", dial: "Ω" },
    { red: "either end", black: "sheath, bare metal", dial: "MΩ", note: "insulation tester if there is one" },
  ],
  fields: [
    WHERE,
    quantity("volts", "Rated volts", VOLT, { usual: [6, 480] }),
    quantity("watts", "Rated power", WATT, { usual: [5, 30_000] }),
    quantity("reads", "Cold, it reads", OHM),
    quantity("sheath", "To the sheath", MEGOHM, { optional: true, hint: "OL if over the range" }),
  ],
  types: ["heater"],
  judge(v) {
    const [volts, watts, reads] = [v.get("volts"), v.get("watts"), v.get("reads")];
    const nominal = elementOhms(volts, watts);
    const [low, high] = [nominal / (1 + ELEMENT_TOLERANCE), nominal / (1 - ELEMENT_TOLERANCE)];
    const working = [`R = V² / P = ${volts}² / ${watts} = ${say(nominal, "Ω")}`];
    const limits = [
      {
        text: `${say(low, "Ω")} to ${say(high, "Ω")}: ±${percent(ELEMENT_TOLERANCE)} of power`,
        source: PRACTICE,
      },
      { text: "more than 1 MΩ to the sheath", source: PRACTICE },
    ];
    const sheath = v.maybe("sheath");
    if (sheath !== undefined && sheath < SHEATH_OHMS) {
      working.push(`leakage at ${volts} V: ${say(volts / Math.max(sheath, 1), "A")}`);
      return judged(
        "bad",
        sheath < 1000
          ? "Shorted to its sheath."
          : `It leaks to its sheath (${say(sheath, "Ω")}); dry it warm and read again, else replace it.`,
        working,
        limits,
      );
    }
    if (reads === Infinity) return judged("bad", "Open: burnt through, or a tab burnt off.", working, limits);
    working.push(
      `${say(reads, "Ω")} draws ${say(volts / reads, "A")} and gives ${Math.round(volts ** 2 / reads)} W`,
    );
    if (reads < low)
      return v.word("where") === "in"
        ? judged(
            "doubtful",
            "Too low: shorted turns, or something beside it. Take its leads off.",
            working,
            limits,
          )
        : judged(
            "bad",
            "Too low: shorted turns; it draws more than the fuse was chosen for.",
            working,
            limits,
          );
    if (reads > high)
      return judged(
        reads > 2 * high ? "bad" : "doubtful",
        reads > 2 * high
          ? "Far too high: a burnt joint, or one of two branches is open."
          : "A little high: hot, aged, or another rating.",
        working,
        limits,
      );
    return judged(
      "good",
      sheath === undefined
        ? "Its ohms are right. Read to the sheath as well."
        : "Ohms right, no path to the sheath.",
      working,
      limits,
      {
        advice: ["Hot, plain heating wire reads a few per cent more; a lamp or a PTC many times more."],
      },
    );
  },
};

const igniter: ComponentTest = {
  id: "igniter",
  family: "Heaters and igniters",
  name: "Hot-surface igniter",
  purpose: "Cold ohms of a glowing igniter.",
  prepare: ["Dead, proven, gas shut, cold.", "Never touch the element with fingers; it is brittle."],
  probes: [{ red: "one lead", black: "the other", dial: "Ω" }],
  fields: [
    choice("kind", "It is", [
      ["carbide", "silicon carbide (grey, coarse)"],
      ["nitride", "silicon nitride (smooth, dark)"],
    ]),
    choice("looks", "It looks", [
      ["whole", "whole"],
      ["cracked", "cracked, or with a white spot"],
    ]),
    quantity("reads", "Cold, it reads", OHM),
  ],
  types: ["igniter"],
  judge(v) {
    const [low, high] = v.word("kind") === "carbide" ? [40, 90] : [10, 60];
    const limits = [
      {
        text: `${low} to ${high} Ω cold${v.word("kind") === "nitride" ? "; the maker's figure goes first" : ""}`,
        source: PRACTICE,
      },
    ];
    const reads = v.get("reads");
    if (v.word("looks") === "cracked")
      return judged("bad", "Cracked: it may still read and will not last.", [], limits);
    if (reads === Infinity) return judged("bad", "Open.", [], limits);
    if (reads < low / 2) return judged("bad", "Shorted, or not the igniter that is read.", [], limits);
    if (reads >= low && reads <= high)
      return judged("good", "Right when cold. Its current when hot proves the rest.", [], limits);
    return judged(
      reads > 1.5 * high ? "bad" : "doubtful",
      reads > high
        ? "Aged: its ohms rise until it glows too dull to light."
        : "Lower than usual: compare with the maker's figure.",
      [],
      limits,
    );
  },
};

const rating: ComponentTest = {
  id: "volts-watts-ohms",
  family: "Heaters and igniters",
  name: "Volts, watts, ohms",
  purpose: "Any two of volts, watts and ohms give the rest.",
  prepare: [],
  probes: [],
  fields: [
    quantity("volts", "Volts", VOLT, { usual: [1, 1000] }),
    quantity("watts", "Watts", WATT, { optional: true }),
    quantity("ohms", "Or ohms", OHM, { optional: true }),
  ],
  types: ["heater", "lamp"],
  judge(v) {
    const volts = v.get("volts");
    const [watts, ohms] = [v.maybe("watts"), v.maybe("ohms")];
    const source = [{ text: "P = V²/R", source: "closed form" }];
    if (watts !== undefined && watts > 0)
      return judged(
        "told",
        `${say(elementOhms(volts, watts), "Ω")}, ${say(watts / volts, "A")}.`,
        [`${volts}² / ${watts}`],
        source,
      );
    if (ohms !== undefined && ohms > 0)
      return judged(
        "told",
        `${Number((volts ** 2 / ohms).toPrecision(4))} W, ${say(volts / ohms, "A")}.`,
        [`${volts}² / ${ohms}`],
        source,
      );
    return judged("doubtful", "Enter watts or ohms as well.");
  },
};

export const HEATER_TESTS = [heater, igniter, rating] as const;
