import { AMP, choice, MILLIMETRE, OHM, quantity, text, VOLT, WATT, WHERE } from "./fields.ts";
import { judged, percent, say } from "./say.ts";
import { PRACTICE, type ComponentTest } from "./test.ts";

const solenoid: ComponentTest = {
  id: "solenoid",
  family: "Coils and switches",
  name: "Solenoid or valve coil",
  purpose: "Ohms of a coil for DC or AC, and what its holding current says.",
  prepare: ["Dead and proven; water or gas shut before the valve is opened.", "Plug off the coil."],
  probes: [{ red: "one tab", black: "the other", dial: "Ω" }],
  fields: [
    WHERE,
    choice("current", "Coil for", [
      ["dc", "DC"],
      ["ac", "AC"],
    ]),
    quantity("volts", "Rated volts", VOLT, { usual: [3, 250] }),
    quantity("watts", "Rated power, holding", WATT, { usual: [0.5, 100] }),
    quantity("reads", "It reads", OHM),
    quantity("hold", "Holding current", AMP, { optional: true, hint: "clamp, once it has pulled in" }),
  ],
  types: ["solenoid", "gas-valve"],
  judge(v) {
    const [volts, watts, reads] = [v.get("volts"), v.get("watts"), v.get("reads")];
    const dc = v.word("current") === "dc";
    const full = volts ** 2 / watts;
    const [low, high] = dc ? [0.8 * full, 1.2 * full] : [0.03 * full, 0.9 * full];
    const working = [`V² / P = ${volts}² / ${watts} = ${say(full, "Ω")}`];
    const limits = [
      dc
        ? { text: `DC: ${say(low, "Ω")} to ${say(high, "Ω")}, ±20 %`, source: PRACTICE }
        : {
            text: `AC: ${say(low, "Ω")} to ${say(high, "Ω")}; iron holds the current, not the wire`,
            source: PRACTICE,
          },
    ];
    if (reads === Infinity) return judged("bad", "Open.", working, limits);
    if (reads < low)
      return v.word("where") === "in"
        ? judged("doubtful", "Too low, or its driver and a diode read beside it. Plug off.", working, limits)
        : judged(
            "bad",
            "Shorted turns: it draws too much and takes its driver or fuse along.",
            working,
            limits,
          );
    if (reads > high) return judged("bad", "Too high: a burnt joint.", working, limits);
    const hold = v.maybe("hold");
    if (hold !== undefined && hold > (2 * watts) / volts) {
      working.push(`holding ${say(hold, "A")}, rated ${say(watts / volts, "A")}`);
      return judged(
        "bad",
        dc
          ? "It draws too much."
          : "It draws its inrush still: the plunger has not pulled in (dirt, a bent stem, too few volts). It will burn.",
        working,
        limits,
      );
    }
    return judged("good", "The coil is whole. That the valve moves is heard and felt.", working, limits);
  },
};

const microswitch: ComponentTest = {
  id: "microswitch",
  family: "Coils and switches",
  name: "Microswitch, reed or proof switch",
  purpose: "It changes when it is moved, and within its travel.",
  prepare: [
    "Dead and proven, one lead off.",
    "Work it by its own lever, magnet or hose; never leave a safety switch bridged.",
  ],
  probes: [{ red: "common", black: "contact", dial: "Ω" }],
  fields: [
    choice("rest", "At rest it should be", [
      ["open", "open"],
      ["closed", "closed"],
    ]),
    quantity("atRest", "At rest", OHM),
    quantity("worked", "Worked", OHM),
    quantity("travel", "It changes at", MILLIMETRE, {
      optional: true,
      usual: [0, 0.05],
      hint: "travel of the lever, or distance of the magnet",
    }),
    quantity("most", "It should by", MILLIMETRE, { optional: true, usual: [0, 0.05] }),
  ],
  types: ["switch", "manual-switch", "door-switch", "limit-switch", "proof-switch"],
  judge(v) {
    const limits = [
      { text: "closed below 1 Ω, open above 100 kΩ; the change is the proof", source: PRACTICE },
    ];
    const state = (r: number) => (r < 1 ? "closed" : r > 1e5 ? "open" : "between");
    const [rest, worked] = [state(v.get("atRest")), state(v.get("worked"))];
    if (rest === "between" || worked === "between")
      return judged(
        "bad",
        `${say(rest === "between" ? v.get("atRest") : v.get("worked"), "Ω")} is neither open nor closed: burnt or dirty contacts.`,
        [],
        limits,
      );
    if (rest === worked)
      return judged(
        "bad",
        rest === "closed"
          ? "It stays closed: welded, or its lever does not reach."
          : "It stays open: broken, or its lever does not reach.",
        [],
        limits,
      );
    if (rest !== v.word("rest"))
      return judged(
        "doubtful",
        "It changes, but the other way round: the other contact, or the wrong type.",
        [],
        limits,
      );
    const [travel, most] = [v.maybe("travel"), v.maybe("most")];
    if (travel !== undefined && most !== undefined && travel > most)
      return judged(
        "bad",
        `It changes too late: ${(1000 * travel).toFixed(1)} mm where ${(1000 * most).toFixed(1)} mm is the most. Set or replace it.`,
        [],
        limits,
      );
    return judged("good", "It changes as it should.", [], limits);
  },
};

