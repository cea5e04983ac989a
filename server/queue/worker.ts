import { setTimeout as pause } from "node:timers/promises";
import PgBoss from "pg-boss";
import { pool } from "../database/pool.ts";
import { inShop } from "../database/shopOfWork.ts";
import { computeBestCourse } from "../logbook/bestCourses.ts";
import { letterPdf } from "../outbox/letterPaper.ts";
import { newestModel } from "../units/models.ts";
import { prepareUnit } from "../workers/analysis.ts";
import { SCHEMA } from "./queue.ts";
import { TASKS, TASK_NAMES, type TaskName } from "./tasks.ts";

/** How often a process that has nothing to do looks for a task, and one that cannot reach the queue tries it again, ms. */
const LOOK_MS = 2000;
const AGAIN_MS = 5000;

/** What is done of each. It may be done twice: a process can be killed after it was done and before that was kept. */
const DO: { readonly [Name in TaskName]: (data: unknown) => Promise<void> } = {
  "best-course": async (data) => {
    const { shop, job } = TASKS["best-course"].parse(data);
    await inShop(shop, () => computeBestCourse(job));
  },
  dictionary: async (data) => {
    const { shop, unit } = TASKS.dictionary.parse(data);
    await inShop(shop, async () => {
      const newest = await newestModel(unit);
      if (newest) await prepareUnit(newest.hash, newest.unit);
    });
  },
  letter: async (data) => {
    const { shop, letter } = TASKS.letter.parse(data);
    await inShop(shop, () => letterPdf(letter));
  },
};

export interface Worker {
  /** Takes no more tasks, and gives back what it has in hand. */
  stop(): Promise<void>;
}

/**
 * Does tasks of every name, one of each at a time, until it is stopped. While the database is away nothing is taken.
 * @param failed hears why a task failed, or why none could be taken
 */
export function startWorker(failed: (task: string, reason: unknown) => void): Worker {
  const boss = new PgBoss({
    db: { executeSql: (text, values) => pool().query(text, values) },
    schema: SCHEMA,
    migrate: false,
    schedule: false,
  });
  boss.on("error", (reason) => failed("queue", reason));
  const ending = new AbortController();
  const inHand = new Map<TaskName, string>();

  const givenBack = (name: TaskName, id: string) =>
    boss.fail(name, id, { message: "its process ended" }).catch(() => undefined);
  const doNext = async (name: TaskName): Promise<boolean> => {
    const [task] = await boss.fetch(name);
    if (!task) return false;
    if (ending.signal.aborted) {
      // It was on its way when the end came.
      await givenBack(name, task.id);
      return false;
    }
    inHand.set(name, task.id);
    try {
      await DO[name](task.data);
      if (inHand.has(name)) await boss.complete(name, task.id);
    } catch (reason) {
      failed(name, reason);
      if (inHand.has(name)) await boss.fail(name, task.id, reason as object);
    } finally {
      inHand.delete(name);
    }
    return true;
  };
  const doAll = async (name: TaskName): Promise<void> => {
    while (!ending.signal.aborted) {
      const more = await doNext(name).catch((reason: unknown) => failed("queue", reason));
      if (!more) await pause(LOOK_MS, undefined, { signal: ending.signal }).catch(() => undefined);
    }
  };
  const begun = async (): Promise<void> => {
    while (!ending.signal.aborted)
      try {
        await boss.start();
        return;
      } catch (reason) {
        failed("queue", reason);
        await pause(AGAIN_MS, undefined, { signal: ending.signal }).catch(() => undefined);
      }
  };
  const started = begun();
  const loops = TASK_NAMES.map((name) => started.then(() => doAll(name)));
  return {
    stop: async () => {
      ending.abort();
      const given = [...inHand];
      inHand.clear();
      for (const [name, id] of given) await givenBack(name, id);
      // What is still being computed is not waited for: somebody else has it now.
      if (given.length === 0) await Promise.all(loops);
      await boss.stop({ graceful: false }).catch(() => undefined);
    },
  };
}
