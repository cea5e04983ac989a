import { PRACTICE } from "#core/standards/index.ts";
import { all, missing, over, under } from "../table/conditions.ts";
import { AMP, quantity, SECOND, VOLT } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";

/** How far a rail may lie above its volts, and below them, worked too: 10.8 to 13.2 V of 12 V. Common practice, no source. */
const WINDOW = 0.1;
/** What feeds logic is held within half of that: 4.75 to 5.25 V of 5 V, as its parts are specified; from memory. */
const LOGIC_VOLTS = 5.5;
const LOGIC_WINDOW = 0.05;
const windowOf = (r: Reckoning) => (r.get("nominal") <= LOGIC_VOLTS ? LOGIC_WINDOW : WINDOW);
/** Above extra-low volts the converters behind a rail give up sooner: 45 V of 48 V. Common practice, no source. */
const HIGHER_RAIL_VOLTS = 30;
const HIGHER_RAIL_BELOW = 0.06;
const least = (r: Reckoning) =>
  (1 - (r.get("nominal") > HIGHER_RAIL_VOLTS ? HIGHER_RAIL_BELOW : windowOf(r))) * r.get("nominal");
const most = (r: Reckoning) => (1 + windowOf(r)) * r.get("nominal");

export const sag = fromTable({
  id: "supply-sag",
  family: "Batteries and supplies",
  name: "Rail at rest, worked, and at its lowest",
  purpose:
    "A weak supply reads right at rest and sags when it must deliver: the reading at rest clears nothing.",
  live: true,
  prepare: [
    "Live: read at rest, then with its largest load switched on.",
    "Set the meter to MIN/MAX before the load comes on: it keeps the lowest, which the display is too slow to show.",
  ],
  probes: [{ red: "rail", black: "its ground", dial: "V DC, MIN/MAX" }],
  fields: [
    quantity("nominal", "Rail should be", VOLT, { usual: [1, 100] }),
    quantity("rest", "At rest", VOLT, { usual: [0, 150] }),
    quantity("worked", "Worked", VOLT, { optional: true, usual: [0, 150] }),
    quantity("lowest", "Lowest seen", VOLT, { optional: true, hint: "MIN", usual: [0, 150] }),
    quantity("seconds", "Worked for", SECOND, { optional: true, usual: [0.1, 3600] }),
    quantity("amps", "Load current", AMP, { optional: true, usual: [0, 100] }),
  ],
  types: ["power-supply", "buck-regulator", "regulator", "dc-supply"],
  figures: {
    falls: {
      shown: "V",
      of: (r) => {
        const worked = r.maybe("worked");
        return worked === undefined ? undefined : r.get("rest") - worked;
      },
    },
    inner: {
      shown: "Ω",
      of: (r) => {
        const [falls, amps] = [r.maybe("falls"), r.maybe("amps")];
        return falls === undefined || amps === undefined || amps === 0 || falls < 0
          ? undefined
          : falls / amps;
      },
    },
  },
  working: ["falls by {falls}", "an inner resistance of {inner}"],
  limits: {
    restLow: {
      of: "rest",
      at: least,
      text: "at rest at least {at}; the maker's window goes first",
      source: PRACTICE,
    },
    restHigh: { of: "rest", at: most, text: "at rest at most {at}", source: PRACTICE },
    worked: { of: "worked", at: least, text: "worked at least {at}", source: PRACTICE },
    workedHigh: { of: "worked", at: most, text: "worked at most {at}", source: PRACTICE },
    lowest: { of: "lowest", at: least, text: "and never below {at}", source: PRACTICE },
    long: {
      of: "seconds",
      at: 10,
      text: "worked for {at} or more: capacitors carry it through less",
      source: PRACTICE,
    },
  },
  rows: [
    {
      code: "low",
      verdict: "bad",
      when: under("restLow"),
      says: "Low even at rest: take its loads off and read again.",
    },
    {
      code: "high",
      verdict: "bad",
      when: over("restHigh"),
      says: "Too high at rest: {rest} where {nominal} belong. It does not regulate, or it was never meant to: keep it away from what it feeds.",
    },
    {
      code: "high-worked",
      verdict: "bad",
      when: over("workedHigh"),
      says: "Too high when worked: {worked} where {nominal} belong. It does not regulate: keep it away from what it feeds.",
    },
    {
      code: "sags",
      verdict: "bad",
      when: under("worked"),
      says: "It sags when worked: a weak supply, a bad joint before it, or too much load.",
    },
    {
      code: "dips",
      verdict: "bad",
      when: under("lowest"),
      says: "It dips to {lowest}: too short for the display, long enough to reset a board. A weak capacitor, a bad joint, or a load that starts too hard.",
    },
    {
      code: "at-rest",
      verdict: "doubtful",
      when: all(missing("worked"), missing("lowest")),
      says: "Right at rest, which clears nothing. Work it.",
    },
    {
      code: "too-short",
      verdict: "doubtful",
      when: under("long"),
      says: "It holds for {seconds}: what is stored carries it so long. Work it for ten seconds or more.",
    },
    { code: "holds", verdict: "good", says: "It holds." },
  ],
  edges: {
    restLow: { with: { nominal: "12" }, move: "rest", from: 9, to: 12 },
    restHigh: { with: { nominal: "12" }, move: "rest", from: 12, to: 16 },
    worked: { with: { nominal: "12", rest: "12.1" }, move: "worked", from: 9, to: 12 },
    workedHigh: { with: { nominal: "12", rest: "12.1" }, move: "worked", from: 12, to: 15 },
    lowest: { with: { nominal: "12", rest: "12.1", worked: "12" }, move: "lowest", from: 9, to: 12 },
    long: { with: { nominal: "12", rest: "12.1", worked: "12" }, move: "seconds", from: 5, to: 20 },
  },
});
