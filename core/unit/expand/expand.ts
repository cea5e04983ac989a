import type { Branch, Circuit, Constraint, Control, Need } from "#core/circuit/index.ts";
import { CATALOGUE, isPossible, middleSize, modesOf, sizesOf } from "../catalogue/index.ts";
import type { BranchValues, PartBuilder, WithoutId } from "../catalogue/partKind.ts";
import type { Part, State, UnitModel } from "../model/model.ts";

/** A state of the unit with some terminals lifted: what the circuit is at the moment of a reading. */
export interface Setup {
  readonly state: string;
  /** Ids of the unit's lifts in force, or single terminals "part.terminal". */
  readonly lifts: readonly string[];
}

/** A failure mode present in a part. `severity` is its size, where the mode has one; the middle of its range when left out. */
export interface Fault {
  readonly part: string;
  readonly mode: string;
  readonly severity?: number;
}

/** A unit's circuit in one setup, with the places where its parts and terminals are found in it. */
export interface ExpandedUnit {
  readonly circuit: Circuit;
  /** Node of a terminal "part.terminal", lifted ones included. */
  nodeOf(terminal: string): number;
  /** Node of a net, as it is at the boards: lifted terminals are no longer on it. */
  nodeOfNet(net: string): number;
  /** Index of the first branch of a part. */
  firstBranchOf(part: string): number;
  /** The same circuit with faults in it, of different parts; unaffected branches are the same objects. */
  withFaults(faults: readonly Fault[]): Circuit;
  withFault(fault: Fault): Circuit;
}

/**
 * The failure mode of a part that is sound and another than belongs there: `severity` is the factor on its impedance.
 * Any part with a rating can have it; no catalogue lists it.
 */
export const OTHER_VALUE = "other-value";

/** What of a part's parameters follows its impedance, and how. */
const IMPEDANCE_POWER: Readonly<Record<string, 1 | -1>> = {
  ohms: 1,
  ohms0: 1,
  ohms25: 1,
  coilOhms: 1,
  windingOhms: 1,
  farads: -1,
  watts: -1,
  amps: -1,
};

/** Whether a part has a rating that another one in its place would have otherwise. */
export function hasRating({ type, parameters }: Part): boolean {
  return (
    CATALOGUE.get(type)!.protective === undefined &&
    Object.keys(parameters).some((name) => name in IMPEDANCE_POWER && typeof parameters[name] === "number")
  );
}

function withOtherValue(parameters: Part["parameters"], factor: number): Part["parameters"] {
  return Object.fromEntries(
    Object.entries(parameters).map(([name, value]) => {
      const power = IMPEDANCE_POWER[name];
      return [name, power !== undefined && typeof value === "number" ? value * factor ** power : value];
    }),
  );
}

/** Key of a setup, "rinse-heat" or "dead+P4". */
export function setupKey(setup: Setup): string {
  return [setup.state, ...setup.lifts].join("+");
}

/**
 * Expands a unit in one setup into a circuit. A lifted terminal gets a node of its own.
 * @throws RangeError for a state, lift, part or mode that the unit does not have
 */
export function expandUnit(unit: UnitModel, setup: Setup): ExpandedUnit {
  return expandState(unit, find(unit.states, setup.state, "state"), setup.lifts);
}