/** Where to measure next in a chain of closed contacts: the middle of what is left between a good point and a bad one. */
export function nextInChain(
  points: readonly string[],
  readings: Readonly<Record<string, boolean>>,
):
  | { readonly measure: string }
  | { readonly between: readonly [string, string] }
  | { readonly trouble: string } {
  let good = 0;
  let bad = points.length - 1;
  points.forEach((p, i) => {
    if (readings[p] === true) good = Math.max(good, i);
    if (readings[p] === false) bad = Math.min(bad, i);
  });
  if (good >= bad)
    return {
      trouble: `There are volts at ${points[good]}, beyond ${points[bad]} where there are none: one of the two readings slipped.`,
    };
  if (bad - good === 1) return { between: [points[good]!, points[bad]!] };
  return { measure: points[(good + bad) >> 1]! };
}

const chain: ComponentTest = {
  id: "limit-chain",
  family: "Coils and switches",
  name: "Limit chain, by halves",
  purpose: "Finds the open contact of a chain in as few readings as there are halvings.",
  live: true,
  prepare: [
    "Live, with the chain called to be closed. One reference for all readings.",
    "A limit that has tripped has a cause: never bridge it.",
  ],
  probes: [{ red: "the point named", black: "the chain's return", dial: "V" }],
  fields: [
    text("points", "Points in order", { hint: "S1 S2 S3 S4 S5 P2" }),
    text("read", "Read so far", { hint: "S3 yes, S5 no", optional: true }),
  ],
  types: ["thermostat", "cut-out", "limit-switch", "proof-switch"],
  judge(v) {
    const points = v
      .word("points")
      .split(/[\s,]+/u)
      .filter(Boolean);
    if (points.length < 3)
      return judged(
        "doubtful",
        "A chain has three points or more: the feed, what lies between, and the end.",
      );
    const readings: Record<string, boolean> = { [points[0]!]: true, [points.at(-1)!]: false };
    for (const m of v.word("read").matchAll(/(\S+)\s+(yes|no)\b/giu)) {
      if (!points.includes(m[1]!)) return judged("doubtful", `“${m[1]}” is not among the points.`);
      readings[m[1]!] = m[2]!.toLowerCase() === "yes";
    }
    const next = nextInChain(points, readings);
    const limits = [
      {
        text: `at most ${Math.ceil(Math.log2(points.length - 1))} readings for ${points.length - 1} contacts`,
        source: "halving, closed form",
      },
    ];
    if ("trouble" in next) return judged("doubtful", next.trouble, [], limits);
    if ("between" in next)
      return judged("bad", `Open between ${next.between[0]} and ${next.between[1]}.`, [], limits);
    return judged("told", `Measure at ${next.measure} next.`, [], limits);
  },
};

export const SWITCH_TESTS = [solenoid, microswitch, chain] as const;

/** How far a small transformer rises without its load, and how near it comes to its rating with it. Common practice, no source. */
const NO_LOAD_RISE = 0.25;
const LOADED_WITHIN = 0.1;

