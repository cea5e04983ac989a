import { setupKey, type UnitModel } from "#core/unit/index.ts";
import { stateRuns, symptomTable, type Stand, type SymptomTable } from "#core/sequence/index.ts";
import {
  listAsked,
  listChecks,
  type Check,
  type ObservationCheck,
  type ReadingCheck,
} from "../planning/checks.ts";
import { CircuitCache, FALSE_ALARM, HIT_RATE } from "./circuitRows.ts";
import { appendCases, twoOf, type AnswerRow, type ReadingRow, type Row } from "./rows.ts";
import { listSuspects, type Case, type Suspect, type SuspectList } from "../suspects/suspects.ts";
import { unlistedFaults } from "../suspects/unlisted.ts";
import { singleSuspects, trialRow } from "./trials.ts";

/** Every check in every case: the fault dictionary of one unit. */
export interface Dictionary {
  readonly unit: UnitModel;
  readonly suspects: readonly Suspect[];
  readonly cases: readonly Case[];
  readonly rows: readonly Row[];
  /** Row of any check, computed and kept when it is not among `rows`. */
  row(check: Check): Row;
  /**
   * Readings of the healthy unit and of case i, two a row and by the check's id: where no row is known, these two cases are
   * solved and not all of them. Case i's spread then leaves out that its size is not known.
   */
  beside(i: number, checks: readonly ReadingCheck[]): ReadonlyMap<string, ReadingRow>;
  /** What each case looks like in an ordinary run; undefined for a unit without a sequence. Computed when first asked for. */
  symptoms(report?: (done: number) => void): SymptomTable | undefined;
  /** Takes a table that was computed elsewhere, from `cases` and their faults in order. */
  acceptSymptoms(table: SymptomTable): void;
  /** The same, if somebody has asked for it already. */
  symptomsSoFar(): SymptomTable | undefined;
  /** What protects and opens under case i. */
  opens(i: number): ReadonlySet<string>;
  /** Whether a run under case i gets to a state. */
  reaches(i: number, state: string): boolean;
  /** Where the unit stands in a state under case i. */
  stand(i: number, state: string): Stand;
  /**
   * The same dictionary with further suspects, and their cases: pairs of faults, and what no list has.
   * @param only checks that it is to hold; all, where it is left out
   */
  withMore(more: SuspectList, only?: readonly Check[]): Dictionary;
  /**
   * Readings of a dead unit in the healthy case and further ones, by the check's id, as if nothing had opened; they cost no run of
   * the sequence and are not kept.
   */
  unopened(more: SuspectList, checks: readonly ReadingCheck[]): ReadonlyMap<string, ReadingRow>;
  /**
   * Rows of checks in the healthy case and further ones, by the check's id, and what opens in each: of single sizes, each as if there
   * were no others, which is why they are not kept.
   */
  alone(more: SuspectList, checks: readonly Check[]): Alone;
  /** Setups in which a case's contacts do not settle, as "suspect id @ setup". */
  readonly chattering: readonly string[];
}

/** Further cases by themselves: the healthy one is number 0. */
export interface Alone {
  readonly rows: ReadonlyMap<string, Row>;
  readonly opens: (i: number) => ReadonlySet<string>;
}

/** Readings (checks × cases) that a dictionary holds at most: 12 bytes each. */
const MOST_READINGS = 4e7;

/** Thrown for a unit whose dictionary would not fit. */
export class DictionarySizeError extends Error {
  constructor(checks: number, cases: number, most: number) {
    super(
      `This unit has ${checks} checks and ${cases} ways to fail, ${Math.round((checks * cases) / 1e6)} million readings; ` +
        `${most / 1e6} million fit. Give it fewer points or states, or set weights of parts that hardly fail to 0.`,
    );
    this.name = "DictionarySizeError";
  }
}

/**
 * Builds the dictionary: one healthy factorisation a setup, every case a low-rank change of it.
 * @throws DictionarySizeError before any work, for a unit that is too large
 * @param report called with 0…1 after each setup
 * @param most readings that may be held
 */
