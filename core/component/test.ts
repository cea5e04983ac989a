import type { Unit } from "#core/quantity/index.ts";

/** The unit in which a field is written: "35" in a field of µF is 35e-6 F. */
export interface FieldUnit {
  readonly text: string;
  readonly scale: number;
  readonly base: Unit | "W" | "m" | "mm²" | "VA" | "l/min" | "Ah" | "";
}

export interface QuantityField {
  readonly kind: "quantity";
  readonly id: string;
  readonly label: string;
  readonly unit: FieldUnit;
  readonly hint?: string;
  /** The verdict can be given without it. */
  readonly optional?: true;
  /** What is met in practice, in the base unit; outside it the number is questioned, not refused. */
  readonly usual?: readonly [number, number];
  /** The meter may show OL there. Readings in ohms without a usual range may always. */
  readonly open?: true;
  /** Its sign says something: a drop, a microamp. All other quantities are never negative. */
  readonly signed?: true;
}

export interface ChoiceField {
  readonly kind: "choice";
  readonly id: string;
  readonly label: string;
  readonly options: readonly (readonly [id: string, label: string])[];
}

/** A word or a code that is read by the test itself: colour bands, an SMD marking. */
export interface TextField {
  readonly kind: "text";
  readonly id: string;
  readonly label: string;
  readonly hint?: string;
  readonly optional?: true;
}

export type Field = QuantityField | ChoiceField | TextField;

/** What was entered, in base units; Infinity stands for OL. */
export class Values {
  private readonly numbers: ReadonlyMap<string, number>;
  private readonly words: ReadonlyMap<string, string>;
  constructor(numbers: ReadonlyMap<string, number>, words: ReadonlyMap<string, string>) {
    this.numbers = numbers;
    this.words = words;
  }
  /** The number in an optional field. */
  maybe(id: string): number | undefined {
    return this.numbers.get(id);
  }
  /** The number in a field that must be filled before a verdict is asked for. */
  get(id: string): number {
    const value = this.numbers.get(id);
    if (value === undefined) throw new RangeError(`The field “${id}” was not entered.`);
    return value;
  }
  word(id: string): string {
    return this.words.get(id) ?? "";
  }
}

/** Where a limit comes from. */
export interface Limit {
  readonly text: string;
  readonly source: string;
}

/** A number that can be right and is hardly meant, questioned at its field. */
export interface Question {
  readonly field: string;
  readonly text: string;
}

export interface Chart {
  readonly x: { readonly label: string; readonly log?: true };
  readonly y: { readonly label: string; readonly log?: true };
  readonly lines: readonly {
    readonly label: string;
    readonly points: readonly (readonly [number, number])[];
  }[];
  readonly marks: readonly { readonly label: string; readonly x: number; readonly y: number }[];
}

export type Verdict = "good" | "bad" | "doubtful" | "told";

/** What a test says: `told` where it computes and judges nothing. */
export interface Judgement {
  readonly verdict: Verdict;
  readonly sentence: string;
  /** The arithmetic, line by line. */
  readonly working: readonly string[];
  readonly limits: readonly Limit[];
  readonly questions?: readonly Question[];
  readonly advice?: readonly string[];
  readonly chart?: Chart;
}

/** Where the two probes go in one step of a test. */
export interface ProbeStep {
  readonly red: string;
  readonly black: string;
  readonly dial: string;
  readonly note?: string;
}

export const FAMILIES = [
  "Fuses and breakers",
  "Relays and contactors",
  "Diodes and bridges",
  "Transistors and triacs",
  "Capacitors",
  "Resistors",
  "Temperature sensors",
  "Heaters and igniters",
  "Motors",
  "Coils and switches",
  "Transformers",
  "Flame and flow",
  "Cables and joints",
  "Batteries and supplies",
] as const;

/** One component test: how to prepare, where the probes go, what to enter, and how it is judged. */
export interface ComponentTest {
  readonly id: string;
  readonly family: (typeof FAMILIES)[number];
  readonly name: string;
  /** What it finds out, in a line. */
  readonly purpose: string;
  /** Live readings need their cautions. */
  readonly live?: true;
  /** What is stored must go first. */
  readonly stored?: true;
  readonly prepare: readonly string[];
  readonly probes: readonly ProbeStep[];
  readonly fields: readonly Field[];
  /** Kinds of parts of a unit that it is offered for. */
  readonly types: readonly string[];
  judge(values: Values): Judgement;
}

/** A fact of the trade that no standard states. */
export const PRACTICE = "common practice, no source";
