import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../tests/support/glasswasher.ts";
import { admissionProblems, replay, type EventBody, type JobEvent } from "../job/index.ts";
import { stillOff, transferList, viewJob } from "./index.ts";

const dictionary = glasswasherDictionary();
const { unit } = dictionary;
let count = 0;
const event = (body: EventBody): JobEvent => {
  count++;
  return {
    id: `00000000-0000-4000-8000-${String(count).padStart(12, "0")}`,
    person: "ansa",
    at: `2026-03-02T${String(9 + Math.floor(count / 60)).padStart(2, "0")}:${String(count % 60).padStart(2, "0")}:00.000Z`,
    body,
  };
};
const reading = (fn: "vac" | "ohm", red: string, black: string, value: number | "OL") =>
  event({
    type: "finding",
    check: {
      kind: "reading",
      setup: { state: fn === "vac" ? "rinse-heat" : "dead", lifts: [] },
      fn,
      red,
      black,
    },
    result: { kind: "value", value },
  });
/** What the screens show of it; a closed job ranks no checks, which would take the longest. */
const view = (log: JobEvent[]) => viewJob(dictionary, [...log, closed()], "information", undefined, "listed");
const band = (to: "live" | "dead") => event({ type: "band", band: to, confirmed: [] });
const closed = (over: Partial<Extract<EventBody, { type: "closed" }>> = {}) =>
  event({ type: "closed", outcome: "repaired", note: "", ...over });
const cutOut = unit.parts.find((p) => p.id === "TC1")!.item;
const repair = () =>
  event({ type: "repaired", item: cutOut, suspect: "TC1:open", what: "new cut-out", cause: "scale" });
const problems = (log: JobEvent[], next: JobEvent) =>
  admissionProblems(unit, replay(unit, log), next).map((p) => p.code);

/** The cut-out is open: its ohms are wrong, the volts before it are right. */
const found = [
  event({ type: "opened", complaint: "Rinse stays cold." }),
  band("live"),
  reading("vac", "P4.3", "P1.2", 229),
  band("dead"),
  reading("ohm", "TC1.1", "TC1.2", "OL"),
  event({ type: "call", item: cutOut, suspect: "TC1:open", chance: 0.98, note: "" }),
];
const mended = [...found, repair()];
const again = (value: number | "OL") => [...mended, reading("ohm", "TC1.1", "TC1.2", value)];

describe("what proves a repair", () => {
  test("is what was wrong before it, and nothing that was right all along", () => {
    expect(view(found).proof).toBeUndefined();
    const { proof } = view(mended);
    expect(proof!.rows.map((r) => [r.finding, r.was, r.now])).toEqual([[found[4]!.id, "OL", "open"]]);
    expect(proof!.proven).toBe(false);
  });

  test("is proven once it reads right, not while it reads wrong, and not by something else alone", () => {
    expect(view(again(0.1)).proof).toMatchObject({
      rows: [{ now: "right", is: "100.0 mΩ" }],
      proven: true,
    });
    expect(view(again("OL")).proof).toMatchObject({ rows: [{ now: "wrong" }], proven: false });
    const other = [...mended, reading("ohm", "HT1.1", "HT1.2", 26.5)];
    expect(view(other).proof!.proven).toBe(false);
    const spoiled = [...again(0.1), band("live"), reading("vac", "P4.3", "P1.2", 0)];
    expect(view(spoiled).proof).toMatchObject({ rows: [{ now: "right" }], proven: false });
  });
});

