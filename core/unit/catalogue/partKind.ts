import type { z } from "zod";
import type { Branch, Constraint, Control, Need } from "#core/circuit/index.ts";

/** One way a kind of part fails. */
export interface ModeKind {
  readonly id: string;
  /** As a technician says it: "open", "contact welded". */
  readonly name: string;
  /** What it looks, sounds or smells like when it has failed so. Common practice, no source. */
  readonly looks: string;
  /** Starting weight relative to other modes in the catalogue; 1 is an average one. Common practice, no source. */
  readonly weight: number;
  /** For a mode whose size is unknown: the sizes tried, in the unit the expansion takes. */
  readonly severities?: readonly number[];
  /** Terminal or parameter without which the part cannot fail this way. */
  readonly onlyWith?: string;
  /** For a fault that comes and goes: the share of the time it shows. Common practice, no source. */
  readonly intermittent?: number;
  /** False where the part reads right electrically and yet does not do its work (jammed, stuck). */
  readonly works?: false;
}

/** What a part finds itself in while its circuit is expanded. */
export interface Condition {
  /** Failure mode present, if any. */
  readonly mode?: string;
  readonly severity?: number;
  /** Supply connected to the unit. */
  readonly powered: boolean;
  /** Where a switch stands; undefined: as it rests. */
  readonly position?: "open" | "closed";
  /** Temperature at the part, °C. */
  readonly celsius: number;
  /** Output called for by the board in this state, with the voltages that must be present first. */
  readonly called: boolean;
  readonly needs: readonly Need[];
}

export type BranchValues = { ohms: number } & Partial<Omit<Branch, "id" | "a" | "b" | "ohms">>;
export type WithoutId<T> = T extends unknown ? Omit<T, "id"> : never;

/** Collects one part's primitives. Every condition of a part must add the same primitives in the same order. */
export interface PartBuilder {
  /** Mains frequency, Hz. */
  readonly hertz: number;
  /** Whether an optional terminal is connected. */
  has(terminal: string): boolean;
  /** Node of one of the part's terminals. */
  node(terminal: string): number;
  /** A node inside the part. */
  inner(name: string): number;
  /** Adds a branch and returns its index in the circuit. */
  branch(name: string, a: number, b: number, values: BranchValues): number;
  constraint(name: string, constraint: WithoutId<Constraint>): number;
  control(control: WithoutId<Control>): void;
}

/** A kind of part in the catalogue. `P` is its parameters after validation. */
export interface PartKind<P = unknown> {
  readonly type: string;
  readonly terminals: readonly string[];
  /** Terminals that may be left unconnected. */
  readonly optional?: readonly string[];
  readonly parameters: z.ZodType<P>;
  /** An output of a board, which a state or a step may call for. */
  readonly driven?: true;
  /** It feeds the circuit. */
  readonly feeds?: true;
  /** A state may say where it stands, or how warm it is. */
  readonly follows?: "position" | "celsius";
  readonly modes: readonly ModeKind[];
  /** Pairs of terminals worth a reading across. */
  readonly across: readonly (readonly [string, string])[];
  /** Those of them worth a reading of V AC on whatever side they lie: windings, and ripple across a capacitor. */
  readonly alternating?: readonly (readonly [string, string])[];
  /** Junctions worth the diode range, from anode to cathode. */
  readonly junctions?: readonly (readonly [string, string])[];
  /** Index, among the branches added, of the one whose power is the part's work; undefined for parts that do no work. */
  readonly workBranch?: number;
  expand(build: PartBuilder, parameters: P, condition: Condition): void;
}

export function definePart<P>(kind: PartKind<P>): PartKind<P> {
  return kind;
}

/** A coil that draws `amps` at `volts` and reads `ohms`, as the series R–L it is at the mains frequency. */
export function coilHenries(volts: number, amps: number, ohms: number, hertz: number): number {
  return Math.sqrt(Math.max(0, (volts / amps) ** 2 - ohms ** 2)) / (2 * Math.PI * hertz);
}

/** Sizes tried for a joint or contact gone high in resistance, Ω. Each stands for a factor of four. */
export const JOINT_OHMS = [0.6, 2.4, 10, 40, 160] as const;
