import type { QuestionId } from "#server/logbook/logbook.ts";

/** What each question is called, how its chart is read, and which columns it draws. */
export const QUESTION_WORDS: Readonly<
  Record<
    QuestionId,
    {
      readonly ask: string;
      readonly reads: string;
      /** Columns that name a row, and those that are drawn as lengths; two and more stand one after the other. */
      readonly name: readonly number[];
      readonly bars: readonly number[];
    }
  >
> = {
  fails: {
    ask: "What fails",
    reads: "Jobs closed as repaired, by what was repaired last.",
    name: [1, 0],
    bars: [2],
  },
  isolate: {
    ask: "Minutes to isolate",
    reads:
      "Minutes from intake to call without the gaps of two hours and more. The bar ends where half of the jobs do, the tick where nine in ten do. The diamond is the computed best: the shortest order against the same faults, without a slip.",
    name: [0],
    bars: [2, 3, 4],
  },
  checks: {
    ask: "Which checks pay",
    reads: "Checks made after the intake, and how many jobs were called on one of that kind.",
    name: [0],
    bars: [1, 3],
  },
  van: {
    ask: "What to carry",
    reads: "Parts replaced, and how many of those jobs waited for the part.",
    name: [0],
    bars: [1, 3],
  },
  trouble: {
    ask: "What went wrong",
    reads: "Repairs that did not mend it, and jobs that came back.",
    name: [0],
    bars: [2, 3],
  },
  time: {
    ask: "Where time goes",
    reads: "Hours at work on the jobs taken in each month. Days of waiting are in the table.",
    name: [0],
    bars: [2, 3, 4],
  },
};

/** Kinds of check as the log has them, in words. */
export const KIND_WORDS: Readonly<Record<string, string>> = {
  vac: "AC volts",
  vdc: "DC volts",
  lowz: "volts, low impedance",
  mv: "millivolts",
  ohm: "ohms",
  continuity: "continuity",
  diode: "diode test",
  farad: "capacitance",
  aac: "AC clamp",
  adc: "DC clamp",
  ua: "microamps",
  hz: "frequency",
  seen: "looked, listened or smelt",
  swap: "swapped for a good one",
  bench: "part tested on the bench",
  strip: "loads taken off",
  bypass: "bridged for a moment",
  feed: "powered directly from a safe source",
};
