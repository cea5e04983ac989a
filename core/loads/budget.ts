import { breakerHolds, fuseSeconds, usualSheet, type Holding } from "#core/standards/index.ts";
import type { Load, Protection } from "./load.ts";

/** Whether a device holds a current for so long. */
export function holds(protection: Protection, amps: number, seconds: number): Holding {
  switch (protection.kind) {
    case "fuse": {
      const multiple = amps / protection.amps;
      const time = fuseSeconds(multiple, usualSheet(protection.speed), protection.amps);
      if (!time) return seconds > 60 && multiple > 1.5 ? "may open" : "holds";
      return seconds >= time.most ? "opens" : seconds >= time.least ? "may open" : "holds";
    }
    case "breaker":
      return breakerHolds(protection.curve, protection.amps, amps, seconds);
    case "rcd":
      // Not its task: it sees the difference only.
      return "holds";
    case "rail":
      return amps > protection.amps ? "opens" : amps > 0.9 * protection.amps ? "may open" : "holds";
  }
}

export interface Budget {
  /** All running together, A. */
  readonly sum: number;
  readonly rated: number;
  /** All running, for hours. */
  readonly running: Holding;
  /** Loads that open it alone, running or starting. */
  readonly single: readonly {
    readonly load: string;
    readonly how: "running" | "starting";
    readonly holding: Holding;
  }[];
  /** Loads that open it when they start while all others run. */
  readonly startingLast: readonly {
    readonly load: string;
    readonly amps: number;
    readonly holding: Holding;
  }[];
  /** Pairs that open it only when both start at once, the others running. */
  readonly together: readonly {
    readonly loads: readonly [string, string];
    readonly amps: number;
    readonly holding: Holding;
  }[];
  readonly finding: "single" | "sum" | "start" | "together" | "none";
}

const HOURS = 4 * 3600;
const bad = (h: Holding) => h !== "holds";

/** Adds the loads up against what protects them: one alone, their sum, a start on top of it, two starts at once. */
export function budget(loads: readonly Load[], protection: Exclude<Protection, { kind: "rcd" }>): Budget {
  const sum = loads.reduce((all, l) => all + l.amps, 0);
  const start = (l: Load) => l.startAmps ?? l.amps;
  const single = loads.flatMap((l): Budget["single"] => {
    const running = holds(protection, l.amps, HOURS);
    if (bad(running)) return [{ load: l.id, how: "running" as const, holding: running }];
    const starting = holds(protection, start(l), l.startSeconds ?? 0);
    return bad(starting) ? [{ load: l.id, how: "starting" as const, holding: starting }] : [];
  });
  const running = holds(protection, sum, HOURS);
  const startingLast = loads.flatMap((l) => {
    const amps = sum - l.amps + start(l);
    const holding = holds(protection, amps, l.startSeconds ?? 0);
    return l.startAmps !== undefined && bad(holding) ? [{ load: l.id, amps, holding }] : [];
  });
  const late = new Set(startingLast.map((s) => s.load));
  const starters = loads.filter((l) => l.startAmps !== undefined && !late.has(l.id));
  const together = starters.flatMap((a, i) =>
    starters.slice(i + 1).flatMap((b) => {
      const amps = sum - a.amps - b.amps + start(a) + start(b);
      const holding = holds(protection, amps, Math.min(a.startSeconds ?? 0, b.startSeconds ?? 0));
      return bad(holding) ? [{ loads: [a.id, b.id] as const, amps, holding }] : [];
    }),
  );
  return {
    sum,
    rated: protection.amps,
    running,
    single,
    startingLast,
    together,
    finding:
      single.length > 0
        ? "single"
        : bad(running)
          ? "sum"
          : startingLast.length > 0
            ? "start"
            : together.length > 0
              ? "together"
              : "none",
  };
}
