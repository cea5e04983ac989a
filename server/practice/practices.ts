import { randomInt, randomUUID } from "node:crypto";
import { z } from "zod";
import { EXERCISE_KINDS, type Hidden, type PracticeAction, type Taken } from "#core/practice/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { pool } from "../database/pool.ts";
import { execute, many, maybeOne, transaction, type Connection } from "../database/query.ts";
import { actsAsLead, whoActs } from "../people/acting.ts";
import { personExists } from "../people/people.ts";
import { modelByHash, newestModel } from "../units/models.ts";
import { layOut, standAt, type Worked } from "./practiceThreads.ts";
import type { PracticeStand } from "./practice.worker.ts";

/** What an exercise is asked for by. */
export const newPractice = z.object({
  unit: z.string().min(1, "Choose a unit."),
  kind: z.enum(EXERCISE_KINDS, { error: "Choose what kind of fault." }),
  difficulty: z.coerce.number().int().min(1).max(3, "Choose how hard.") as unknown as z.ZodType<1 | 2 | 3>,
  person: z.string().min(1, "Choose who is working first: at the top of the page."),
});
export type NewPractice = z.infer<typeof newPractice>;

/** An exercise as pages know it: nothing that is hidden. */
export interface Practice {
  readonly id: string;
  readonly person: string;
  readonly modelHash: string;
  readonly unit: UnitModel;
  readonly kind: string;
  readonly difficulty: number;
  readonly complaint: string;
  readonly claim?: string;
  readonly openedAt: string;
  readonly finishedAt?: string;
}

interface PracticeRow {
  readonly id: string;
  readonly person: string;
  readonly modelHash: string;
  readonly kind: string;
  readonly difficulty: number;
  readonly seed: number;
  readonly hidden: Hidden;
  readonly openedAt: Date;
  readonly finishedAt: Date | null;
}

/** The exercise's clock runs with ours, but not on while nobody is there: so many seconds at most between two actions. */
const MOST_IDLE_SECONDS = 600;