export function buildDictionary(
  unit: UnitModel,
  report?: (done: number) => void,
  most = MOST_READINGS,
): Dictionary {
  const { suspects, cases } = listSuspects(unit);
  const checks = listChecks(unit);
  if (checks.length * cases.length > most) throw new DictionarySizeError(checks.length, cases.length, most);
  const source = sourceOf(unit, cases);
  source.circuits.prepare(cases, (done) => report?.(done / 2));
  const asked = listAsked(unit);
  const known = computeRows(source, source.circuits, suspects, cases, [...asked, ...checks], report);
  source.circuits.forgetCircuits();
  const rowsOf = (list: readonly Check[]) => list.map(({ id }) => known.get(id)!);
  return assemble(source, suspects, cases, rowsOf(checks), rowsOf([...checks, ...asked]));
}

/** What a dictionary was computed to be: enough to have it again without solving a circuit. */
export interface KnownDictionary {
  /** In the order of the unit's checks, of its cases each; then those of what is asked of a run. */
  readonly rows: readonly Row[];
  /** By case: what protects and opens. */
  readonly opened: readonly (readonly string[])[];
  /** By state, by case: where the unit stands. */
  readonly stands: Readonly<Record<string, readonly Stand[]>>;
  readonly chattering: readonly string[];
  /** How an ordinary run looks under each case; undefined for a unit without a sequence. */
  readonly symptoms: SymptomTable | undefined;
}

/** Everything that is computed of a dictionary, with its symptoms. */
export function knownOf(dictionary: Dictionary): KnownDictionary {
  const { unit, cases, rows, chattering } = dictionary;
  return {
    rows: [...rows, ...listAsked(unit).map((check) => dictionary.row(check))],
    opened: cases.map((_, i) => [...dictionary.opens(i)]),
    stands: Object.fromEntries(
      unit.states.map(({ id }) => [id, cases.map((_, i) => dictionary.stand(i, id))]),
    ),
    chattering,
    symptoms: dictionary.symptoms(),
  };
}

/** The dictionary that was known of this very unit. */
export function restoreDictionary(unit: UnitModel, known: KnownDictionary): Dictionary {
  const { suspects, cases } = listSuspects(unit);
  const source = sourceOf(unit, cases);
  cases.forEach((c, i) => {
    const stands = new Map(unit.states.map(({ id }) => [id, known.stands[id]![i]!]));
    source.circuits.learn(c, new Set(known.opened[i]), stands);
  });
  source.circuits.chattering.push(...known.chattering);
  if (known.symptoms) source.acceptSymptoms(known.symptoms);
  const listed = known.rows.slice(0, known.rows.length - listAsked(unit).length);
  return assemble(source, suspects, cases, listed, known.rows);
}

function sourceOf(unit: UnitModel, cases: readonly Case[]): Source {
  let wide: CircuitCache | undefined;
  let table: SymptomTable | undefined;
  const symptoms = (ongoing?: (done: number) => void) => {
    if (!unit.sequence) return undefined;
    return (table ??= symptomTable(
      unit,
      cases.map((c) => c.faults[0]),
      ongoing,
    ));
  };
  return {
    unit,
    singles: cases,
    circuits: new CircuitCache(unit),
    wide: () => (wide ??= new CircuitCache(unlistedFaults(unit).unit)),
    more: new Map(),
    symptoms,
    symptomsSoFar: () => table,
    acceptSymptoms: (computed) => {
      if (computed.rows.length !== cases.length)
        throw new RangeError(`A table of ${computed.rows.length} symptoms for ${cases.length} cases.`);
      table ??= computed;
    },
  };
}

