import { z } from "zod";
import { TRIALS } from "#core/diagnosis/index.ts";
import { METER_FUNCTIONS } from "#core/meter/index.ts";
import { SAFETY_TESTS } from "./safetyTests.ts";

const id = z.string().min(1).max(80);
/** The longest note, in characters. */
export const NOTE_LENGTH = 2000;
const note = z.string().max(NOTE_LENGTH);
/** The shop's own shelf, as the supplier of an order. */
export const SHELF = "own shelf";
/** SHA-256 of a unit's model. */
const modelHash = z.string().regex(/^[0-9a-f]{64}$/u);

/** A reading as stored: JSON has no infinity, so OL is a word. */
export const storedValue = z.union([
  // Minus nothing is nothing: JSON keeps the sign, the database does not.
  z
    .number()
    .finite()
    .transform((value) => (value === 0 ? 0 : value)),
  z.literal("OL"),
]);

const share = z.number().nonnegative();

/** What came of minutes in which a reading was watched: `value` is then what it read most of the time. Times in seconds. */
const watched = z.strictObject({
  seconds: share.max(1e6),
  count: z.number().int().positive().max(1e7),
  lowest: storedValue,
  highest: storedValue,
  drops: z.number().int().nonnegative().max(1e6),
  longest: share.max(1e6),
  /** What it showed while it was away: weighed as coming and going. */
  away: storedValue.optional(),
  /** What was done meanwhile: how often, and after how many of these it fell away. */
  marks: z
    .array(
      z.strictObject({
        text: z.string().min(1).max(80),
        times: z.number().int().positive().max(1000),
        followed: z.number().int().nonnegative().max(1000),
      }),
    )
    .max(20)
    .optional(),
});
export type Watched = z.infer<typeof watched>;

const setup = z.strictObject({ state: id, lifts: z.array(id).max(20) });
const reading = z.strictObject({
  kind: z.literal("reading"),
  setup,
  fn: z.enum(METER_FUNCTIONS),
  red: id,
  black: id,
});
const observation = z.strictObject({ kind: z.literal("observation"), observation: id });

const trial = z.strictObject({ kind: z.literal("trial"), trial: z.enum(TRIALS), subject: id });

export const findingBody = z.strictObject({
  type: z.literal("finding"),
  check: z.discriminatedUnion("kind", [reading, observation, trial]),
  result: z.discriminatedUnion("kind", [
    z.strictObject({
      kind: z.literal("value"),
      value: storedValue,
      /** What the meter held while it was watched, not what it showed in the end: kept and compared, never weighed. */
      held: z.enum(["lowest", "highest"]).optional(),
      watched: watched.optional(),
    }),
    z.strictObject({ kind: z.literal("beep"), beep: z.boolean() }),
    /** `sometimes`: it comes and goes. `badly`: it works, but slowly, dimly, weakly. */
    z.strictObject({
      kind: z.literal("seen"),
      seen: z.boolean(),
      sometimes: z.literal(true).optional(),
      badly: z.literal(true).optional(),
    }),
  ]),
  /** What was typed, kept word for word. */
  typed: z.string().max(200).optional(),
});

/** What a photograph or a paper may be. */
export const ATTACHMENT_MEDIA = ["image/jpeg", "image/png", "image/webp", "application/pdf"] as const;

/** Nothing older than this is still repaired by its wiring. */
export const FIRST_YEAR = 1940;

