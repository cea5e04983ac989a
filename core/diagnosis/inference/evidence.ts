import type { Check, ObservationCheck, ReadingCheck, TrialCheck } from "../planning/checks.ts";

/** The result of a check, as far as the weighing needs it. */
export type Evidence =
  | {
      readonly kind: "reading";
      readonly id: string;
      readonly check: ReadingCheck;
      readonly value: number;
      /** What it showed now and then while it was watched, where it fell away from `value` and came back. */
      readonly away?: number;
    }
  | { readonly kind: "beep"; readonly id: string; readonly check: ReadingCheck; readonly beep: boolean }
  | {
      readonly kind: "seen";
      readonly id: string;
      /** What was seen, or tried: `seen` is the answer yes. */
      readonly check: ObservationCheck | TrialCheck;
      readonly seen: boolean;
      /** It comes and goes. */
      readonly sometimes?: boolean;
      /** It works, but slowly, dimly, weakly: neither yes nor no. */
      readonly badly?: boolean;
    }
  /** An earlier repairer says this item was replaced: a claim, so it weighs little; as this shop has learned, where it has. */
  | { readonly kind: "claim"; readonly id: string; readonly item: string; readonly factor?: number };

/** The checks that findings were made by, each once, in the order of the findings. */
export function checksOf(findings: readonly Evidence[]): Check[] {
  const made = findings.flatMap((f) => (f.kind === "claim" ? [] : [[f.check.id, f.check] as const]));
  return [...new Map(made).values()];
}
