import type { RegulatorRegion } from "./branch.ts";

/** A voltage that must lie within bounds for an output to be driven: V(a) − V(b) of DC, or its RMS of AC, V. */
export interface Need {
  readonly a: number;
  readonly b: number;
  readonly min: number;
  readonly max: number;
  readonly domain?: "ac" | "dc";
}

/**
 * What the circuit's own voltages and currents decide. `branch` and `constraint` are indices into the circuit.
 *
 * - relay: what it senses (RMS of AC and DC together) at or above `pullIn` moves the contacts; they return below
 *   `release`. A coil's armature is moved by its current, A; a gate senses volts, from `a` to `b`: none while DC stands the
 *   other way round. An AC coil's `armature` has less
 *   inductance while it stands open, which is its inrush.
 * - output: a board's switch that closes while all its needs hold. Off: `offOhms`.
 * - rectifier: a bridge with smoothing. DC EMF = √2·|V(ac)| − `dropVolts`; blocks when that is not positive; the DC
 *   power is drawn from the AC side through the `load` branch.
 * - converter: a switching supply. While its input, RMS in `domain`, reaches `minimum`, it holds `volts`, or what
 *   `limit` amperes leave of it, and draws its output's power over `efficiency` through the `load` branch.
 * - regulator: V(in) − V(ground) decides whether it regulates, is starved or is off; above `limit` amperes it gives
 *   that current until its output is back up.
 * - diode: Shockley's junction from the branch's a to its b, in series with `seriesOhms` and `offsetVolts` (a zener's
 *   breakdown is a junction the other way round behind its offset). DC finds its point by Newton's method; AC sees the
 *   tangent there.
 * - residual: opens both its branches, and keeps them open, when their currents differ by more than `trips` amperes.
 * - fuse: opens, and stays open, when its current exceeds `carries` amperes.
 */
export type Control =
  | {
      readonly kind: "relay";
      readonly id: string;
      readonly senses:
        | { readonly kind: "amps"; readonly branch: number }
        | { readonly kind: "volts"; readonly a: number; readonly b: number };
      readonly pullIn: number;
      readonly release: number;
      readonly armature?: {
        readonly branch: number;
        readonly restHenries: number;
        readonly workHenries: number;
      };
      readonly contacts: readonly {
        readonly branch: number;
        readonly restOhms: number;
        readonly workOhms: number;
      }[];
    }
  | {
      readonly kind: "output";
      readonly id: string;
      readonly branch: number;
      readonly onOhms: number;
      readonly offOhms: number;
      readonly called: boolean;
      readonly needs: readonly Need[];
    }
  | {
      readonly kind: "rectifier";
      readonly id: string;
      readonly ac: readonly [number, number];
      readonly source: number;
      readonly sourceOhms: number;
      readonly load: number;
      readonly dropVolts: number;
    }
  | {
      readonly kind: "converter";
      readonly id: string;
      readonly input: readonly [number, number];
      readonly domain: "ac" | "dc";
      readonly minimum: number;
      readonly source: number;
      readonly sourceOhms: number;
      readonly load: number;
      readonly volts: number;
      readonly limit: number;
      readonly efficiency: number;
    }
  | {
      readonly kind: "regulator";
      readonly id: string;
      readonly constraint: number;
      readonly ground: number;
      readonly volts: number;
      readonly dropout: number;
      readonly limit: number;
    }
  | {
      readonly kind: "diode";
      readonly id: string;
      readonly branch: number;
      /** Saturation current, A. */
      readonly saturation: number;
      /** Emission coefficient n. */
      readonly emission: number;
      readonly seriesOhms: number;
      readonly offsetVolts: number;
    }
  | {
      readonly kind: "residual";
      readonly id: string;
      readonly branches: readonly [number, number];
      readonly trips: number;
      /** Those of them that it opens; both where left out. */
      readonly opens?: readonly number[];
    }
  | { readonly kind: "fuse"; readonly id: string; readonly branch: number; readonly carries: number };

/** Where a control stands. `on`: relay pulled in, output driving, rectifier charging, converter running, fuse whole, diode always. */
export interface Setting {
  readonly on: boolean;
  readonly region?: RegulatorRegion;
  /** Rectifier and converter: the DC EMF in volts and the ohms presented to the input. */
  readonly emf?: number;
  /** Diode: the voltage across its junction. */
  readonly junction?: number;
  /** Diode that the mains swings: the branch with its mean and its fundamental. */
  readonly linear?: {
    readonly ohms: number;
    readonly henries: number;
    readonly dcOhms?: number;
    readonly dcVolts: number;
  };
  readonly loadOhms?: number;
  /** Regulator in a circuit whose diodes the mains swings: how it stands in the mean of the cycle. */
  readonly mean?: MeanRegulator;
}

/** A regulator over a cycle, as its constraint has it, and the fundamental of its current, A RMS. */
export interface MeanRegulator {
  readonly region: RegulatorRegion;
  readonly volts: number;
  readonly amps: number;
  readonly acRe: number;
  readonly acIm: number;
}
