import { describe, expect, test } from "@jest/globals";
import { traceUnit } from "#core/trace/index.ts";
import { readUnitOrThrow, withMeasured, type UnitModel } from "#core/unit/index.ts";
import { readingCheck } from "../planning/checks.ts";
import { ownValue } from "./ownValue.ts";

const traced = (...lines: string[]) => traceUnit({ id: "u", name: "U", maker: "" }, lines).unit!;
const dead = (unit: UnitModel) => unit.states.find((s) => s.power === "dead")!.id;
const ohms = (unit: UnitModel, red: string, black: string, measured: number) =>
  ownValue(unit, readingCheck({ state: dead(unit), lifts: [] }, "ohm", red, black), measured);

describe("what a reading tells of a part that nobody knew", () => {
  const { model: heater, file } = traced("mains 230V", "fuse F1 10A", "switch S1", "element HT1", "to N");

  test("an element's watts by its ohms: 26.45 Ω on 230 V are 2000 W (P = U²/R, by hand)", () => {
    const found = ohms(heater, "HT1.1", "HT1.2", 26.45);
    expect(found).toMatchObject({ part: "HT1", parameter: "watts" });
    if ("code" in found) throw new Error(found.code);
    expect(found.before).toBe(heater.parts.find((p) => p.id === "HT1")!.parameters["watts"]);
    expect(Math.abs(found.value - 2000)).toBeLessThan(20);
  });

  test("kept, it is known: the model has it, no guess is left, and what could not be seen can fail", () => {
    const found = ohms(heater, "HT1.1", "HT1.2", 26.45);
    if ("code" in found) throw new Error(found.code);
    const { parameter, value } = found;
    const next = withMeasured(file, { part: found.part, parameter, value, said: "job 0152" });
    const { parts, measured } = readUnitOrThrow(next);
    const part = parts.find((p) => p.id === "HT1")!;
    expect(part.spread).toBeUndefined();
    expect(part.parameters["watts"]).toBe(found.value);
    expect(part.weights).toEqual({});
    expect(measured).toHaveLength(1);
    expect(ohms(readUnitOrThrow(next), "HT1.1", "HT1.2", 26.45)).toEqual({
      code: "all-known",
    });
  });

  test("nothing where the reading does not go through it, or where nothing could give it", () => {
    expect(ohms(heater, "F1.1", "F1.2", 0.1)).toEqual({ code: "none-felt" });
    expect(ohms(heater, "HT1.1", "HT1.2", Infinity)).toEqual({ code: "none-gives", part: "HT1" });
    expect(ohms(heater, "HT1.1", "HT1.2", 0)).toEqual({ code: "none-gives", part: "HT1" });
  });

  test("nothing of two in series or side by side: the reading is of both", () => {
    const two = traced("mains 230V", "element HT1", "element HT2", "to N").model;
    expect(ohms(two, "HT1.1", "HT2.2", 100)).toMatchObject({ code: "several", parts: ["HT1", "HT2"] });
    const found = ohms(two, "HT1.1", "HT1.2", 40);
    expect(found).toMatchObject({ part: "HT1" });
  });

  test("a factor of 30 either way is looked through, and no further", () => {
    const ofWatts = (watts: number) => ohms(heater, "HT1.1", "HT1.2", 230 ** 2 / watts);
    const taken = heater.parts.find((p) => p.id === "HT1")!.parameters["watts"] as number;
    expect(ofWatts(taken * 29)).toMatchObject({ parameter: "watts" });
    expect(ofWatts(taken * 32)).toMatchObject({ code: "none-gives" });
    expect(ofWatts(taken / 29)).toMatchObject({ parameter: "watts" });
    expect(ofWatts(taken / 32)).toMatchObject({ code: "none-gives" });
  });
});

describe("a part with several resistances", () => {
  const { file } = traced(
    "mains 230V",
    "transformer T1 230/24V",
    "to N",
    "from T1",
    "valve Y1 24V 0.3A",
    "to T1",
  );
  const transformer = file.parts.find((p) => p.type === "transformer")!;
  const known = (parameter: string, value: number) => ({ part: transformer.id, parameter, value, said: "" });

  test("stays unknown until all of them were measured", () => {
    const once = withMeasured(file, known("primaryOhms", 30));
    const after = (f: typeof file) => f.parts.find((p) => p.id === transformer.id)!;
    expect(after(once)).toMatchObject({ spread: transformer.spread, parameters: { primaryOhms: 30 } });
    const twice = withMeasured(once, known("secondaryOhms", 0.5));
    expect(after(twice).spread).toBeUndefined();
    expect(after(twice).parameters).toMatchObject({ primaryOhms: 30, secondaryOhms: 0.5 });
    expect(twice.measured).toHaveLength(2);
    // Known by now: another reading changes nothing.
    expect(withMeasured(twice, known("primaryOhms", 99))).toBe(twice);
    expect(withMeasured(file, { ...known("primaryOhms", 30), part: "T9" })).toBe(file);
  });
});
