import type { Course } from "#server/practice/progress.ts";

/** Where somebody stands in a course: exercises done, and the first that is not; the one that is being worked goes before. */
export function courseStanding(
  { exercises }: Course,
  person: string | undefined,
): {
  readonly done: number;
  readonly next?: Course["exercises"][number];
  readonly openPractice?: string;
} {
  const ownOf = (e: Course["exercises"][number]) => e.tries.filter((t) => t.person === person);
  const open = exercises.flatMap((e) => ownOf(e).filter((t) => t.right === null)).at(-1);
  const left = exercises.filter((e) => !ownOf(e).some((t) => t.right !== null));
  const next = open ? exercises.find((e) => e.tries.includes(open)) : left[0];
  return {
    done: exercises.length - left.length,
    ...(next ? { next } : {}),
    ...(open ? { openPractice: open.practice } : {}),
  };
}
