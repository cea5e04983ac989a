import { describe, expect, test } from "@jest/globals";
import { glasswasher } from "../../tests/support/glasswasher.ts";
import type { EventBody, JobEvent } from "./events.ts";
import { recordOf } from "./record.ts";

const unit = glasswasher();
const item = (part: string) => unit.parts.find((p) => p.id === part)!.item;
const start = Date.parse("2026-03-02T09:00:00.000Z");
let count = 0;
/** An entry so many minutes after the job was taken in. */
const at = (minute: number, body: EventBody): JobEvent => ({
  id: `00000000-0000-4000-8000-${String(++count).padStart(12, "0")}`,
  person: "ansa",
  at: new Date(start + minute * 60_000).toISOString(),
  body,
});
const ohms = (value: number | "OL", red = "TC1.1", black = "TC1.2"): EventBody => ({
  type: "finding",
  check: { kind: "reading", setup: { state: "dead", lifts: [] }, fn: "ohm", red, black },
  result: { kind: "value", value },
});
const call = (part: string, proof?: string): EventBody => ({
  type: "call",
  item: item(part),
  suspect: `${part}:open`,
  chance: 0.98,
  note: "",
  ...(proof ? { proof } : {}),
});
const repaired = (part: string): EventBody => ({
  type: "repaired",
  item: item(part),
  suspect: `${part}:open`,
  what: "new",
  cause: "age",
});
const closed = (over: object = {}): EventBody => ({ type: "closed", outcome: "repaired", note: "", ...over });
const dead: EventBody = { type: "band", band: "dead", confirmed: [] };

const opened = at(0, { type: "opened", complaint: "Rinse stays cold." });
const wrong = at(14, ohms("OL"));
/** 20 min to the call, 30 at the repair, 6 until it is closed. */
const plain = [
  opened,
  at(10, dead),
  wrong,
  at(20, call("TC1", wrong.id)),
  at(50, repaired("TC1")),
  at(53, ohms(0.1)),
  at(56, closed()),
];

describe("a job as the logbook counts it", () => {
  test("has its minutes where they went, and its checks before the repair", () => {
    expect(recordOf(unit, plain)).toMatchObject({
      minutes: { diagnosing: 20, waiting: 0, repairing: 30, proving: 6 },
      checks: 1,
      outcome: "repaired",
      proven: true,
      waived: false,
      item: item("TC1"),
      kinds: [{ kind: "ohm", made: 2, proof: true }],
    });
  });

  test("counts a gap as waiting from beyond two hours on", () => {
    const gap = (minutes: number) =>
      recordOf(unit, [...plain.slice(0, 4), at(20 + minutes, repaired("TC1"))]);
    expect(gap(120).minutes).toMatchObject({ repairing: 120, waiting: 0 });
    expect(gap(121).minutes).toMatchObject({ repairing: 0, waiting: 121 });
    expect(gap(121).repairs[0]!.waited).toBe(121);
    expect(gap(120).repairs[0]!.waited).toBe(0);
  });

  test("after a proof that fails, the search goes on with the first check that is new", () => {
    const second = at(64, ohms("OL", "HT1.1", "HT1.2"));
    const twice = [
      ...plain.slice(0, 5),
      at(54, ohms("OL")),
      second,
      at(70, call("HT1", second.id)),
      at(110, repaired("HT1")),
      at(112, closed()),
    ];
    const { minutes, repairs, item: last } = recordOf(unit, twice);
    // 50 to 54 proves, 54 to 64 and on to 70 looks again.
    expect(minutes).toEqual({ diagnosing: 20 + 16, waiting: 0, repairing: 70, proving: 4 + 2 });
    expect(repairs.map((r) => [r.item, r.held])).toEqual([
      [item("TC1"), false],
      [item("HT1"), true],
    ]);
    expect(last).toBe(item("HT1"));
  });

  test("a repair that was closed without its proof is not proven; one that was given up held nothing", () => {
    expect(recordOf(unit, [...plain.slice(0, 6), at(56, closed({ waived: "in a hurry" }))])).toMatchObject({
      proven: false,
      waived: true,
    });
    const given = recordOf(unit, [...plain.slice(0, 6), at(56, closed({ outcome: "given up" }))]);
    expect(given).toMatchObject({ proven: false, waived: false });
    expect(given.repairs[0]!.held).toBe(false);
  });

  test("what was mended is no part that was replaced, and costs nothing from the shelf", () => {
    const mended = unit.items.find((i) => i.remedy === "mend")!;
    const body: EventBody = {
      type: "repaired",
      item: mended.id,
      suspect: "x",
      what: "renewed",
      cause: "age",
    };
    expect(recordOf(unit, [opened, at(5, body)]).repairs[0]).toMatchObject({ replaced: false, price: 0 });
    const { price } = unit.items.find((i) => i.id === item("TC1"))!;
    expect(recordOf(unit, plain).repairs[0]).toMatchObject({ replaced: true, price });
    expect(price).toBeGreaterThan(0);
  });

  test("what was taken back and what was said at the intake are no checks", () => {
    const seen: EventBody = {
      type: "finding",
      check: { kind: "observation", observation: unit.observations[0]!.id },
      result: { kind: "seen", seen: true },
    };
    const log = [opened, at(0, seen), ...plain.slice(1, 3)];
    expect(recordOf(unit, log).checks).toBe(1);
    expect(recordOf(unit, [...log, at(15, { type: "retraction", of: wrong.id, why: "" })]).checks).toBe(0);
  });

  test("knows the job that it came back from, and is open until it is closed", () => {
    const before = "11111111-1111-4111-8111-111111111111";
    const back = recordOf(unit, [at(0, { type: "opened", complaint: "again", comeBackOf: before })]);
    expect(back.comeBackOf).toBe(before);
    expect(back.outcome).toBeUndefined();
    expect(recordOf(unit, plain).comeBackOf).toBeUndefined();
  });
});