/** What every dictionary of one unit is computed from. */
interface Source {
  readonly unit: UnitModel;
  /** The cases of single faults, as the symptom table has them. */
  readonly singles: readonly Case[];
  readonly circuits: CircuitCache;
  /** Those of the unit with its unlisted faults in; made when first asked for. */
  readonly wide: () => CircuitCache;
  /** Rows of the further cases solved so far, by their faults and the check's id: the healthy unit, then the case. */
  readonly more: Map<string, Map<string, Row>>;
  readonly symptoms: Dictionary["symptoms"];
  readonly symptomsSoFar: Dictionary["symptomsSoFar"];
  readonly acceptSymptoms: Dictionary["acceptSymptoms"];
}

function assemble(
  source: Source,
  suspects: readonly Suspect[],
  cases: readonly Case[],
  rows: readonly Row[],
  known: readonly Row[] = rows,
): Dictionary {
  const { unit, circuits, symptoms, symptomsSoFar, acceptSymptoms } = source;
  const circuitsOf = (c: Case) => (c.wide ? source.wide() : circuits);
  const byId = new Map(known.map((row) => [row.check.id, row]));
  return {
    unit,
    suspects,
    cases,
    rows,
    chattering: circuits.chattering,
    symptoms,
    symptomsSoFar,
    acceptSymptoms,
    opens: (i) => circuitsOf(cases[i]!).opens(cases[i]!),
    reaches: (i, state) => circuitsOf(cases[i]!).reaches(cases[i]!, state),
    stand: (i, state) => circuitsOf(cases[i]!).stand(cases[i]!, state),
    row(check) {
      let row = byId.get(check.id);
      if (!row) {
        row = rowOf(source, suspects, cases, check);
        byId.set(check.id, row);
      }
      return row;
    },
    beside(i, checks) {
      const missing = checks.filter((check) => !byId.has(check.id));
      const [solved] = moreRows(source, suspects, cases[0]!, [cases[i]!], missing);
      const two = ({ id }: Check) => (byId.has(id) ? twoOf(byId.get(id)!, i) : solved!.get(id)!);
      return new Map(checks.map((check) => [check.id, two(check) as ReadingRow]));
    },
    unopened(more, checks) {
      const all = [...suspects, ...more.suspects];
      const together = [cases[0]!, ...more.cases];
      const wide = more.cases.some((c) => c.wide) ? source.wide() : circuits;
      const rows = [...groupBySetup(checks).values()].flatMap((group) =>
        wide.unopenedRows(all, together, group[0]!.setup, group),
      );
      return new Map(rows.map((row) => [row.check.id, row]));
    },
    alone(more, checks) {
      const all = [...suspects, ...more.suspects];
      const together = [cases[0]!, ...more.cases];
      const own = more.cases.some((c) => c.wide) ? source.wide() : circuits;
      const rows = computeRows(source, own, all, together, checks);
      return { rows, opens: (i) => own.opens(together[i]!) };
    },
    withMore(more, only) {
      if (more.cases.length === 0) return this;
      const all = [...suspects, ...more.suspects];
      const base = only ? only.map((check) => this.row(check)) : [...byId.values()];
      const held = base.map((row) => row.check);
      const tails = moreRows(source, all, cases[0]!, more.cases, held);
      const grown = appendCases(base, tails);
      return assemble(
        source,
        all,
        [...cases, ...more.cases],
        only ? grown : grown.slice(0, rows.length),
        grown,
      );
    },
  };
}

/** The row of one check that was not computed beforehand; further cases of the wider unit have their own circuits. */
function rowOf(source: Source, suspects: readonly Suspect[], cases: readonly Case[], check: Check): Row {
  const own = cases.filter((c) => !c.wide);
  const row = computeRows(source, source.circuits, suspects, own, [check]).get(check.id)!;
  const wide = cases.filter((c) => c.wide);
  return wide.length === 0
    ? row
    : appendCases([row], moreRows(source, suspects, cases[0]!, wide, [check]))[0]!;
}

