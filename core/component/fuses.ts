import { fuseSeconds } from "#core/unit/index.ts";
import { AMP, choice, OHM, quantity, VOLT, WHERE } from "./fields.ts";
import { judged, say } from "./say.ts";
import { PRACTICE, type Chart, type ComponentTest } from "./test.ts";

/** A fuse of an ampere or more drops at most so much at its rating, V. Common practice, no source. */
const DROP_AT_RATING = 0.3;
/**
 * Thinner wire drops more: cold, a good one reads about 20 Ω at 63 mA, 9 Ω at 100 mA and 2 Ω at 200 mA, so V = k·I^−0.73;
 * the limit is 1.6 times that. Common practice, no source.
 */
const THIN_DROP = 1.6 * 0.17;
const THIN_POWER = -0.73;
/** The leads and the tips of the probes, Ω. Common practice, no source. */
const LEAD_OHMS = 0.5;

/** The most ohms a good fuse of this rating reads, leads included. */
export function fuseOhmsAtMost(ratedAmps: number): number {
  return LEAD_OHMS + fuseDrop(ratedAmps) / ratedAmps;
}

/** The most volts that a good fuse drops at its rating, cold. */
function fuseDrop(ratedAmps: number): number {
  return Math.max(DROP_AT_RATING, THIN_DROP * ratedAmps ** THIN_POWER);
}

const fuseOhms: ComponentTest = {
  id: "fuse-ohms",
  family: "Fuses and breakers",
  name: "Fuse, ohms",
  purpose: "Whether a fuse conducts. Its looks say nothing: a slow one can look whole and be open.",
  prepare: ["Dead and proven.", "Take the fuse out of its holder, or lift one end."],
  probes: [{ red: "one cap", black: "the other cap", dial: "Ω" }],
  fields: [
    WHERE,
    quantity("amps", "Rated current", AMP, { usual: [0.03, 63] }),
    quantity("ohms", "It reads", OHM, { hint: "OL if the meter shows it" }),
  ],
  types: ["fuse", "soldered-fuse", "breaker"],
  judge(v) {
    const [amps, ohms] = [v.get("amps"), v.get("ohms")];
    const most = fuseOhmsAtMost(amps);
    const working = [
      `limit = ${LEAD_OHMS} Ω leads + ${say(fuseDrop(amps), "V", 2)} / ${say(amps, "A")} = ${say(most, "Ω")}`,
    ];
    const limits = [{ text: `a good one reads less than ${say(most, "Ω")}`, source: PRACTICE }];
    if (ohms === Infinity)
      return judged("bad", "Blown: it is open. Find what blew it before another goes in.", working, limits);
    if (ohms > most)
      return judged(
        "bad",
        `${say(ohms, "Ω")} is too much for a fuse of ${say(amps, "A")}: cracked inside, or corroded caps.`,
        working,
        limits,
      );
    return v.word("where") === "in"
      ? judged(
          "doubtful",
          "It conducts, or something beside it does: what is wired across the holder reads as well. Lift one end.",
          working,
          limits,
        )
      : judged("good", `It conducts: ${say(ohms, "Ω")}.`, working, limits);
  },
};

/** Volts lost in a good fuse and its holder at most, and the share by which two readings of one supply differ. Common practice, no source. */
const LOST_IN_FUSE = 0.5;
const METER_SHARE = 0.005;

const fuseLive: ComponentTest = {
  id: "fuse-live",
  family: "Fuses and breakers",
  name: "Fuse or breaker, volts at each end",
  purpose: "Finds an open fuse without taking it out: both ends against the return.",
  live: true,
  prepare: [
    "Live, with the circuit asked to draw current.",
    "Black probe on the neutral or the negative, proven.",
  ],
  probes: [
    { red: "supply end", black: "return", dial: "V" },
    { red: "load end", black: "return", dial: "V" },
    { red: "supply end", black: "load end", dial: "V", note: "the difference, as a cross-check" },
  ],
  fields: [
    choice("load", "Is the load switched on?", [
      ["on", "yes, it should draw current"],
      ["off", "no, or not known"],
    ]),
    quantity("nominal", "Supply should be", VOLT, { usual: [3, 480] }),
    quantity("feed", "Supply end", VOLT),
    quantity("out", "Load end", VOLT),
  ],
  types: ["fuse", "soldered-fuse", "breaker", "thermal-fuse"],
  judge(v) {
    const [nominal, feed, out] = [v.get("nominal"), v.get("feed"), v.get("out")];
    const across = Math.abs(feed - out);
    const working = [`across = |${say(feed, "V")} − ${say(out, "V")}| = ${say(across, "V")}`];
    const most = Math.max(LOST_IN_FUSE, METER_SHARE * nominal);
    const limits = [
      { text: `supply present above ${say(0.85 * nominal, "V")}`, source: PRACTICE },
      {
        text: `lost in a good fuse and its holder: at most ${say(most, "V")}; two readings to the return differ by so much anyway`,
        source: PRACTICE,
      },
    ];
    if (feed < 0.85 * nominal)
      return judged(
        "doubtful",
        "The supply end itself is short of its volts: look before the fuse first.",
        working,
        limits,
      );
    if (across <= most)
      return v.word("load") === "on"
        ? judged("good", "Both ends read alike under load: it conducts.", working, limits)
        : judged(
            "doubtful",
            "Both ends read alike, but nothing draws current: a cracked fuse passes the meter's own current. Switch the load on.",
            working,
            limits,
          );
    return judged(
      "bad",
      out < 0.3 * nominal
        ? "Open: volts on one end and not on the other."
        : `It loses ${say(across, "V")}: a bad contact in the holder, or a fuse about to part.`,
      working,
      limits,
    );
  },
};

