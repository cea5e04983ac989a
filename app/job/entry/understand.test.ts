import { describe, expect, test } from "@jest/globals";
import { replay, type EventBody, type JobEvent } from "#core/job/index.ts";
import { readingCheck } from "#core/diagnosis/index.ts";
import { glasswasher } from "../../../tests/support/glasswasher.ts";
import { photoProblem } from "../ledger/photos.ts";
import { understand } from "./understand.ts";

const unit = glasswasher();
const event = (body: EventBody): JobEvent => ({
  id: "00000000-0000-4000-8000-000000000001",
  person: "ansa",
  at: "2026-01-05T10:00:00.000Z",
  body,
});
const power = (band: "live" | "dead") => replay(unit, [event({ type: "band", band, confirmed: [] })]);
const pending = readingCheck({ state: "wash", lifts: [] }, "vac", "P4.2", "P1.2");
const around = (band: "live" | "dead", more: Partial<Parameters<typeof understand>[1]> = {}) => ({
  unit,
  state: power(band),
  pending,
  defaultState: "wash",
  twin: false,
  ...more,
});

describe("a line in the field", () => {
  test("a bare value answers the pair in hand, in its state", () => {
    const read = understand("229.4", around("live"));
    expect(read.problem).toBeUndefined();
    expect(read.echo).toBe("P4·2 to P1·2, V AC, wash: 229.4 V");
  });

  test("ohms while live: said at once, with the way to make it right", () => {
    const read = understand("HT1 26.4 ohm", around("live"));
    expect(read).toMatchObject({ misplaced: true, wants: "dead" });
    expect(read.problem).toMatch(/Make it dead and prove it first/);
  });

  test("volts while dead", () => {
    expect(understand("229", around("dead"))).toMatchObject({ misplaced: true, wants: "live" });
  });

  test("what is not understood says what could be meant", () => {
    const read = understand("P4 to N 230", around("live"));
    expect(read.body).toBeUndefined();
    expect(read.unclear).toMatchObject({ code: "ambiguous-point", at: "P4" });
    expect(read.problem).toMatch(/Which one\?/);
  });

  test("impossible volts are questioned, not swallowed", () => {
    expect(understand("P4.3 to N 2300", around("live")).problem).toMatch(/beyond the 1000 V/);
  });

  test("on the twin the band of this unit does not matter, and only readings are taken", () => {
    expect(understand("229", around("dead", { twin: true })).echo).toMatch(/^On the known-good unit: /);
    expect(understand("looks burnt P4", around("dead", { twin: true })).problem).toMatch(
      /compared by readings/,
    );
    expect(understand("P4.3 to N 2300", around("dead", { twin: true })).problem).toMatch(/beyond the 1000 V/);
  });

  test("a pair held for a round of states outweighs the card's", () => {
    const held = readingCheck({ state: "drain", lifts: [] }, "vac", "P4.3", "P1.2");
    expect(understand("0", around("live", { pending: held, defaultState: "drain" })).echo).toMatch(
      /^P4·3 to P1·2, V AC, drain: 0/,
    );
  });
});

describe("a photograph before it is sent", () => {
  const file = (size: number) => ({ name: "plug.jpg", size }) as File;
  test.each([
    [0, /is empty/],
    [40_000_000, /has 40 MB; 12 MB is the most/],
  ])("%d bytes", (size, says) => expect(photoProblem(file(size))).toMatch(says));
  test("a telephone's photograph goes through", () => {
    expect(photoProblem(file(6_000_000))).toBeUndefined();
  });
});
