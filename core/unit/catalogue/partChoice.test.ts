import { describe, expect, test } from "@jest/globals";
import { CATALOGUE, partChoice } from "./index.ts";

describe("what is minded when a part is chosen", () => {
  const general = partChoice("no such type");

  test("what protects is replaced by the same, in nothing different that lets more through", () => {
    for (const [type, kind] of CATALOGUE)
      if (kind.protective) {
        const { same, may } = partChoice(type);
        expect([type, same === general.same]).toEqual([type, false]);
        expect(may).toMatch(/^(?:|Breaking capacity up\.)$/u);
      }
  });

  test("a capacitor's volts go up and never down, and it keeps its polarity", () => {
    const { same, may } = partChoice("capacitor");
    expect(may).toContain("never down");
    expect(same).toContain("polarity");
  });

  test.each(["fuse", "relay", "resistor", "bridge", "varistor", "heater", "motor", "ntc", "gas-valve"])(
    "%s has a word of its own, and is a type of the catalogue",
    (type) => {
      expect(CATALOGUE.has(type)).toBe(true);
      expect(partChoice(type)).not.toEqual(general);
    },
  );
});