/** Everything that can happen in a job. The list of these is the job; nothing else is stored. */
export const eventBody = z.discriminatedUnion("type", [
  /** `comeBackOf`: the job that was closed, and whose repair did not hold. `made`: the year on the unit's rating plate. */
  z.strictObject({
    type: z.literal("opened"),
    complaint: note,
    comeBackOf: z.uuid().optional(),
    made: z.number().int().min(FIRST_YEAR).max(2199).optional(),
  }),
  z.strictObject({ type: z.literal("claim"), item: id.optional(), text: z.string().min(1).max(500) }),
  z.strictObject({
    type: z.literal("band"),
    band: z.enum(["live", "dead", "unproven"]),
    confirmed: z.array(z.string().max(200)).max(12),
  }),
  findingBody,
  /** A reading on the known-good twin of the unit: compared, never weighed. */
  z.strictObject({
    type: z.literal("twin"),
    check: reading,
    result: z.strictObject({ kind: z.literal("value"), value: storedValue }),
    typed: z.string().max(200).optional(),
  }),
  /** A try of the strip-down: what was connected, what was off, and whether the protection opened. */
  z.strictObject({
    type: z.literal("strip"),
    connected: z.array(id).max(80),
    off: z.array(id).max(80),
    tripped: z.boolean(),
    spent: z.enum(["fuse", "reset", "nothing"]),
    /** What opened or held: a part that protects, or a rail that folds back, which the model does not know as opening. */
    device: z.union([id, z.literal("rail")]).optional(),
    /** The unit's own plug was pulled: what opens then lies before the unit. */
    plugPulled: z.literal(true).optional(),
    /** Loads outside the unit that were on, by name: what opens with them on may be theirs. */
    beside: z.array(z.string().min(1).max(60)).max(20).optional(),
  }),
  /** A check that could not be made, or was left out: it is not proposed again. */
  z.strictObject({
    type: z.literal("skipped"),
    check: z.string().min(1).max(400),
    title: z.string().min(1).max(300),
    why: z.enum(["could not reach", "left out"]),
  }),
  /** A file, kept on the server, that belongs to a finding. */
  z.strictObject({
    type: z.literal("attachment"),
    of: z.uuid(),
    file: z.uuid(),
    name: z.string().min(1).max(200),
    media: z.enum(ATTACHMENT_MEDIA),
  }),
  z.strictObject({ type: z.literal("retraction"), of: z.uuid(), why: note.default("") }),
  z.strictObject({ type: z.literal("note"), text: note.min(1) }),
  /** From here on the job is worked on another revision of its unit's model; both by their hashes. */
  z.strictObject({ type: z.literal("moved"), from: modelHash, to: modelHash }),
  /** What the shop's closed jobs said of this unit when the job was taken in: starting weights, so that the log stands for itself. */
  z.strictObject({
    type: z.literal("experience"),
    jobs: share.max(1e6),
    faults: z.record(z.string().min(1).max(200), share.max(1e6)),
    items: z.record(z.string().min(1).max(200), share.max(1e6)),
    kinds: z.record(z.string().min(1).max(200), share.max(100)),
    claim: share.max(1),
    age: z
      .strictObject({ years: share.max(300), kinds: z.record(z.string().min(1).max(200), share.max(100)) })
      .optional(),
  }),
  /** Whether what the shop has learned is used in this job: it is, until somebody says otherwise. */
  z.strictObject({ type: z.literal("learning"), on: z.boolean() }),
  z.strictObject({
    type: z.literal("call"),
    item: id,
    suspect: id,
    proof: z.uuid().optional(),
    chance: z.number().min(0).max(1),
    note: note.default(""),
  }),
  /**
   * What was done: from here on the item is as good as new, and the unit another one. `cause`: what lay behind the failure, or
   * why nobody can say. `item` is two where two were repaired at once.
   */
  z.strictObject({
    type: z.literal("repaired"),
    item: id,
    suspect: id,
    what: note.min(1),
    cause: note.min(1),
  }),
  /** A jumper or a bridge was fitted, and says where; with `of`, the one that was fitted so was taken off again. */
  z.strictObject({ type: z.literal("jumper"), where: z.string().min(1).max(200), of: z.uuid().optional() }),
  /** What is to be the same on the replacement, as it stood on the old part and as it was set on the new one. */
  z.strictObject({
    type: z.literal("setting"),
    name: z.string().min(1).max(300),
    when: z.enum(["before", "after"]),
    value: z.string().min(1).max(200),
  }),
  /** A wire of the transfer list is on again; `colour` is what is found at its place, seen from the wire side. */
  z.strictObject({
    type: z.literal("refitted"),
    wire: z.string().min(1).max(200),
    colour: z.string().max(60),
  }),
  /** A test that the unit's hazards ask for, made on the repaired unit. */
  z.strictObject({
    type: z.literal("safety"),
    test: z.enum(SAFETY_TESTS),
    result: z.discriminatedUnion("kind", [
      z.strictObject({ kind: z.literal("value"), value: storedValue }),
      z.strictObject({ kind: z.literal("seen"), seen: z.boolean() }),
    ]),
  }),
  /** A part was ordered for this job: of whom, for how much, to come in so many days; `of` says that it has come. */
  z.strictObject({
    type: z.literal("ordered"),
    item: id,
    supplier: z.string().min(1).max(100),
    price: z.number().nonnegative().max(1e6),
    days: z.number().int().nonnegative().max(365),
  }),
  z.strictObject({ type: z.literal("arrived"), of: z.uuid() }),
  z.strictObject({
    type: z.literal("closed"),
    outcome: z.enum(["repaired", "handed on", "given up"]),
    note: note.default(""),
    /** Why it is closed as repaired though the repair was not proven. */
    waived: note.min(1).optional(),
  }),
]);

export const jobEvent = z.strictObject({
  /** Made by the client, so that a repeated send is harmless. */
  id: z.uuid(),
  person: id,
  /** When it happened, by the client's clock, ISO 8601. */
  at: z.iso.datetime().refine((at) => at >= "1970" && at < "2200", "This is no time of our days."),
  /** The browser it was made in, and the last entry of this job that was known there: by them a late entry is judged. */
  device: z.uuid().optional(),
  after: z.uuid().optional(),
  body: eventBody,
});

export type EventBody = z.infer<typeof eventBody>;
export type FindingBody = z.infer<typeof findingBody>;
export type JobEvent = z.infer<typeof jobEvent>;

/** The reading as the engine takes it. */
export function valueOf(stored: z.infer<typeof storedValue>): number {
  return stored === "OL" ? Infinity : stored;
}

export function storeValue(value: number): z.infer<typeof storedValue> {
  return Number.isFinite(value) ? value : "OL";
}
