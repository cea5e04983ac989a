import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../tests/support/glasswasher.ts";
import {
  admissionProblems,
  crossedWires,
  replay,
  SHELF,
  transferList,
  type EventBody,
  type JobEvent,
} from "../job/index.ts";
import { demoUnit } from "../../tests/support/demoUnits.ts";
import {
  plugFaces,
  readSafetyValue,
  refitFaces,
  refitRows,
  safetyRows,
  stillOff,
  unsafeNow,
  viewJob,
} from "./index.ts";

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
/** What the glasswasher's hazards ask for, entered as a sound one shows it; `over` replaces one result. */
const safe = (over: Partial<Record<string, number | boolean>> = {}) => {
  const results = {
    earth: 0.12,
    insulation: 5e7,
    leakage: 4e-4,
    dry: true,
    guards: true,
    runs: true,
    ...over,
  };
  return (Object.entries(results) as ["earth", number | boolean][]).flatMap(([test, r]) => [
    band(["leakage", "runs"].includes(test) ? "live" : "dead"),
    event({
      type: "safety",
      test,
      result: typeof r === "boolean" ? { kind: "seen", seen: r } : { kind: "value", value: r },
    }),
  ]);
};
const again = (value: number | "OL") => [...mended, reading("ohm", "TC1.1", "TC1.2", value)];

describe("what proves a repair", () => {
  test("is what was wrong before it, and nothing that was right all along", () => {
    expect(view(found).proof).toBeUndefined();
    const { proof } = view(mended);
    expect(proof!.rows.map((r) => [r.finding, r.was, r.now])).toEqual([[found[4]!.id, "OL", "open"]]);
    expect(proof!.proven).toBe(false);
  });

  test("is proven once it reads right, not while it reads wrong, and not by something else alone", () => {
    expect(view([...again(0.1), ...safe()]).proof).toMatchObject({
      rows: [{ now: "right", is: "100.0 mΩ" }],
      proven: true,
    });
    expect(view(again(0.1)).proof!.proven).toBe(false);
    expect(view([...again("OL"), ...safe()]).proof).toMatchObject({
      rows: [{ now: "wrong" }],
      proven: false,
    });
    const other = [...mended, reading("ohm", "HT1.1", "HT1.2", 26.5), ...safe()];
    expect(view(other).proof!.proven).toBe(false);
    const spoiled = [...again(0.1), band("live"), reading("vac", "P4.3", "P1.2", 0)];
    expect(view(spoiled).proof).toMatchObject({ rows: [{ now: "right" }], proven: false });
  });
});

test("what a meter held while it was watched proves no repair, and spoils none", () => {
  const watched = (value: number | "OL") => {
    const { check, result } = reading("ohm", "TC1.1", "TC1.2", value).body as Extract<
      EventBody,
      { type: "finding" }
    >;
    return event({ type: "finding", check, result: { ...result, held: "highest" } as typeof result });
  };
  expect(view([...mended, watched(0.1), ...safe()]).proof).toMatchObject({
    rows: [{ now: "open" }],
    proven: false,
  });
  expect(view([...again(0.1), watched("OL"), ...safe()]).proof).toMatchObject({
    rows: [{ now: "right" }],
    proven: true,
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
    expect(problems(log, closed())).toContain("no-proof");
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
    expect(problems([...mended, ...safe()], closed())).toEqual(["no-proof"]);
    expect(problems([...again(0.1), ...safe()], closed())).toEqual([]);
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
    expect(problems([...log, off, ...safe()], closed())).toEqual([]);
    expect(problems([...log, off], event({ type: "jumper", where: "x", of: jumper.id }))).toEqual([
      "unknown",
    ]);
  });
});

