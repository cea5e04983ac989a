import type { Branch, Constraint } from "./branch.ts";
import type { Control } from "./control.ts";

/** A unit in one setup, expanded: fixed topology, values that a fault or a control changes. */
export interface Circuit {
  /** Name of each node, for messages; node 0 is the reference. */
  readonly nodeNames: readonly string[];
  readonly branches: readonly Branch[];
  readonly constraints: readonly Constraint[];
  readonly controls: readonly Control[];
  /** Mains frequency in Hz. */
  readonly hertz: number;
}

/** Values outside these are no part's: a slip of the decimal point, and too far apart to be solved together. */
const BOUNDS = {
  ohms: [1e-9, 1e13],
  henries: [0, 1e5],
  farads: [0, 1e3],
  acVolts: [-1e6, 1e6],
  dcVolts: [-1e6, 1e6],
} as const;

type Quantity = keyof typeof BOUNDS;

/** Trouble that keeps a circuit from having an answer, in the reader's names. */
export type CircuitProblem =
  | { readonly code: "singular"; readonly at: string; readonly parts: readonly string[] }
  | { readonly code: "ill-conditioned"; readonly nodes: number }
  | {
      readonly code: "bad-value";
      readonly branch: string;
      readonly quantity: Quantity;
      readonly value: number;
    }
  | { readonly code: "too-large"; readonly nodes: number; readonly limit: number };

/** Thrown where a circuit cannot be solved; `problem` says why as data. */
export class CircuitError extends Error {
  readonly problem: CircuitProblem;
  constructor(problem: CircuitProblem) {
    super(describeCircuitProblem(problem));
    this.name = "CircuitError";
    this.problem = problem;
  }
}

export function describeCircuitProblem(problem: CircuitProblem): string {
  switch (problem.code) {
    case "singular":
      return `The circuit has no single answer at ${problem.at}: two ideal sources disagree there, or nothing fixes its potential. Look at ${problem.parts.join(", ")}.`;
    case "ill-conditioned":
      return `The circuit's values lie too far apart for one of ${problem.nodes} nets: look for ohms, henries or farads with a wrong power of ten.`;
    case "bad-value":
      return `${problem.branch} has ${problem.quantity} ${problem.value}; it must lie between ${BOUNDS[problem.quantity].join(" and ")}.`;
    case "too-large":
      return `The circuit has ${problem.nodes} nets; this engine takes ${problem.limit} at most.`;
  }
}

/** More nets than any unit this engine was tried with. */
export const NODE_LIMIT = 20_000;

/** Throws `CircuitError` for the first value that is not physical. */
export function checkCircuit(circuit: Circuit): void {
  if (circuit.nodeNames.length > NODE_LIMIT)
    throw new CircuitError({ code: "too-large", nodes: circuit.nodeNames.length, limit: NODE_LIMIT });
  for (const branch of circuit.branches)
    for (const quantity of Object.keys(BOUNDS) as Quantity[]) {
      const value = branch[quantity];
      const [least, most] = BOUNDS[quantity];
      if (!(value >= least && value <= most))
        throw new CircuitError({ code: "bad-value", branch: branch.id, quantity, value });
    }
}
