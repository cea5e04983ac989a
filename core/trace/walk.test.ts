import { describe, expect, test } from "@jest/globals";
import { walk } from "./walk.ts";

/** Every thing as "id near>far", wires nobody named as "near~far". */
function laid(...lines: string[]) {
  const { lines: read, circuits } = walk(lines);
  const wrong = read.findIndex((l) => !l.ok);
  if (wrong >= 0) throw new Error(`${lines[wrong]!}: ${JSON.stringify(read[wrong])}`);
  return circuits.map((c) =>
    c.things.map((t) => (t.line === undefined ? `${t.near}~${t.far}` : `${t.id} ${t.near}>${t.far}`)),
  );
}

const codeOf = (lines: string[]) => {
  const last = walk(lines).lines.at(-1)!;
  return last.ok ? undefined : last.problem.code;
};

describe("a circuit is laid as it is walked", () => {
  test("a wire leads from each thing to the next, and back", () => {
    expect(laid("mains 230V", "fuse 10A", "element 2kW", "to N")).toEqual([
      ["L~F1-1", "F1 F1-1>F1-2", "F1-2~HT1-1", "HT1 HT1-1>HT1-2", "HT1-2~N"],
    ]);
  });

  test("a wire that is named stands for the one between", () => {
    expect(laid("mains 230V", "fuse 10A", "wire grey 2m", "element 2kW", "wire blue")).toEqual([
      ["L~F1-1", "F1 F1-1>F1-2", "W1 F1-2>W1-2", "HT1 W1-2>HT1-2", "W2 HT1-2>N"],
    ]);
  });

  test("a board has no wires inside, between its pins", () => {
    expect(laid("mains 230V", "P1.1", "relay K3 24V", "P4.3", "element 2kW", "P4.1", "P1.2", "to N")).toEqual(
      [
        [
          "L~P1.1-1",
          "P1.1 P1.1-1>P1.1-2",
          "K3 P1.1-2>K3-2",
          "P4.3 K3-2>P4.3-2",
          "P4.3-2~HT1-1",
          "HT1 HT1-1>HT1-2",
          "HT1-2~P4.1-1",
          "P4.1 P4.1-1>P4.1-2",
          "P1.2 P4.1-2>P1.2-2",
          "P1.2-2~N",
        ],
      ],
    );
  });

  test("a plug with nothing of a board beside it lies within the harness", () => {
    const { circuits } = walk(["mains 230V", "switch", "X3.1", "element 2kW", "to N"]);
    expect(circuits[0]!.things.find((t) => t.id === "X3.1")).toMatchObject({ near: "X3.1-1", far: "X3.1-2" });
    expect(circuits[0]!.things.find((t) => t.id === "X3.1")).not.toHaveProperty("boardNear");
    expect(circuits[0]!.things.find((t) => t.near === "X3.1-2")).toMatchObject({ far: "HT1-1" });
  });

  test("a colour said with a pin is that of the wire on its outer side", () => {
    const { circuits } = walk([
      "mains 230V",
      "P1.1 brown",
      "relay K1",
      "P4.3 grey",
      "element 1kW blue",
      "to N black",
    ]);
    const wires = circuits[0]!.things.filter((t) => t.line === undefined);
    expect(wires.map((w) => [w.near, w.far, w.colour])).toEqual([
      ["L", "P1.1-1", "brown"],
      // Said of the element, which is what the wire leads to.
      ["P4.3-2", "HT1-1", "blue"],
      ["HT1-2", "N", "black"],
    ]);
  });
});

describe("a second circuit grows the same unit", () => {
  const first = ["mains 230V", "fuse 10A", "door switch S1", "element 2kW", "to N"];

  test("it sets out behind a part and comes back before another", () => {
    expect(laid(...first, "from S1", "pump 60W", "to N")[1]).toEqual(["S1-2~M1-1", "M1 M1-1>M1-2", "M1-2~N"]);
    expect(laid(...first, "from F1", "lamp 5W", "to HT1")[1]!.at(-1)).toBe("H1-2~HT1-1");
  });

  test("from a transformer it runs on the secondary, and back to it", () => {
    const { circuits } = walk(["mains 120V", "transformer 120/24V", "to N", "from T1", "valve", "to T1"]);
    expect(circuits[1]!.feed).toMatchObject({ volts: 24, current: "ac", back: "T1-MINUS", from: "T1" });
    expect(circuits[1]!.things.at(-1)).toMatchObject({ near: "Y1-2", far: "T1-MINUS" });
  });

  test("a circuit whose way back nobody traced goes straight back, and says that it was not traced", () => {
    const { circuits } = walk(["mains 230V", "element 2kW", "from L", "lamp 5W"]);
    expect(circuits.map((c) => [c.closed, c.things.at(-1)!.far])).toEqual([
      [false, "N"],
      [false, "N"],
    ]);
  });

  test("L2 is the other leg, and N lies between", () => {
    const { circuits } = walk(["split 240V", "element 2kW", "to L2", "from L2", "lamp 5W", "to N"]);
    expect(circuits.map((c) => [c.start, c.things.at(-1)!.far])).toEqual([
      ["L1", "L2"],
      ["L2", "N"],
    ]);
  });

  test.each([
    [["fuse 10A"], "supply-first"],
    [["mains 230V", "mains 230V"], "second-supply"],
    [[...first, "from F9"], "no-such-part"],
    [[...first, "to N"], "nothing-between"],
    [["mains 230V", "fuse 10A", "to N"], "no-load"],
    [["mains 230V", "F1", "element 2kW", "to F1"], "own-end"],
    [["mains 230V", "F1", "F1"], "used-twice"],
    [["mains 230V", "coil"], "coil-of-what"],
  ])("%j: %s", (lines, code) => expect(codeOf(lines)).toBe(code));

  test("a wrong line is passed over: what stands around it is laid all the same", () => {
    const { lines, circuits } = walk(["mains 230V", "fuse 10A", "wobble", "element 2kW", "to N"]);
    expect(lines.map((l) => l.ok)).toEqual([true, true, false, true, true]);
    expect(circuits[0]!.things.map((t) => t.id)).toEqual(["W.1", "F1", "W.2", "HT1", "W.3"]);
  });

  test("a designator that comes later is not given away before", () => {
    expect(
      laid("mains 230V", "fuse 10A", "F1 6A", "element 1kW")[0]!.filter((t) => t.startsWith("F")),
    ).toEqual(["F2 F2-1>F2-2", "F2-2~F1-1", "F1 F1-1>F1-2", "F1-2~HT1-1"]);
  });
});