/** Rows of further cases, [healthy, case] each, for the checks given; kept, so that every case is solved once. */
function moreRows(
  source: Source,
  suspects: readonly Suspect[],
  healthy: Case,
  cases: readonly Case[],
  checks: readonly Check[],
): ReadonlyMap<string, Row>[] {
  const tails = cases.map((c) => {
    const key = JSON.stringify(c.faults);
    let own = source.more.get(key);
    if (!own) source.more.set(key, (own = new Map<string, Row>()));
    return { c, own, missing: checks.filter((check) => !own.has(check.id)) };
  });
  // Cases that lack the same checks are solved together.
  const groups = new Map<string, typeof tails>();
  for (const tail of tails) {
    if (tail.missing.length === 0) continue;
    const key = `${tail.c.wide ?? false} ${tail.missing.map((m) => m.id).join()}`;
    groups.set(key, [...(groups.get(key) ?? []), tail]);
  }
  for (const group of groups.values()) {
    const circuits = group[0]!.c.wide ? source.wide() : source.circuits;
    const together = [healthy, ...group.map(({ c }) => c)];
    const solved = computeRows(source, circuits, suspects, together, group[0]!.missing);
    for (const [id, row] of solved) group.forEach(({ own }, k) => own.set(id, twoOf(row, k + 1)));
  }
  return tails.map(({ own }) => own);
}

/** Rows of the checks for the cases given, whose first is the healthy one, by the check's id. */
function computeRows(
  source: Source,
  circuits: CircuitCache,
  suspects: readonly Suspect[],
  cases: readonly Case[],
  checks: readonly Check[],
  report?: (done: number) => void,
): Map<string, Row> {
  const { unit } = source;
  const byId = new Map<string, Row>();
  const asked = new Map(listAsked(unit).map((check) => [check.id, check]));
  const ofRuns = checks.flatMap(({ id }) => asked.get(id) ?? []);
  const groups = groupBySetup(checks.filter((c) => c.kind !== "trial" && !asked.has(c.id)));
  const live = new Set(unit.states.flatMap(({ id, power }) => (power === "live" ? [id] : [])));
  const later = ([check]: readonly Check[]) => (live.has(check!.setup.state) ? 0 : 1);
  // Live states first: what opens there is known from their readings, and what is dead begins with it.
  const inOrder = [...groups.values()].sort((a, b) => later(a) - later(b));
  inOrder.forEach((group, done) => {
    for (const row of circuits.rows(suspects, cases, group[0]!.setup, group)) byId.set(row.check.id, row);
    report?.((1 + (done + 1) / groups.size) / 2);
  });
  for (const row of runRows(circuits.unit, cases, ofRuns)) byId.set(row.check.id, row);
  const singles = singleSuspects(suspects, cases);
  for (const check of checks)
    if (check.kind === "trial")
      byId.set(
        check.id,
        check.trial === "strip"
          ? { check, chance: circuits.holds(cases, check.setup.lifts) }
          : trialRow(circuits.unit, singles, cases, check, (c) => circuits.opens(c)),
      );
  return byId;
}

/** How far a run gets, which code it shows, and what opens in it; the runs of one case after the other. */
function runRows(unit: UnitModel, cases: readonly Case[], checks: readonly ObservationCheck[]): AnswerRow[] {
  if (checks.length === 0) return [];
  const runs = stateRuns(unit);
  const tellers = checks.map((check) => {
    const { kind, step, code, part } = unit.observations.find((o) => o.id === check.observation)!;
    return ({ faults }: Case): boolean => {
      if (kind === "opens") return runs.opens(faults, part!, step);
      const run = runs.run(faults);
      return kind === "code" ? run.code === code : run.reached.includes(step!);
    };
  });
  const rows = checks.map((check) => ({ check, chance: new Float64Array(cases.length) }));
  cases.forEach((c, i) =>
    rows.forEach(({ chance }, k) => (chance[i] = tellers[k]!(c) ? HIT_RATE : FALSE_ALARM)),
  );
  return rows;
}

function groupBySetup<C extends Check>(checks: readonly C[]): Map<string, C[]> {
  const groups = new Map<string, C[]>();
  for (const check of checks) {
    const key = setupKey(check.setup);
    const group = groups.get(key);
    if (group) group.push(check);
    else groups.set(key, [check]);
  }
  return groups;
}
