import { describe, expect, test } from "@jest/globals";
import { OTHER_VALUE } from "#core/unit/index.ts";
import { demoUnit } from "../../tests/support/demoUnits.ts";
import { faultText } from "./faultText.ts";
import { standFromJson, standToJson, type StandNow } from "./standJson.ts";

describe("an exercise on its way to the page", () => {
  const now: StandNow = {
    clock: 12.5,
    stand: {
      steps: [
        {
          action: { do: "measure", fn: "ohm", red: "A", black: "B" },
          clock: 12,
          minutes: 1,
          money: 0,
          shown: { kind: "reading", fn: "ohm", frames: [Infinity] },
          slips: [],
        },
        {
          action: { do: "measure", fn: "mv", red: "A", black: "B" },
          clock: 12.5,
          minutes: 1,
          money: 0,
          shown: { kind: "reading", fn: "mv", frames: [0.1, -Infinity] },
          slips: [],
        },
      ],
      snapshot: { isOn: false, inputs: {}, lifts: [], jumpers: [], works: {} },
      minutes: 2,
      money: 0,
      dangers: 0,
    },
  };

  test("keeps over limit, of either sign, which JSON has no number for", () => {
    expect(JSON.parse(standToJson(now))).toMatchObject({
      stand: { steps: [{ shown: { frames: ["OL"] } }, { shown: { frames: [0.1, "-OL"] } }] },
    });
    expect(standFromJson(standToJson(now))).toEqual(now);
  });
});

describe("what was hidden, once it is over", () => {
  const unit = demoUnit("glasswasher-gw4");

  test("is named with its size in ohms, or as times what it should be", () => {
    expect(faultText(unit, { part: "TC1", mode: "open" })).toMatch(/^Thermal cut-out, \S/u);
    expect(faultText(unit, { part: "P4.3", mode: "high-resistance", severity: 46.7 })).toMatch(/, 46\.7 Ω$/u);
    expect(faultText(unit, { part: "C1", mode: "low", severity: 0.277 })).toMatch(
      /, 0\.28 times what it should be$/u,
    );
    expect(faultText(unit, { part: "HT1", mode: OTHER_VALUE, severity: 4 })).toContain(
      "4.0 times the impedance",
    );
  });
});
