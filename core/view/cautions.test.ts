import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import { observationCheck, readingCheck } from "../diagnosis/index.ts";
import { admissionProblems, bandFor, replay, type EventBody } from "../job/index.ts";
import { cautionsFor, describeAdmissionProblem } from "./index.ts";

const extractor = demoUnits().get("extractor-sx4")!;
const glasswasher = demoUnits().get("glasswasher-gw4")!;
const shut = { band: "unproven" as const, lifts: [], coversOff: [] };
const event = (body: EventBody) => ({
  id: "00000000-0000-4000-8000-000000000001",
  person: "ansa",
  at: "2026-01-05T10:00:00.000Z",
  body,
});

describe("cautions on a card", () => {
  const link = readingCheck({ state: "dead", lifts: [] }, "ohm", "LP", "GL");

  test("one line says what holds a charge, how long to wait and what to measure", () => {
    expect(cautionsFor(extractor, shut, link)[0]).toMatchObject({
      kind: "stored-energy",
      line: "The DC link holds 325 V after unplugging. Wait 300 s, then measure: below 50 V.",
    });
  });

  test("without a line of its own a hazard gives its first sentence", () => {
    const first = (text: string) =>
      cautionsFor({ ...extractor, hazards: [{ kind: "stored-energy", text }] }, shut, link)[0]!;
    expect(first("It holds 1.5 kV for long. Keep away.").line).toBe("It holds 1.5 kV for long.");
    expect(first("Live: no ring, no spanner").line).toBe("Live.");
    expect(first("Charged").line).toBe("Charged");
    expect(first("It holds 1.5 kV for long. Keep away.").text).toBe("It holds 1.5 kV for long. Keep away.");
  });

  test("every hazard of the demo units has a line that fits a phone", () => {
    for (const unit of demoUnits().values())
      for (const { brief, text } of unit.hazards)
        expect([text, (brief ?? text).length <= 90]).toEqual([text, true]);
  });
});

describe("what the band must say", () => {
  const look = { kind: "observation" as const, observation: "strainer-blocked" };

  test("volts live, ohms and dead looks dead, what is seen running nothing", () => {
    expect(bandFor(glasswasher, { kind: "reading", fn: "vac" })).toBe("live");
    expect(bandFor(glasswasher, { kind: "reading", fn: "ohm" })).toBe("dead");
    expect(bandFor(glasswasher, look)).toBe("dead");
    expect(bandFor(glasswasher, observationCheck(glasswasher, "washes"))).toBeUndefined();
    expect(bandFor(glasswasher, { kind: "trial" })).toBeUndefined();
    expect(bandFor({ ...glasswasher, hazards: [] }, look)).toBeUndefined();
  });

  test("a look at the dead unit is not taken down while it is live or unproven", () => {
    const finding = event({ type: "finding", check: look, result: { kind: "seen", seen: true } });
    const problems = (band: "live" | "dead" | "unproven") =>
      admissionProblems(
        glasswasher,
        replay(glasswasher, [event({ type: "band", band, confirmed: [] })]),
        finding,
      );
    expect(problems("dead")).toEqual([]);
    expect(problems("live").map((p) => p.code)).toEqual(["look-band"]);
    expect(problems("unproven").map(describeAdmissionProblem).join()).toContain("UNPROVEN. Make it dead");
  });
});
