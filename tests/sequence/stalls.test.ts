import { describe, expect, test } from "@jest/globals";
import { lintSequence, runSequence, symptomOf, World } from "#core/sequence/index.ts";
import { lintUnit, modesOf, type Fault } from "#core/unit/index.ts";
import { demoUnits } from "../support/demoUnits.ts";

/**
 * What each failure must look like, reasoned by hand from the drawing and the board's steps: where it stops ("-": it
 * comes to its good end), the code that shows, and one part that must or (with !) must not have worked.
 */
type Stall = readonly [fault: string, stallsAt: string, code: string, works?: string];

const STALLS: Readonly<Record<string, readonly Stall[]>> = {
  "glasswasher-gw4": [
    ["F1:blown", "standby", "", "!MC"],
    ["S1:open", "fill", "E1", "!Y1"],
    ["Y1:coil-open", "fill", "E1", "!Y1"],
    ["Q1:dead", "fill", "E1", "MC"],
    ["S2:open", "fill", "E1", "Y1"],
    ["NTC1:open", "fill", "E2", "!M1"],
    ["NTC1:shorted", "fill", "E2"],
    ["M1:winding-open", "-", "", "!M1"],
    ["TC1:open", "rinse-heat", "E4", "!HT1"],
    ["HT1:open", "rinse-heat", "E4", "!HT1"],
    ["K3:contact-open", "rinse-heat", "E4", "M1"],
    ["M2:jammed", "drain", "E5", "!M2"],
    ["Y2:coil-open", "-", "", "!Y2"],
    ["DSP1:open", "-", "", "HT1"],
  ],
  "roaster-dr6": [
    ["F2:blown", "standby", "", "!MC"],
    ["S1:open", "standby", "", "!M2"],
    ["S2:open", "check", "flash-4", "!IG1"],
    ["LS1:open", "check", "flash-4", "!GV1"],
    ["AS1:welded", "check", "flash-2", "!IG1"],
    ["AS1:open", "purge", "flash-2", "M2"],
    ["M2:winding-open", "purge", "flash-2", "!IG1"],
    ["TC1:open", "purge", "flash-7", "M2"],
    ["IG1:open", "ignite", "flash-3", "GV1"],
    ["GV1:coil-open", "ignite", "flash-3", "IG1"],
    ["FR1:grounded", "ignite", "flash-3", "GV1"],
    ["M1:winding-open", "roast", "flash-6", "GV1"],
    ["LED1:dark", "-", "", "M1"],
  ],
  "kiln-pk9": [
    ["F1:blown", "standby", "", "!MC"],
    ["TF1:blown", "standby", "", "!DSP1"],
    ["SP:leg-2-dead", "climb", "E-1", "!HTA1"],
    ["K1:contact-open", "climb", "E-1", "!HTA1"],
    ["K2:contact-open", "climb", "E-1", "HTA1"],
    ["HTB2:open", "climb", "E-1", "!HTB1"],
    ["Q3:dead", "climb", "E-1", "!HTB1"],
    ["S1:open", "climb", "E-d", "!HTA1"],
    ["TC1:open", "standby", "E-tc", "!HTA1"],
    ["TC1:reversed", "climb", "E-tc", "HTA1"],
    ["TC1:shorted", "climb", "E-1", "HTA1"],
    ["DSP1:dark", "-", "", "HTA1"],
  ],
  "gate-cg2": [
    ["F2:blown", "idle", "", "!MC"],
    // The charger's 3 A into the motor's 4 Ω leave 12 V, and the edge's divider half of that: below its window.
    ["BT1:cell-open", "opening", "A2", "!M1"],
    ["MAINS:no-supply", "-", "", "M1"],
    ["PB1:open", "idle", "A1", "!M1"],
    ["KS1:open", "idle", "A1", "!M1"],
    ["R20:open", "idle", "A2", "!M1"],
    ["SE1:welded", "idle", "A2", "!M1"],
    ["Q1:dead", "opening", "A4", "!M1"],
    ["J1:open", "opening", "A4", "!M1"],
    ["LS1:welded", "opening", "A4", "M1"],
    ["M1:jammed", "opening", "A3", "!M1"],
    ["Q2:dead", "closing", "A5", "M1"],
    ["LS2:welded", "closing", "A5", "M1"],
  ],
  "extractor-sx4": [
    ["F1:blown", "power-up", "", "!MC"],
    ["R1:open", "power-up", "", "!MC"],
    ["PS1:dead", "power-up", "", "!MC"],
    ["U2:dead", "power-up", "", "!MC"],
    ["Y1:coil-open", "locking", "F2", "!Y1"],
    ["Q3:dead", "locking", "F2", "!Y1"],
    ["S1:open", "locking", "F2", "Y1"],
    ["NTC1:open", "locking", "F5", "!PWR"],
    ["Q2:dead", "spin", "F4", "!PWR"],
    ["B1:dead", "spin", "F4", "PWR"],
    ["WMU:open", "spin", "F4", "PWR"],
    ["M1:v-open", "spin", "F4", "PWR"],
    ["DSP1:dark", "-", "", "PWR"],
  ],
  "dock-bd3": [
    ["F1:blown", "boot", "", "!MC"],
    ["PS1:dead", "boot", "", "!SCR"],
    ["F2:blown", "boot", "", "!MC"],
    ["U1:dead", "boot", "", "SCR"],
    ["W50:open", "boot", "D1", "RC"],
    ["U2:dead", "boot", "D1", "!RC"],
    ["SP2:stuck-low", "boot", "D1", "MC"],
    ["B1:dead", "ready", "", "!Y1"],
    ["Q1:dead", "release", "D2", "!Y1"],
    ["Y1:coil-open", "release", "D2", "!Y1"],
    ["S1:open", "release", "D2", "Y1"],
    ["B1:stuck-low", "taking", "D3", "Y1"],
    ["PB1:open", "ready", "", "!Y1"],
    ["HT1:dead", "-", "", "Y1"],
  ],
  "prover-pc2": [
    ["RCD1:open", "standby", "", "!MC"],
    ["CB1:open", "standby", "", "!MC"],
    // Locked out as the step begins: nothing runs for any time.
    ["NTC1:open", "retard", "P2", "!M2"],
    ["M2:run-open", "retard", "P3", "!M2"],
    ["Q5:dead", "retard", "P3", "!M2"],
    ["Y1:coil-open", "fill", "P1", "!Y1"],
    ["S2:open", "fill", "P1", "Y1"],
    ["TC1:open", "prove", "P4", "!HT1"],
    ["HT1:open", "prove", "P4", "HT2"],
    ["HT2:open", "-", "", "HT1"],
    ["M1:run-open", "retard", "P4", "!M1"],
    ["DSP1:dark", "-", "", "HT1"],
  ],
};

