import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../tests/support/glasswasher.ts";
import { admissionProblems, replay, type JobEvent } from "../job/index.ts";
import { describeAdmissionProblem, orderView, questionAt, viewJob, whatIf } from "./index.ts";

const dictionary = glasswasherDictionary();
const { unit } = dictionary;
let n = 0;
const event = (body: JobEvent["body"]): JobEvent => ({
  id: `00000000-0000-4000-8000-${String(++n).padStart(12, "0")}`,
  person: "ansa",
  at: `2026-11-26T08:${String(n).padStart(2, "0")}:00Z`,
  body,
});
const seen = (observation: string, yes: boolean) =>
  event({
    type: "finding",
    check: { kind: "observation", observation },
    result: { kind: "seen", seen: yes },
  });
const volts = (red: string, value: number) =>
  event({
    type: "finding",
    check: { kind: "reading", setup: { state: "rinse-heat", lifts: [] }, fn: "vac", red, black: "P1.2" },
    result: { kind: "value", value },
  });
const live = event({ type: "band", band: "live", confirmed: [] });
const cold = [
  event({ type: "opened", complaint: "cold rinse" }),
  seen("display-lit", true),
  seen("fills", true),
  seen("washes", true),
  seen("rinse-hot", false),
  live,
];

describe("the recap", () => {
  const view = viewJob(dictionary, [...cold, volts("P4.3", 230.2)]);

  test("names what a finding cleared, with the finding, and what is still open", () => {
    const follows = view.recap.follows.join(" ");
    expect(follows).toMatch(/ruled out, if there is only one fault: .*P4·3 to P1·2, V AC/);
    expect(view.recap.open.join(" ")).toMatch(/\d+ %/);
    expect(view.recap.open.join(" ")).not.toMatch(/Controller board/);
  });

  test("is as strong as the evidence: what was seen at work is measured, what follows by elimination is not", () => {
    // The wash pump was seen running; the board's own supply was not touched, only what it feeds.
    expect(view.recap.measured.join(" ")).toMatch(/Wash pump.* good: .*washes/i);
    expect(view.recap.measured.join(" ")).not.toMatch(/Main fuse/);
    expect(view.recap.claimed).toEqual([]);
  });

  test("a claim is a claim", () => {
    const claimed = viewJob(dictionary, [
      ...cold,
      event({ type: "claim", text: "heater changed last week", item: "heater" }),
    ]);
    expect(claimed.recap.claimed).toEqual(["Rinse heater HT1: heater changed last week"]);
  });

  test("an item that no finding touched is only assumed", () => {
    const before = viewJob(dictionary, [event({ type: "opened", complaint: "" })]);
    expect(before.recap.measured).toEqual([]);
    expect(before.recap.untested.length).toBe(1);
  });
});

describe("a finding that does not fit", () => {
  test("is named with the other side and the check to take again; once retaken it is gone", () => {
    const odd = [...cold, volts("P4.3", 230.2), volts("P1.1", 0)];
    const { doubts } = viewJob(dictionary, odd);
    expect(doubts[0]!.text).toMatch(/Measure (it|the first) again/);
    expect(doubts[0]!.check.id).toContain("P1.1");
    expect(viewJob(dictionary, [...odd, volts("P1.1", 230.4), volts("P1.1", 230.4)]).doubts).toEqual([]);
  });
});

describe("before anything is measured", () => {
  const body = volts("P4.3", 0).body as Parameters<typeof whatIf>[2];

  test("what if: the same chances as recording it gives, and nothing recorded", () => {
    const supposed = whatIf(dictionary, cold, body);
    const recorded = viewJob(dictionary, [...cold, event(body)], "information", undefined, "listed");
    expect(supposed.items[0]!.name).toBe(recorded.items[0]!.name);
    expect(supposed.items[0]!.after).toBeCloseTo(recorded.items[0]!.chance, 9);
    expect(replay(unit, cold).ledger.length).toBe(4);
  });

  test("a reading that no suspect gives is asked about; one that some suspect gives is not", () => {
    const at = (value: number) =>
      questionAt(dictionary, cold, volts("P4.3", value).body as Parameters<typeof questionAt>[2]);
    expect(at(900)).toMatch(/\?|again/);
    expect(at(230)).toBeUndefined();
    expect(at(0)).toBeUndefined();
  });

  test("walking from the supply forward costs more minutes than asking what tells most", () => {
    const minutes = (order: "information" | "supply-forward") => orderView(dictionary, cold, order).minutes;
    expect(minutes("information")).toBeGreaterThan(0);
    expect(minutes("supply-forward")).toBeGreaterThan(minutes("information"));
  });
});

describe("the call", () => {
  const { call } = viewJob(dictionary, [
    ...cold,
    volts("P4.3", 230.2),
    volts("HT1.1", 230.1),
    volts("HT1.2", 0.3),
  ]);

  test("says what lies behind it, what proves the repair, and what it costs to be wrong", () => {
    expect(call.proofRun).toMatch(/run the whole sequence/);
    expect(call.economy).toMatch(/Replacing it now .* ¤/);
    expect(call.cause).toMatch(/\w/);
  });
});

describe("things tried, as events", () => {
  const state = replay(unit, cold);
  const tried = (trial: "bypass" | "swap", subject: string, result: object) =>
    admissionProblems(
      unit,
      state,
      event({ type: "finding", check: { kind: "trial", trial, subject }, result } as JobEvent["body"]),
    ).map(describeAdmissionProblem);

  test("a jumper across a fuse, an item the unit lacks and a number for an answer are refused in words", () => {
    const yes = { kind: "seen", seen: true };
    expect(tried("bypass", "F1", yes).join()).toMatch(/no jumper goes across it/);
    expect(tried("swap", "gearbox", yes).join()).toMatch(/nothing called “gearbox”/);
    expect(tried("swap", "heater", { kind: "value", value: 3 }).join()).toMatch(/answered with yes or no/);
    expect(tried("swap", "heater", yes)).toEqual([]);
  });

  test("a swap that cures is in the ledger in its own words, and decides", () => {
    const view = viewJob(dictionary, [
      ...cold,
      event({
        type: "finding",
        check: { kind: "trial", trial: "swap", subject: "heater" },
        result: { kind: "seen", seen: true },
      }),
    ]);
    expect(view.ledger.at(-1)).toMatchObject({
      check: expect.stringMatching(/^Swap: /) as unknown,
      result: "yes",
    });
    expect(view.items[0]!.id).toBe("heater");
  });
});
