import { z } from "zod";
import type { Json } from "#core/workshop/index.ts";
import { keptIn } from "../trace/keptIn.ts";
import type { DraftKind } from "../trace/useDraft.ts";

/** A unit's file in hand: the revision that it began from, what it is now, and which field was changed last. */
export interface WorkshopDraft {
  readonly base: string;
  readonly file: Json;
  /** Empty: nothing was changed. */
  readonly at: string;
}

const draft = z.object({
  base: z.string().max(100),
  file: z.record(z.string(), z.unknown()),
  at: z.string().max(500),
});

const kept = keptIn("workshop", draft);

export const WORKSHOP_DRAFT: DraftKind<WorkshopDraft> = {
  load: kept.load,
  // What was not changed is the library's own and needs no keeping.
  save: (key, now) => (now.at === "" ? kept.drop(key) : kept.save(key, now)),
  // A letter more in the same field is no step of its own.
  isStep: (before, after) => before.file !== after.file && (before.at !== after.at || before.at === ""),
};
export const dropWorkshop = kept.drop;
