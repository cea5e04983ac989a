/**
 * The primitives every part expands into.
 *
 * Sign convention (passive): branch current flows from `a` through the branch to `b`; branch voltage is V(a) − V(b).
 * An EMF drives current out of `a`: at no load V(a) − V(b) = emf.
 * Units: V and A (RMS for AC), Ω, F, H. Node 0 is the reference (protective earth, or the supply's return).
 */

/** What an open contact, a blown fuse or a broken wire measures. Finite, so that the topology never changes. */
export const OPEN_OHMS = 1e10;
/** What a welded or shorted part measures between its terminals. */
export const SHORT_OHMS = 5e-3;
/** Leakage that ties an island of nets to the reference, so that it has a defined potential. 1 GΩ. */
export const ISLAND_LEAK_OHMS = 1e9;
/** From here on a branch holds two nets apart rather than together. */
export const GAP_OHMS = 5e12;

/** A series R–L–C path with an EMF, between two nodes. */
export interface Branch {
  readonly id: string;
  readonly a: number;
  readonly b: number;
  /** Series resistance, > 0. */
  readonly ohms: number;
  /** Series resistance to DC where it is another: the equivalent of a diode that the mains swings. */
  readonly dcOhms?: number;
  /** Series inductance; 0 for none. */
  readonly henries: number;
  /** Series capacitance; 0 for none. A capacitor blocks DC. */
  readonly farads: number;
  /** EMF at the mains frequency, RMS, in phase with the supply; 0 for none. */
  readonly acVolts: number;
  /** DC EMF; 0 for none. */
  readonly dcVolts: number;
  /** Relative half-width of the value's tolerance, e.g. 0.05 for ±5 %. */
  readonly tolerance: number;
  /** What its drop may be off while it conducts, one standard deviation, V: an active part's own voltage. */
  readonly spreadVolts?: number;
}

/**
 * An ideal two-port that needs a current of its own.
 * `transformer`: V(a) − V(b) = ratio · (V(c) − V(d)); AC only.
 * `regulator`: V(b) − V(c) = volts while regulating, or V(a) − V(b) = volts when starved (the dropout);
 * the current that enters at `a` leaves at `b`. In region "limited" that current is `amps`, in "off" none. `d` is unused.
 */
export type Constraint =
  | {
      readonly kind: "transformer";
      readonly id: string;
      readonly a: number;
      readonly b: number;
      readonly c: number;
      readonly d: number;
      readonly ratio: number;
    }
  | {
      readonly kind: "regulator";
      readonly id: string;
      readonly a: number;
      readonly b: number;
      readonly c: number;
      readonly region: RegulatorRegion;
      readonly volts: number;
      readonly amps: number;
      /** At the mains frequency a regulator passes nothing, or this current, A RMS: what a cycle was found to drive. */
      readonly acRe?: number;
      readonly acIm?: number;
    };

export type RegulatorRegion = "regulating" | "starved" | "limited" | "off";

/** Which of the two analyses of a circuit at rest: phasors at the mains frequency, or DC. */
export type Domain = "ac" | "dc";
/** Or one instant of a run through time, in which transformers and regulators both work. */
export type Analysis = Domain | "instant";
