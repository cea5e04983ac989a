import { z } from "zod";
import { ATTACHMENT_MEDIA, jobEvent } from "#core/job/index.ts";

/**
 * A whole job as one file, version 1: the unit's model as it was worked on, everything that was recorded in order, who did
 * it, and which photographs and papers belong to it (by id; an archive has them beside).
 */
export const jobFileSchema = z.strictObject({
  format: z.literal("zygodrome-job"),
  version: z.literal(1),
  job: z.strictObject({
    id: z.uuid(),
    number: z.number().int().positive(),
    label: z.string().max(200),
    openedAt: z.iso.datetime().regex(/^(?:19|20|21)/u, "The year must be 1900 to 2199."),
    /** SHA-256 of the unit's model, keys in order. */
    modelHash: z.string().regex(/^[0-9a-f]{64}$/u),
  }),
  /** A unit model: unit-model.schema.json. */
  unit: z.record(z.string(), z.unknown()),
  /** The models that it was worked on before it was moved to this one. */
  earlier: z.array(z.record(z.string(), z.unknown())).max(100).optional(),
  people: z
    .array(z.strictObject({ id: z.string().min(1).max(80), name: z.string().min(1).max(80) }))
    .max(500),
  events: z.array(jobEvent).min(1).max(20_000),
  files: z
    .array(
      z.strictObject({ id: z.uuid(), name: z.string().min(1).max(200), media: z.enum(ATTACHMENT_MEDIA) }),
    )
    .max(2000),
});

export type JobFile = z.infer<typeof jobFileSchema>;
