import { randomInt, randomUUID } from "node:crypto";
import { EXERCISE_KINDS, type ExerciseKind } from "#core/practice/index.ts";
import { pool } from "../database/pool.ts";
import { execute, many, maybeOne } from "../database/query.ts";

/** An exercise that was worked, or is. */
export interface WorkedOne {
  readonly id: string;
  readonly unitName: string;
  readonly kind: string;
  readonly difficulty: number;
  readonly openedAt: string;
  readonly right?: boolean;
  readonly minutes?: number;
  readonly bestMinutes?: number;
  readonly dangers?: number;
}

/** A person's exercises, the last one first. */
export async function exercisesOf(person: string, most: number): Promise<WorkedOne[]> {
  const rows = await many<{
    id: string;
    unitName: string;
    kind: string;
    difficulty: number;
    openedAt: Date;
    right: boolean | null;
    minutes: number | null;
    bestMinutes: number | null;
    dangers: number | null;
  }>(
    pool(),
    `SELECT p.id, m.name AS "unitName", p.kind, p.difficulty, p.opened_at AS "openedAt", p.was_right AS right,
       p.minutes, p.best_minutes AS "bestMinutes", p.dangers
     FROM practices p JOIN unit_models m ON m.hash = p.model_hash
     WHERE p.person_id = $1 ORDER BY p.opened_at DESC LIMIT $2`,
    [person, most],
  );
  return rows.map(({ openedAt, right, minutes, bestMinutes, dangers, ...row }) => ({
    ...row,
    openedAt: openedAt.toISOString(),
    ...(right === null ? {} : { right }),
    ...(minutes === null ? {} : { minutes }),
    ...(bestMinutes === null ? {} : { bestMinutes }),
    ...(dangers === null ? {} : { dangers }),
  }));
}

/** How a topic goes: exercises finished, found, and how the minutes lie beside the best that were played. */
export interface Topic {
  readonly topic: string;
  readonly done: number;
  readonly right: number;
  readonly dangers: number;
  /** Minutes over the best minutes, of those found whose best is known. */
  readonly ratio?: number;
}

async function topicsBy(column: "p.kind" | "m.name", person: string): Promise<Topic[]> {
  const rows = await many<Omit<Topic, "ratio"> & { ratio: number | null }>(
    pool(),
    `SELECT ${column} AS topic, count(*)::int AS done, (count(*) FILTER (WHERE was_right))::int AS right,
       coalesce(sum(dangers), 0)::int AS dangers,
       (sum(minutes) FILTER (WHERE was_right AND best_minutes > 0)
         / sum(best_minutes) FILTER (WHERE was_right AND best_minutes > 0))::float8 AS ratio
     FROM practices p JOIN unit_models m ON m.hash = p.model_hash
     WHERE p.person_id = $1 AND p.finished_at IS NOT NULL GROUP BY 1 ORDER BY 1`,
    [person],
  );
  return rows.map(({ ratio, ...row }) => (ratio === null ? row : { ...row, ratio }));
}

export interface Progress {
  readonly kinds: readonly Topic[];
  readonly units: readonly Topic[];
  /** What to practise next, and why. */
  readonly next: { readonly kind: ExerciseKind; readonly why: "never tried" | "least found" | "again" };
}

/** A person's progress by kind of fault and by unit. Next is what was never tried, else what is found least often. */
export async function progressOf(person: string): Promise<Progress> {
  const [kinds, units] = await Promise.all([topicsBy("p.kind", person), topicsBy("m.name", person)]);
  const untried = EXERCISE_KINDS.find((k) => !kinds.some((t) => t.topic === k));
  if (untried) return { kinds, units, next: { kind: untried, why: "never tried" } };
  const worst = kinds.reduce((a, b) => (b.right / b.done < a.right / a.done ? b : a));
  return {
    kinds,
    units,
    next: {
      kind: worst.topic as ExerciseKind,
      why: worst.right < worst.done ? "least found" : "again",
    },
  };
}

/** Somebody's try at an exercise that was set. */
export interface Try {
  readonly person: string;
  readonly name: string;
  readonly practice: string;
  /** Null while it is worked. */
  readonly right: boolean | null;
  readonly minutes: number | null;
  readonly dangers: number | null;
}

