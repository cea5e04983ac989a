/** One thing that draws current and can be taken off: a plug, a load, a peripheral. */
export interface Load {
  readonly id: string;
  readonly name: string;
  /** Running, A. */
  readonly amps: number;
  /** While it starts, A and s; left out where it starts as it runs. */
  readonly startAmps?: number;
  readonly startSeconds?: number;
  /** To earth, A; measured or from volts over insulation. */
  readonly leakAmps?: number;
  /** The state in which it draws most: it is called only there. Left out where it draws whenever the unit is on. */
  readonly runIn?: { readonly state: string; readonly name: string };
  /** Other loads that must be on for this one to be called at all: with one of them off it is not tried. */
  readonly needs?: readonly string[];
  /** Leads that its own plug leaves connected: a leak to earth goes on through them. */
  readonly leaves?: readonly string[];
  /** It hangs on the same device and lies outside the unit. */
  readonly outside?: true;
  /** Minutes to take it off or put it back. */
  readonly minutes: number;
  /** How much it is suspected, relative to the others; 1 if nothing is known. */
  readonly weight: number;
}

/** What trips, blows or sags. */
export type Protection =
  | { readonly kind: "fuse"; readonly amps: number; readonly speed: "quick" | "slow" }
  /** Curves of IEC 60898. */
  | { readonly kind: "breaker"; readonly amps: number; readonly curve: "B" | "C" | "D" }
  /** Rated residual current, A. */
  | { readonly kind: "rcd"; readonly residualAmps: number }
  /** A rail that folds back or sags: what it can deliver, A. */
  | { readonly kind: "rail"; readonly amps: number };

/** Whether a load was tried in a try: connected, with all that it needs to be called. */
export function isTried(load: Load, on: ReadonlySet<string>): boolean {
  return on.has(load.id) && (load.needs ?? []).every((id) => on.has(id));
}
