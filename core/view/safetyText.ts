import {
  passes,
  resultOf,
  safetyTestsOf,
  type JobState,
  type SafetyTest,
  type SafetyTestId,
} from "#core/job/index.ts";
import { formatQuantity, parseQuantity } from "#core/quantity/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

interface Words {
  readonly name: string;
  readonly how: string;
  /** What a bare number is in. */
  readonly scale?: number;
  readonly shows?: string;
  readonly yes?: string;
  readonly no?: string;
}

const WORDS: Readonly<Record<SafetyTestId, Words>> = {
  earth: {
    name: "Protective earth",
    how: "Earth pin of the plug to bare metal, with at least 0.2 A; bend the lead while you watch.",
    scale: 1,
    shows: "Ω",
  },
  insulation: {
    name: "Insulation at 500 V DC",
    how: "Live and neutral joined, to earth, for a minute, with every switch on and electronics that cannot bear it taken off. 500 V is on the leads and stays in capacitors: discharge before you touch.",
    scale: 1e6,
    shows: "MΩ",
  },
  leakage: {
    name: "Leakage current while it runs",
    how: "Clamp or tester in the protective earth, with the largest loads on. Keep off bare metal.",
    scale: 1e-3,
    shows: "mA",
  },
  "gas-tight": {
    name: "Gas joints tight",
    how: "Leak spray on every joint that was opened, at working pressure, burner running; by a person who is licensed for gas.",
    yes: "No bubbles",
    no: "Bubbles",
  },
  dry: {
    name: "No water where it does not belong",
    how: "Through one whole fill and drain; look under it and at every joint that was opened.",
    yes: "All dry",
    no: "Wet",
  },
  guards: {
    name: "Covers, guards and interlocks",
    how: "All covers and earth screws are back. Open each interlock once: it must stop what it guards.",
    yes: "Back, and each one stops it",
    no: "One is missing or does not stop it",
  },
  runs: {
    name: "The whole sequence",
    how: "Run it through to its end in every mode that the fault touched, and stay by it.",
    yes: "Ran to its end",
    no: "Stopped, or did wrong",
  },
};

/** A test of the unit's hazards, with what was entered since the repair. */
export interface SafetyRow {
  readonly test: SafetyTestId;
  readonly name: string;
  readonly how: string;
  /** "at most 0.3 Ω", with where it is from; "" for what is seen. */
  readonly limit: string;
  readonly source: string;
  /** "Ω", "MΩ" or "mA": what a bare number is in; undefined for what is seen. */
  readonly shows?: string;
  readonly yes: string;
  readonly no: string;
  readonly needs?: "live" | "dead";
  readonly now: "open" | "passes" | "fails";
  /** What was entered. */
  readonly is?: string;
  readonly event?: string;
}

/** The tests that the unit's hazards ask for after a repair, and how each stands. */
export function safetyRows(unit: UnitModel, { safety }: Pick<JobState, "safety">): SafetyRow[] {
  return safetyTestsOf(unit).map((test): SafetyRow => {
    const { name, how, shows, yes = "", no = "" } = WORDS[test.id];
    const made = safety.get(test.id);
    const result = made && resultOf(made);
    return {
      test: test.id,
      name,
      how,
      limit: limitText(test),
      source: test.source,
      ...(shows === undefined ? {} : { shows }),
      yes,
      no,
      ...(test.band ? { needs: test.band } : {}),
      now: result === undefined ? "open" : passes(test, result) ? "passes" : "fails",
      ...(made && result !== undefined ? { is: resultText(test, result), event: made.event.id } : {}),
    };
  });
}

export const safetyTestName = (id: SafetyTestId): string => WORDS[id].name;

function limitText({ limit }: SafetyTest): string {
  if (!limit) return "";
  return limit.least === undefined
    ? `at most ${formatQuantity(limit.most!, limit.unit)}`
    : `at least ${formatQuantity(limit.least, limit.unit)}`;
}

function resultText(test: SafetyTest, result: number | boolean): string {
  const { yes = "yes", no = "no" } = WORDS[test.id];
  if (typeof result === "boolean") return result ? yes : no;
  return Number.isFinite(result) ? formatQuantity(result, test.limit!.unit) : "over limit";
}

/** Reads what was typed for a test: a bare number is in what the row shows. A sentence where it cannot be taken. */
export function readSafetyValue(id: SafetyTestId, typed: string): number | string {
  const { scale = 1, shows = "" } = WORDS[id];
  const unit = shows.endsWith("A") ? "A" : "Ω";
  const read = parseQuantity(typed);
  if (!read.ok) return `“${typed.trim()}” is no reading. Write a number in ${shows}, or with its unit.`;
  const { value, unit: said } = read.quantity;
  if (said !== undefined && said !== unit)
    return `${typed.trim()} is in ${said}; this test is read in ${shows}.`;
  if (!Number.isFinite(value))
    return id === "insulation" ? value : `Over limit is no result of this test: make it again.`;
  if (value < 0) return `${typed.trim()} is below nothing.`;
  const isBare = /^[+\d.,]+$/u.test(typed.trim());
  return isBare ? value * scale : value;
}
