import { describe, expect, test } from "@jest/globals";
import { demoDictionary, demoUnit } from "../../tests/support/demoUnits.ts";
import { buildReadings } from "../diagnosis/index.ts";
import { symptomGroups } from "../sequence/index.ts";
import { CATALOGUE } from "../unit/index.ts";
import { symptomsKnown } from "./symptomsKnown.ts";

/** "F1 open" and its like, by look. */
const looks = (groups: ReturnType<typeof symptomGroups>) =>
  new Map(
    groups.flatMap(({ title, differs, failures }) =>
      failures.map((f): [string, string] => [`${f.part} ${f.mode}`, [title, ...differs].join("; ")]),
    ),
  );

describe("what every failure looks like, from the dictionary's runs", () => {
  const unit = demoUnit("gate-cg2");
  const partOf = (id: string) => unit.parts.find((p) => p.id === id)!;
  const known = looks(symptomsKnown(demoDictionary("gate-cg2"))!);
  const fresh = looks(symptomGroups(unit));

  test("has every failure that a fresh run of the sequence has, each once", () => {
    expect([...known.keys()].sort()).toEqual([...fresh.keys()].sort());
  });

  test("a failure without a size looks as a fresh run has it", () => {
    const sized = new Set(
      demoDictionary("gate-cg2")
        .cases.flatMap((c) => c.faults)
        .filter((f) => f.severity !== undefined)
        .map(
          ({ part, mode }) =>
            `${part} ${CATALOGUE.get(partOf(part).type)!.modes.find((m) => m.id === mode)!.name}`,
        ),
    );
    const plain = [...fresh].filter(([failure]) => !sized.has(failure));
    expect(plain.length).toBeGreaterThan(40);
    for (const [failure, look] of plain) expect([failure, known.get(failure)]).toEqual([failure, look]);
  });

  test("a dictionary that keeps no runs has none", () => {
    expect(symptomsKnown({ ...buildReadings(unit), symptomsSoFar: () => undefined })).toBe(undefined);
  });
});
