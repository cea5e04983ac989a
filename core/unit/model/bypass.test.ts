import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../../tests/support/demoUnits.ts";
import { bypassRefusal } from "../index.ts";

const roaster = demoUnits().get("roaster-dr6")!;
const gate = demoUnits().get("gate-cg2")!;
const marked = (part: string) => ({
  ...roaster,
  parts: roaster.parts.map((p) => (p.id === part ? { ...p, bypass: "for a moment" as const } : p)),
});

describe("a jumper", () => {
  test.each(["F1", "AS1", "LS1", "S2", "GV1", "FR1"])("never goes across %s, which guards", (part) =>
    expect(bypassRefusal(marked(part), part)).toBe("guards"),
  );

  test.each(["K4", "P2.5", "W24"])("nor across %s, in series with the gas valve, marked or not", (part) =>
    expect(bypassRefusal(marked(part), part)).toBe("in-chain"),
  );

  test("is refused where nobody has said that it may, and allowed where the unit marks the part", () => {
    expect(bypassRefusal(roaster, "P1.2")).toBe("not-marked");
    expect(bypassRefusal(marked("P1.2"), "P1.2")).toBeUndefined();
    expect(bypassRefusal(gate, "KS1")).toBe("not-marked");
  });
});
