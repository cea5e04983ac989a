import { describe, expect, test } from "@jest/globals";
import { summariseLog } from "#core/formats/index.ts";
import { replay, type EventBody, type JobEvent } from "#core/job/index.ts";
import { METER_FUNCTIONS, needsLive } from "#core/meter/index.ts";
import { glasswasher } from "../../../tests/support/glasswasher.ts";
import { logEntries } from "./logEntries.ts";

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
const results = (bodies: readonly EventBody[]) =>
  bodies.map((b) => (b.type === "finding" ? b.result : b.type === "note" ? b.text : b.type));

describe("what a log is recorded as", () => {
  test("the usual reading counts, its limits are kept, its drop-outs are a note", () => {
    const found = logEntries(around, "P4.3 to N", "vac", log(230, 231, 0, 229, 230));
    if (!found.ok) throw new Error(found.problem);
    expect(results(found.bodies)).toEqual([
      { kind: "value", value: 230 },
      { kind: "value", value: 0, held: "lowest" },
      { kind: "value", value: 231, held: "highest" },
      "Log, P4·3 to P1·2, V AC: 5 readings in 4 s, most of the time 230.0 V, lowest 0 V, highest 231.0 V; one drop-out of 1 s.",
    ]);
  });

  test("what never moved has no limits of its own; an open line is OL", () => {
    const found = logEntries(
      { ...around, state: declared("dead") },
      "TC1.1 to TC1.2",
      "ohm",
      log(Infinity, Infinity),
    );
    if (!found.ok) throw new Error(found.problem);
    expect(results(found.bodies).slice(0, -1)).toEqual([{ kind: "value", value: "OL" }]);
  });

  test.each(METER_FUNCTIONS.filter((fn) => fn !== "continuity"))("on %s goes by that function", (fn) => {
    const state = declared(needsLive(fn) ? "live" : "dead");
    const found = logEntries({ ...around, state }, "P4.3 to P4.4", fn, log(0.001, 0.001));
    if (!found.ok) throw new Error(found.problem);
    expect(found.bodies[0]).toMatchObject({ type: "finding", check: { fn } });
  });

  test("without a pair, with the power otherwise, or beyond any meter it says what is wrong", () => {
    const problem = (...of: Parameters<typeof logEntries>) => {
      const found = logEntries(...of);
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
