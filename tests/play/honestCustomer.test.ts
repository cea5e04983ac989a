import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { playFault, type Dictionary, type Truth } from "#core/diagnosis/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { readUnitOrThrow, type Fault, type Part } from "#core/unit/index.ts";
import { complaintOf } from "../../bin/cli/playAll.ts";
import { freshTruth } from "#core/practice/index.ts";
import { demoDictionary } from "../support/demoUnits.ts";

/**
 * Whole jobs with a customer who answers every question of the intake as the unit really behaves and a meter that shows
 * what the unit really reads, at sizes that no list has. The truth is a run of the sequence and circuits solved afresh:
 * nothing of it comes from the dictionary that diagnoses.
 */
const demo = (id: string) =>
  readUnitOrThrow(JSON.parse(readFileSync(`demo/units/${id}.json`, "utf8")) as unknown);

function play(dictionary: Dictionary, truth: Truth) {
  return playFault(dictionary, truth, {
    order: "information",
    noise: 0.005,
    slips: 0,
    random: seeded(3),
    complaint: complaintOf(dictionary),
  });
}

const JOBS: readonly (readonly [unit: string, fault: Fault, item: string])[] = [
  ["roaster-dr6", { part: "M2", mode: "winding-open" }, "fan"],
  ["prover-pc2", { part: "C1", mode: "open" }, "run-cap"],
  ["prover-pc2", { part: "HT2", mode: "leak", severity: 2000 }, "humidifier"],
  ["dock-bd3", { part: "MOD", mode: "shorted" }, "modem"],
  ["dock-bd3", { part: "SCR", mode: "shorted" }, "screen"],
  ["kiln-pk9", { part: "K2", mode: "contact-open" }, "relay-b"],
  ["extractor-sx4", { part: "IB1", mode: "p-u-shorted" }, "driver"],
  ["glasswasher-gw4", { part: "NTC1", mode: "open" }, "tank-sensor"],
  // Hundreds of ohms to kilohms in front of a sensor or a small relay: no list of sizes has these.
  ["glasswasher-gw4", { part: "P6.1", mode: "high-resistance", severity: 2200 }, "conn-p6"],
  ["gate-cg2", { part: "X2.1", mode: "high-resistance", severity: 5600 }, "conn-x2"],
  // Eight times its current: more than the supply gives, and not so much that nothing starts. No listed size does both.
  ["dock-bd3", { part: "SCR", mode: "overloads", severity: 0.13 }, "screen"],
];

describe("an honest customer, an honest meter", () => {
  test.each(JOBS)("%s, %j: %s is called, and nothing else", (id, fault, item) => {
    const unit = demo(id);
    if (!unit.parts.some((p) => p.id === fault.part)) throw new Error(`${id} has no ${fault.part}.`);
    const played = play(demoDictionary(unit.id), freshTruth(unit, [fault]));
    expect(played.item).toBe(item);
    expect(played.minutes).toBeLessThan(45);
  });
});

describe("what no list has", () => {
  test("two wires changed over in one plug are named with the plug", () => {
    const unit = demo("prover-pc2");
    const swapped = {
      ...unit,
      parts: unit.parts.map((p) =>
        p.id === "P4.5"
          ? {
              ...p,
              terminals: { ...p.terminals, b: unit.parts.find((q) => q.id === "P4.4")!.terminals["b"]! },
            }
          : p.id === "P4.4"
            ? {
                ...p,
                terminals: { ...p.terminals, b: unit.parts.find((q) => q.id === "P4.5")!.terminals["b"]! },
              }
            : p,
      ),
    };
    const played = play(demoDictionary(unit.id), freshTruth(swapped, [], unit));
    expect(played.item).toBe("conn-p4");
  });

  test("two pins bridged do what a welded edge strip does: the plug is named, and the strip not bought", () => {
    const unit = demo("gate-cg2");
    const net = (pin: string) => unit.parts.find((p) => p.id === pin)!.terminals["b"]!;
    const bridge: Part = {
      id: "BRIDGE",
      name: "Bridge",
      type: "resistor",
      terminals: { a: net("X2.3"), b: net("X2.4") },
      parameters: { ohms: 0.1, watts: 1000 },
      item: "conn-x2",
      weights: {},
    };
    const bridged = { ...unit, parts: [...unit.parts, bridge] };
    const played = play(demoDictionary(unit.id), freshTruth(bridged, [], unit));
    expect(played).toMatchObject({ item: "conn-x2", ready: true });
  });
});
