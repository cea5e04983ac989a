import {
  adviseCall,
  ambiguityGroups,
  byItem,
  fromScale,
  rankChecks,
  STANDING,
  toScale,
  weigh,
  type Check,
  type Dictionary,
  type Posterior,
  type Proposal,
  type ReadingRow,
} from "#core/diagnosis/index.ts";
import { FUNCTION_NAME } from "#core/meter/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { courseView, expectedOf, isAsItShould, type CourseView } from "./course.ts";
import { valueOf, type JobEvent } from "./events.ts";
import { showPoint } from "./pointNames.ts";
import { replay, type JobState, type LedgerEntry } from "./replay.ts";
import { checkText, itemName, listText, minutesText, outcomeText, resultText, setupText, stepText, valueText } from "./words.ts";

export interface SuspectView {
  readonly id: string;
  readonly name: string;
  readonly mode: string;
  readonly chance: number;
}

export interface ItemView {
  readonly id: string;
  readonly name: string;
  readonly chance: number;
  readonly remedy?: string;
  readonly price?: number;
  readonly minutes?: number;
  readonly note?: string;
  readonly suspects: readonly SuspectView[];
  /** Findings that raised or lowered this item's odds by more than a fifth, with the factor. */
  readonly evidence: readonly { readonly finding: string; readonly text: string; readonly factor: number }[];
}

export interface ProbeView {
  readonly id: string;
  readonly label: string;
  readonly name: string;
  readonly place: string;
  readonly colour?: string;
}

export interface ProposalView {
  readonly check: Check;
  readonly title: string;
  readonly red?: ProbeView;
  readonly black?: ProbeView;
  readonly dial: string;
  readonly setup: string;
  readonly time: string;
  readonly live: boolean;
  /** What must be done before reading, in words. */
  readonly before: readonly string[];
  readonly bits: number;
  readonly outcomes: readonly { readonly label: string; readonly chance: number; readonly leaves: string; readonly clears: string; readonly nothing: boolean }[];
}

export interface LedgerRow {
  readonly id: string;
  readonly at: string;
  readonly person: string;
  readonly check: string;
  readonly setup: string;
  readonly result: string;
  readonly expected: string;
  readonly verdict: string;
  readonly fits: boolean | undefined;
  readonly retracted?: { readonly by: string; readonly why: string };
}

export interface CallView {
  readonly item: string;
  readonly itemName: string;
  readonly chance: number;
  readonly ready: boolean;
  readonly suspect: string;
  readonly suspectText: string;
  readonly proof?: { readonly finding: string; readonly text: string };
  /** What the proof finding would have read had another item been at fault. */
  readonly disproof?: string;
  readonly next: readonly { readonly name: string; readonly chance: number }[];
}

/** Everything a job's screens show, derived from its events. Holds no functions, so it crosses a worker's boundary. */
export interface JobView {
  readonly state: JobState;
  readonly items: readonly ItemView[];
  readonly standingSuspects: number;
  readonly standingItems: number;
  readonly totalSuspects: number;
  /** Groups of suspects that no check tells apart, as names. */
  readonly ambiguous: readonly (readonly string[])[];
  readonly next: readonly ProposalView[];
  readonly ledger: readonly LedgerRow[];
  readonly courses: readonly CourseView[];
  readonly call: CallView;
}

/** Weighs a job's findings and derives what its screens show. */
export function viewJob(dictionary: Dictionary, events: readonly JobEvent[]): JobView {
  const { unit } = dictionary;
  const state = replay(unit, events);
  const posterior = weigh(dictionary, state.evidence);
  const done = new Set(state.ledger.filter((e) => !e.retracted).map((e) => e.check.id));
  const items = byItem(dictionary, posterior);
  const advice = adviseCall(dictionary, posterior);
  const proposals = state.closed ? [] : rankChecks(dictionary, posterior, state.situation, done);
  const standing = items.filter((i) => i.chance >= STANDING);
  return {
    state,
    items: items.slice(0, 12).map((item) => itemView(dictionary, posterior, state, item.id, item.chance, item.suspects)),
    standingSuspects: posterior.suspects.filter((p) => p >= 0.005).length,
    standingItems: standing.length,
    totalSuspects: dictionary.suspects.length - 2,
    ambiguous: ambiguityGroups(dictionary, posterior, dictionary.rows).map((group) => group.map((i) => suspectText(dictionary, i))),
    next: proposals.map((p) => proposalView(dictionary, p)),
    ledger: state.ledger.map((entry) => ledgerRow(dictionary, posterior, entry)),
    courses: unit.courses.map((course) => courseView(dictionary, state, posterior, course)),
    call: callView(dictionary, posterior, state, advice),
  };
}

