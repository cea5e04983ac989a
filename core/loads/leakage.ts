import { HOLDS_SHARE } from "#core/standards/index.ts";
import type { Load } from "./load.ts";

export interface LeakageSum {
  /** All leaks together, A; arithmetic, which is the most it can be. */
  readonly sum: number;
  /** An RCD must hold up to half its rating and must trip at the whole of it (IEC 61008-1). */
  readonly holding: "holds" | "may trip" | "trips";
  /** Loads by leak, largest first, with their share of what makes it trip for sure. */
  readonly shares: readonly { readonly load: string; readonly amps: number; readonly share: number }[];
  /** The one load that would trip it alone, if any. */
  readonly single?: string;
}

/** Leak of a load from its insulation: volts over ohms, A. The meter's ohms are DC; what a filter passes comes on top. */
export function leakAmps(volts: number, insulationOhms: number): number {
  return insulationOhms === Infinity ? 0 : volts / insulationOhms;
}

/** Adds the earth leaks up against a residual-current device. */
export function leakageSum(loads: readonly Load[], residualAmps: number): LeakageSum {
  const leaks = loads.map((l) => ({
    load: l.id,
    amps: l.leakAmps ?? 0,
    share: (l.leakAmps ?? 0) / residualAmps,
  }));
  const sum = leaks.reduce((all, l) => all + l.amps, 0);
  const shares = leaks.sort((a, b) => b.amps - a.amps);
  const single = shares[0] && shares[0].amps > HOLDS_SHARE * residualAmps ? shares[0].load : undefined;
  return {
    sum,
    holding: sum >= residualAmps ? "trips" : sum > HOLDS_SHARE * residualAmps ? "may trip" : "holds",
    shares,
    ...(single ? { single } : {}),
  };
}
