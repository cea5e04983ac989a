import { describe, expect, test } from "@jest/globals";
import { summariseLog } from "#core/formats/index.ts";
import { replay, type EventBody, type JobEvent } from "#core/job/index.ts";
import { METER_FUNCTIONS, needsLive } from "#core/meter/index.ts";
import { glasswasher } from "../../../tests/support/glasswasher.ts";
import { watchEntry } from "./watchEntry.ts";

const unit = glasswasher();
const declared = (band: "live" | "dead") =>
  replay(unit, [
    {
      id: "00000000-0000-4000-8000-000000000001",
      person: "ansa",
      at: "2026-03-02T09:00:00.000Z",
      body: { type: "band", band, confirmed: [] },
    } satisfies JobEvent,
  ]);
const log = (...values: number[]) => summariseLog(values.map((value, seconds) => ({ seconds, value })))!;
const around = { unit, state: declared("live"), pending: undefined };
const taken = (...of: Parameters<typeof watchEntry>): EventBody => {
  const found = watchEntry(...of);
  if (!found.ok) throw new Error(found.problem);
  return found.body;
};

describe("what a log is recorded as", () => {
  test("one reading, of what it was most of the time, with its limits, its drop-outs and what was done meanwhile", () => {
    const marks = [
      { seconds: 1, text: "heated" },
      { seconds: 0, text: "wiggled the loom here" },
      { seconds: 4, text: "wiggled the loom here" },
    ];
    expect(taken(around, "P4.3 to N", "vac", log(230, 231, 0, 229, 230), marks)).toMatchObject({
      type: "finding",
      result: {
        kind: "value",
        value: 230,
        watched: {
          seconds: 4,
          count: 5,
          lowest: 0,
          highest: 231,
          drops: 1,
          longest: 1,
          away: 0,
          marks: [
            { text: "heated", times: 1, followed: 1 },
            { text: "wiggled the loom here", times: 2, followed: 1 },
          ],
        },
      },
    });
  });

  test("says between what, in which state and on what it goes on record; a state that is named is taken", () => {
    const echo = (where: string) => {
      const found = watchEntry(around, where, "vac", log(230));
      return found.ok ? found.echo : found.problem;
    };
    expect(echo("P4.3 to N")).toBe("P4·3 to P1·2, V AC, standby");
    expect(echo("P4.3 to N in wash")).toBe("P4·3 to P1·2, V AC, wash");
  });

  test("what never fell away was not away; an open line is OL", () => {
    const body = taken(
      { ...around, state: declared("dead") },
      "TC1.1 to TC1.2",
      "ohm",
      log(Infinity, Infinity),
    );
    expect(body).toMatchObject({ result: { value: "OL", watched: { lowest: "OL", drops: 0, longest: 0 } } });
    expect(body).not.toHaveProperty("result.watched.away");
    expect(body).not.toHaveProperty("result.watched.marks");
  });

  test.each(METER_FUNCTIONS.filter((fn) => fn !== "continuity"))("on %s goes by that function", (fn) => {
    const state = declared(needsLive(fn) ? "live" : "dead");
    expect(taken({ ...around, state }, "P4.3 to P4.4", fn, log(0.001, 0.001))).toMatchObject({
      type: "finding",
      check: { fn },
    });
  });

  test("without a pair, with the power otherwise, or beyond any meter it says what is wrong", () => {
    const problem = (...of: Parameters<typeof watchEntry>) => {
      const found = watchEntry(...of);
      return found.ok ? "" : found.problem;
    };
    expect(problem(around, "", "vac", log(230))).not.toBe("");
    expect(problem(around, "P4.3 to P99", "vac", log(230))).toMatch(/P99/u);
    expect(problem({ ...around, state: declared("dead") }, "P4.3 to N", "vac", log(230))).toMatch(
      /Declare LIVE first/u,
    );
    expect(problem(around, "P4.3 to N", "vac", log(230, 230, 1001))).toMatch(/beyond the 1000 V/u);
  });
});
