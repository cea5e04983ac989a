import { describe, expect, test } from "@jest/globals";
import { nextInChain, readChain } from "./limitChain.ts";
import { findPinout, readPairs } from "./pinout.ts";
import { judgeTerminals, readTerminals } from "./relayModule.ts";
import { parallel } from "./resistors.ts";

describe("pairs of pins as they are typed", () => {
  const pins = ["1", "2", "3", "A1"];
  test.each([
    ["1-2 270", [{ a: "1", b: "2", ohms: 270 }]],
    [
      "1–2 1.2M; 2:3 0.1",
      [
        { a: "1", b: "2", ohms: 1.2e6 },
        { a: "2", b: "3", ohms: 0.1 },
      ],
    ],
    [
      "1-A1 beep\n2-3 no beep",
      [
        { a: "1", b: "A1", ohms: 0 },
        { a: "2", b: "3", ohms: Infinity },
      ],
    ],
    ["1-2 4k7 ohm,,", [{ a: "1", b: "2", ohms: 4700 }]],
    ["1-2 0", [{ a: "1", b: "2", ohms: 0 }]],
    ["1-2 OL", [{ a: "1", b: "2", ohms: Infinity }]],
    [
      "1-2 piept, 2-3 kein Piepton",
      [
        { a: "1", b: "2", ohms: 0 },
        { a: "2", b: "3", ohms: Infinity },
      ],
    ],
  ])("%j", (text, wanted) => expect(readPairs(text, pins)).toEqual({ pairs: wanted }));

  test.each([
    ["", /No pair was understood/],
    ["1 2 270", /“1 2 270” was not understood/],
    ["1-9 270", /Pin “9” is read but not in the list/],
    ["9-1 270", /Pin “9”/],
    ["1-2 5 V", /“5 V” at 1–2 is not ohms/],
    ["1-2 -5", /not ohms/],
    ["1-2 blue", /not ohms/],
    ["1-2 no", /not ohms/],
    ["well 1-2 270", /was not understood/],
    ["1-2 ja", /not ohms/],
  ])("%j is refused with what is wrong", (text, says) => {
    const read = readPairs(text, pins);
    expect("trouble" in read && read.trouble).toMatch(says);
  });

  test("a contact ends and a coil begins at the limit given; a coil ends below the other", () => {
    const find = (ohms: number) => findPinout(["1", "2"], [{ a: "1", b: "2", ohms }], 3, 1e5);
    expect("coil" in find(3)).toBe(true);
    expect("coil" in find(2.99)).toBe(false);
    expect("coil" in find(99_999)).toBe(true);
    expect("coil" in find(1e5)).toBe(false);
  });

  test("a coil pin that is joined to a contact is a short inside", () => {
    const found = findPinout(
      ["1", "2", "3"],
      [
        { a: "1", b: "2", ohms: 200 },
        { a: "2", b: "3", ohms: 0.1 },
      ],
      3,
      1e5,
    );
    expect(found).toEqual({
      trouble: "A coil pin reads as joined to a contact: a short inside, or a reading at the wrong pin.",
    });
  });
});