/** The same for a state that need not be among the unit's. */
export function expandState(
  unit: UnitModel,
  state: Pick<State, "power" | "positions" | "celsius" | "drives">,
  lifts: readonly string[] = [],
): ExpandedUnit {
  const lifted = new Set(lifts.flatMap((id) => liftedTerminals(unit, id)));
  const nodes = new Nodes(unit.ground);
  const places = new Map<string, Place>();
  const branches: Branch[] = [];
  const constraints: Constraint[] = [];
  const controls: Control[] = [];
  for (const part of unit.parts) {
    const own = expandPart(unit, part, state, lifted, nodes);
    const [branch, control, constraint] = [branches.length, controls.length, constraints.length];
    places.set(part.id, { part, own, branch, control, constraint });
    controls.push(...shifted(own.controls, branch, constraint));
    branches.push(...own.branches);
    constraints.push(...own.constraints);
  }
  const circuit: Circuit = { nodeNames: nodes.names, branches, constraints, controls, hertz: unit.hertz };
  const withFaults = (faults: readonly Fault[]): Circuit => {
    const faultyBranches = [...branches];
    const faultyControls = [...controls];
    for (const fault of faults) {
      const place = places.get(fault.part);
      if (!place) throw new RangeError(`The unit ${unit.id} has no part “${fault.part}”.`);
      const failed = expandPart(unit, place.part, state, lifted, nodes, fault);
      failed.branches.forEach((branch, i) => {
        if (!sameValues(branch, place.own.branches[i]!)) faultyBranches[place.branch + i] = branch;
      });
      shifted(failed.controls, place.branch, place.constraint).forEach(
        (control, i) => (faultyControls[place.control + i] = control),
      );
    }
    return { ...circuit, nodeNames: nodes.names, branches: faultyBranches, controls: faultyControls };
  };
  return {
    circuit,
    nodeOf: (terminal) => nodes.ofTerminal(unit, terminal, lifted),
    nodeOfNet: (net) => nodes.of(net),
    firstBranchOf: (part) => places.get(part)!.branch,
    withFaults,
    withFault: (fault) => withFaults([fault]),
  };
}

/** A part's own primitives and where they begin in the circuit's lists. */
interface Place {
  readonly part: Part;
  readonly own: Collector;
  readonly branch: number;
  readonly control: number;
  readonly constraint: number;
}

function sameValues(a: Branch, b: Branch): boolean {
  return (
    a.ohms === b.ohms &&
    a.henries === b.henries &&
    a.farads === b.farads &&
    a.acVolts === b.acVolts &&
    a.dcVolts === b.dcVolts &&
    a.tolerance === b.tolerance
  );
}

/** Terminals of one of the unit's lifts, or the single terminal "part.terminal" named in its place. */
function liftedTerminals(unit: UnitModel, id: string): readonly string[] {
  const dot = id.lastIndexOf(".");
  const terminal = unit.parts.find((p) => p.id === id.slice(0, dot))?.terminals[id.slice(dot + 1)];
  if (terminal !== undefined && !unit.lifts.some((l) => l.id === id)) return [id];
  return find(unit.lifts, id, "lift").terminals;
}

function find<T extends { id: string }>(list: readonly T[], id: string, what: string): T {
  const found = list.find((entry) => entry.id === id);
  if (!found)
    throw new RangeError(`There is no ${what} “${id}”; there are ${list.map((e) => e.id).join(", ")}.`);
  return found;
}

/** Node numbers by net name, given out as they are met; the ground net is 0. */
class Nodes {
  readonly names: string[];
  private readonly numbers = new Map<string, number>();

  constructor(ground: string) {
    this.names = [ground];
    this.numbers.set(ground, 0);
  }

  of(name: string): number {
    const known = this.numbers.get(name);
    if (known !== undefined) return known;
    this.numbers.set(name, this.names.length);
    this.names.push(name);
    return this.names.length - 1;
  }

  ofTerminal(unit: UnitModel, terminal: string, lifted: ReadonlySet<string>): number {
    const dot = terminal.lastIndexOf(".");
    const part = unit.parts.find((p) => p.id === terminal.slice(0, dot));
    if (!part) throw new RangeError(`There is no terminal “${terminal}”.`);
    return this.ofPart(part, terminal.slice(dot + 1), lifted);
  }

  ofPart(part: Part, name: string, lifted: ReadonlySet<string>): number {
    const net = part.terminals[name];
    const terminal = `${part.id}.${name}`;
    if (net === undefined) throw new RangeError(`There is no terminal “${terminal}”.`);
    return this.of(lifted.has(terminal) ? `${terminal} (lifted)` : net);
  }
}