const units = demoUnits();

describe.each(Object.entries(STALLS))("%s", (id, stalls) => {
  const unit = units.get(id)!;
  const world = new World(unit);
  const healthy = runSequence(world, []);
  const faultOf = (name: string): Fault => {
    const [part, mode] = name.split(":") as [string, string];
    return { part, mode };
  };

  test("the healthy unit comes to a good end, and the lint has nothing to say", () => {
    expect(healthy).toMatchObject({ end: { kind: "rest" }, code: undefined, opened: [], chattered: false });
    expect([...lintUnit(unit), ...lintSequence(unit)]).toEqual([]);
  });

  test.each(stalls.map(([fault, at, code, works = ""]) => [fault, at, code, works] as const))(
    "%s stops at %s, code “%s”",
    (name, stallsAt, code, works) => {
      const symptom = symptomOf(runSequence(world, [faultOf(name)]), healthy);
      expect({ at: symptom.stalledAt ?? "-", code: symptom.code ?? "" }).toEqual({ at: stallsAt, code });
      if (works.startsWith("!")) expect(symptom.worked).not.toContain(works.slice(1));
      else if (works !== "") expect(symptom.worked).toContain(works);
    },
  );

  test("every failure mode's run ends, within its bound", () => {
    for (const part of unit.parts)
      for (const mode of modesOf(part)) {
        const { end } = runSequence(world, [{ part: part.id, mode: mode.id }]);
        expect({ fault: `${part.id}:${mode.id}`, end: end.kind }).not.toMatchObject({ end: "bound" });
      }
  });
});

test("every variant reads, settles and comes to a good end like its unit", () => {
  const variants = [...units].filter(([id]) => !(id in STALLS));
  expect(variants.map(([id]) => id).sort()).toEqual(["gate-cg2-early", "roaster-dr6-230"]);
  for (const [, unit] of variants) {
    expect([...lintUnit(unit), ...lintSequence(unit)]).toEqual([]);
    expect(runSequence(new World(unit), [])).toMatchObject({ end: { kind: "rest" }, code: undefined });
  }
});