describe("the unit after a repair", () => {
  test("is another one: the readings of before are kept and weigh no more on it", () => {
    const state = replay(unit, again(0.1));
    expect(state.ledger.map((e) => e.beforeRepair ?? false)).toEqual([true, true, false]);
    expect(state.evidence).toHaveLength(1);
    expect(state.call).toMatchObject({ repaired: true });
    const chance = (log: JobEvent[]) => view(log).items.find((i) => i.id === cutOut)?.chance ?? 0;
    expect(chance(found)).toBeGreaterThan(0.6);
    expect(chance(mended)).toBeLessThan(0.1);
    expect(chance(again(0.1))).toBeLessThan(0.05);
  });

  test("with a second fault leads to that one, and the repaired item is no suspect of it", () => {
    // The element is open as well: now its ohms are wrong.
    const second = [
      ...again(0.1),
      reading("ohm", "HT1.1", "HT1.2", "OL"),
      reading("ohm", "HT1.1", "HT1.2", "OL"),
    ];
    const [first] = view(second).items;
    expect(first!.id).toBe(unit.parts.find((p) => p.id === "HT1")!.item);
  });

  test("is not told of by a reading that was made before it and arrived after", () => {
    const [phone, bench] = ["1", "2"].map((n) => `00000000-0000-4000-8000-00000000000${n}`);
    const at = (device: string, after: JobEvent, of: JobEvent): JobEvent => ({
      ...of,
      device,
      after: after.id,
    });
    const known = found.at(-1)!;
    const late = at(phone!, known, reading("ohm", "TC1.1", "TC1.2", 0.1));
    const log = [...found, at(bench!, known, repair()), late];
    const state = replay(unit, log);
    expect(state.evidence).toEqual([]);
    expect(state.ledger.at(-1)).toMatchObject({ beforeRepair: true, late: { body: { type: "repaired" } } });
    expect(problems(log, closed())).toEqual(["no-proof"]);
    // One that knew of the repair tells of the unit as it is.
    const heard = at(phone!, log.at(-2)!, reading("ohm", "TC1.1", "TC1.2", 0.1));
    expect(replay(unit, [...log, heard]).evidence).toHaveLength(1);
  });

  test("is taken back with its repair", () => {
    const log = again(0.1);
    const back = event({ type: "retraction", of: mended.at(-1)!.id, why: "wrong job" });
    expect(problems(log, back)).toEqual([]);
    const state = replay(unit, [...log, back]);
    expect(state.repairs).toEqual([]);
    expect(state.evidence).toHaveLength(3);
  });
});

describe("a job closes as repaired", () => {
  test("only with a repair, and something found since; or with a reason why not", () => {
    expect(problems(found, closed())).toEqual(["no-repair"]);
    expect(problems(mended, closed())).toEqual(["no-proof"]);
    expect(problems(again(0.1), closed())).toEqual([]);
    expect(problems(found, closed({ waived: "the owner took it away" }))).toEqual([]);
    expect(problems(found, closed({ outcome: "given up" }))).toEqual([]);
  });

  test("never with a jumper in, however it ends; once it is off it may", () => {
    const jumper = event({ type: "jumper", where: "TH1.1 to TH1.2" });
    const log = [...again(0.1), jumper];
    expect(problems(log, closed({ waived: "x" }))).toEqual(["jumper"]);
    expect(problems(log, closed({ outcome: "handed on" }))).toEqual(["jumper"]);
    const off = event({ type: "jumper", where: "TH1.1 to TH1.2", of: jumper.id });
    expect(problems(log, off)).toEqual([]);
    expect(problems([...log, off], closed())).toEqual([]);
    expect(problems([...log, off], event({ type: "jumper", where: "x", of: jumper.id }))).toEqual([
      "unknown",
    ]);
  });
});

test("the transfer list has every wire on the item, pin by pin, and none inside of it", () => {
  const wires = transferList(unit, [unit.parts.find((p) => p.id === "HT1")!.item]);
  const ends = unit.parts.filter(
    (p) =>
      p.type === "wire" &&
      Object.values(p.terminals).some((n) =>
        Object.values(unit.parts.find((q) => q.id === "HT1")!.terminals).includes(n),
      ),
  );
  expect(wires.map((w) => w.id.split(" ")[1]).sort()).toEqual(ends.map((w) => w.id).sort());
  expect(wires.every((w) => /^HT1 /.test(w.at))).toBe(true);
  const lifted = replay(unit, [
    ...found.slice(0, 4),
    event({
      type: "finding",
      check: {
        kind: "reading",
        setup: { state: "dead", lifts: ["HT1"] },
        fn: "ohm",
        red: "HT1.1",
        black: "HT1.2",
      },
      result: { kind: "value", value: 26 },
    }),
  ]);
  expect(stillOff(unit, lifted)).toEqual([unit.lifts.find((l) => l.id === "HT1")!.name]);
});