describe("terminals of a module as they are typed", () => {
  test.each([
    ["11-14 NO OL 0.1", [{ pair: "11-14", kind: "NO", rest: Infinity, on: 0.1 }]],
    ["11-12 nc beep no beep", [{ pair: "11-12", kind: "NC", rest: 0, on: Infinity }]],
    ["13-14 piept kein Durchgang", [{ pair: "13-14", kind: undefined, rest: 0, on: Infinity }]],
    ["13-14 NO no buzz buzz", [{ pair: "13-14", kind: "NO", rest: Infinity, on: 0 }]],
    [
      "a-b 1k 2k\nc-d OL OL",
      [
        { pair: "a-b", kind: undefined, rest: 1000, on: 2000 },
        { pair: "c-d", kind: undefined, rest: Infinity, on: Infinity },
      ],
    ],
  ])("%j", (text, rows) => expect(readTerminals(text)).toEqual({ rows }));
  test.each([
    ["", /Enter the pairs/],
    ["11-14 NO OL", /was not understood/],
    ["11-14 NO OL blue", /was not understood/],
    ["11-14 NO OL -1", /was not understood/],
  ])("%j is refused", (text, says) => {
    const read = readTerminals(text);
    expect("trouble" in read && read.trouble).toMatch(says);
  });

  const row = (rest: number, on: number, kind?: "NO" | "NC") => [{ pair: "p", kind, rest, on }];
  test.each([
    [row(Infinity, 0.1), [], ["p"], []],
    [row(0.1, Infinity), [], [], ["p"]],
    [row(Infinity, Infinity), ["p stays open"], [], []],
    [row(0.1, 0.1), ["p stays closed"], [], []],
    [row(Infinity, 1), ["p is neither open nor closed"], [], []],
    [row(1e5, 0.1), ["p is neither open nor closed"], [], []],
    [row(0.1, Infinity, "NO"), ["p breaks where it should make"], [], []],
    [row(Infinity, 0.1, "NC"), ["p makes where it should break"], [], []],
    [row(Infinity, 0.1, "NO"), [], ["p"], []],
    [row(0.1, Infinity, "NC"), [], [], ["p"]],
  ])("%j", (rows, faults, makes, breaks) => {
    expect(judgeTerminals(rows, 1, 1e5)).toEqual({ faults, makes, breaks });
  });
});

describe("a chain as it is typed", () => {
  const read = (text: string, feed?: number) =>
    readChain("A B C D", text, feed, feed && 0.85 * feed, feed && 0.3 * feed);
  test("volts are there from 85 % of the feed, gone below 30 %; their sign does not matter", () => {
    expect(read("B 20.4, C 7.1", 24)).toMatchObject({ has: { A: true, B: true, C: false, D: false } });
    expect(read("B -23", 24)).toMatchObject({ has: { B: true } });
    expect(read("B 20.3", 24)).toMatchObject({
      trouble: expect.stringContaining("neither there nor gone") as unknown,
    });
    expect(read("B 7.2", 24)).toMatchObject({
      trouble: expect.stringContaining("neither there nor gone") as unknown,
    });
    expect(read("B 27.5", 24)).toMatchObject({ has: { B: true } });
    expect(read("B 23", 20)).toMatchObject({ has: { B: true } });
    expect(read("B 27.7", 24)).toMatchObject({
      trouble: expect.stringContaining("more than the feed") as unknown,
    });
  });
  test.each([
    ["A B", "", /three points or more/],
    ["A B C", "B", /was not understood/],
    ["A B C", "X yes", /“X” is not among the points/],
    ["A B C", "B 5 ohm", /neither volts nor yes or no/],
    ["A B C", "B 5", /enter the volts at the feed too/],
  ])("%j, %j is refused", (points, text, says) => {
    const chain = readChain(points, text, undefined, undefined, undefined);
    expect("trouble" in chain && chain.trouble).toMatch(says);
  });
  test("yes and no in any case; the last word on a point counts", () => {
    expect(read("B YES; C No\nB no")).toMatchObject({ has: { B: false, C: false } });
  });
  test("the middle of what is left is next", () => {
    const points = ["A", "B", "C", "D", "E"];
    expect(nextInChain(points, {})).toEqual({ measure: "C" });
    expect(nextInChain(points, { C: true })).toEqual({ measure: "D" });
    expect(nextInChain(points, { C: false })).toEqual({ measure: "B" });
    expect(nextInChain(points, { C: true, D: false })).toEqual({ between: ["C", "D"] });
    expect(nextInChain(points, { B: false, D: true })).toMatchObject({
      trouble: expect.stringContaining("slipped") as unknown,
    });
  });
});

test("side by side: two equal ones are half, nothing beside one is that one, a short is a short", () => {
  expect(parallel(100, 100)).toBe(50);
  expect(parallel(100, Infinity)).toBe(100);
  expect(parallel(Infinity, Infinity)).toBe(Infinity);
  expect(parallel()).toBe(Infinity);
  expect(parallel(100, 0)).toBe(0);
});