const transformer: ComponentTest = {
  id: "transformer",
  family: "Transformers",
  name: "Control transformer",
  purpose: "Ratio, windings, and whether it keeps its volts under load.",
  live: true,
  prepare: [
    "Ohms dead and proven with both windings' leads off.",
    "Volts live: first unloaded, then with its loads.",
  ],
  probes: [
    { red: "primary", black: "primary", dial: "V AC, and Ω when dead" },
    { red: "secondary", black: "secondary", dial: "V AC, and Ω when dead" },
  ],
  fields: [
    quantity("ratedIn", "Rated primary", VOLT, { usual: [24, 480] }),
    quantity("ratedOut", "Rated secondary, loaded", VOLT, { usual: [3, 240] }),
    quantity("va", "Rated VA", { text: "VA", scale: 1, base: "VA" }, { usual: [1, 1000] }),
    quantity("in", "Primary reads", VOLT),
    quantity("open", "Secondary, no load", VOLT, { optional: true }),
    quantity("loaded", "Secondary, loaded", VOLT, { optional: true }),
    quantity("load", "Load current", AMP, { optional: true }),
    quantity("primary", "Primary ohms", OHM, { optional: true }),
    quantity("secondary", "Secondary ohms", OHM, { optional: true }),
  ],
  types: ["transformer", "power-transformer"],
  judge(v) {
    const [ratedIn, ratedOut, va, supply] = [v.get("ratedIn"), v.get("ratedOut"), v.get("va"), v.get("in")];
    const limits = [
      {
        text: `no load: up to ${percent(NO_LOAD_RISE)} above the rating; loaded: ±${percent(LOADED_WITHIN)}`,
        source: PRACTICE,
      },
      { text: "the sum of the loads within its VA", source: PRACTICE },
    ];
    const working: string[] = [];
    const [primary, secondary] = [v.maybe("primary"), v.maybe("secondary")];
    if (primary === Infinity || secondary === Infinity)
      return judged(
        "bad",
        `The ${primary === Infinity ? "primary" : "secondary"} is open${primary === Infinity ? ": many have a thermal fuse inside it" : ""}.`,
        working,
        limits,
      );
    if (supply < 0.85 * ratedIn)
      return judged("doubtful", "Its primary does not get its volts: look before it first.", working, limits);
    const scale = supply / ratedIn;
    const expected = ratedOut * scale;
    working.push(`${say(supply, "V")} · ${ratedOut}/${ratedIn} = ${say(expected, "V")} at its rated load`);
    const [open, loaded, load] = [v.maybe("open"), v.maybe("loaded"), v.maybe("load")];
    if (load !== undefined) {
      const used = load * (loaded ?? ratedOut);
      working.push(
        `${say(load, "A")} · ${say(loaded ?? ratedOut, "V")} = ${used.toPrecision(3)} VA of ${va} VA`,
      );
      if (used > 1.05 * va)
        return judged(
          "bad",
          `Overloaded: ${percent(used / va)} of its VA. Find the load that draws too much, or take one off.`,
          working,
          limits,
        );
    }
    if (open === 0 || (open === undefined && loaded === 0))
      return judged(
        "bad",
        "Its primary is fed and nothing comes out: the secondary or what protects it is open. Ohms, dead and both leads off, tell which.",
        working,
        limits,
      );
    if (open !== undefined && open < 0.9 * expected)
      return judged(
        "bad",
        "Too few volts even without load: shorted turns, or a wrong tap.",
        working,
        limits,
      );
    if (open !== undefined && open > (1 + NO_LOAD_RISE) * expected)
      return judged("doubtful", "Too many volts without load: a wrong tap of the primary.", working, limits);
    if (loaded !== undefined && loaded > (1 + LOADED_WITHIN) * expected)
      return judged(
        "doubtful",
        "Too many volts even loaded: a wrong tap of the primary, another transformer, or hardly any load.",
        working,
        limits,
      );
    if (loaded !== undefined && loaded < (1 - LOADED_WITHIN) * expected)
      return judged(
        "bad",
        open !== undefined
          ? "It sags under load: shorted turns, or a load that draws too much."
          : "Too few volts loaded: read it unloaded to tell the transformer from its load.",
        working,
        limits,
      );
    return open === undefined && loaded === undefined
      ? judged("doubtful", "Enter its secondary, unloaded or loaded.", working, limits)
      : judged("good", "It gives what it should.", working, limits);
  },
};

export const TRANSFORMER_TESTS = [transformer] as const;
