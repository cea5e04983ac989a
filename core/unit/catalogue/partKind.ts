import type { z } from "zod";
import { ohmsFrom, type SizeRange } from "./sizes.ts";
import type { Branch, Constraint, Control, Need, OpensOn } from "#core/circuit/index.ts";

/** One way a kind of part fails. */
export interface ModeKind {
  readonly id: string;
  /** As a technician says it: "open", "contact welded". */
  readonly name: string;
  /** What it looks, sounds or smells like when it has failed so. Common practice, no source. */
  readonly looks: string;
  /** Starting weight relative to other modes in the catalogue; 1 is an average one. Common practice, no source. */
  readonly weight: number;
  /** For a mode that has a size: the range it lies in. */
  readonly sizes?: SizeRange;
  /** Terminal or parameter without which the part cannot fail this way. */
  readonly onlyWith?: string;
  /** For a fault that comes and goes: the share of the time it shows. Common practice, no source. */
  readonly intermittent?: number;
  /** The part reads right electrically and yet does not do its work (jammed, stuck), or does it badly. */
  readonly works?: false | Badly;
}

/** How a part works badly, as the customer says it. */
export type Badly = "slow" | "dim" | "weak" | "noisy" | "resets";

/**
 * What a part's work needs: the current in its working branch over that at its rated volts, which for a plain load is
 * its share of the rated volts. Shares are common practice, no source, unless the definition names one.
 */
export interface WorkKind<P> {
  /** Index, among the branches added, of the working one. */
  readonly branch: number;
  /** Its current at rated volts, A; where it is not known, the most that the healthy unit gives it. */
  readonly amps?: (parameters: P) => number | undefined;
  /** Electronics: direct current counts from the branch's first end to its second only, and fed the wrong way round it is dead. */
  readonly polar?: true;
  /** Below this share it does not work … */
  readonly from: number;
  /** … and below this one badly. */
  readonly fully: number;
  readonly badly: Badly;
  /** Its pace is the share to this power: 0 for what works or does not, 1 a DC motor's speed, 2 a heater's power. */
  readonly pace: 0 | 1 | 2;
  /**
   * A motor that needs a second winding to turn: index of its start winding's branch. Its torque is the product of both
   * currents and the sine of the angle between them, and counts against the healthy unit's.
   */
  readonly start?: number;
}

/** What a part finds itself in while its circuit is expanded. */
export interface Condition {
  /** Failure mode present, if any. */
  readonly mode?: string | undefined;
  readonly severity?: number | undefined;
  /** Supply connected to the unit. */
  readonly powered: boolean;
  /** Where a switch stands; undefined: as it rests. */
  readonly position?: "open" | "closed" | undefined;
  /** Temperature at the part, °C. */
  readonly celsius: number;
  /** Output called for by the board in this state, with the voltages that must be present first. */
  readonly called: boolean;
  readonly needs: readonly Need[];
}

export type BranchValues = Pick<Branch, "ohms"> &
  Partial<Pick<Branch, "henries" | "farads" | "acVolts" | "dcVolts" | "tolerance" | "spreadVolts">>;
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
  /** From input to output, where what comes out is another supply than what went in: the way that a finger follows. */
  readonly through?: readonly (readonly [input: string, output: string])[];
  /** Of what gives out what it takes in as other volts: where its feed is read. With none there, nothing comes out of a sound one. */
  readonly fed?: readonly [string, string];
  /** Terminals from which it feeds a circuit of its own: a transformer's secondary. */
  readonly secondary?: readonly string[];
  /** Those of them worth a reading of V AC on whatever side they lie: windings, and ripple across a capacitor. */
  readonly alternating?: readonly (readonly [string, string])[];
  /** Junctions worth the diode range, from anode to cathode. */
  readonly junctions?: readonly (readonly [string, string])[];
  /** What it needs to do its work; undefined for parts that do none. */
  readonly work?: WorkKind<P>;
  /** It protects: what opens it, which of its failure modes that is, and whether it can be reset. */
  readonly protective?: {
    readonly opensOn: OpensOn;
    readonly mode: string;
    readonly poles: number;
    readonly resets: boolean;
  };
  /** It guards people or the unit: no jumper goes across it or whatever is in series with it. */
  readonly guards?: true;
  expand(build: PartBuilder, parameters: P, condition: Condition): void;
}

export function definePart<P>(kind: PartKind<P>): PartKind<P> {
  return kind;
}

/** A coil that draws `amps` at `volts` and reads `ohms`, as the series R–L it is at the mains frequency. */
export function coilHenries(volts: number, amps: number, ohms: number, hertz: number): number {
  return Math.sqrt(Math.max(0, (volts / amps) ** 2 - ohms ** 2)) / (2 * Math.PI * hertz);
}

/** Insulation of a sound load to its case, Ω. Common practice, no source: some hundred megohms. */
export const INSULATION_OHMS = 5e8;

/** A path to the chassis, where the part has `pe` beside it. */
export const CHASSIS_LEAK: ModeKind = {
  id: "leak",
  name: "leaks to the chassis",
  looks: "chafed, wet or burnt against metal; trips the residual-current device or a fuse",
  weight: 0.15,
  onlyWith: "pe",
  sizes: ohmsFrom(3, 1e5, 3),
};

/** The path itself; nothing where `pe` is not connected. */
export function addChassisLeak(
  build: PartBuilder,
  mode: string | undefined,
  severity: number | undefined,
): void {
  if (build.has("pe"))
    build.branch("chassis", build.node("a"), build.node("pe"), { ohms: mode === "leak" ? severity! : 1e12 });
}
