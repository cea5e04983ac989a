import type { TraceKind } from "./kinds.ts";
import type { Values } from "./makers.ts";

export interface SupplyLine {
  readonly is: "supply";
  readonly current: "ac" | "dc";
  /** Two legs of opposite phase about a neutral; `volts` is of one leg. */
  readonly split: boolean;
  readonly volts: number;
  readonly hertz?: number;
}

/** Where a circuit sets out, or where it goes back to: behind a part, before a part, or a conductor. */
export interface EndLine {
  readonly is: "from" | "to";
  readonly at: string;
  readonly colour?: string;
}

export interface ThingLine {
  readonly is: "thing";
  readonly kind: TraceKind;
  /** Designator as printed: F1, K3; of a pin P4.3. */
  readonly id?: string;
  /** The word that it was called by: "pump" of a motor. */
  readonly word: string;
  readonly values: Values;
  readonly colour?: string;
}

/** One line of a trace, as it was understood. */
export type TraceLine = SupplyLine | EndLine | ThingLine;

/** What is wrong with a line, or with what it says where it stands. */
export type TraceProblem =
  | { readonly code: "empty" }
  | { readonly code: "unknown-kind"; readonly words: string }
  | { readonly code: "not-understood"; readonly token: string }
  | { readonly code: "other-thing"; readonly token: string }
  | { readonly code: "out-of-range"; readonly token: string; readonly from: string; readonly to: string }
  | { readonly code: "volts-missing" }
  | { readonly code: "ac-or-dc"; readonly volts: number }
  | { readonly code: "three-phase" }
  | { readonly code: "supply-first" }
  | { readonly code: "second-supply" }
  | { readonly code: "from-what" }
  | { readonly code: "no-such-part"; readonly at: string; readonly known: readonly string[] }
  | { readonly code: "used-twice"; readonly id: string }
  | { readonly code: "not-a-designator"; readonly id: string }
  | { readonly code: "pin-number"; readonly id: string | undefined }
  | { readonly code: "nothing-between" }
  | { readonly code: "no-load" }
  | { readonly code: "own-end"; readonly at: string }
  | { readonly code: "coil-of-what"; readonly id: string | undefined }
  | { readonly code: "too-long" }
  | { readonly code: "model"; readonly message: string };

export type LineResult =
  { readonly ok: true; readonly line: TraceLine } | { readonly ok: false; readonly problem: TraceProblem };
