import { randomUUID } from "node:crypto";
import { z } from "zod";
import { ageOf } from "#core/diagnosis/index.ts";
import { FIRST_YEAR, type EventBody } from "#core/job/index.ts";
import { pool } from "../database/pool.ts";
import { transaction } from "../database/query.ts";
import { jobRefusal } from "../people/people.ts";
import { isClosedJobOf, shopExperience } from "../logbook/shopExperience.ts";
import { newestModel } from "../units/models.ts";
import { insertEvent, insertJob, logMonthReady, selectJob } from "./statements.ts";
import { keepSummary } from "./summary.ts";

const isYearOfMake = (text: string) =>
  /^\d{4}$/u.test(text) && Number(text) >= FIRST_YEAR && Number(text) <= new Date().getFullYear();

/** What Start a job asks for. `id` is made by the page, so that sending the form twice opens one job. */
export const newJob = z.object({
  id: z.uuid(),
  unit: z.string().min(1, "Choose the unit."),
  person: z.string().min(1, "Say who is working on it."),
  label: z.string().max(200, "Keep this under 200 characters."),
  complaint: z
    .string()
    .trim()
    .min(1, "Write what is wrong, in the customer's words.")
    .max(2000, "Keep the complaint under 2000 characters."),
  /** Observation id → what was seen. */
  seen: z.record(z.string(), z.enum(["yes", "no", "badly", "sometimes"])),
  /** Starts from what the shop's closed jobs say; it can be changed in the job. */
  learned: z.boolean().default(true),
  /** The closed job whose repair did not hold. */
  comeBackOf: z.uuid().optional(),
  /** The year on the unit's rating plate. */
  made: z
    .string()
    .trim()
    .refine(isYearOfMake, `Write the year from the rating plate, four figures, ${FIRST_YEAR} to this year.`)
    .transform(Number)
    .optional(),
  claims: z.array(z.object({ item: z.string().optional(), text: z.string().trim().min(1).max(500) })).max(40),
});

export type NewJob = Omit<z.input<typeof newJob>, "made"> & Pick<z.output<typeof newJob>, "made">;

/** Opens a job and records what is known from the start, in one transaction. Returns the field that is unknown here, if any. */
export async function openJob(input: NewJob): Promise<"unit" | "person" | "comeBackOf" | undefined> {
  const model = await newestModel(input.unit);
  if (!model) return "unit";
  if ((await jobRefusal(pool(), input.person)) !== undefined) return "person";
  if (input.comeBackOf !== undefined && !(await isClosedJobOf(pool(), input.comeBackOf, input.unit)))
    return "comeBackOf";
  const at = new Date().toISOString();
  const experience = await shopExperience(pool(), model.unit, ageOf(input.made, at));
  const known = new Set(model.unit.observations.map((o) => o.id));
  const bodies: EventBody[] = [
    {
      type: "opened",
      complaint: input.complaint,
      ...(input.comeBackOf ? { comeBackOf: input.comeBackOf } : {}),
      ...(input.made === undefined ? {} : { made: input.made }),
    },
    ...(experience ? [{ type: "experience" as const, ...experience }] : []),
    ...(experience && input.learned === false ? [{ type: "learning" as const, on: false }] : []),
    ...input.claims.map(({ item, text }): EventBody => ({ type: "claim", ...(item ? { item } : {}), text })),
    ...Object.entries(input.seen)
      .filter(([observation]) => known.has(observation))
      .map(([observation, seen]): EventBody => ({
        type: "finding",
        check: { kind: "observation", observation },
        result: {
          kind: "seen",
          seen: seen === "yes",
          ...(seen === "sometimes" ? { sometimes: true as const } : {}),
          ...(seen === "badly" ? { badly: true as const } : {}),
        },
      })),
  ];
  await logMonthReady(pool(), new Date());
  await transaction(async (client) => {
    if (!(await insertJob(client, input.id, model.hash, input.label))) return;
    const events = bodies.map((body) => ({ id: randomUUID(), person: input.person, at, body }));
    for (const event of events) await insertEvent(client, input.id, event);
    await keepSummary(client, (await selectJob(client, input.id))!, model.unit, events);
  });
  return undefined;
}
