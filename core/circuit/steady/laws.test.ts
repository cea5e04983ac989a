import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { CircuitBuilder } from "../../../tests/support/circuits.ts";
import {
  branchCurrentInto,
  settle,
  transferInto,
  voltageInto,
  type Circuit,
  type OperatingPoint,
} from "../index.ts";

/** Laws that every circuit obeys, on circuits drawn at random with fixed seeds. */
const RUNS = { seed: 2024, numRuns: 60 };
const out = new Float64Array(2);

interface Edge {
  readonly a: number;
  readonly b: number;
  readonly ohms: number;
  readonly henries: number;
  readonly acVolts: number;
  readonly dcVolts: number;
}

const NODES = 7;
const edge = fc.record({
  a: fc.integer({ min: 0, max: NODES - 1 }),
  b: fc.integer({ min: 0, max: NODES - 1 }),
  ohms: fc.double({ min: 0.01, max: 1e5, noNaN: true }),
  henries: fc.constantFrom(0, 0, 0.01, 1),
  acVolts: fc.constant(0),
  dcVolts: fc.constant(0),
});
/** A chain through all nodes, so that none floats, and some edges between any. */
const edges: fc.Arbitrary<readonly Edge[]> = fc
  .tuple(
    fc.array(edge, { minLength: 3, maxLength: 12 }),
    fc.array(fc.double({ min: 0.1, max: 1e4, noNaN: true }), { minLength: NODES - 1, maxLength: NODES - 1 }),
    fc.double({ min: 1, max: 300, noNaN: true }),
    fc.double({ min: -30, max: 30, noNaN: true }),
  )
  .map(([free, chain, acVolts, dcVolts]) => [
    ...chain.map((ohms, i) => ({ a: i, b: i + 1, ohms, henries: 0, acVolts: 0, dcVolts: 0 })),
    ...free.filter((e) => e.a !== e.b),
    { a: 1, b: 0, ohms: 0.5, henries: 0, acVolts, dcVolts },
    { a: 4, b: 2, ohms: 3, henries: 0, acVolts: acVolts / 3, dcVolts: -dcVolts },
  ]);

const nameOf = (node: number) => (node === 0 ? "0" : `n${node}`);

function build(
  list: readonly Edge[],
  name: (node: number) => string = nameOf,
): { circuit: Circuit; node: (n: number) => number } {
  const c = new CircuitBuilder();
  for (const { a, b, ...values } of list) c.branch(name(a), name(b), values);
  return { circuit: c.build(), node: (n) => c.node(name(n)) };
}

function volts(point: OperatingPoint, domain: "ac" | "dc", a: number, b: number): [number, number] {
  voltageInto(out, point[domain], a, b);
  return [out[0]!, out[1]!];
}

const close = (a: number, b: number, scale = 1) =>
  expect(Math.abs(a - b)).toBeLessThan(1e-6 * Math.max(1, Math.abs(scale)));

describe("laws", () => {
  test("Kirchhoff: the currents at every node sum to nothing", () => {
    fc.assert(
      fc.property(edges, (list) => {
        const { circuit } = build(list);
        const point = settle(circuit);
        for (const domain of ["ac", "dc"] as const) {
          const sum = new Float64Array(2 * circuit.nodeNames.length);
          let largest = 0;
          circuit.branches.forEach(({ a, b }, i) => {
            branchCurrentInto(out, point[domain], i, a, b);
            for (const [node, sign] of [
              [a, 1],
              [b, -1],
            ] as const) {
              sum[2 * node]! += sign * out[0]!;
              sum[2 * node + 1]! += sign * out[1]!;
            }
            largest = Math.max(largest, Math.hypot(out[0]!, out[1]!));
          });
          for (const s of sum) close(s, 0, largest);
        }
      }),
      RUNS,
    );
  });

  test("power: what the sources deliver is what the resistances turn into heat", () => {
    fc.assert(
      fc.property(edges, (list) => {
        const { circuit } = build(list);
        const point = settle(circuit);
        let delivered = 0;
        let heat = 0;
        circuit.branches.forEach(({ a, b, ohms, dcVolts }, i) => {
          branchCurrentInto(out, point.dc, i, a, b);
          delivered -= dcVolts * out[0]!;
          heat += out[0]! ** 2 * ohms;
        });
        close(delivered, heat, heat);
      }),
      RUNS,
    );
  });

  test("reciprocity: the response at one pair to a current in another is the same the other way round", () => {
    fc.assert(
      fc.property(edges, (list) => {
        const point = settle(build(list).circuit);
        for (const domain of ["ac", "dc"] as const) {
          transferInto(out, point[domain], 1, 3, 2, 5);
          const [re, im] = [out[0]!, out[1]!];
          transferInto(out, point[domain], 2, 5, 1, 3);
          close(out[0]!, re, re);
          close(out[1]!, im, im);
        }
      }),
      RUNS,
    );
  });

  test("passivity: no pair of a circuit of passive parts has a negative resistance", () => {
    fc.assert(
      fc.property(
        edges,
        fc.integer({ min: 1, max: NODES - 1 }),
        fc.integer({ min: 0, max: NODES - 1 }),
        (list, p, q) => {
          const point = settle(build(list).circuit);
          for (const domain of ["ac", "dc"] as const) {
            transferInto(out, point[domain], p, q, p, q);
            expect(out[0]).toBeGreaterThanOrEqual(-1e-9);
          }
        },
      ),
      RUNS,
    );
  });

  test("superposition: doubled sources double every voltage", () => {
    fc.assert(
      fc.property(edges, (list) => {
        const once = settle(build(list).circuit);
        const twice = settle(
          build(list.map((e) => ({ ...e, acVolts: 2 * e.acVolts, dcVolts: 2 * e.dcVolts }))).circuit,
        );
        for (let n = 1; n < NODES; n++)
          for (const domain of ["ac", "dc"] as const) {
            const [re, im] = volts(once, domain, n, 0);
            const [re2, im2] = volts(twice, domain, n, 0);
            close(re2, 2 * re, re);
            close(im2, 2 * im, im);
          }
      }),
      RUNS,
    );
  });

  test("neither the order of the parts nor the names of the nets matter", () => {
    fc.assert(
      fc.property(edges, fc.integer({ min: 1, max: 1000 }), (list, salt) => {
        const plain = build(list);
        const other = build([...list].reverse(), (n) => (n === 0 ? "0" : `x${(n * 37 + salt) % 1009}`));
        const [a, b] = [settle(plain.circuit), settle(other.circuit)];
        for (let n = 1; n < NODES; n++) {
          const [re, im] = volts(a, "ac", plain.node(n), plain.node(0));
          const [re2, im2] = volts(b, "ac", other.node(n), other.node(0));
          close(re, re2, re);
          close(im, im2, im);
        }
      }),
      RUNS,
    );
  });
});
