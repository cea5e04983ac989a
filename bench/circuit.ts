import { execFileSync } from "node:child_process";
import { settle } from "#core/circuit/index.ts";
import { buildDictionary, listSuspects } from "#core/diagnosis/index.ts";
import { expandUnit, type UnitModel } from "#core/unit/index.ts";
import { simulate } from "../tests/simulator/simulate.ts";
import { generatedUnit } from "./generatedUnit.ts";
import { afreshSeconds } from "./generalPackage.ts";

/**
 * The fault dictionary of generated units of 50 to 400 parts in eight states, all single faults, every point against
 * the reference and across every part; beside it, solving every case afresh with ml-matrix (every hundredth case,
 * scaled) and with ngspice run case by case (every three-hundredth, scaled). `--json` prints one object.
 */
const SIZES = [50, 100, 200, 400];

function seconds(work: () => void): number {
  const start = performance.now();
  work();
  return (performance.now() - start) / 1000;
}

const best = (unit: UnitModel, runs: number) =>
  Math.min(...Array.from({ length: runs }, () => seconds(() => buildDictionary(unit))));

const unit = generatedUnit(150);
buildDictionary(unit);
const dictionarySeconds150 = best(unit, 4);
const generalSeconds = afreshSeconds(unit, 100);
const simulatorSeconds = simulateSeconds(unit, 300);

/** Slope of log(time per fault and state) over log(nets). */
const points = SIZES.map((parts) => {
  const sized = generatedUnit(parts);
  const nets = new Set(sized.parts.flatMap((p) => Object.values(p.terminals))).size;
  const time = best(sized, parts > 250 ? 2 : 3);
  return { parts, nets, perFault: time / listSuspects(sized).cases.length, seconds: time };
});
const growthExponent = slope(
  points.map((p) => Math.log(p.nets)),
  points.map((p) => Math.log(p.perFault)),
);
const workerMemoryMB400 = memoryOf(400);

function simulateSeconds(model: UnitModel, every: number): number {
  const { cases } = listSuspects(model);
  let spent = 0;
  for (const state of model.states) {
    const expanded = expandUnit(model, { state: state.id, lifts: [] });
    const healthy = settle(expanded.circuit);
    for (let i = 1; i < cases.length; i += every) {
      const { circuit } = settle(expanded.withFault(cases[i]!.faults[0]!), healthy);
      spent += seconds(() => simulate(circuit, state.power === "live" ? "ac" : "dc"));
    }
  }
  return spent * every;
}

function slope(x: readonly number[], y: readonly number[]): number {
  const mean = (v: readonly number[]) => v.reduce((a, b) => a + b) / v.length;
  const [mx, my] = [mean(x), mean(y)];
  return (
    x.reduce((sum, xi, i) => sum + (xi - mx) * (y[i]! - my), 0) /
    x.reduce((sum, xi) => sum + (xi - mx) ** 2, 0)
  );
}

/** In a process of its own, so that nothing of this bench is counted; the loader's own few megabytes are. */
function memoryOf(parts: number): number {
  const args = ["--expose-gc", "--import", "tsx", "bench/memory.ts", String(parts)];
  return Number(execFileSync(process.execPath, args, { encoding: "utf8" }).split(" ")[0]);
}

const result = {
  dictionarySeconds150,
  ratioGeneralPackage: generalSeconds / dictionarySeconds150,
  ratioReferenceSimulator: simulatorSeconds / dictionarySeconds150,
  workerMemoryMB400,
  growthExponent,
};
if (process.argv.includes("--json")) process.stdout.write(`${JSON.stringify(result)}\n`);
else
  process.stdout.write(
    [
      `150 parts, 8 states, all single faults   ${dictionarySeconds150.toFixed(2)} s`,
      `general package (ml-matrix), afresh      ${generalSeconds.toFixed(0)} s, ${result.ratioGeneralPackage.toFixed(0)} ×`,
      `ngspice, case by case                    ${simulatorSeconds.toFixed(0)} s, ${result.ratioReferenceSimulator.toFixed(0)} ×`,
      ...points.map(
        (p) =>
          `${String(p.parts).padStart(4)} parts, ${String(p.nets).padStart(4)} nets   ${p.seconds.toFixed(2)} s, ${(1e6 * p.perFault).toFixed(0)} µs a fault`,
      ),
      `growth per fault                         nets^${growthExponent.toFixed(2)}`,
      `a worker holds at 400 parts              ${workerMemoryMB400.toFixed(0)} MB`,
      "",
    ].join("\n"),
  );
