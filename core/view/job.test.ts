import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../tests/support/glasswasher.ts";
import { admissionProblems, jobEvent, replay, type EventBody, type JobEvent } from "../job/index.ts";
import { describeAdmissionProblem, partsBetween, viewJob } from "./index.ts";

const dictionary = glasswasherDictionary();
const { unit } = dictionary;
let count = 0;
const event = (body: EventBody): JobEvent => ({
  id: `00000000-0000-4000-8000-${String(++count).padStart(12, "0")}`,
  person: "ansa",
  at: `2026-03-02T09:${String(count % 60).padStart(2, "0")}:00.000Z`,
  body,
});
const opened = () => event({ type: "opened", complaint: "Rinse stays cold." });
const band = (to: "live" | "dead") => event({ type: "band", band: to, confirmed: ["all"] });
const reading = (
  fn: "vac" | "ohm",
  red: string,
  black: string,
  value: number | "OL",
  state = fn === "vac" ? "rinse-heat" : "dead",
  lifts: string[] = [],
) =>
  event({
    type: "finding",
    check: { kind: "reading", setup: { state, lifts }, fn, red, black },
    result: { kind: "value", value },
  });
const problemsOf = (log: JobEvent[], next: JobEvent) => admissionProblems(unit, replay(unit, log), next);

describe("replay", () => {
  test("the log gives band, covers off, leads lifted and the state reached", () => {
    const log = [opened(), band("live"), reading("vac", "P4.3", "P1.2", 229)];
    expect(replay(unit, log).situation).toEqual({
      band: "live",
      state: "rinse-heat",
      lifts: [],
      coversOff: ["board-box", "front"],
    });
    const dead = [...log, band("dead"), reading("ohm", "HT1.1", "HT1.2", 26, "dead", ["HT1"])];
    expect(replay(unit, dead).situation).toEqual({
      band: "dead",
      lifts: ["HT1"],
      coversOff: ["board-box", "front"],
    });
  });

  test("a retracted finding stays in the ledger and counts no more", () => {
    const wrong = reading("vac", "P4.3", "P1.2", 0);
    const log = [opened(), band("live"), wrong];
    const after = replay(unit, [...log, event({ type: "retraction", of: wrong.id, why: "wrong pin" })]);
    expect(after.ledger[0]!.retracted).toMatchObject({ by: "ansa", why: "wrong pin" });
    expect(after.evidence).toEqual([]);
    const untouched = viewJob(dictionary, log.slice(0, 2));
    const retracted = viewJob(dictionary, [...log, event({ type: "retraction", of: wrong.id, why: "" })]);
    expect(retracted.items.map((i) => i.chance)).toEqual(untouched.items.map((i) => i.chance));
  });

  test("the same events give the same view", () => {
    const log = [opened(), band("live"), reading("vac", "P4.3", "P1.2", 229)];
    expect(viewJob(dictionary, log)).toEqual(viewJob(dictionary, structuredClone(log)));
  });
});

