import { METER_FUNCTIONS } from "#core/meter/index.ts";
import { z } from "zod";
import { boardSchema } from "./board.ts";
import { measuredSchema } from "./measured.ts";
import { CURRENT_VERSION } from "./versions.ts";

/** Identifier: letters, digits and . _ - ; as printed on the drawing. */
const id = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9._-]*$/, "use letters, digits, point, dash and underscore")
  // Things are looked up by these names, and such a name finds what every object of the language has.
  .refine((name) => !(name in Object.prototype), "this name is taken by the program itself; use another");
const text = z.string().min(1).max(300);
const minutes = z.number().nonnegative().max(600);

const part = z.strictObject({
  id,
  name: text,
  type: z.string(),
  /** Terminal name → net name. */
  terminals: z.record(z.string(), id),
  parameters: z.record(z.string(), z.unknown()).default({}),
  /** Replaceable item this part belongs to; the part itself when left out. */
  item: id.optional(),
  colour: z.string().optional(),
  /** A jumper may go across it for a moment; never true of what guards, or of anything in series with that. */
  bypass: z.literal("for a moment").optional(),
  /** What it needs to work, as shares of its rated volts, in place of the catalogue's. */
  working: z.strictObject({ from: z.number().min(0).max(2), fully: z.number().min(0).max(2) }).optional(),
  /** Starting weight per failure mode, in place of the catalogue's; 0 leaves the mode out. */
  weights: z.record(z.string(), z.number().nonnegative()).default({}),
  /**
   * How far its values may lie from those given, as a share of them (one standard deviation), where nobody knew them:
   * every prediction that feels them is so much wider.
   */
  spread: z.number().positive().max(2).optional(),
  /** Bounds of the size of a failure mode, in place of the catalogue's: ohms, or a factor on the sound value. */
  sizes: z
    .record(z.string(), z.strictObject({ from: z.number().positive(), to: z.number().positive() }))
    .optional(),
});

const item = z.strictObject({
  id,
  name: text,
  remedy: z.enum(["replace", "mend", "reset", "call supply"]),
  price: z.number().nonnegative(),
  minutes,
  /** A known-good one is at hand, or a twin in the same unit, to swap with. */
  spare: z.boolean().default(false),
  note: text.optional(),
});

const point = z.strictObject({
  /** A terminal "part.terminal", unless `terminal` names another; what a technician types. */
  id,
  name: text,
  terminal: z.string().optional(),
  /** Or a net, wherever it can be touched. */
  net: id.optional(),
  side: z.enum(["mains", "low-voltage"]),
  place: text,
  colour: z.string().optional(),
  cover: id.optional(),
  minutes,
});

const need = z.strictObject({
  name: text,
  from: id,
  to: id,
  min: z.number(),
  max: z.number(),
  /** Whether it is DC volts, or the RMS of AC. */
  domain: z.enum(["ac", "dc"]).default("dc"),
});

const state = z.strictObject({
  id,
  name: text,
  power: z.enum(["live", "dead"]),
  /** Seconds from switching on, or from the previous state, until the unit is in this state. */
  waitSeconds: z.number().nonnegative().max(7200).default(0),
  /** What the technician sees when the unit is in this state. */
  description: z.string().max(300).default(""),
  /** Switches and contacts by part: where they stand in this state, whatever they rest at. */
  positions: z.record(id, z.enum(["open", "closed"])).default({}),
  celsius: z.record(id, z.number().min(-60).max(1200)).default({}),
  drives: z.array(z.strictObject({ output: id, needs: z.array(id).default([]) })).default([]),
});

const lift = z.strictObject({
  id,
  name: text,
  terminals: z.array(z.string()).min(1),
  minutes,
  cover: id.optional(),
});

const reference = z.strictObject({
  side: z.enum(["mains", "low-voltage"]),
  point: id,
  function: z.enum(["vac", "vdc"]),
  /** The points it serves, where a side has supplies that are not joined; all of its side where it is left out. */
  points: z.array(id).optional(),
});

/** A reading of the unit's own, beside those that the program lists by itself. */
const ownCheck = z.strictObject({
  state: id,
  /** Lifts in force, or single terminals "part.terminal" taken off. */
  lifts: z.array(z.string()).default([]),
  function: z.enum(METER_FUNCTIONS),
  red: id,
  black: id,
});

const course = z.strictObject({
  id,
  name: text,
  load: id,
  state: id,
  function: z.enum(["vac", "vdc"]),
  reference: id,
  points: z.array(id).min(3),
});

