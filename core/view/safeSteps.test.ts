import { describe, expect, test } from "@jest/globals";
import { demoUnit } from "../../tests/support/demoUnits.ts";
import { safeSteps } from "./index.ts";

const indexOf = (steps: readonly string[], part: RegExp) => steps.findIndex((s) => part.test(s));

describe("before a wire of an item comes off", () => {
  test("isolate, shut the gas, covers, what stays hot, prove dead: in that order", () => {
    const steps = safeSteps(demoUnit("roaster-dr6"), ["igniter"]);
    const order = [
      /^Switch off/,
      /gas cock/,
      /^Take off: .*burner door/,
      /above 60 °C/,
      /^Prove it dead/,
    ].map((p) => indexOf(steps, p));
    expect(order.every((at, k) => at >= 0 && (k === 0 || at > order[k - 1]!))).toBe(true);
    expect(steps.at(-1)).toMatch(/^Prove it dead/);
  });

  test("a stored charge is waited for and measured once its cover is off, wherever the item sits behind it", () => {
    const unit = demoUnit("extractor-sx4");
    const stored = unit.hazards.find((h) => h.kind === "stored-energy")!;
    const steps = safeSteps(unit, ["driver"]);
    const at = indexOf(steps, new RegExp(`Wait ${stored.waitSeconds} s, then measure`));
    expect(at).toBeGreaterThan(indexOf(steps, /^Take off/));
    expect(at).toBeLessThan(steps.length - 1);
  });

  test("a hazard behind another cover is not named; without a point on the model every hazard is", () => {
    const roaster = demoUnit("roaster-dr6");
    const behind = (cover: string) => ({
      ...roaster,
      hazards: [{ kind: "hot" as const, text: "Hot.", covers: [cover] }],
    });
    expect(safeSteps(behind("burner"), ["igniter"])).toContain("Hot.");
    expect(safeSteps(behind("nowhere"), ["igniter"])).not.toContain("Hot.");
    expect(safeSteps({ ...behind("nowhere"), points: [] }, ["igniter"])).toContain("Hot.");
  });
});
