/** The circuit: primitives, nodal analysis in two domains, operating points, faults as low-rank changes. */
export { OPEN_OHMS, SHORT_OHMS, type Branch, type Constraint, type Domain } from "./model/branch.ts";
export { CircuitError, describeCircuitProblem, type Circuit, type CircuitProblem } from "./model/circuit.ts";
export type { Control, Need, Setting } from "./model/control.ts";
export {
  branchCurrentInto,
  siemensOf,
  throughPair,
  transferInto,
  voltageInto,
  type DomainView,
} from "./equations/domainView.ts";
export { periodicState, type PeriodicState } from "./periodic/periodicState.ts";
export { portsOf, solvePorts, type Ports } from "./periodic/ports.ts";
export { harmonicsAcross, isDriven } from "./equations/solved.ts";
export { isHeldByDiodes, loadedVolts, type LoadedVolts } from "./steady/loaded.ts";
export { openedIn, openings, type Opened, type Opening, type OpensOn } from "./steady/protection.ts";
export { settle, type OperatingPoint } from "./steady/operatingPoint.ts";
export {
  assemble,
  columnOf,
  denseMatrix,
  solveDomain,
  type SolvedDomain,
  type Split,
} from "./equations/system.ts";
export { chargedPoint, chargesOf, discharged, voltsAcross, type Charges } from "./transient/discharge.ts";
export { transient, type TransientOptions, type TransientResult } from "./transient/transient.ts";
export { THERMAL_VOLTS } from "./steady/junction.ts";