function suspectText(dictionary: Dictionary, index: number): string {
  const { name, modeName } = dictionary.suspects[index]!;
  return modeName === "" ? name : `${name}, ${modeName}`;
}

function itemView(dictionary: Dictionary, posterior: Posterior, job: JobState, id: string, chance: number, suspects: readonly number[]): ItemView {
  const item = dictionary.unit.items.find((i) => i.id === id);
  return {
    id,
    name: itemName(dictionary, id),
    chance,
    ...(item ? { remedy: item.remedy, price: item.price, minutes: item.minutes } : {}),
    ...(item?.note ? { note: item.note } : {}),
    suspects: suspects
      .filter((i) => posterior.suspects[i]! >= Math.min(0.005, chance / 4))
      .slice(0, 5)
      .map((i) => ({ id: dictionary.suspects[i]!.id, name: dictionary.suspects[i]!.name, mode: dictionary.suspects[i]!.modeName, chance: posterior.suspects[i]! })),
    evidence: evidenceFor(dictionary, posterior, job, suspects),
  };
}

function evidenceFor(dictionary: Dictionary, posterior: Posterior, job: JobState, suspects: readonly number[]) {
  const odds = (chances: Float64Array) => {
    const p = suspects.reduce((sum, i) => sum + chances[i]!, 0);
    return p / Math.max(1e-12, 1 - p);
  };
  let before = odds(posterior.start);
  return posterior.after.flatMap(({ id, suspects: chances }) => {
    const now = odds(chances);
    const factor = now / before;
    before = now;
    return factor > 1.2 || factor < 1 / 1.2 ? [{ finding: id, text: findingText(dictionary.unit, job, id), factor }] : [];
  });
}

function findingText(unit: UnitModel, job: JobState, id: string): string {
  const entry = job.ledger.find((e) => e.event.id === id);
  if (!entry) return job.claims.find((c) => c.event.id === id)?.text ?? "an earlier claim";
  const result = resultText(unit, entry.body);
  return entry.check.kind === "observation" ? result : `${result}, ${checkText(unit, entry.check)}, ${setupText(unit, entry.check)}`;
}

function probe(unit: UnitModel, id: string): ProbeView {
  const point = unit.points.find((p) => p.id === id)!;
  return { id, label: showPoint(id), name: point.name, place: point.place, ...(point.colour ? { colour: point.colour } : {}) };
}

function proposalView(dictionary: Dictionary, { check, cost, gain, outcomes }: Proposal): ProposalView {
  const { unit } = dictionary;
  const names = (ids: readonly string[]) => listText(ids.map((id) => itemName(dictionary, id)), 4);
  const reading = check.kind === "reading";
  return {
    check,
    title: checkText(unit, check),
    ...(reading ? { red: probe(unit, check.red), black: probe(unit, check.black) } : {}),
    dial: reading ? FUNCTION_NAME[check.fn] : unit.observations.find((o) => o.id === check.observation)!.kind,
    setup: setupText(unit, check),
    time: minutesText(cost.minutes),
    live: cost.live,
    before: cost.steps.filter((s) => s.kind !== "measure").map((s) => stepText(unit, s)),
    bits: gain,
    outcomes: outcomes.map((o) => ({
      label: outcomeText(check, o.label, unit),
      chance: o.chance,
      leaves: names(o.leaves.map((l) => l.item)),
      clears: o.clears.length === 0 ? "" : names(o.clears),
      nothing: o.label.kind === "about" && (reading && check.fn === "ohm" ? !Number.isFinite(o.label.value) : Math.abs(o.label.value) < 1),
    })),
  };
}

