import { OPEN_OHMS, type Branch, type Constraint, type Domain } from "./branch.ts";
import { checkCircuit, type Circuit } from "./circuit.ts";
import type { Control, Setting } from "./control.ts";
import { isIdle } from "./constraintRow.ts";
import { branchCurrentInto, unchanged, voltageInto, type DomainView } from "./domainView.ts";
import { limitStep, tangentAt } from "./junction.ts";
import { updateDomain, type BranchChange, type ConstraintChange } from "./lowRank.ts";
import { solveDomain } from "./system.ts";

/** A circuit at rest: every control agrees with the voltages it causes. */
export interface OperatingPoint {
  /** The circuit with branches and constraints at their settled values. */
  readonly circuit: Circuit;
  readonly settings: readonly Setting[];
  readonly ac: DomainView;
  readonly dc: DomainView;
  /**
   * "chatter": the controls named never agree; "no-convergence": the diodes named found no point.
   * Readings are then those of the last round.
   */
  readonly status: "settled" | "chatter" | "no-convergence";
  readonly unsettled: readonly string[];
}

/** Rounds before a circuit counts as chattering for want of a repeat. A chain of n relays needs n + 2. */
const ROUNDS = 60;

/**
 * Solves the circuit in both domains and moves relays, outputs, regulators, rectifiers and fuses until they agree;
 * between their moves the diodes find their own point.
 *
 * @param base a settled point of the same topology (the healthy unit): values that differ from it become low-rank
 *   updates. Without it, or where the update would lose accuracy, each domain is factored afresh.
 * @throws CircuitError for values that are not physical or a circuit without a single answer
 */
export function settle(circuit: Circuit, base?: OperatingPoint): OperatingPoint {
  if (!base) checkCircuit(circuit);
  let start: Setting[] = base ? [...base.settings] : circuit.controls.map(restSetting);
  const seen = new Set<string>();
  for (let round = 0; ; round++) {
    const { settings, solved, restless } = relaxDiodes(circuit, start, base);
    const next = circuit.controls.map((control, i) => settingOf(control, settings[i]!, solved));
    const unsettled = circuit.controls.filter((_, i) => !agree(settings[i]!, next[i]!)).map((c) => c.id);
    // Afresh, a circuit without an answer is to be refused here and not when somebody reads it.
    if (!base) void [solved.ac, solved.dc];
    if (unsettled.length === 0)
      return atRest(solved, settings, restless.length === 0 ? "settled" : "no-convergence", restless);
    const key = positions(settings);
    if (round === ROUNDS || (seen.has(key) && key !== positions(next)))
      return atRest(solved, settings, "chatter", unsettled);
    seen.add(key);
    start = next;
  }
}

/** A circuit with its controls in place. */
type Solved = Pick<OperatingPoint, "circuit" | "ac" | "dc">;

/** A domain is solved when it is first looked at: a dead unit never needs its phasors, nor most live ones the other. */
function solvedWhenAsked(circuit: Circuit, base: OperatingPoint | undefined): Solved {
  let ac: DomainView | undefined;
  let dc: DomainView | undefined;
  return {
    circuit,
    get ac() {
      return (ac ??= viewOf(circuit, "ac", base));
    },
    get dc() {
      return (dc ??= viewOf(circuit, "dc", base));
    },
  };
}

function atRest(
  solved: Solved,
  settings: readonly Setting[],
  status: OperatingPoint["status"],
  unsettled: readonly string[],
): OperatingPoint {
  return {
    circuit: solved.circuit,
    get ac() {
      return solved.ac;
    },
    get dc() {
      return solved.dc;
    },
    settings,
    status,
    unsettled,
  };
}

/** Newton steps for one set of positions, and the shares of the sources by which a stubborn circuit is led up. */
const NEWTON_STEPS = 100;
const SOURCE_STEPS = [0.02, 0.05, 0.1, 0.2, 0.35, 0.5, 0.7, 0.85, 1] as const;

interface Relaxed {
  readonly settings: Setting[];
  readonly solved: Solved;
  /** Diodes that found no point. */
  readonly restless: readonly string[];
}

/** Moves only the diodes, by Newton's method; where that fails, with the sources raised step by step. */
function relaxDiodes(circuit: Circuit, settings: Setting[], base: OperatingPoint | undefined): Relaxed {
  const direct = newton(circuit, settings, base, 1);
  if (direct.restless.length === 0) return direct;
  let led = settings.map((setting, i) =>
    circuit.controls[i]!.kind === "diode" ? { ...setting, junction: 0 } : setting,
  );
  for (const share of SOURCE_STEPS) {
    const step = newton(circuit, led, base, share);
    if (share === 1) return step;
    led = step.settings;
  }
  return direct;
}