describe("what may not join the log", () => {
  test.each<[string, () => JobEvent[], () => JobEvent, string]>([
    [
      "volts while the band says dead",
      () => [opened(), band("dead")],
      () => reading("vac", "P4.3", "P1.2", 230),
      "DEAD AND PROVEN",
    ],
    [
      "ohms while live",
      () => [opened(), band("live")],
      () => reading("ohm", "HT1.1", "HT1.2", 26),
      "needs the unit dead",
    ],
    ["volts while unproven", () => [opened()], () => reading("vac", "P4.3", "P1.2", 230), "UNPROVEN"],
    [
      "volts in the dead state",
      () => [opened(), band("live")],
      () => reading("vac", "P4.3", "P1.2", 230, "dead"),
      "Dead and isolated",
    ],
    [
      "an unknown point",
      () => [opened(), band("live")],
      () => reading("vac", "P9.9", "P1.2", 230),
      "no point “P9.9”",
    ],
    [
      "both probes on one point",
      () => [opened(), band("live")],
      () => reading("vac", "P1.2", "P1.2", 0),
      "Both probes",
    ],
    [
      "more volts than a meter takes",
      () => [opened(), band("live")],
      () => reading("vac", "P4.3", "P1.2", 23000),
      "beyond the 1000 V",
    ],
    [
      "negative ohms",
      () => [opened(), band("dead")],
      () => reading("ohm", "HT1.1", "HT1.2", -4),
      "still voltage",
    ],
    [
      "an unknown item in a call",
      () => [opened()],
      () => event({ type: "call", item: "gearbox", suspect: "x", chance: 1, note: "" }),
      "no item “gearbox”",
    ],
    [
      "a retraction of nothing",
      () => [opened()],
      () => event({ type: "retraction", of: "00000000-0000-4000-8000-999999999999", why: "" }),
      "no finding",
    ],
    [
      "anything after closing",
      () => [opened(), event({ type: "closed", outcome: "repaired", note: "" })],
      () => event({ type: "note", text: "late" }),
      "closed on 2026-03-02",
    ],
  ])("%s", (_name, log, next, words) => {
    const problems = problemsOf(log(), next());
    expect(problems.map(describeAdmissionProblem).join(" ")).toContain(words);
  });

  test("retracting twice", () => {
    const wrong = reading("vac", "P4.3", "P1.2", 0);
    const log = [opened(), band("live"), wrong, event({ type: "retraction", of: wrong.id, why: "" })];
    expect(problemsOf(log, event({ type: "retraction", of: wrong.id, why: "" }))).toMatchObject([
      { code: "already-retracted" },
    ]);
  });

  test("an honest finding is let in", () => {
    expect(problemsOf([opened(), band("live")], reading("vac", "P4.3", "P1.2", 229))).toEqual([]);
    expect(problemsOf([opened(), band("dead")], reading("ohm", "TC1.1", "TC1.2", "OL"))).toEqual([]);
  });

  test("events of the wrong shape are refused before that", () => {
    expect(jobEvent.safeParse({ ...opened(), id: "7" }).success).toBe(false);
    expect(
      jobEvent.safeParse({ ...opened(), body: { type: "finding", check: { kind: "reading" } } }).success,
    ).toBe(false);
    expect(jobEvent.safeParse(event({ type: "note", text: "x".repeat(10_000) })).success).toBe(false);
  });
});

describe("the view", () => {
  test("verdicts: dead is not low, open is not high", () => {
    const verdict = (e: JobEvent, to: "live" | "dead") =>
      viewJob(dictionary, [opened(), band(to), e]).ledger[0]!.verdict;
    expect(verdict(reading("vac", "P4.3", "P1.2", 229), "live")).toBe("as expected");
    expect(verdict(reading("vac", "P4.3", "P1.2", 0.3), "live")).toBe("dead, not low");
    expect(verdict(reading("vac", "P4.3", "P1.2", 118), "live")).toBe("low");
    expect(verdict(reading("vac", "P4.2", "P1.2", 229), "live")).toBe("voltage where there should be none");
    expect(verdict(reading("ohm", "TC1.1", "TC1.2", "OL"), "dead")).toBe("open");
    expect(verdict(reading("ohm", "HT1.1", "HT1.2", 11), "dead")).toBe("too low");
  });

  test("the course carries expected bands, marks and the parts between its points", () => {
    const view = viewJob(dictionary, [opened(), band("live"), reading("vac", "P4.3", "P1.2", 0.2)]);
    const course = view.courses.find((c) => c.id === "rinse-heater")!;
    const at = (id: string) => course.points.find((p) => p.id === id)!;
    expect(at("P4.3")).toMatchObject({ measured: { value: 0.2, asItShould: false } });
    expect(at("P4.3").expected!.mid).toBeGreaterThan(220);
    expect(at("HT1.2").expected!.high).toBeLessThan(5);
    expect(course.links[4]!.parts).toEqual(["P4.3"]);
    expect(partsBetween(unit, "TH1.2", "HT1.1")).toEqual(["W14", "TC1", "W15"]);
  });

  test("every item shown names at least one suspect, so that any of them can be called", () => {
    for (const log of [[opened()], [opened(), band("dead"), reading("ohm", "TC1.1", "TC1.2", "OL")]])
      for (const item of viewJob(dictionary, log).items) expect(item.suspects.length).toBeGreaterThan(0);
  });

  test("the call names its proof and what would have spoken against it", () => {
    const log = [
      opened(),
      band("dead"),
      reading("ohm", "TC1.1", "TC1.2", "OL"),
      reading("ohm", "HT1.1", "HT1.2", 26.4),
      reading("ohm", "TC1.1", "P1.2", "OL"),
    ];
    const { call, items } = viewJob(dictionary, log);
    expect(call).toMatchObject({ item: "cut-out", itemName: "Thermal cut-out TC1" });
    expect(call.proof!.text).toMatch(/^OL, TC1·1 to TC1·2, Ω, dead/);
    expect(call.disproof).toContain("instead");
    expect(items[0]!.evidence.some((e) => e.factor > 1)).toBe(true);
  });
});