/** Exercises that were set together, in order, and who has worked which. */
export interface Course {
  readonly id: string;
  readonly title: string;
  readonly setBy: string;
  readonly exercises: readonly {
    readonly id: string;
    readonly unit: string;
    readonly kind: string;
    readonly difficulty: number;
    readonly tries: readonly Try[];
  }[];
}

/** The courses that were set, the last one first. */
export function listCourses(most: number): Promise<Course[]> {
  return many<Course>(
    pool(),
    `SELECT s.course AS id, min(s.title) AS title, min(by.name) AS "setBy",
       json_agg(json_build_object('id', s.id, 'unit', s.unit_id, 'kind', s.kind, 'difficulty', s.difficulty, 'tries',
         coalesce((SELECT json_agg(json_build_object('person', w.id, 'name', w.name, 'practice', p.id,
             'right', p.was_right, 'minutes', p.minutes, 'dangers', p.dangers) ORDER BY p.opened_at)
           FROM practices p JOIN people w ON w.id = p.person_id WHERE p.set_id = s.id), '[]')) ORDER BY s.place) AS exercises
     FROM practice_sets s JOIN people by ON by.id = s.set_by GROUP BY s.course ORDER BY max(s.set_at) DESC LIMIT $1`,
    [most],
  );
}

/** Most exercises of one course. */
export const MOST_OF_A_COURSE = 12;

/** Sets exercises for everybody, in their order: the same hidden faults for each who takes them. */
export async function setCourse(course: {
  readonly title: string;
  readonly person: string;
  readonly exercises: readonly {
    readonly unit: string;
    readonly kind: ExerciseKind;
    readonly difficulty: number;
  }[];
}): Promise<void> {
  const { exercises } = course;
  await execute(
    pool(),
    `INSERT INTO practice_sets (id, course, place, title, set_by, unit_id, kind, difficulty, seed)
     SELECT e.id, $1, e.place, $2, $3, e.unit, e.kind, e.difficulty, e.seed
       FROM unnest($4::uuid[], $5::text[], $6::text[], $7::smallint[], $8::int[]) WITH ORDINALITY
         AS e (id, unit, kind, difficulty, seed, place)`,
    [
      randomUUID(),
      course.title,
      course.person,
      exercises.map(() => randomUUID()),
      exercises.map((e) => e.unit),
      exercises.map((e) => e.kind),
      exercises.map((e) => e.difficulty),
      exercises.map(() => randomInt(2 ** 31 - 1)),
    ],
  );
}

/** Keeps the shortest of the ways that were played against an exercise. */
export async function keepBest(id: string, minutes: number): Promise<void> {
  await execute(
    pool(),
    "UPDATE practices SET best_minutes = least(coalesce(best_minutes, $2), $2) WHERE id = $1",
    [id, minutes],
  );
}

/** How each person of the shop does. */
export interface ClassRow {
  readonly id: string;
  readonly name: string;
  readonly role: string;
  readonly done: number;
  readonly right: number;
  readonly dangers: number;
  readonly lastAt: string | null;
}

export function classList(): Promise<ClassRow[]> {
  return many<ClassRow>(
    pool(),
    `SELECT w.id, w.name, w.role, count(p.finished_at)::int AS done, (count(*) FILTER (WHERE p.was_right))::int AS right,
       coalesce(sum(p.dangers), 0)::int AS dangers, to_char(max(p.opened_at), 'YYYY-MM-DD') AS "lastAt"
     FROM people w LEFT JOIN practices p ON p.person_id = w.id
     WHERE NOT w.elsewhere AND w.left_at IS NULL GROUP BY w.shop_id, w.id ORDER BY w.name`,
  );
}

/** An exercise that was set, with its seed, which no page gets: whoever has it could work out what is hidden. */
export function readSet(id: string): Promise<
  | {
      readonly unit: string;
      readonly kind: ExerciseKind;
      readonly difficulty: 1 | 2 | 3;
      readonly seed: number;
    }
  | undefined
> {
  return maybeOne(
    pool(),
    "SELECT unit_id AS unit, kind, difficulty, seed FROM practice_sets WHERE id::text = $1",
    [id],
  );
}