describe("a unit goes back", () => {
  const rowsOf = (log: JobEvent[]) => safetyRows(unit, replay(unit, log)).map((r) => [r.test, r.now]);

  test("with every test that its hazards ask for, or a reason; what did not pass no reason makes good", () => {
    expect(problems(again(0.1), closed())).toEqual(Array(6).fill("safety-open"));
    expect(problems(again(0.1), closed({ waived: "no tester here" }))).toEqual([]);
    const failed = [...again(0.1), ...safe({ insulation: 0.2e6 })];
    expect(rowsOf(failed)).toContainEqual(["insulation", "fails"]);
    expect(problems(failed, closed())).toEqual(["safety-fails"]);
    expect(problems(failed, closed({ waived: "in a hurry" }))).toEqual(["safety-fails"]);
    expect(problems(failed, closed({ outcome: "handed on" }))).toEqual([]);
    // Dried out and tested again: the later entry stands.
    expect(problems([...failed, ...safe({ insulation: 2e6 })], closed())).toEqual([]);
  });

  test("tested since the repair, in the power that the test needs, with an answer of its kind", () => {
    const earth = (result: object) => event({ type: "safety", test: "earth", result } as EventBody);
    const value = { kind: "value", value: 0.1 };
    expect(problems(found, earth(value))).toEqual(["safety-early"]);
    expect(problems([...mended, band("live")], earth(value))).toEqual(["safety-band"]);
    expect(problems(mended, earth({ kind: "seen", seen: true }))).toEqual(["result-kind"]);
    expect(problems(mended, earth({ kind: "value", value: -0.1 }))).toEqual(["below-nothing"]);
    expect(problems(mended, earth(value))).toEqual([]);
    const gas = event({ type: "safety", test: "gas-tight", result: { kind: "seen", seen: true } });
    expect(problems(mended, gas)).toEqual(["unknown"]);
    // A second repair asks for all of them again.
    const twice = [...again(0.1), ...safe(), reading("ohm", "TC1.1", "TC1.2", "OL"), repair()];
    expect(rowsOf(twice).every(([, now]) => now === "open")).toBe(true);
  });

  test("with no wire at another's place", () => {
    const [one, other] = transferList(unit, [cutOut]).filter((w) => w.colour !== "");
    const on = (wire: string, colour: string) => event({ type: "refitted", wire, colour });
    const right = [...again(0.1), ...safe(), on(one!.id, one!.colour), on(other!.id, other!.colour)];
    expect(problems(right, closed())).toEqual([]);
    const missing = [...right, on(one!.id, "")];
    expect(problems(missing, closed({ waived: "x" }))).toEqual(["crossed"]);
    expect(unsafeNow(unit, replay(unit, right))).toEqual([]);
    expect(unsafeNow(unit, replay(unit, missing))).toEqual([expect.stringContaining("has no wire")]);
    expect(refitRows(unit, replay(unit, missing)).find((r) => r.id === one!.id)).toMatchObject({
      found: "",
      colour: one!.colour,
    });
    expect(problems([...missing, on(one!.id, one!.colour)], closed())).toEqual([]);
    expect(problems(again(0.1), on("nothing W1", "red"))).toEqual(["unknown"]);
  });

  test("drawn at its connectors from the wire side, pin by pin, with what was found there", () => {
    const board = unit.items.find((i) => i.id === "board")!.id;
    const rows = transferList(unit, [board]).map((wire) =>
      wire.part === "P4.3" ? { ...wire, found: "red" } : wire,
    );
    const faces = refitFaces(unit, rows);
    const p4 = faces.find((f) => f.id === "P4")!;
    expect(p4.pins.map((p) => p.label)).toEqual(
      plugFaces(unit)
        .find((f) => f.id === "P4")!
        .pins.map((p) => p.label),
    );
    expect(p4.pins.find((p) => p.label === "3")!.wire).toMatchObject({ at: "P4·3", found: "red" });
    // Every wire in a pin is on a face, once; a connector without one of the list is not shown.
    const shown = faces.flatMap((f) => f.pins.flatMap((p) => p.wire?.id ?? []));
    expect(shown.sort()).toEqual(
      rows
        .filter((r) => unit.parts.find((p) => p.id === r.part)!.type === "pin")
        .map((r) => r.id)
        .sort(),
    );
    expect(
      refitFaces(
        unit,
        rows.filter((r) => r.part === "P4.3"),
      ).map((f) => f.id),
    ).toEqual(["P4"]);
  });

  test("of two wires that changed places each is named with where it belongs", () => {
    const list = [
      { id: "a", part: "P4.1", at: "P4·1", colour: "grey", wire: "W1" },
      { id: "b", part: "P4.3", at: "P4·3", colour: "red", wire: "W2" },
    ];
    const found = new Map([
      ["a", "red"],
      ["b", "grey"],
    ]);
    expect(crossedWires(list, found).map((c) => [c.wire.at, c.belongsAt])).toEqual([
      ["P4·1", ["P4·3"]],
      ["P4·3", ["P4·1"]],
    ]);
    expect(crossedWires(list, new Map([["a", "grey"]]))).toEqual([]);
  });
});

