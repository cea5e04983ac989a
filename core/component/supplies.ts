import { AMP, choice, MILLIVOLT, quantity, VOLT } from "./fields.ts";
import { judged, percent, say } from "./say.ts";
import { PRACTICE, type ComponentTest } from "./test.ts";

/** Rested volts of a full block, and a fall under load from which its current must be known. Common practice, no source. */
const FULL_VOLTS = 12.6;
const FALL_TO_ASK = 1.2;

const battery: ComponentTest = {
  id: "battery",
  family: "Batteries and supplies",
  name: "Lead battery and charger, 12 V blocks",
  purpose: "Rest, load and charging volts of one 12 V block.",
  live: true,
  prepare: [
    "Rest: charger off for an hour, no load.",
    "Load: its real load, or a lamp of a tenth of its ampere-hours.",
    "No ring, no loose spanner.",
  ],
  probes: [{ red: "plus post", black: "minus post", dial: "V DC, then V AC for ripple" }],
  fields: [
    choice("blocks", "Blocks in series", [
      ["1", "one, 12 V"],
      ["2", "two, 24 V"],
      ["4", "four, 48 V"],
    ]),
    quantity("rest", "At rest", VOLT, { usual: [6, 60], hint: "over all blocks" }),
    quantity("load", "Under load", VOLT, { optional: true, usual: [5, 60] }),
    quantity("amps", "Load current", AMP, { optional: true, usual: [0.5, 300] }),
    quantity("charging", "Charger on", VOLT, { optional: true, usual: [11, 64] }),
    quantity("ripple", "V AC, charger on", MILLIVOLT, { optional: true, usual: [0, 2] }),
  ],
  types: ["battery", "charger"],
  judge(v) {
    const blocks = Number(v.word("blocks") || 1);
    const each = (id: string) => {
      const volts = v.maybe(id);
      return volts === undefined ? undefined : volts / blocks;
    };
    const [rest, load, charging, ripple, amps] = [
      v.get("rest") / blocks,
      each("load"),
      each("charging"),
      v.maybe("ripple"),
      v.maybe("amps"),
    ];
    const limits = [
      {
        text: `each block: rested and full ${FULL_VOLTS} to 12.8 V; flat below 12.0 V; a cell shorted below 10.8 V`,
        source: PRACTICE,
      },
      { text: "under load above 10.5 V; a charger shows above 13.2 V", source: PRACTICE },
    ];
    const faults: string[] = [];
    if (rest < 10.8) faults.push("a cell is shorted or it is deeply flat");
    if (load !== undefined && load < 10.5) faults.push(`it sags to ${say(load, "V")} under load`);
    if (charging !== undefined && charging < 13.2) faults.push("the charger does not charge");
    if (charging !== undefined && charging > 14.9) faults.push("the charger overcharges it");
    if (ripple !== undefined && ripple > 0.3)
      faults.push("the charger ripples: a diode or a capacitor in it");
    const working = [
      ...(blocks > 1 ? [`each of ${blocks} blocks: ${say(rest, "V")} at rest`] : []),
      ...(load === undefined ? [] : [`falls by ${say(rest - load, "V")} under load`]),
      ...(load === undefined || amps === undefined
        ? []
        : [`inner resistance ${say((rest - load) / amps, "Ω")} a block`]),
    ];
    if (faults.length > 0)
      return judged(
        "bad",
        `${faults.join("; ")}.`.replace(/^./u, (c) => c.toUpperCase()),
        working,
        limits,
      );
    if (rest < 12.0)
      return judged("doubtful", "Flat: charge it and read again before it is condemned.", working, limits);
    const full = rest >= FULL_VOLTS;
    if (load === undefined)
      return judged(
        "doubtful",
        `${full ? "Full" : "Not full"} at rest, which clears nothing: read it under load.`,
        working,
        limits,
      );
    if (rest - load > FALL_TO_ASK && amps === undefined)
      return judged(
        "doubtful",
        `It falls by ${say(rest - load, "V")}: at how many amps? A lamp may not pull it so far, a starter may.`,
        working,
        limits,
      );
    return judged(
      "good",
      full ? "Full, and it holds its load." : "Not full, and it holds its load.",
      working,
      limits,
    );
  },
};

export type SupplyFault =
  | "good"
  | "both legs"
  | "low"
  | "high"
  | "reversed"
  | "open neutral"
  | "open earth"
  | "open live"
  | "ghost"
  | "unclear";

/**
 * What the three readings of an outlet or an inlet say, by V AC: live to neutral, live to earth, neutral to earth.
 * @param lowZ live to neutral once more with a low-impedance meter, if taken: ghosts fall away under it
 */
export function judgeSupply(nominal: number, ln: number, le: number, ne: number, lowZ?: number): SupplyFault {
  const full = (v: number) => v > 0.85 * nominal && v < 1.15 * nominal;
  const none = (v: number) => v < 0.06 * nominal;
  if (lowZ !== undefined && ln > 0.15 * nominal && lowZ < 0.2 * ln) return "ghost";
  if (full(ln) && full(le) && none(ne)) return "good";
  // Two legs of a split-phase supply: earth lies in the middle between them.
  const half = (v: number) => Math.abs(v - ln / 2) < HALF_WITHIN * ln;
  if (full(ln) && half(le) && half(ne)) return "both legs";
  // Live and neutral agree, and so does earth: it is wired right and has other volts than it should.
  if (none(ne) && Math.abs(ln - le) < 0.06 * nominal && !none(ln)) return ln < nominal ? "low" : "high";
  if (full(ln) && none(le) && full(ne)) return "reversed";
  if (!full(ln) && full(le)) return "open neutral";
  if (full(ln) && !full(le) && !full(ne)) return "open earth";
  if (none(ln) && none(le)) return "open live";
  return "unclear";
}

