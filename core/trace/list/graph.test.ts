import { describe, expect, test } from "@jest/globals";
import { WireGraph, type Edge } from "./graph.ts";

const edge = (key: string, a: string, b: string, load = false): Edge => ({ key, a, b, load });

/** Two ways from L to X, the one over M shorter; a load from X to N; an island apart. */
const graph = new WireGraph([
  edge("w1", "L", "M"),
  edge("w2", "M", "X"),
  edge("w3", "L", "A"),
  edge("w4", "A", "B"),
  edge("w5", "B", "X"),
  edge("load", "X", "N", true),
  edge("w6", "N", "E"),
  edge("w7", "I1", "I2"),
]);

describe("ways along the wires", () => {
  test("the shortest is taken, in order from where it begins", () => {
    const ways = graph.waysFrom("L");
    expect(ways.steps("X")).toBe(2);
    expect(ways.to("X")).toEqual(["w1", "w2"]);
    expect(ways.to("B")).toEqual(["w3", "w4"]);
    expect(ways.to("L")).toEqual([]);
  });

  test("none leads through a load, or to an island apart", () => {
    const ways = graph.waysFrom("L");
    expect(ways.steps("N")).toBe(Infinity);
    expect(ways.steps("E")).toBe(Infinity);
    expect(ways.steps("I1")).toBe(Infinity);
    expect(ways.to("N")).toEqual([]);
    expect(graph.waysFrom("N").to("E")).toEqual(["w6"]);
  });

  test("an island holds all that anything joins, loads too", () => {
    expect([...graph.island(["N"])].sort()).toEqual(["A", "B", "E", "L", "M", "N", "X"]);
    expect([...graph.island(["I1", "nowhere"])].sort()).toEqual(["I1", "I2", "nowhere"]);
  });

  test("a net that nothing joins has ways to itself only", () => {
    expect(graph.waysFrom("nowhere").steps("nowhere")).toBe(0);
    expect(graph.waysFrom("nowhere").steps("L")).toBe(Infinity);
  });
});
