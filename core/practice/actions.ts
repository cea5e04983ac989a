import { z } from "zod";
import { METER_FUNCTIONS } from "#core/meter/index.ts";

const id = z.string().min(1).max(80);

/** What a learner can do at the simulated unit. */
export const practiceAction = z.discriminatedUnion("do", [
  z.strictObject({ do: z.literal("power"), on: z.boolean() }),
  /** Sets one of the unit's inputs: door, call, key, temperature. */
  z.strictObject({ do: z.literal("set"), input: id, to: id }),
  /** Lets the unit's time run on. */
  z.strictObject({ do: z.literal("skip"), seconds: z.number().positive().max(3600) }),
  z.strictObject({ do: z.literal("lift"), lift: id, off: z.boolean() }),
  z.strictObject({ do: z.literal("jumper"), from: id, to: id, on: z.boolean() }),
  z.strictObject({ do: z.literal("measure"), fn: z.enum(METER_FUNCTIONS), red: id, black: id }),
  /** A look, a listen, a sniff, or whether something works. */
  z.strictObject({ do: z.literal("look"), observation: id }),
  /** Moves the looms, or warms the board: what comes and goes shows. */
  z.strictObject({ do: z.literal("provoke"), how: z.enum(["wiggle", "heat"]) }),
  /** Tests a load by itself, fed from a bench supply. */
  z.strictObject({ do: z.literal("feed"), part: id }),
  z.strictObject({ do: z.literal("reset"), part: id }),
  /** Fits a known-good one to see whether that helps; it stays in. */
  z.strictObject({ do: z.literal("swap"), item: id }),
  /** Says what is wrong, and puts it right. */
  z.strictObject({ do: z.literal("call"), item: id }),
  /** Hands the unit back. */
  z.strictObject({ do: z.literal("finish") }),
]);
export type PracticeAction = z.infer<typeof practiceAction>;

/** An action with the exercise's clock, seconds since it began, at which it was done. */
export interface Taken {
  readonly action: PracticeAction;
  readonly clock: number;
}