const fuseCurve: ComponentTest = {
  id: "fuse-curve",
  family: "Fuses and breakers",
  name: "Fuse, why it blew and how fast",
  purpose:
    "How long a fuse of this rating and speed holds an overload, and what its end says about the cause.",
  prepare: ["Look at the fuse in good light, out of its holder."],
  probes: [],
  fields: [
    quantity("amps", "Rated current", AMP, { usual: [0.03, 63] }),
    choice("speed", "Marked", [
      ["slow", "T: slow"],
      ["quick", "F: quick"],
    ]),
    quantity("load", "Current through it", AMP, {
      hint: "measured, or from the ratings",
      usual: [0.001, 2000],
    }),
    choice("when", "It blew", [
      ["once", "at once, every time"],
      ["minutes", "after minutes of running"],
      ["sometimes", "now and then"],
    ]),
  ],
  types: ["fuse", "soldered-fuse"],
  judge(v) {
    const [amps, load] = [v.get("amps"), v.get("load")];
    const speed = v.word("speed") === "quick" ? "quick" : "slow";
    const multiple = load / amps;
    const time = fuseSeconds(multiple, speed);
    const working = [`${say(load, "A")} / ${say(amps, "A")} = ${multiple.toPrecision(3)} times its rating`];
    const cause = {
      once: "A fuse that goes at once, every time, sees a short: strip the loads before another goes in.",
      minutes: "A fuse that goes after minutes sees an overload: clamp the currents and add them up.",
      sometimes: "A fuse that goes now and then sees a spike, water, or two loads that start together.",
    }[v.word("when") as "once" | "minutes" | "sometimes"];
    const held =
      multiple <= 1
        ? "It holds this current for good."
        : time
          ? `It opens within ${say(time.least, "s")} to ${say(time.most, "s")}.`
          : "Between its rating and 2.1 times that it may hold for hours, and runs hot.";
    return judged(
      "told",
      `${held} ${cause}`,
      working,
      [
        {
          text: "time to open at 2.1, 2.75, 4 and 10 times the rating",
          source: "IEC 60127-2, sheets 1 and 3, from memory",
        },
        { text: "causes by the time it holds", source: PRACTICE },
      ],
      {
        chart: timeCurrent(amps, speed, load),
        advice: ["Replace with the same type, rating and speed only."],
      },
    );
  },
};

/** The band in which the fuse opens, with this current marked at its middle. */
export function timeCurrent(amps: number, speed: "quick" | "slow", load: number): Chart {
  const multiples = Array.from({ length: 41 }, (_, i) => 2.1 * (20 / 2.1) ** (i / 40));
  const line = (pick: "least" | "most") =>
    multiples.map((m): readonly [number, number] => [m * amps, fuseSeconds(m, speed)![pick]]);
  const time = fuseSeconds(load / amps, speed);
  return {
    x: { label: "current, A", log: true },
    y: { label: "seconds to open", log: true },
    lines: [
      { label: "soonest", points: line("least") },
      { label: "latest", points: line("most") },
    ],
    marks: time ? [{ label: "this current", x: load, y: Math.sqrt(time.least * time.most) }] : [],
  };
}

const thermalFuse: ComponentTest = {
  id: "thermal-fuse",
  family: "Fuses and breakers",
  name: "Thermal fuse or cut-out",
  purpose: "Whether a part that opens on heat conducts when cold, and what its opening means.",
  prepare: [
    "Dead, proven and cooled to room temperature.",
    "Lift one end.",
    "A cut-out with a button: note whether it stands out before it is pressed.",
  ],
  probes: [{ red: "one tab", black: "the other tab", dial: "Ω" }],
  fields: [
    WHERE,
    choice("kind", "It is", [
      ["fuse", "a one-shot thermal fuse"],
      ["button", "a cut-out with a reset button"],
      ["self", "a thermostat that closes by itself"],
    ]),
    quantity("ohms", "Cold, it reads", OHM),
  ],
  types: ["thermal-fuse", "cut-out", "thermostat"],
  judge(v) {
    const ohms = v.get("ohms");
    const limits = [{ text: "closed: below 1 Ω", source: PRACTICE }];
    if (ohms < 1)
      return v.word("where") === "in"
        ? judged("doubtful", "Closed, or bridged by what is wired beside it. Lift one end.", [], limits)
        : judged("good", `Closed: ${say(ohms, "Ω")}.`, [], limits);
    if (ohms < 1000 && v.word("where") === "out")
      return judged("bad", `${say(ohms, "Ω")} is neither open nor closed: burnt contacts.`, [], limits);
    const open = {
      fuse: "Open: it has done its work. It saw too much heat; find why (airflow, scale, a stuck relay) before a new one goes in.",
      button: "Open: tripped. Find the cause of the heat, then reset it once; never bridge it.",
      self: "Open when cold: it no longer closes, or the room is colder than its closing temperature.",
    }[v.word("kind") as "fuse" | "button" | "self"];
    return judged("bad", open, [], limits);
  },
};

export const FUSE_TESTS = [fuseOhms, fuseLive, fuseCurve, thermalFuse] as const;
