import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../tests/support/glasswasher.ts";
import { recordOf, type EventBody, type JobEvent } from "../job/index.ts";
import { customerPage, suspectsOverTime, viewJob } from "./index.ts";

const dictionary = glasswasherDictionary();
const { unit } = dictionary;
const itemOf = (part: string) => unit.parts.find((p) => p.id === part)!.item;
let count = 0;
const event = (body: EventBody): JobEvent => ({
  id: `00000000-0000-4000-8000-${String(++count).padStart(12, "0")}`,
  person: "ansa",
  at: `2026-03-02T09:${String(count).padStart(2, "0")}:00.000Z`,
  body,
});
const ohms = (value: number | "OL") =>
  event({
    type: "finding",
    check: {
      kind: "reading",
      setup: { state: "dead", lifts: [] },
      fn: "ohm",
      red: "TC1.1",
      black: "TC1.2",
    },
    result: { kind: "value", value },
  });
const repaired = event({
  type: "repaired",
  item: itemOf("TC1"),
  suspect: "TC1:open",
  what: "New cut-out",
  cause: "Scale on the flange",
});
const opened = event({ type: "opened", complaint: "Rinse stays cold." });
const dead = event({ type: "band", band: "dead", confirmed: [] });
const wrong = ohms("OL");
const call = event({
  type: "call",
  item: itemOf("TC1"),
  suspect: "TC1:open",
  proof: wrong.id,
  chance: 0.98,
  note: "",
});
const right = ohms(0.1);
const end = (over: object = {}) => event({ type: "closed", outcome: "repaired", note: "", ...over });
const page = (log: JobEvent[]) =>
  customerPage(unit, viewJob(dictionary, log, "information", undefined, "listed"), recordOf(unit, log));

describe("the customer's page", () => {
  const closed = [opened, dead, wrong, call, repaired, right, end()];

  test("says what was wrong, what showed it, what was done and how it is since, by the ledger's figures", () => {
    const said = page(closed);
    expect(said.complaint).toBe("Rinse stays cold.");
    expect(said.wrong).toMatch(/cut-out.*, open\.$/iu);
    expect(said.proof).toMatch(/^TC1·1 to TC1·2, Ω, dead: OL; a sound one shows .*Ω\.$/u);
    expect(said.done).toEqual([expect.stringMatching(/: New cut-out\.$/u)]);
    expect(said.checked).toEqual(["TC1·1 to TC1·2, Ω, dead: was OL, is 100.0 mΩ."]);
    expect(said.watch).toEqual(["What lay behind it: Scale on the flange."]);
    expect(said.parts).toHaveLength(1);
  });

  test("says what nobody proved, and nothing of what was never seen right", () => {
    const said = page([...closed.slice(0, 5), end({ waived: "Taken away" })]);
    expect(said.checked).toEqual([]);
    expect(said.watch.at(-1)).toBe("The repair was not proven: Taken away. Please ring if it shows again.");
  });

  test("says so while nothing is found, and has no part on it", () => {
    expect(page([opened, dead, wrong, end({ outcome: "given up" })])).toMatchObject({
      wrong: "What is wrong is not found yet.",
      done: [],
      parts: [],
    });
  });
});

describe("the suspects after each finding", () => {
  const { steps, items } = suspectsOverTime(dictionary, [opened, dead, wrong, call, repaired, right]);

  test("have a step for the intake, each finding and each repair, and none for what tells nothing", () => {
    expect(steps.map((s) => s.text)).toEqual([
      "taken in",
      expect.stringContaining("TC1"),
      "repaired",
      expect.stringContaining("TC1"),
    ]);
    for (const item of items) expect(item.chances).toHaveLength(4);
  });

  test("rise with what speaks for them and fall once they are mended", () => {
    const cutOut = items.find((i) => /cut-out/iu.test(i.name))!;
    const [first, found, mended, proven] = cutOut.chances as [number, number, number, number];
    expect(first).toBeLessThan(0.2);
    expect(found).toBeGreaterThan(4 * first);
    expect(mended).toBeLessThan(0.1);
    expect(proven).toBeLessThan(mended);
    expect(items.length).toBeLessThanOrEqual(5);
  });
});

describe("what the shop has learned, as the suspects' list says it", () => {
  const experience: EventBody = {
    type: "experience",
    jobs: 20,
    faults: { "TC1:open": 20 },
    items: { [itemOf("TC1")]: 20 },
    kinds: {},
    claim: 0.5,
  };
  const view = (...more: EventBody[]) =>
    viewJob(dictionary, [opened, event(experience), ...more.map(event)], "information", undefined, "listed");
  const chanceOf = (v: ReturnType<typeof view>) => v.items.find((i) => i.id === itemOf("TC1"))!.chance;

  test("moves the start: twenty jobs on one item give it half of all, and its share of the rest", () => {
    const { learned } = view();
    const [first] = learned!.rows;
    expect(first!.name).toMatch(/cut-out/iu);
    // (20·p + 20) / 40 of the 0.96 that are faults of parts.
    expect(first!.start).toBeCloseTo(0.96 * 0.5 + first!.catalogue * 0.5, 3);
    expect(chanceOf(view())).toBeCloseTo(first!.start, 2);
    expect(learned).toMatchObject({ on: true, jobs: 20, claim: 0.5 });
  });

  test("is left aside and used again, each by an entry that can be taken back", () => {
    const off = view({ type: "learning", on: false });
    expect(off.learned!.on).toBe(false);
    expect(chanceOf(off)).toBeCloseTo(off.learned!.rows[0]!.catalogue, 2);
    expect(chanceOf(view({ type: "learning", on: false }, { type: "learning", on: true }))).toBeCloseTo(
      chanceOf(view()),
      9,
    );
  });

  test("is nothing for a job that was taken in without", () => {
    const log = [opened, end({ outcome: "given up" })];
    expect(viewJob(dictionary, log, "information", undefined, "listed").learned).toBeUndefined();
  });

  test("a claim clears what claims were found to clear here", () => {
    const claimed = (claim: number) => {
      const body = { ...experience, claim } as EventBody;
      const log = [opened, event(body), event({ type: "claim", item: itemOf("TC1"), text: "new" }), end()];
      const { chance } = viewJob(dictionary, log, "information", undefined, "listed").items.find(
        (i) => i.id === itemOf("TC1"),
      )!;
      return chance / (1 - chance);
    };
    // Odds are multiplied by the factor.
    expect(claimed(0.2) / claimed(1)).toBeCloseTo(0.2, 2);
  });
});
