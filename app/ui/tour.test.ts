import { describe, expect, test } from "@jest/globals";
import type { JobView } from "#core/view/index.ts";
import { tourStep } from "./tour.ts";

const reading = (retracted = false) => ({ retracted, check: { kind: "reading" } });
const at = (
  band: "live" | "dead" | "unproven",
  ledger: readonly object[] = [],
  over: { ready?: boolean; closed?: object; call?: object } = {},
) => {
  const { ready = false, ...state } = over;
  return tourStep({ state: { band, ledger, ...state }, call: { ready } } as unknown as JobView)?.id;
};

describe("a newcomer's first job", () => {
  test("begins with the power, whatever the customer has said", () => {
    expect(at("unproven")).toBe("power");
    expect(at("unproven", [{ retracted: false, check: { kind: "observation" } }])).toBe("power");
  });

  test("asks for a reading until one stands, then shows where the suspects went, twice", () => {
    expect(at("live")).toBe("reading");
    expect(at("dead", [reading(true)])).toBe("reading");
    expect(at("dead", [reading()])).toBe("suspects");
    expect(at("live", [reading(), reading()])).toBe("suspects");
    expect(at("live", [reading(), reading(), reading()])).toBeUndefined();
  });

  test("leads to the call once that is ready, and is over after it", () => {
    expect(at("live", [reading()], { ready: true })).toBe("call");
    expect(at("live", [reading()], { ready: true, call: {} })).toBeUndefined();
    expect(at("dead", [], { closed: {} })).toBeUndefined();
  });
});