/** How far from the middle, as a share of the whole, each leg may lie. Common practice, no source. */
const HALF_WITHIN = 0.06;

const SUPPLY_WORDS: Readonly<Record<SupplyFault, string>> = {
  good: "Live, neutral and earth are where they belong.",
  reversed:
    "Live and neutral are exchanged: switches and fuses in the unit leave it live. Have the outlet put right.",
  "open neutral":
    "The neutral is open: everything may stand at live. Dangerous; fixed wiring belongs to the electrician.",
  "open earth": "The earth is open: the case is not protected. Do not use it.",
  "both legs":
    "Two legs with earth in the middle: a split-phase outlet as it should be. There is no neutral in it.",
  low: "Live, neutral and earth are where they belong, and the supply is low: the network, a long run, or a joint before here.",
  high: "Live, neutral and earth are where they belong, and the supply is high: stop, and call the supply company. On a split-phase supply suspect its neutral.",
  "open live": "No live: breaker, fuse or a break on the way.",
  ghost: "Ghost volts: the wire is open and only coupled to its neighbour. With low impedance they are gone.",
  unclear: "The three readings do not belong together: take them again, with the probes well seated.",
};

const supply: ComponentTest = {
  id: "supply",
  family: "Batteries and supplies",
  name: "Supply: live, neutral, earth",
  purpose: "What three readings at an outlet or inlet say of its wiring.",
  live: true,
  prepare: [
    "Live. One hand, insulated probes, rated meter.",
    "Repeat a surprise with a low-impedance meter.",
  ],
  probes: [
    { red: "live", black: "neutral", dial: "V AC" },
    { red: "live", black: "earth", dial: "V AC" },
    { red: "neutral", black: "earth", dial: "V AC" },
  ],
  fields: [
    choice("nominal", "Supply", [
      ["230", "230 V"],
      ["120", "120 V"],
      ["240", "240 V"],
    ]),
    quantity("ln", "Live to neutral", VOLT, { usual: [0, 280] }),
    quantity("le", "Live to earth", VOLT, { usual: [0, 280] }),
    quantity("ne", "Neutral to earth", VOLT, { usual: [0, 280] }),
    quantity("lowz", "Live to neutral, low impedance", VOLT, { optional: true }),
  ],
  types: ["mains", "split-phase", "rcd", "breaker", "cord"],
  judge(v) {
    const nominal = Number(v.word("nominal"));
    const fault = judgeSupply(nominal, v.get("ln"), v.get("le"), v.get("ne"), v.maybe("lowz"));
    const limits = [
      {
        text: `present: ${Math.round(0.85 * nominal)} to ${Math.round(1.15 * nominal)} V; neutral to earth below ${Math.round(0.06 * nominal)} V`,
        source: PRACTICE,
      },
    ];
    return judged(
      fault === "good" || fault === "both legs" ? "good" : fault === "unclear" ? "doubtful" : "bad",
      SUPPLY_WORDS[fault],
      [],
      limits,
    );
  },
};

/** How far a rail may lie above its volts, and below them, worked too: 10.8 to 13.2 V of 12 V. Common practice, no source. */
const WINDOW = 0.1;
/** Above extra-low volts the converters behind a rail give up sooner: 45 V of 48 V. Common practice, no source. */
const HIGHER_RAIL_VOLTS = 30;
const HIGHER_RAIL_BELOW = 0.06;

const sag: ComponentTest = {
  id: "supply-sag",
  family: "Batteries and supplies",
  name: "Rail at rest and worked",
  purpose:
    "A weak supply reads right at rest and sags when it must deliver: the reading at rest clears nothing.",
  live: true,
  prepare: ["Live: read at rest, then with its largest load switched on."],
  probes: [{ red: "rail", black: "its ground", dial: "V DC" }],
  fields: [
    quantity("nominal", "Rail should be", VOLT, { usual: [1, 100] }),
    quantity("rest", "At rest", VOLT),
    quantity("worked", "Worked", VOLT, { optional: true }),
    quantity("amps", "Load current", AMP, { optional: true }),
  ],
  types: ["power-supply", "buck-regulator", "regulator", "dc-supply"],
  judge(v) {
    const [nominal, rest, worked, amps] = [
      v.get("nominal"),
      v.get("rest"),
      v.maybe("worked"),
      v.maybe("amps"),
    ];
    const below = nominal > HIGHER_RAIL_VOLTS ? HIGHER_RAIL_BELOW : WINDOW;
    const limits = [
      {
        text: `at rest ${percent(1 - below)} to ${percent(1 + WINDOW)} of its volts, worked no less than ${percent(1 - below)}; the maker's window goes first`,
        source: PRACTICE,
      },
    ];
    if (rest < (1 - below) * nominal)
      return judged("bad", "Low even at rest: take its loads off and read again.", [], limits);
    if (rest > (1 + WINDOW) * nominal)
      return judged(
        "bad",
        `Too high at rest: ${say(rest, "V")} where ${say(nominal, "V")} belong. It does not regulate, or it was never meant to: keep it away from what it feeds.`,
        [],
        limits,
      );
    if (worked === undefined)
      return judged("doubtful", "Right at rest, which clears nothing. Work it.", [], limits);
    const working = [
      `falls by ${say(rest - worked, "V")}${amps === undefined ? "" : `, an inner resistance of ${say((rest - worked) / amps, "Ω")}`}`,
    ];
    return worked < (1 - below) * nominal
      ? judged(
          "bad",
          "It sags when worked: a weak supply, a bad joint before it, or too much load.",
          working,
          limits,
        )
      : judged("good", "It holds.", working, limits);
  },
};

export const SUPPLY_TESTS = [battery, supply, sag] as const;
