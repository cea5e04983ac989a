import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { settle, transferInto } from "#core/circuit/index.ts";
import { predictReading } from "#core/meter/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { stateRuns } from "#core/sequence/index.ts";
import { generateUnit } from "../../bench/truth/generate.ts";
import { sampleFaults } from "../../bench/truth/sample.ts";

/** Units that nobody tuned, under one or two faults of any size: laws that hold for all of them. */
const seeds = fc.integer({ min: 1, max: 400 });
const runs = { numRuns: 12, seed: 2026, endOnFailure: true };

function faulty(seed: number, state: string) {
  const unit = generateUnit(seeded(seed), seed);
  const faults = sampleFaults(unit, 1 + (seed % 2), seeded(seed + 1));
  return { unit, faults, ...stateRuns(unit).point({ state, lifts: [] }, faults) };
}

const terminals = (unit: ReturnType<typeof generateUnit>, seed: number) => {
  const all = unit.parts.flatMap((p) => Object.keys(p.terminals).map((t) => `${p.id}.${t}`));
  const random = seeded(seed + 2);
  return Array.from(
    { length: 8 },
    () => [all[Math.floor(random() * all.length)]!, all[Math.floor(random() * all.length)]!] as const,
  );
};

describe("random units", () => {
  test("the dictionary's path reads as a circuit solved afresh", () => {
    fc.assert(
      fc.property(seeds, fc.constantFrom("idle", "on"), (seed, state) => {
        const { unit, faults, stand, expanded, point } = faulty(seed, state);
        if (point.status !== "settled") return;
        const fresh = settle(expanded.withFaults([...faults, ...stand.opened]));
        for (const [a, b] of terminals(unit, seed))
          for (const fn of ["vac", "vdc"] as const) {
            const [p, q] = [expanded.nodeOf(a), expanded.nodeOf(b)];
            const [own, afresh] = [
              predictReading(point, fn, p, q).value,
              predictReading(fresh, fn, p, q).value,
            ];
            expect(Math.abs(own - afresh)).toBeLessThan(0.02 * Math.abs(afresh) + 0.06);
          }
      }),
      runs,
    );
  });

  test("no dead circuit reads less than no ohms, and red and black read alike where no junction is awake", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { unit, expanded, point } = faulty(seed, "dead");
        const [there, back] = [new Float64Array(2), new Float64Array(2)];
        for (const [a, b] of terminals(unit, seed)) {
          const [p, q] = [expanded.nodeOf(a), expanded.nodeOf(b)];
          expect(predictReading(point, "ohm", p, q).value).toBeGreaterThanOrEqual(0);
          transferInto(there, point.dc, p, q, p, 0);
          transferInto(back, point.dc, p, 0, p, q);
          expect(Math.abs(there[0]! - back[0]!)).toBeLessThan(1e-3 * Math.abs(there[0]!) + 1e-3);
        }
      }),
      runs,
    );
  });

  test("no volts above the sources', but for what a motor's capacitor resonates to", () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { unit, expanded, point } = faulty(seed, "on");
        if (point.status !== "settled") return;
        const most = Math.max(...unit.parts.map((p) => Number(p.parameters["volts"] ?? 0)), 240);
        for (const [a, b] of terminals(unit, seed))
          expect(predictReading(point, "vac", expanded.nodeOf(a), expanded.nodeOf(b)).value).toBeLessThan(
            3 * most,
          );
      }),
      runs,
    );
  });
});
