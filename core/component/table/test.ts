import type { Said, Values } from "./reckoning.ts";
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
  /** It may read 0 although that is not usual: a short, a dead supply. Else a field with a usual range refuses 0. */
  readonly zero?: true;
  /** A negative number means that red and black are swapped, or that a charge is left. */
  readonly polar?: true;
  /** From so much on a bare number can only be in thousandths of the unit, as some meters show it. */
  readonly thousandthsFrom?: number;
  /** A length that people give in inches as well, a size they give by gauge. */
  readonly gauge?: true;
  /** The choice that says whether a size is in mm² or by gauge; what is written beside the number goes before it. */
  readonly sizedBy?: string;
}

export interface ChoiceField {
  readonly kind: "choice";
  readonly id: string;
  readonly label: string;
  readonly options: readonly (readonly [id: string, label: string])[];
  /** What somebody must have seen or felt: nothing is taken for it until it is said. Other choices begin with the first. */
  readonly asked?: true;
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

/** A limit or a law as it is printed, with where it comes from. */
export interface Printed {
  readonly text: string;
  readonly source: string;
  /** The limit's name in its table, and where it lies, base units. */
  readonly id?: string;
  readonly at?: number;
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
  /** The rows of the table that spoke. */
  readonly code: string;
  readonly sentence: string;
  /** The arithmetic, line by line. */
  readonly working: readonly string[];
  readonly limits: readonly Printed[];
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

/** Entries at which one limit decides, and the field that is moved across it: where the boundary tests stand. */
export interface Edge {
  readonly with: Readonly<Record<string, string>>;
  readonly move: string;
  /** Between these, base units, the quantity crosses the limit once. */
  readonly from: number;
  readonly to: number;
}

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
  /** What it can find, by the names of its table's lines. */
  readonly codes: readonly string[];
  /** Where the boundary tests stand, by limit. */
  readonly edges: Readonly<Record<string, Edge>>;
  /** For these entries, by limit: what is held against it and where it lies, base units. */
  limitsAt(
    values: Values,
  ): Readonly<Record<string, { readonly value: number | undefined; readonly at: number | undefined }>>;
  /** @param said what stood in fields that hold a beep instead of ohms */
  judge(values: Values, said?: Said): Judgement;
}