function expandPart(
  unit: UnitModel,
  part: Part,
  state: Pick<State, "power" | "positions" | "celsius" | "drives">,
  lifted: ReadonlySet<string>,
  nodes: Nodes,
  fault?: Fault,
) {
  const kind = CATALOGUE.get(part.type)!;
  const other = fault?.mode === OTHER_VALUE;
  const mode = fault && kind.modes.find((m) => m.id === fault.mode && isPossible(part, m));
  if (fault && !mode && !other)
    throw new RangeError(
      `${part.id} has no failure mode “${fault.mode}”; it has ${modesOf(part)
        .map((m) => m.id)
        .join(", ")}.`,
    );
  const range = mode && sizesOf(part, mode);
  const severity = fault?.severity ?? (range ? middleSize(range) : undefined);
  const build = new Collector(unit.hertz, part, lifted, nodes);
  const drive = state.drives.find((d) => d.output === part.id);
  const needs: Need[] = (drive?.needs ?? []).map((name) => {
    const need = unit.needs[name]!;
    return {
      a: nodes.of(need.from),
      b: nodes.of(need.to),
      min: need.min,
      max: need.max,
      domain: need.domain,
    };
  });
  kind.expand(build, other ? withOtherValue(part.parameters, fault.severity ?? 1) : part.parameters, {
    mode: other ? undefined : fault?.mode,
    severity,
    powered: state.power === "live",
    position: state.positions[part.id],
    celsius: state.celsius[part.id] ?? 20,
    called: drive !== undefined,
    needs,
  });
  return build;
}

/** What one part adds to the circuit; indices count from the part's first. */
class Collector implements PartBuilder {
  readonly branches: Branch[] = [];
  readonly constraints: Constraint[] = [];
  readonly controls: Control[] = [];
  readonly hertz: number;
  private readonly part: Part;
  private readonly lifted: ReadonlySet<string>;
  private readonly nodes: Nodes;

  constructor(hertz: number, part: Part, lifted: ReadonlySet<string>, nodes: Nodes) {
    this.hertz = hertz;
    this.part = part;
    this.lifted = lifted;
    this.nodes = nodes;
  }

  has(terminal: string): boolean {
    return this.part.terminals[terminal] !== undefined;
  }

  node(terminal: string): number {
    return this.nodes.ofPart(this.part, terminal, this.lifted);
  }

  inner(name: string): number {
    return this.nodes.of(`${this.part.id}/${name}`);
  }

  branch(name: string, a: number, b: number, values: BranchValues): number {
    const { ohms, henries = 0, farads = 0, acVolts = 0, dcVolts = 0, spreadVolts } = values;
    // What is exact stays so: a contact, an opening.
    const tolerance = values.tolerance ? Math.max(values.tolerance, this.part.spread ?? 0) : 0;
    // Written out: every fault in every state makes some.
    const branch = {
      id: `${this.part.id}/${name}`,
      a,
      b,
      ohms,
      henries,
      farads,
      acVolts,
      dcVolts,
      tolerance,
    };
    return this.branches.push(spreadVolts === undefined ? branch : { ...branch, spreadVolts }) - 1;
  }

  constraint(name: string, constraint: WithoutId<Constraint>): number {
    return this.constraints.push({ id: `${this.part.id}/${name}`, ...constraint }) - 1;
  }

  control(control: WithoutId<Control>): void {
    this.controls.push({ id: this.part.id, ...control });
  }
}

/** Controls count branches and constraints from their part's first; here from the circuit's. */
function shifted(controls: readonly Control[], branch: number, constraint: number): Control[] {
  return controls.map((control) => {
    switch (control.kind) {
      case "relay":
        return {
          ...control,
          senses:
            "branch" in control.senses
              ? { ...control.senses, branch: control.senses.branch + branch }
              : control.senses,
          contacts: control.contacts.map((c) => ({ ...c, branch: c.branch + branch })),
          ...(control.armature
            ? { armature: { ...control.armature, branch: control.armature.branch + branch } }
            : {}),
        };
      case "rectifier":
      case "converter":
        return { ...control, source: control.source + branch, load: control.load + branch };
      case "regulator":
        return { ...control, constraint: control.constraint + constraint };
      case "residual":
        return {
          ...control,
          branches: [control.branches[0] + branch, control.branches[1] + branch],
          ...(control.opens ? { opens: control.opens.map((b) => b + branch) } : {}),
        };
      case "output":
      case "diode":
      case "fuse":
        return { ...control, branch: control.branch + branch };
    }
  });
}