describe("a board that is replaced", () => {
  const gate = demoUnit("gate-cg2");
  const board = gate.items.find((i) => i.id === "board")!;
  const called = [
    event({ type: "opened", complaint: "Does not move." }),
    event({ type: "call", item: board.id, suspect: "MC:open", chance: 0.9, note: "" }),
  ];
  const back = [
    ...called,
    event({ type: "repaired", item: board.id, suspect: "MC:open", what: "x", cause: "y" }),
  ];
  const problemsAt = (log: JobEvent[], next: JobEvent) =>
    admissionProblems(gate, replay(gate, log), next).map((p) => p.code);

  test("has its settings carried over before the job closes as repaired", () => {
    const own = gate.settings.filter((s) => s.item === board.id);
    expect(own.length).toBeGreaterThan(1);
    expect(problemsAt(back, closed()).filter((c) => c === "setting-open")).toHaveLength(own.length);
    const set = own.map((s) => event({ type: "setting", name: s.name, when: "after", value: s.value }));
    expect(problemsAt([...back, ...set], closed())).not.toContain("setting-open");
    // What was only noted on the old board is not on the new one yet.
    const noted = own.map((s) => event({ type: "setting", name: s.name, when: "before", value: s.value }));
    expect(problemsAt([...back, ...noted], closed())).toContain("setting-open");
    expect(
      problemsAt(called, event({ type: "setting", name: "no such", when: "before", value: "1" })),
    ).toEqual(["unknown"]);
  });

  test("waits for its part until that has come, which it does once", () => {
    const order = event({ type: "ordered", item: board.id, supplier: "Lockside Spares", price: 90, days: 5 });
    const came = event({ type: "arrived", of: order.id });
    expect(replay(gate, [...called, order]).orders[0]!.arrived).toBeUndefined();
    expect(problemsAt([...called, order], came)).toEqual([]);
    expect(replay(gate, [...called, order, came]).orders[0]!.arrived?.id).toBe(came.id);
    expect(problemsAt([...called, order, came], event({ type: "arrived", of: order.id }))).toEqual([
      "unknown",
    ]);
    const shelf = event({ type: "ordered", item: board.id, supplier: SHELF, price: 90, days: 0 });
    expect(replay(gate, [...called, shelf]).orders[0]!.arrived).toBeDefined();
  });
});

describe("what is typed for a test", () => {
  test.each([
    ["earth", "0.12", 0.12],
    ["earth", "120 mohm", 0.12],
    ["insulation", "200", 2e8],
    ["insulation", "500k", 5e5],
    ["insulation", "OL", Infinity],
    ["leakage", "0,35", 3.5e-4],
    ["leakage", "350 uA", 3.5e-4],
  ] as const)("%s: %s is %p", (test, typed, value) => {
    expect(readSafetyValue(test, typed)).toBeCloseTo(value, 9);
  });
  test.each([
    ["earth", "OL"],
    ["earth", "-0.1"],
    ["leakage", "3 V"],
    ["insulation", "good"],
    ["insulation", ""],
  ] as const)("%s: “%s” is refused in words", (test, typed) => {
    expect(readSafetyValue(test, typed)).toEqual(expect.any(String));
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
  expect(wires.map((w) => w.id.split(" ")[1]).sort()).toEqual([...ends.map((w) => w.id), "earth"].sort());
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
