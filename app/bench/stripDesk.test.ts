import { beforeEach, describe, expect, test } from "@jest/globals";
import { leakAmps } from "#core/loads/index.ts";
import { standIns } from "../../tests/support/standIns.ts";
import {
  emptyRow,
  loadDesk,
  loadOf,
  numberProblem,
  outsideId,
  outsideName,
  rowOf,
  saveDesk,
} from "./stripDesk.ts";

const standIn = standIns();

/** A storage of the page's own, as a browser has it. */
class Storage {
  readonly kept = new Map<string, string>();
  full = false;
  getItem(key: string): string | null {
    return this.kept.get(key) ?? null;
  }
  setItem(key: string, value: string): void {
    if (this.full) throw new Error("full");
    this.kept.set(key, value);
  }
}

let storage: Storage;
beforeEach(() => {
  storage = new Storage();
  standIn({ localStorage: storage });
});

test("a job's desk is its own", () => {
  saveDesk([{ ...emptyRow(1), megohms: "0.009" }], [], "job-a");
  expect(loadDesk("job-a")!.rows[0]!.megohms).toBe("0.009");
  expect(loadDesk("job-b")).toBeUndefined();
  expect(loadDesk()).toBeUndefined();
});

describe("a row of the strip-down's table", () => {
  test("empty fields are nothing known, a comma is a decimal mark", () => {
    expect(loadOf(emptyRow(3), 230, leakAmps)).toEqual({
      id: "load-3",
      name: "Load 3",
      amps: 0,
      minutes: 1,
      weight: 1,
    });
    expect(loadOf({ ...emptyRow(1), amps: "2,5", startAmps: "12" }, 230, leakAmps)).toMatchObject({
      amps: 2.5,
      startAmps: 12,
      startSeconds: 0.5,
    });
  });

  test("what the clamp has goes before the plate; a load outside the unit is known by its name", () => {
    expect(loadOf({ ...emptyRow(1), amps: "9", clamped: "7,5" }, 230, leakAmps).amps).toBe(7.5);
    expect(loadOf({ ...emptyRow(1), amps: "9", clamped: "" }, 230, leakAmps).amps).toBe(9);
    expect(outsideName(outsideId("freezer"))).toBe("freezer");
    expect(outsideName("load-1")).toBeUndefined();
  });

  test("insulation becomes the leak at the supply's volts: 230 V over 0.02 MΩ are 11.5 mA", () => {
    expect(loadOf({ ...emptyRow(1), megohms: "0.02" }, 230, leakAmps).leakAmps).toBeCloseTo(0.0115, 9);
    expect(loadOf({ ...emptyRow(1), megohms: "" }, 230, leakAmps).leakAmps).toBeUndefined();
  });

  test.each([
    ["", undefined],
    ["2.5", undefined],
    ["nine", "“nine” is not a number."],
    ["-3", "-3 cannot be negative."],
  ])("“%s” is answered with %s", (typed, wanted) => {
    expect(numberProblem(typed)).toBe(wanted);
  });

  test("a wrong number counts as nothing, not as zero amperes from nowhere", () => {
    expect(loadOf({ ...emptyRow(1), amps: "nine" }, 230, leakAmps).amps).toBe(0);
    expect(loadOf({ ...emptyRow(1), minutes: "-1" }, 230, leakAmps).minutes).toBe(1);
  });

  test("a unit's load is shown to three digits and read back", () => {
    const load = {
      id: "M1",
      name: "Wash pump",
      amps: 1.78923,
      startAmps: 8.946,
      startSeconds: 0.6,
      minutes: 0.5,
      weight: 1,
    };
    expect(loadOf(rowOf(load), 230, leakAmps)).toMatchObject({
      id: "M1",
      amps: 1.79,
      startAmps: 8.95,
      minutes: 0.5,
    });
  });
});

describe("the desk that this browser keeps", () => {
  const steps = [{ connected: ["load-1"], tripped: true, spent: "fuse" as const }];

  test("comes back as it was", () => {
    saveDesk([emptyRow(1)], steps);
    expect(loadDesk()).toEqual({ rows: [emptyRow(1)], steps });
  });

  test("what is stored and is no desk is left alone", () => {
    expect(loadDesk()).toBeUndefined();
    storage.kept.set("zygodrome.strip", "{not json");
    expect(loadDesk()).toBeUndefined();
    storage.kept.set("zygodrome.strip", JSON.stringify({ rows: [{ id: 7 }], steps: [] }));
    expect(loadDesk()).toBeUndefined();
  });

  test("a full storage does not stop the work", () => {
    storage.full = true;
    expect(() => saveDesk([emptyRow(1)], steps)).not.toThrow();
  });
});