function newton(
  circuit: Circuit,
  start: Setting[],
  base: OperatingPoint | undefined,
  share: number,
): Relaxed {
  let settings = start;
  for (let step = 0; ; step++) {
    const solved = solvedWhenAsked(withSettings(circuit, settings, share), base);
    const next = circuit.controls.map((control, i) =>
      control.kind === "diode" ? junctionSetting(control, settings[i]!, solved) : settings[i]!,
    );
    const restless = circuit.controls.filter((_, i) => !agree(settings[i]!, next[i]!)).map((c) => c.id);
    if (restless.length === 0 || step === NEWTON_STEPS) return { settings, solved, restless };
    settings = next;
  }
}

function junctionSetting(
  control: Extract<Control, { kind: "diode" }>,
  was: Setting,
  { circuit, dc }: Solved,
): Setting {
  const { a, b } = circuit.branches[control.branch]!;
  branchCurrentInto(scratch, dc, control.branch, a, b);
  const current = scratch[0]!;
  const wanted = dcVolts(dc, a, b) - control.offsetVolts - current * control.seriesOhms;
  return { on: true, junction: limitStep(control, wanted, was.junction ?? 0) };
}

/** The switched positions alone; a repeat of one that then moves on is a cycle. */
function positions(settings: readonly Setting[]): string {
  return settings.map(({ on, region }) => `${on ? 1 : 0}${region ?? ""}`).join();
}

function restSetting(control: Control): Setting {
  switch (control.kind) {
    case "relay":
    case "output":
      return { on: false };
    case "rectifier":
      return { on: false, emf: 0, loadOhms: OPEN_OHMS };
    case "regulator":
      return { on: false, region: "off" };
    case "fuse":
    case "residual":
      return { on: true };
    case "diode":
      return { on: true, junction: 0 };
  }
}

/** The circuit with its controls where the settings have them; `share` scales its DC sources. */
function withSettings(circuit: Circuit, settings: readonly Setting[], share = 1): Circuit {
  const branches: Branch[] =
    share === 1
      ? [...circuit.branches]
      : circuit.branches.map((b) => (b.dcVolts === 0 ? b : { ...b, dcVolts: share * b.dcVolts }));
  const constraints: Constraint[] = [...circuit.constraints];
  const set = (index: number, change: Partial<Branch>) => {
    const branch = branches[index]!;
    const same = Object.entries(change).every(([key, value]) => branch[key as keyof Branch] === value);
    if (!same) branches[index] = { ...branch, ...change };
  };
  circuit.controls.forEach((control, i) => {
    const { on, region, emf, loadOhms, junction } = settings[i]!;
    switch (control.kind) {
      case "relay":
        for (const { branch, restOhms, workOhms } of control.contacts)
          set(branch, { ohms: on ? workOhms : restOhms });
        return;
      case "output":
        return set(control.branch, { ohms: on ? control.onOhms : control.offOhms });
      case "rectifier":
        set(control.source, { ohms: on ? control.sourceOhms : OPEN_OHMS, dcVolts: on ? share * emf! : 0 });
        return set(control.load, { ohms: loadOhms! });
      case "diode":
        // A setting from a base whose diode was another part's has no junction yet.
        return set(control.branch, tangentAt(control, junction ?? 0));
      case "residual":
        if (!on) for (const branch of control.branches) set(branch, { ohms: OPEN_OHMS });
        return;
      case "fuse":
        return on ? undefined : set(control.branch, { ohms: OPEN_OHMS });
      case "regulator": {
        const constraint = constraints[control.constraint]!;
        const volts = region === "starved" ? control.dropout : control.volts;
        if (constraint.kind === "regulator")
          constraints[control.constraint] = { ...constraint, region: region!, volts };
      }
    }
  });
  return { ...circuit, branches, constraints };
}

function viewOf(circuit: Circuit, domain: Domain, base: OperatingPoint | undefined): DomainView {
  if (base) {
    const branches: BranchChange[] = [];
    circuit.branches.forEach((branch, index) => {
      if (branch !== base.circuit.branches[index]) branches.push({ index, branch });
    });
    const constraints: ConstraintChange[] = [];
    const nodes = circuit.nodeNames.length - 1;
    circuit.constraints.forEach((now, i) => {
      const was = base.circuit.constraints[i]!;
      if (!isIdle(was, domain) || !isIdle(now, domain))
        if (!sameEquation(was, now)) constraints.push({ row: nodes + i, was, now });
    });
    if (
      branches.every(({ index, branch }) => sameIn(domain, branch, base.circuit.branches[index]!)) &&
      constraints.length === 0
    )
      return base[domain];
    const view = updateDomain(base[domain].base, branches, constraints, circuit.hertz);
    if (view) return view;
  }
  return unchanged(solveDomain(circuit, domain));
}

