import { describe, expect, test } from "@jest/globals";
import { CATALOGUE } from "./index.ts";
import { remedyOf } from "./remedies.ts";

const all = [...CATALOGUE].flatMap(([type, kind]) =>
  kind.modes.map((mode) => ({ type, mode: mode.id, protective: kind.protective?.mode })),
);
const kinds = (kind: string) => all.filter(({ type, mode }) => remedyOf(type, mode).kind === kind);

describe("what is done about a failure", () => {
  test("of a joint is to renew the joint, not to replace what it is in", () => {
    for (const type of ["pin", "screw-terminal", "splice"])
      for (const mode of ["open", "high-resistance"])
        expect(remedyOf(type, mode)).toMatchObject({ kind: "joint" });
    expect(remedyOf("wire", "high-resistance").kind).toBe("joint");
    expect(remedyOf("wire", "open").kind).toBe("wire");
    expect(remedyOf("fuse", "high-resistance").kind).toBe("joint");
  });

  test("of what protects never offers another rating, and asks first what it opened for", () => {
    const protecting = all.filter(({ protective }) => protective !== undefined);
    expect(protecting.length).toBeGreaterThan(8);
    for (const { type, mode, protective } of protecting) {
      const { kind, does } = remedyOf(type, mode);
      expect(["protective", "reset", "joint"]).toContain(kind);
      if (kind !== "joint") expect(does).toContain("own kind and rating");
      if (mode === protective && kind !== "joint") expect(does).toMatch(/what it opened for/u);
    }
  });

  test("of gas and of the supply is for who may", () => {
    for (const mode of ["coil-open", "stuck", "shorted-turns", "leak"])
      expect(remedyOf("gas-valve", mode).does).toContain("licensed gas fitter");
    for (const { type } of kinds("supply")) expect(["mains", "split-phase"]).toContain(type);
    expect(remedyOf("mains", "no-supply").does).toContain("licensed electrician");
  });

  test("is less than a new part where hands can mend it, and says what that takes", () => {
    expect(remedyOf("relay", "joint-cracked")).toMatchObject({ kind: "solder", alone: { price: 0 } });
    expect(remedyOf("relay", "contact-welded")).toMatchObject({ kind: "part" });
    expect(remedyOf("relay", "coil-open").does).toBe(remedyOf("ntc", "drift").does);
    expect(remedyOf("motor", "jammed").kind).toBe("free");
    expect(remedyOf("motor", "winding-open").kind).toBe("part");
    expect(remedyOf("thermocouple", "reversed").kind).toBe("set");
    for (const { type, mode } of all) {
      const { alone, does } = remedyOf(type, mode);
      expect(does).toMatch(/\.$/u);
      if (alone) expect(alone.minutes).toBeGreaterThan(0);
    }
  });

  test("is named for kinds and modes that there are", () => {
    // A row for a mode that no part has would never be read.
    for (const kind of [
      "joint",
      "solder",
      "wire",
      "protective",
      "free",
      "clean",
      "set",
      "reset",
      "supply",
      "part",
    ])
      expect(kinds(kind).length).toBeGreaterThan(0);
  });
});