/** Lays out an exercise. Returns its id, or a sentence why there is none. */
export async function openPractice(
  asked: NewPractice,
  /** The exercise that was set, and its seed: the same for everybody who takes it. */
  set?: { readonly id?: string; readonly seed: number },
): Promise<{ readonly id: string } | { readonly said: string }> {
  const model = await newestModel(asked.unit);
  if (!model) return { said: `This shop has no unit “${asked.unit}”.` };
  if (!(await personExists(pool(), asked.person)))
    return { said: "Choose who is working first: at the top of the page." };
  if (!model.unit.sequence)
    return {
      said: `${model.unit.name} has no sequence, so it cannot be run. Practice needs a unit that says what its board does.`,
    };
  const seed = set?.seed ?? randomInt(2 ** 31 - 1);
  const { kind, difficulty } = asked;
  const hidden = await layOut(model.hash, model.unit, { kind, difficulty, seed });
  if (!hidden)
    return {
      said: `${model.unit.name} has no fault of the kind “${kind}”. Choose another kind, or another unit.`,
    };
  const id = randomUUID();
  await execute(
    pool(),
    `INSERT INTO practices (id, person_id, set_id, model_hash, kind, difficulty, seed, hidden)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [id, asked.person, set?.id ?? null, model.hash, kind, difficulty, seed, JSON.stringify(hidden)],
  );
  return { id };
}

/** Undefined where there is no such exercise. */
export async function readPractice(id: string): Promise<Practice | undefined> {
  const row = await selectPractice(pool(), id);
  if (!row) return undefined;
  const { unit } = (await modelByHash(pool(), row.modelHash))!;
  const { hidden } = row;
  return {
    id,
    person: row.person,
    modelHash: row.modelHash,
    unit,
    kind: row.kind,
    difficulty: row.difficulty,
    complaint: hidden.complaint,
    ...(hidden.claim ? { claim: hidden.claim.text } : {}),
    openedAt: row.openedAt.toISOString(),
    ...(row.finishedAt ? { finishedAt: row.finishedAt.toISOString() } : {}),
  };
}

/** The exercise as it stands now. */
export async function practiceNow(
  id: string,
): Promise<{ readonly stand: PracticeStand; readonly clock: number } | undefined> {
  const row = await selectPractice(pool(), id);
  if (!row) return undefined;
  const worked = await workedOf(pool(), row);
  const clock = await clockOf(pool(), row);
  return { stand: await standAt(id, worked, clock), clock };
}

export type TakeResult =
  | { readonly ok: true; readonly stand: PracticeStand; readonly clock: number }
  | { readonly ok: false; readonly status: 404 | 409; readonly message: string };

/** Does an action at the simulated unit. It is kept before its result is shown. */
export async function takeAction(id: string, action: PracticeAction): Promise<TakeResult> {
  const taken = await transaction(
    async (client): Promise<{ row: PracticeRow; clock: number } | TakeResult> => {
      const row = await selectPractice(client, id, "FOR UPDATE");
      if (!row) return { ok: false, status: 404, message: "There is no such exercise." };
      if (row.finishedAt)
        return {
          ok: false,
          status: 409,
          message: "This exercise is over. Look back at it, or begin another.",
        };
      const clock = (await clockOf(client, row)) + (action.do === "skip" ? action.seconds : 0);
      await execute(
        client,
        `INSERT INTO practice_actions (practice_id, place, clock, action)
       SELECT $1, 1 + count(*), $2, $3 FROM practice_actions WHERE practice_id = $1`,
        [id, clock, JSON.stringify(action)],
      );
      return { row, clock };
    },
  );
  if ("ok" in taken) return taken;
  const { row, clock } = taken;
  const stand = await standAt(id, await workedOf(pool(), row), clock);
  if (stand.finished !== undefined)
    await execute(
      pool(),
      `UPDATE practices SET finished_at = now(), was_right = $2, minutes = $3, money = $4, dangers = $5
        WHERE id = $1 AND finished_at IS NULL`,
      [id, stand.finished, stand.minutes, stand.money, stand.dangers],
    );
  return { ok: true, stand, clock };
}

/** A finished exercise with what was hidden; a sentence where it is not over, undefined where there is none. */
export async function readFinished(id: string): Promise<Worked | "not over" | undefined> {
  const row = await selectPractice(pool(), id);
  if (!row) return undefined;
  return row.finishedAt ? workedOf(pool(), row) : "not over";
}

async function workedOf(on: Connection, { id, modelHash, hidden, seed }: PracticeRow): Promise<Worked> {
  const { unit } = (await modelByHash(on, modelHash))!;
  const taken = await many<Taken>(
    on,
    "SELECT action, clock FROM practice_actions WHERE practice_id = $1 ORDER BY place",
    [id],
  );
  return { hash: modelHash, unit, hidden, seed, taken };
}

/** Seconds since the exercise began: what the last action says, and what has passed since. */
async function clockOf(on: Connection, { id }: PracticeRow): Promise<number> {
  const row = await maybeOne<{ clock: number; seconds: number }>(
    on,
    `SELECT clock, extract(epoch FROM now() - at)::float8 AS seconds FROM practice_actions
      WHERE practice_id = $1 ORDER BY place DESC LIMIT 1`,
    [id],
  );
  return row ? row.clock + Math.min(MOST_IDLE_SECONDS, Math.max(0, row.seconds)) : 0;
}

/** Somebody who is signed in has their own exercises; a lead looks at all. */
function selectPractice(on: Connection, id: string, lock = ""): Promise<PracticeRow | undefined> {
  if (!z.uuid().safeParse(id).success) return Promise.resolve(undefined);
  return maybeOne<PracticeRow>(
    on,
    `SELECT id, person_id AS person, model_hash AS "modelHash", kind, difficulty, seed, hidden,
       opened_at AS "openedAt", finished_at AS "finishedAt" FROM practices
      WHERE id = $1 AND ($2::text IS NULL OR person_id = $2) ${lock}`,
    [id, actsAsLead() ? null : (whoActs()?.person?.id ?? null)],
  );
}
