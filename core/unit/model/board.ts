import { z } from "zod";

/** Identifier as everywhere in a unit model. */
const id = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9._-]*$/, "use letters, digits, point, dash and underscore");
const text = z.string().min(1).max(300);
const seconds = z.number().nonnegative().max(86_400);
const positions = z.record(id, z.enum(["open", "closed"])).default({});
const celsius = z.record(id, z.number().min(-60).max(1200)).default({});

const thresholds = {
  from: id,
  to: id,
  domain: z.enum(["ac", "dc"]).default("dc"),
  /** At or above this, V (magnitude for AC) … */
  above: z.number().optional(),
  /** … and at or below this. At least one of the two. */
  below: z.number().optional(),
};

/**
 * What the board senses: true while the voltage between two nets lies within its thresholds. An analog sensor (NTC,
 * flame current, speed) is read the same way, by the voltage its divider makes of it.
 */
const input = z.strictObject({
  id,
  name: text,
  ...thresholds,
});

/** A condition on the board's inputs or on what surrounds the unit. */
const condition = z.strictObject({
  input: id.optional(),
  environment: id.optional(),
  is: z.union([z.boolean(), id]),
});

/** What the technician or the site sets: a call, a door, water at the tap. */
const environment = z.strictObject({
  id,
  name: text,
  settings: z.array(z.strictObject({ id, name: text, positions, celsius })).min(2),
  /** How it stands before anything is asked for, and in an ordinary run. */
  rest: id,
  run: id,
});

/**
 * What the unit's work does to its surroundings: while every part in `works` does its work and the conditions hold, for
 * `seconds`, the switches and temperatures in it move. The other `effects` must be there for it to begin and not for it
 * to last (a flame outlasts its igniter). `fades`: seconds until all is back once it stops; left out: it stays.
 */
const effect = z.strictObject({
  id,
  name: text,
  works: z.array(id).default([]),
  effects: z.array(id).default([]),
  when: z.array(condition).default([]),
  /** Voltages that must stand, as an input's thresholds: a motor's polarity, a link's volts. */
  volts: z.array(z.strictObject(thresholds)).default([]),
  /** Pairs of nets between which current must be able to flow, in ohms at most. */
  paths: z.array(z.strictObject({ from: id, to: id, ohms: z.number().positive() })).default([]),
  seconds,
  fades: seconds.optional(),
  positions,
  celsius,
});

const step = z.strictObject({
  id,
  name: text,
  /** The unit's state that this step is: where its readings are taken. */
  state: id.optional(),
  drives: z.array(id).default([]),
  /** All of them must hold for the step to be done … */
  expects: z.array(z.strictObject({ input: id, is: z.boolean().default(true) })).default([]),
  /** … within this time; without it the board waits for ever. */
  within: seconds.optional(),
  /** The least the step takes. */
  waits: seconds.default(0),
  /** Where it goes when done; left out, it rests here. */
  next: id.optional(),
  /** Ways out that are taken as soon as their condition holds, in order. */
  leaves: z.array(z.strictObject({ when: z.array(condition).min(1), to: id })).default([]),
  /** When its expectations are not met in time. */
  failure: z
    .strictObject({
      retries: z.number().int().min(0).max(10).default(0),
      retryFrom: id.optional(),
      to: id.optional(),
      code: id.optional(),
    })
    .optional(),
});

/** A safety input that is looked at in every step (or those named), whatever the step does. */
const watch = z.strictObject({
  id,
  name: text,
  input: id,
  /** What it must be. */
  is: z.boolean().default(true),
  steps: z.array(id).optional(),
  to: id.optional(),
  code: id.optional(),
});

/** An output that protects itself: above this current, A, the board lets go of it and reports. */
const protection = z.strictObject({
  output: id,
  amps: z.number().positive(),
  code: id.optional(),
  to: id.optional(),
});

/** The control board's behaviour as data. */
export const boardSchema = z.strictObject({
  name: text,
  /** Needs of the unit that keep the board awake. */
  alive: z.array(id).default([]),
  inputs: z.array(input).default([]),
  environment: z.array(environment).default([]),
  effects: z.array(effect).default([]),
  /** The step that power comes up in, and other ways to start (service, test). */
  start: id,
  modes: z.array(z.strictObject({ id, name: text, start: id })).default([]),
  steps: z.array(step).min(1),
  watches: z.array(watch).default([]),
  protections: z.array(protection).default([]),
  codes: z.array(z.strictObject({ id, name: text, lamp: text.optional() })).default([]),
  /** Part that it runs on: while that does no work, the board is dead. */
  runBy: id.optional(),
  /** Part that shows the code; while it is dark, no code is seen. */
  shownBy: id.optional(),
});

export type Board = z.infer<typeof boardSchema>;
export type BoardStep = Board["steps"][number];
export type BoardInput = Board["inputs"][number];
export type BoardThresholds = Pick<BoardInput, "from" | "to" | "domain" | "above" | "below">;
export type BoardCondition = z.infer<typeof condition>;