/** Two states of one branch that this domain cannot tell apart. */
function sameIn(domain: Domain, a: Branch, b: Branch): boolean {
  const source = domain === "ac" ? a.acVolts === b.acVolts : a.dcVolts === b.dcVolts;
  return source && a.ohms === b.ohms && a.henries === b.henries && a.farads === b.farads;
}

function sameEquation(a: Constraint, b: Constraint): boolean {
  if (a.kind === "regulator") return b.kind === "regulator" && a.region === b.region && a.volts === b.volts;
  return b.kind === "transformer" && a.ratio === b.ratio;
}

const scratch = new Float64Array(2);

function magnitude(view: DomainView, a: number, b: number): number {
  voltageInto(scratch, view, a, b);
  return Math.hypot(scratch[0]!, scratch[1]!);
}

function dcVolts(view: DomainView, a: number, b: number): number {
  voltageInto(scratch, view, a, b);
  return scratch[0]!;
}

/** RMS current of a branch, both domains together, A. */
function amps(solved: Solved, index: number): number {
  return Math.hypot(ampsIn(solved, "ac", index), ampsIn(solved, "dc", index));
}

/** Size of a branch's current in one domain, A. Without a source in that domain nothing flows, and nothing is solved. */
function ampsIn(solved: Solved, domain: Domain, index: number): number {
  if (!isDriven(solved.circuit, domain)) return 0;
  const { a, b } = solved.circuit.branches[index]!;
  branchCurrentInto(scratch, solved[domain], index, a, b);
  return Math.hypot(scratch[0]!, scratch[1]!);
}

function isDriven({ branches, constraints }: Circuit, domain: Domain): boolean {
  return domain === "ac"
    ? branches.some((b) => b.acVolts !== 0)
    : branches.some((b) => b.dcVolts !== 0) || constraints.some((c) => c.kind === "regulator");
}

/** Size of the sum of two branches' currents: what leaves by neither of them. */
function residualAmps({ circuit, ac }: Solved, branches: readonly [number, number]): number {
  let re = 0;
  let im = 0;
  for (const index of branches) {
    const { a, b } = circuit.branches[index]!;
    branchCurrentInto(scratch, ac, index, a, b);
    re += scratch[0]!;
    im += scratch[1]!;
  }
  return Math.hypot(re, im);
}

function settingOf(control: Control, was: Setting, solved: Solved): Setting {
  switch (control.kind) {
    case "relay": {
      const [a, b] = control.coil;
      return {
        on:
          Math.hypot(magnitude(solved.ac, a, b), dcVolts(solved.dc, a, b)) >=
          (was.on ? control.release : control.pullIn),
      };
    }
    case "output":
      return {
        on: control.called && control.needs.every((n) => within(dcVolts(solved.dc, n.a, n.b), n.min, n.max)),
      };
    case "fuse":
      return {
        on: was.on && amps(solved, control.branch) <= control.carries,
      };
    case "diode":
      return was;
    case "residual":
      return { on: was.on && residualAmps(solved, control.branches) <= control.trips };
    case "rectifier":
      return rectifierSetting(control, solved);
    case "regulator": {
      const c = solved.circuit.constraints[control.constraint]!;
      const input = dcVolts(solved.dc, c.a, control.ground);
      const region = input < 1 ? "off" : input < control.volts + control.dropout ? "starved" : "regulating";
      return { on: region !== "off", region };
    }
  }
}

function rectifierSetting(control: Extract<Control, { kind: "rectifier" }>, solved: Solved): Setting {
  const volts = magnitude(solved.ac, ...control.ac);
  const emf = Math.SQRT2 * volts - control.dropVolts;
  if (emf <= 0.5) return { on: false, emf: 0, loadOhms: OPEN_OHMS };
  const watts = emf * ampsIn(solved, "dc", control.source);
  return { on: true, emf, loadOhms: Math.min(OPEN_OHMS, Math.max(0.1, volts ** 2 / Math.max(watts, 1e-9))) };
}

function within(value: number, min: number, max: number): boolean {
  return value >= min && value <= max;
}

/** Settings agree when positions are the same and rectifier values lie within 0.02 %. */
function agree(a: Setting, b: Setting): boolean {
  const close = (x = 0, y = 0) => Math.abs(x - y) <= 2e-4 * Math.max(Math.abs(x), Math.abs(y));
  // A junction's voltage to ten microvolts: a current to 0.02 %.
  const still = Math.abs((a.junction ?? 0) - (b.junction ?? 0)) <= 1e-5 + 1e-6 * Math.abs(b.junction ?? 0);
  return (
    still && a.on === b.on && a.region === b.region && close(a.emf, b.emf) && close(a.loadOhms, b.loadOhms)
  );
}
