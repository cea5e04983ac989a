import { describe, expect, test } from "@jest/globals";
import type { Course, Try } from "#server/practice/progress.ts";
import { courseStanding } from "./courseStanding.ts";

const tried = (person: string, practice: string, right: boolean | null): Try => ({
  person,
  name: person,
  practice,
  right,
  minutes: right === null ? null : 3,
  dangers: right === null ? null : 0,
});
const course = (...tries: readonly (readonly Try[])[]): Course => ({
  id: "c",
  title: "First week",
  setBy: "Ansa",
  exercises: tries.map((t, i) => ({
    id: `e${i + 1}`,
    unit: "u",
    kind: "dead load",
    difficulty: 1,
    tries: t,
  })),
});

describe("where somebody stands in a course", () => {
  test("at its beginning the first exercise is next, for one without a name as well", () => {
    expect(courseStanding(course([], []), "ilo")).toMatchObject({ done: 0, next: { id: "e1" } });
    expect(courseStanding(course([tried("teo", "p", true)], []), undefined)).toMatchObject({
      done: 0,
      next: { id: "e1" },
    });
  });

  test("what others did is not one's own; what was not found is done all the same", () => {
    const standing = courseStanding(
      course([tried("ilo", "p1", false), tried("teo", "p2", true)], [tried("teo", "p3", true)], []),
      "ilo",
    );
    expect(standing).toMatchObject({ done: 1, next: { id: "e2" } });
    expect(standing).not.toHaveProperty("openPractice");
  });

  test("one that is being worked goes before what is next, a second try of a done one too", () => {
    expect(courseStanding(course([], [tried("ilo", "p1", null)]), "ilo")).toMatchObject({
      done: 0,
      next: { id: "e2" },
      openPractice: "p1",
    });
    expect(
      courseStanding(course([tried("ilo", "p1", true), tried("ilo", "p2", null)], []), "ilo"),
    ).toMatchObject({ done: 1, next: { id: "e1" }, openPractice: "p2" });
  });

  test("with all done nothing is next", () => {
    expect(courseStanding(course([tried("ilo", "p1", true)]), "ilo")).toEqual({ done: 1 });
  });
});
