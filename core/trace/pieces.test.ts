import { describe, expect, test } from "@jest/globals";
import { buildReadings, readingCheck, type ReadingRow } from "#core/diagnosis/index.ts";
import { traceDoubts } from "./doubts.ts";
import { TRACE_PIECES } from "./pieces.ts";
import { traceUnit } from "./trace.ts";

/** Volts at each piece's last load, sound: what its supply gives by its plate, less a few per cent lost on the way. */
const AT_THE_LOAD: Readonly<Record<string, readonly [point: string, volts: number]>> = {
  "Heating element behind its guards": ["HT1.1", 230],
  "Motor on a board’s relay": ["M1.1", 230],
  "Control transformer with its fuse": ["Y1.1", 24],
  "Gas valve behind its limits": ["GV1.1", 24],
  "Battery motor behind a limit switch": ["M1.1", 24],
  "Small supply and what it feeds": ["LA1.1", 12],
};

describe.each(TRACE_PIECES.map((p) => [p.name, p] as const))("%s", (name, { lines }) => {
  const { walk, unit } = traceUnit({ id: "piece", name, maker: "" }, lines);

  test("is a unit at once, in fifteen lines at most, and nothing in it can hardly be meant", () => {
    expect(walk.lines.every((l) => l.ok)).toBe(true);
    expect(lines.length).toBeLessThanOrEqual(15);
    expect(traceDoubts(unit!.model)).toEqual([]);
  });

  test("has at its load what its plate says", () => {
    const model = unit!.model;
    const [point, volts] = AT_THE_LOAD[name]!;
    const course = model.courses.find((c) => c.points.includes(point))!;
    const check = readingCheck({ state: course.state, lifts: [] }, course.function, point, course.reference);
    const reads = (buildReadings(model).row(check) as ReadingRow).mean[0]!;
    // A transformer without much load stands some per cent above its plate.
    expect(Math.abs(reads - volts)).toBeLessThan(0.08 * volts);
  });
});