const observation = z.strictObject({
  id,
  kind: z.enum(["works", "listen", "look", "smell", "reaches", "code", "opens"]),
  /** Asked of the customer or the technician: "Does the rinse get hot?" */
  question: text,
  yes: text,
  no: text,
  state: id,
  /** works: the load that does the work. listen: the relay. opens: what protects. look: none. */
  part: id.optional(),
  /** works: what the work must bring about before it is said to work: an effect of the sequence. */
  effect: id.optional(),
  /** reaches: the step of the sequence. opens: the step after which it does. code: the code. */
  step: id.optional(),
  code: id.optional(),
  /** look, smell: chance of the sign under a suspect "part:mode"; all others show it by the chance in `otherwise`. */
  signs: z.record(z.string(), z.number().gt(0).lt(1)).default({}),
  otherwise: z.number().gt(0).lt(1).default(0.03),
  cover: id.optional(),
  minutes,
});

const hazard = z.strictObject({
  kind: z.enum(["mains", "stored-energy", "gas", "hot", "moving", "water"]),
  text,
  /** One line for the card of a check; the first sentence of the text where it is left out. */
  brief: z.string().min(1).max(90).optional(),
  /**
   * Where it is met: behind these covers, in these live states, at these parts, in these observations. A hazard that names
   * none is met wherever its kind can be.
   */
  covers: z.array(id).optional(),
  states: z.array(id).optional(),
  parts: z.array(id).optional(),
  observations: z.array(id).optional(),
  waitSeconds: z.number().nonnegative().optional(),
  confirmBelowVolts: z.number().positive().optional(),
});

/** What must be the same on the replacement: a trimmer, a link, an address. */
const setting = z.strictObject({ name: text, value: text, where: text, item: id.optional() });

/** The same unit for another region or of another build: what differs, and nothing else. */
const variant = z.strictObject({
  id,
  name: text,
  hertz: z.number().min(40).max(70).optional(),
  /** By part: parameters and terminals that differ. */
  parts: z
    .record(
      id,
      z.strictObject({
        parameters: z.record(z.string(), z.unknown()).default({}),
        terminals: z.record(z.string(), id).default({}),
      }),
    )
    .default({}),
  /** By point: the terminal that it touches instead. */
  points: z.record(id, z.string()).default({}),
});

/** The unit model, version 1: plain JSON. Cross-references are checked by `readUnit`. */
export const unitSchema = z.strictObject({
  format: z.literal("zygodrome-unit"),
  version: z.literal(CURRENT_VERSION),
  id,
  name: text,
  maker: z.string().max(300).default(""),
  revision: z.string().max(300).default(""),
  description: z.string().max(300).default(""),
  /** Mains frequency. */
  hertz: z.number().min(40).max(70).default(50),
  /** Net that is the reference of all potentials: protective earth. */
  ground: id,
  parts: z.array(part).min(1).max(10_000),
  items: z.array(item).default([]),
  covers: z.array(z.strictObject({ id, name: text, minutes })).default([]),
  points: z.array(point).default([]),
  references: z.array(reference).default([]),
  needs: z.record(id, need).default({}),
  states: z.array(state).min(1),
  lifts: z.array(lift).default([]),
  courses: z.array(course).default([]),
  observations: z.array(observation).default([]),
  hazards: z.array(hazard).default([]),
  checks: z.array(ownCheck).optional(),
  settings: z.array(setting).default([]),
  variants: z.array(variant).default([]),
  /** The circuits as they were walked, a line each, where the unit was made so: core/trace reads them. */
  traced: z.array(z.string().max(200)).max(400).optional(),
  /** The wiring list that it was made from: the supply, the rows, and what each part is where its letters do not say. */
  wired: z
    .strictObject({
      supply: z.string().max(200),
      rows: z.array(z.array(z.string().max(100)).max(5)).max(10_000),
      parts: z.record(z.string().max(20), z.string().max(200)),
    })
    .optional(),
  /** Values that were not known at first and were measured since, by whom and where as it was said. */
  measured: z.array(measuredSchema).max(1000).optional(),
  /** The control board's steps; a unit without them has its states only. */
  sequence: boardSchema.optional(),
});

/** A unit model as written in a file, before defaults. */
export type UnitFile = z.input<typeof unitSchema>;

/** A part once read: it belongs to an item, its own where none was named. */
export type Part = z.infer<typeof unitSchema>["parts"][number] & { item: string };
export type UnitModel = Omit<z.infer<typeof unitSchema>, "parts"> & { parts: Part[] };
export type Item = UnitModel["items"][number];
export type Point = UnitModel["points"][number];
export type State = UnitModel["states"][number];
export type Lift = UnitModel["lifts"][number];
export type Course = UnitModel["courses"][number];
export type Observation = UnitModel["observations"][number];
export type Hazard = UnitModel["hazards"][number];