function ledgerRow(dictionary: Dictionary, posterior: Posterior, entry: LedgerEntry): LedgerRow {
  const { unit } = dictionary;
  const { event, body, check, retracted } = entry;
  const common = {
    id: event.id,
    at: event.at,
    person: event.person,
    check: checkText(unit, check),
    setup: setupText(unit, check),
    result: resultText(unit, body),
    ...(retracted ? { retracted: { by: retracted.by, why: retracted.why } } : {}),
  };
  const row = dictionary.row(check);
  if ("chance" in row) {
    const expected = row.chance[0]! > 0.5;
    const seen = body.result.kind === "seen" && body.result.seen;
    return { ...common, expected: "", verdict: expected === seen ? "as it should" : "not as it should", fits: expected === seen };
  }
  const band = expectedOf(row, posterior);
  const expected = rangeText(row, band.low, band.high);
  if (body.result.kind !== "value") {
    const healthyBeep = fromScale(row.check.fn, band.mid) < 40;
    const fits = body.result.kind === "beep" && body.result.beep === healthyBeep;
    return { ...common, expected, verdict: fits ? "as it should" : "not as it should", fits };
  }
  const value = valueOf(body.result.value);
  return { ...common, expected, verdict: readingVerdict(row, posterior, value), fits: isAsItShould(row, posterior, value) };
}

function rangeText(row: ReadingRow, low: number, high: number): string {
  const { fn } = row.check;
  const [a, b] = [fromScale(fn, fn === "vac" ? Math.max(0, low) : low), fromScale(fn, high)];
  if (!Number.isFinite(a)) return "OL";
  const text = (v: number) => valueText(fn, v, 3);
  return text(a) === text(b) ? text(a) : `${text(a).replace(/ [A-ZΩa-z]+$/u, (u) => (text(b).endsWith(u) ? "" : u))} to ${text(b)}`;
}

/** Says which way a reading is off: dead is not low, and open is not high. */
function readingVerdict(row: ReadingRow, posterior: Posterior, value: number): string {
  if (isAsItShould(row, posterior, value)) return "as it should";
  const { fn } = row.check;
  const healthy = fromScale(fn, row.mean[0]!);
  if (fn === "ohm" || fn === "continuity") {
    if (!Number.isFinite(value)) return "open";
    return value > healthy ? "too high" : "too low";
  }
  if (Math.abs(value) < Math.max(1, 0.03 * Math.abs(healthy)) && Math.abs(healthy) > 3) return "dead, not low";
  if (Math.abs(healthy) < 1) return "voltage where there should be none";
  return Math.abs(value) < Math.abs(healthy) ? "low" : "high";
}

function callView(dictionary: Dictionary, posterior: Posterior, job: JobState, advice: ReturnType<typeof adviseCall>): CallView {
  const suspect = dictionary.suspects[advice.suspect]!;
  const proof = advice.proof && { finding: advice.proof.finding, text: findingText(dictionary.unit, job, advice.proof.finding) };
  const disproof = proof && disproofOf(dictionary, posterior, job, proof.finding, advice.item);
  return {
    item: advice.item,
    itemName: itemName(dictionary, advice.item),
    chance: advice.chance,
    ready: advice.ready,
    suspect: suspect.id,
    suspectText: suspectText(dictionary, advice.suspect),
    ...(proof ? { proof } : {}),
    ...(disproof ? { disproof } : {}),
    next: advice.next.map((n) => ({ name: itemName(dictionary, n.item), chance: n.chance })),
  };
}

/** What the proving check reads under the likeliest suspect, before it, of another item that would read differently. */
function disproofOf(dictionary: Dictionary, posterior: Posterior, job: JobState, finding: string, item: string): string | undefined {
  const entry = job.ledger.find((e) => e.event.id === finding);
  if (!entry) return undefined;
  const row = dictionary.row(entry.check);
  const step = posterior.after.findIndex((a) => a.id === finding);
  const before = step > 0 ? posterior.after[step - 1]!.suspects : posterior.start;
  if ("chance" in row) return undefined;
  const value = entry.body.result.kind === "value" ? toScale(row.check.fn, valueOf(entry.body.result.value)) : undefined;
  if (value === undefined) return undefined;
  let best = -1;
  dictionary.cases.forEach((c, i) => {
    const suspect = dictionary.suspects[c.suspect]!;
    const differs = Math.abs(row.mean[i]! - value) > 4 * row.sd[i]!;
    if (suspect.item !== undefined && suspect.item !== item && differs && (best < 0 || before[c.suspect]! > before[dictionary.cases[best]!.suspect]!)) best = i;
  });
  if (best < 0) return undefined;
  const other = dictionary.suspects[dictionary.cases[best]!.suspect]!;
  return `${valueText(row.check.fn, fromScale(row.check.fn, row.mean[best]!), 3)} there would have pointed to ${itemName(dictionary, other.item!)} instead.`;
}
