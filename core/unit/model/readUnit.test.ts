import { describe, expect, test } from "@jest/globals";
import { glasswasher, glasswasherJson } from "../../../tests/support/glasswasher.ts";
import { ModelError, readUnit, readUnitOrThrow } from "../index.ts";

type Json = Record<string, unknown> & {
  parts: Record<string, unknown>[];
  states: Record<string, unknown>[];
  points: Record<string, unknown>[];
};

/** The glasswasher with something done to it. */
function broken(change: (json: Json) => void): unknown {
  const json = glasswasherJson() as Json;
  change(json);
  return json;
}

function paths(json: unknown): string[] {
  const result = readUnit(json);
  return result.ok ? [] : result.problems.map((p) => p.path);
}

describe("reading a unit model", () => {
  test("the glasswasher is whole, and defaults are filled in", () => {
    const unit = glasswasher();
    expect(unit.parts.length).toBeGreaterThan(25);
    expect(unit.parts.find((p) => p.id === "MAINS")!.parameters).toMatchObject({
      volts: 230,
      tolerance: 0.06,
    });
  });

  test("every fault is reported with its path, not only the first", () => {
    const json = broken((j) => {
      j.parts[0]!["item"] = "no-such-item";
      j.parts[3]!["type"] = "flux-capacitor";
      j.parts[4]!["parameters"] = { amps: -3 };
      j.points[2]!["cover"] = "roof";
      j.states[2]!["drives"] = [{ output: "HT1", needs: ["luck"] }];
    });
    expect(paths(json)).toEqual(
      expect.arrayContaining([
        "parts[0].item",
        "parts[3].type",
        "parts[4].parameters.amps",
        "points[2].cover",
        "states[2].drives[0].output",
        "states[2].drives[0].needs[0]",
      ]),
    );
  });

  test.each<[string, (j: Json) => void, string]>([
    [
      "a part without a terminal",
      (j) => void delete (j.parts[4]!["terminals"] as Record<string, string>)["b"],
      "parts[4].terminals",
    ],
    [
      "a terminal its kind does not have",
      (j) => void ((j.parts[4]!["terminals"] as Record<string, string>)["z"] = "PE"),
      "parts[4].terminals.z",
    ],
    [
      "a failure mode its kind does not have",
      (j) => void (j.parts[4]!["weights"] = { melted: 2 }),
      "parts[4].weights.melted",
    ],
    ["an id used twice", (j) => void (j.parts[5]!["id"] = j.parts[4]!["id"]), "parts[5].id"],
    ["a point at no terminal", (j) => void (j.points[0]!["terminal"] = "W1.q"), "points[0].terminal"],
    ["an unknown field", (j) => void ((j as Record<string, unknown>)["colour"] = "red"), "(file)"],
    ["a later version", (j) => void (j["version"] = 2), "version"],
    ["absurd mains", (j) => void (j["hertz"] = 5000), "hertz"],
  ])("refuses %s", (_name, change, path) => {
    expect(paths(broken(change))).toContain(path);
  });

  test.each([null, 3, "unit", [], {}])("refuses %p without falling over", (json) => {
    expect(readUnit(json).ok).toBe(false);
    expect(() => readUnitOrThrow(json)).toThrow(ModelError);
  });
});
