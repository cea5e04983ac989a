import type { Check } from "#core/diagnosis/index.ts";
import type { MeterFunction } from "#core/meter/index.ts";
import type { PracticeAction } from "./actions.ts";
import type { Slip } from "./slips.ts";

/** What an action brought, as much as the eyes and the meter tell. */
export type Shown =
  /** Successive displays until it rests; the last is the reading. Infinity is OL. */
  | { readonly kind: "reading"; readonly fn: MeterFunction; readonly frames: readonly number[] }
  /** Ohms under power: the meter's fuse has gone. */
  | { readonly kind: "meter fuse" }
  | {
      readonly kind: "seen";
      readonly observation: string;
      readonly answer: "yes" | "no" | "badly" | "not yet";
    }
  | { readonly kind: "fed"; readonly part: string; readonly works: boolean }
  | { readonly kind: "reset"; readonly part: string; readonly wasOpen: boolean }
  | { readonly kind: "renewed"; readonly item: string }
  | { readonly kind: "finished"; readonly right: boolean }
  | { readonly kind: "done" }
  /** It could not be done: what it names does not exist, or the exercise is over. */
  | { readonly kind: "refused"; readonly what: string };

/** What can be seen and heard of the unit without a tool. */
export interface Snapshot {
  readonly isOn: boolean;
  readonly inputs: Readonly<Record<string, string>>;
  readonly lifts: readonly string[];
  readonly jumpers: readonly { readonly from: string; readonly to: string }[];
  /** By observation that needs no cover off: whether that work is done at this moment. */
  readonly works: Readonly<Record<string, "well" | "badly" | "not">>;
  /** The code on the display, while that is lit. */
  readonly code?: string;
}

/** One step of an exercise: what was done, what it took, what it showed, and as which check the diagnosis knows it. */
export interface PracticeStep {
  readonly action: PracticeAction;
  readonly clock: number;
  readonly minutes: number;
  readonly money: number;
  readonly shown: Shown;
  readonly slips: readonly Slip[];
  readonly check?: Check;
}
