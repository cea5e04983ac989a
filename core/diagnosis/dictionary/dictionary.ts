import { setupKey, type UnitModel } from "#core/unit/index.ts";
import {
  stateRuns,
  symptomTable,
  type Stand,
  type Symptom,
  type SymptomTable,
} from "#core/sequence/index.ts";
import { listChecks, type Check, type ObservationCheck } from "../planning/checks.ts";
import { CircuitCache, FALSE_ALARM, HIT_RATE } from "./circuitRows.ts";
import { appendCases, type AnswerRow, type Row } from "./rows.ts";
import { faultsOf, listSuspects, type Case, type Suspect, type SuspectList } from "../suspects/suspects.ts";
import { trialRow } from "./trials.ts";

/** Every check in every case: the fault dictionary of one unit. */
export interface Dictionary {
  readonly unit: UnitModel;
  readonly suspects: readonly Suspect[];
  readonly cases: readonly Case[];
  readonly rows: readonly Row[];
  /** Row of any check, computed and kept when it is not among `rows`. */
  row(check: Check): Row;
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
  /** The same dictionary with further suspects that are pairs, and their cases. */
  withPairs(more: SuspectList): Dictionary;
  /** Setups in which a case's contacts do not settle, as "suspect id @ setup". */
  readonly chattering: readonly string[];
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
  const rows = computeRows(source, suspects, cases, checks, [], report);
  return assemble(source, suspects, cases, [...rows.values()]);
}

/** What a dictionary was computed to be: enough to have it again without solving a circuit. */
export interface KnownDictionary {
  /** In the order of the unit's checks, of its cases each. */
  readonly rows: readonly Row[];
  /** By case: what protects and opens. */
  readonly opened: readonly (readonly string[])[];
  /** By state, by case: where the unit stands. */
  readonly stands: Readonly<Record<string, readonly Stand[]>>;
  readonly chattering: readonly string[];
  /** How an ordinary run looks under each case; undefined for a unit without a sequence. */
  readonly symptoms: readonly Symptom[] | undefined;
}

/** Everything that is computed of a dictionary, with its symptoms. */
export function knownOf(dictionary: Dictionary): KnownDictionary {
  const { unit, cases, rows, chattering } = dictionary;
  return {
    rows,
    opened: cases.map((_, i) => [...dictionary.opens(i)]),
    stands: Object.fromEntries(
      unit.states.map(({ id }) => [id, cases.map((_, i) => dictionary.stand(i, id))]),
    ),
    chattering,
    symptoms: dictionary.symptoms()?.rows,
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
  if (known.symptoms) source.acceptSymptoms({ healthy: stateRuns(unit).run([]), rows: known.symptoms });
  return assemble(source, suspects, cases, known.rows);
}

function sourceOf(unit: UnitModel, cases: readonly Case[]): Source {
  let table: SymptomTable | undefined;
  const symptoms = (ongoing?: (done: number) => void) => {
    if (!unit.sequence) return undefined;
    return (table ??= symptomTable(
      unit,
      cases.map((c) => c.fault),
      ongoing,
    ));
  };
  return {
    unit,
    singles: cases,
    circuits: new CircuitCache(unit),
    pairs: new Map(),
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
  /** Rows of the pairs of faults solved so far. */
  readonly pairs: Map<string, Map<string, Row>>;
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
    opens: (i) => circuits.opens(cases[i]!),
    reaches: (i, state) => circuits.reaches(cases[i]!, state),
    stand: (i, state) => circuits.stand(cases[i]!, state),
    row(check) {
      let row = byId.get(check.id);
      if (!row) {
        row = computeRows(source, suspects, cases, [check], rows).get(check.id)!;
        byId.set(check.id, row);
      }
      return row;
    },
    withPairs(more) {
      if (more.suspects.length === 0) return this;
      const all = [...suspects, ...more.suspects];
      const known = [...byId.values()];
      const tails = more.cases.map((c) => pairRows(source, all, cases[0]!, c, known));
      const grown = appendCases(known, tails);
      return assemble(source, all, [...cases, ...more.cases], grown.slice(0, rows.length), grown);
    },
  };
}

/** Rows of one pair of faults, [healthy, pair] each, for the checks of `rows`; kept, so that every pair is solved once. */
function pairRows(
  source: Source,
  suspects: readonly Suspect[],
  healthy: Case,
  pair: Case,
  rows: readonly Row[],
): ReadonlyMap<string, Row> {
  const key = JSON.stringify([pair.fault, pair.second]);
  let own = source.pairs.get(key);
  if (!own) source.pairs.set(key, (own = new Map<string, Row>()));
  const missing = rows.filter((row) => !own.has(row.check.id)).map((row) => row.check);
  if (missing.length > 0)
    for (const [id, row] of computeRows(source, suspects, [healthy, pair], missing, rows)) own.set(id, row);
  return own;
}

/** Rows of the checks for the cases given, whose first is the healthy one, by the check's id. */
function computeRows(
  source: Source,
  suspects: readonly Suspect[],
  cases: readonly Case[],
  checks: readonly Check[],
  known: readonly Row[],
  report?: (done: number) => void,
): Map<string, Row> {
  const { unit, circuits } = source;
  const byId = new Map<string, Row>();
  const settled = checks.filter((c) => !seenInRun(unit, c) && c.kind !== "trial");
  const groups = groupBySetup(settled);
  circuits.prepare(cases, (done) => report?.(done / 2));
  let done = 0;
  for (const group of groups.values()) {
    for (const row of circuits.rows(suspects, cases, group[0]!.setup, group)) byId.set(row.check.id, row);
    report?.((1 + ++done / groups.size) / 2);
  }
  const own = [...byId.values()].filter((row) => "mean" in row);
  for (const check of checks)
    if (check.kind === "trial")
      byId.set(
        check.id,
        check.trial === "strip"
          ? { check, chance: circuits.holds(cases, check.setup.lifts) }
          : trialRow(unit, suspects, cases, check, own.length > 0 ? own : known),
      );
    else if (seenInRun(unit, check)) byId.set(check.id, runRow(unit, cases, check as ObservationCheck));
  return byId;
}

/** Observations that only a run of the sequence can predict. */
function seenInRun(unit: UnitModel, check: Check): boolean {
  if (check.kind !== "observation") return false;
  const { kind } = unit.observations.find((o) => o.id === check.observation)!;
  return kind === "reaches" || kind === "code";
}

/** How far a run gets, and which code it shows. */
function runRow(unit: UnitModel, cases: readonly Case[], check: ObservationCheck): AnswerRow {
  const { kind, step, code } = unit.observations.find((o) => o.id === check.observation)!;
  const runs = stateRuns(unit);
  const chance = Float64Array.from(cases, (c) => {
    const run = runs.run(faultsOf(c));
    return (kind === "code" ? run.code === code : run.reached.includes(step!)) ? HIT_RATE : FALSE_ALARM;
  });
  return { check, chance };
}

function groupBySetup(checks: readonly Check[]): Map<string, Check[]> {
  const groups = new Map<string, Check[]>();
  for (const check of checks) {
    const key = setupKey(check.setup);
    const group = groups.get(key);
    if (group) group.push(check);
    else groups.set(key, [check]);
  }
  return groups;
}
