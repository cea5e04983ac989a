import { describe, expect, test } from "@jest/globals";
import { readUnit } from "../model/readUnit.ts";
import { CATALOGUE, sizesOf } from "./index.ts";
import { middleSize, ohmsFrom, sizeGrid, timesFrom } from "./sizes.ts";

describe("the size of a fault", () => {
  test("lies in a range whose solved sizes are a constant ratio apart, both bounds among them", () => {
    const grid = sizeGrid(ohmsFrom(1, 1000, 4));
    expect(grid).toEqual([1, 10, 100, 1000].map((v) => expect.closeTo(v, 6) as unknown as number));
    expect(sizeGrid(timesFrom(0.25, 4, 3))).toEqual(
      [0.25, 1, 4].map((v) => expect.closeTo(v, 9) as unknown as number),
    );
  });

  test("is the middle of the range by ratio where nobody says", () => {
    expect(middleSize(ohmsFrom(1, 10000, 4))).toBeCloseTo(100, 6);
  });

  test("a joint reaches from what a heater feels to what stops a sensor", () => {
    const mode = CATALOGUE.get("pin")!.modes.find((m) => m.id === "high-resistance")!;
    expect(mode.sizes!.from).toBeLessThanOrEqual(0.6);
    expect(mode.sizes!.to).toBeGreaterThanOrEqual(5600);
  });

  test("a unit's own range comes before the catalogue's", () => {
    const mode = CATALOGUE.get("pin")!.modes.find((m) => m.id === "high-resistance")!;
    expect(sizesOf({ sizes: { "high-resistance": { from: 2, to: 50 } } }, mode)).toMatchObject({
      from: 2,
      to: 50,
    });
    expect(sizesOf({}, mode)).toEqual(mode.sizes);
  });

  const withSizes = (sizes: object) =>
    readUnit({
      format: "zygodrome-unit",
      version: 1,
      id: "joint",
      name: "Joint",
      ground: "M",
      parts: [
        {
          id: "PS",
          name: "Supply",
          type: "dc-supply",
          terminals: { plus: "P", minus: "M" },
          parameters: { volts: 12 },
        },
        { id: "J", name: "Joint", type: "pin", terminals: { a: "P", b: "Q" }, sizes },
        {
          id: "R",
          name: "Load",
          type: "rail-load",
          terminals: { plus: "Q", minus: "M" },
          parameters: { ohms: 10 },
        },
      ],
      states: [{ id: "on", name: "On", power: "live" }],
    });

  test.each([
    ["a mode that has no size", { open: { from: 1, to: 2 } }, "sizes.open"],
    ["a range the wrong way round", { "high-resistance": { from: 5, to: 5 } }, "sizes.high-resistance"],
  ])("%s is refused where it stands", (_name, sizes, path) => {
    const read = withSizes(sizes);
    expect(read.ok ? [] : read.problems.map((p) => p.path).join()).toContain(path);
  });

  test("a range of its own is read", () => {
    expect(withSizes({ "high-resistance": { from: 1, to: 5 } }).ok).toBe(true);
  });
});
