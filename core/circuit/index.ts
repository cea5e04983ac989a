/** The circuit: primitives, nodal analysis in two domains, operating points, faults as low-rank changes. */
export { OPEN_OHMS, SHORT_OHMS, type Branch, type Constraint, type Domain } from "./branch.ts";
export { CircuitError, describeCircuitProblem, type Circuit, type CircuitProblem } from "./circuit.ts";
export type { Control, Need, Setting } from "./control.ts";
export {
  branchCurrentInto,
  siemensOf,
  throughPair,
  transferInto,
  voltageInto,
  type DomainView,
} from "./domainView.ts";
export { periodicState, type PeriodicState } from "./periodic.ts";
export { portDiodes, solvePorts, type PortDiodes } from "./portDiodes.ts";
export { harmonicsAcross } from "./solved.ts";
export { openedIn, type Opened } from "./protection.ts";
export { settle, type OperatingPoint } from "./operatingPoint.ts";
export { assemble, columnOf, denseMatrix, solveDomain, type SolvedDomain, type Split } from "./system.ts";
export { transient, type TransientOptions, type TransientResult } from "./transient.ts";
export { THERMAL_VOLTS } from "./junction.ts";
