import { describe, expect, test } from "@jest/globals";
import { traceOffers, traceUnit } from "./index.ts";

const offered = (...lines: string[]) =>
  traceOffers(traceUnit({ id: "u", name: "U", maker: "" }, lines).walk).map((o) => o.label);

describe("what usually follows is offered", () => {
  test("first a supply, and nothing else", () => {
    expect(offered()).toEqual([
      "mains 230 V",
      "mains 120 V",
      "240/120 V split",
      "24 V AC",
      "24 V DC",
      "12 V battery",
    ]);
  });

  test("after the supply what protects comes first", () => {
    expect(offered("mains 230V").slice(0, 4)).toEqual(["fuse", "door switch", "switch", "cut-out"]);
  });

  test("what is in the circuit already is not offered again at once", () => {
    expect(offered("mains 230V", "fuse 10A", "cut-out")).not.toContain("fuse");
    expect(offered("mains 230V", "fuse 10A", "cut-out")).not.toContain("cut-out");
    expect(offered("mains 230V", "fuse 10A", "cut-out")).toContain("door switch");
  });

  test("behind what switches, a pin and the loads", () => {
    expect(offered("mains 230V", "relay K1 24V").slice(0, 3)).toEqual(["plug pin", "element", "motor"]);
  });

  test("behind the load, the way back: to neutral, or to minus", () => {
    expect(offered("mains 230V", "element 2kW")[0]).toBe("back to N");
    const dc = traceUnit({ id: "u", name: "U", maker: "" }, ["battery 12V", "lamp 5W"]).walk;
    expect(traceOffers(dc)[0]).toEqual({ label: "back to minus", text: "to minus", whole: true });
  });

  test("after a closed circuit, the parts that a next one can set out from", () => {
    const next = offered("mains 230V", "fuse F1 10A", "door switch S1", "element HT1 2kW", "to N");
    expect(next.slice(0, 2)).toEqual(["from F1", "from S1"]);
    expect(next).not.toContain("from HT1");
    expect(offered("mains 120V", "transformer T1", "to N")).toContain("from T1");
  });

  test("a pin's plug is begun with the letters of the last one", () => {
    const walk = traceUnit({ id: "u", name: "U", maker: "" }, ["mains 230V", "P4.3"]).walk;
    expect(traceOffers(walk).find((o) => o.label === "plug pin")).toMatchObject({
      text: "P4.",
      whole: false,
    });
  });
});
