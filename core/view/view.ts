import {
  ambiguityGroups,
  byItem,
  checkById,
  forecastCheck,
  isOutside,
  judge,
  judgeSoon,
  ownProposal,
  rankChecks,
  sizeOf,
  type Dictionary,
  type Judgement,
  type Order,
  type Posterior,
  type Proposal,
} from "#core/diagnosis/index.ts";
import type { Item } from "#core/unit/index.ts";
import { knownUnit } from "./knownUnit.ts";
import { learnedView, type LearnedView } from "./learnedView.ts";
import { callView, findingText, suspectText, type CallView } from "./callView.ts";
import { proposalView, type ProposalView } from "./proposalView.ts";
import { doubtsOf, type DoubtView } from "./doubts.ts";
import { proofView, type ProofView } from "./repairView.ts";
import { recapOf, type Recap } from "./recap.ts";
import { leftOf } from "./ruledOut.ts";
import { twinRows, type TwinRow } from "./twin.ts";
import { courseView, type CourseView } from "./course.ts";
import type { JobEvent } from "#core/job/index.ts";
import { ledgerRow, type LedgerRow } from "./ledgerRow.ts";
import { sequenceView, type SequenceView } from "./sequenceView.ts";
import { doneChecks, replay, type JobState } from "#core/job/index.ts";
import { itemName, sizeText } from "./words.ts";

export interface SuspectView {
  readonly id: string;
  readonly name: string;
  readonly mode: string;
  readonly looks: string;
  readonly chance: number;
  /** "about 400 Ω", where the findings say how large it is. */
  readonly size?: string;
  /** It is on no part's list: the unit's geometry makes it possible. */
  readonly unlisted: boolean;
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

/** Everything a job's screens show, derived from its events. Holds no functions, so it crosses a worker's boundary. */
export interface JobView {
  readonly state: JobState;
  readonly items: readonly ItemView[];
  /** Listed suspects, and replaceable items with one in them, that no finding has ruled out. */
  readonly standingSuspects: number;
  readonly standingItems: number;
  readonly totalSuspects: number;
  /** Nothing is known of how the unit fails: courses and readings, no suspects, no next check. */
  readonly readingsOnly: boolean;
  /** Groups of suspects that no check tells apart, as names. */
  readonly ambiguous: readonly (readonly string[])[];
  readonly next: readonly ProposalView[];
  readonly ledger: readonly LedgerRow[];
  readonly courses: readonly CourseView[];
  readonly call: CallView;
  /** Readings to take again before anything rests on them. */
  readonly doubts: readonly DoubtView[];
  /** Nothing in the model explains the findings as well as something outside it. */
  readonly outside: boolean;
  readonly recap: Recap;
  /** What proves the last repair; undefined before one. */
  readonly proof?: ProofView;
  /** What the shop had learned of the unit; undefined for a job that was taken in without. */
  readonly learned?: LearnedView;
  /** This unit's readings beside its twin's; empty until the twin was read. */
  readonly twin: readonly TwinRow[];
  /** Undefined for a unit without a sequence. */
  readonly sequence?: SequenceView;
  /** What no list has is still to be held against the findings; until then nothing is called. */
  readonly deeper: boolean;
}

/** How far a view looks: at the listed faults, which is soon done, or at what no list has as well. */
export type Depth = "listed" | "whole";

/** What is known as soon as the findings are weighed: all of a view but what to do next. */
export type WeighedView = Omit<JobView, "next" | "call" | "ambiguous" | "deeper">;

/**
 * Weighs a job's findings and derives what its screens show.
 * @param onWeighed hears of the first half before the checks are ranked, which takes the longer part of the time
 * @param keep a check that somebody has in hand: it is among the next ones whatever ranks before it
 */
export function viewJob(
  dictionaryOfUnit: Dictionary,
  events: readonly JobEvent[],
  order: Order = "information",
  onWeighed?: (weighed: WeighedView) => void,
  depth: Depth = "whole",
  keep?: string,
): JobView {
  const state = replay(dictionaryOfUnit.unit, events);
  const known = knownUnit(dictionaryOfUnit, state);
  const done = doneChecks(state);
  const ground = { findings: state.evidence, situation: state.situation, done };
  const soon = judgeSoon(known, ground);
  const first = weighedView(known, soon, state);
  onWeighed?.(first);
  const deeper = depth === "listed" && !soon.final;
  const judgement = depth === "listed" ? soon : judge(known, ground, soon);
  const weighed = judgement === soon ? first : weighedView(known, judgement, state);
  const learned = learnedView(dictionaryOfUnit, state);
  const { dictionary, posterior, advice } = judgement;
  const ranked = state.closed ? [] : proposalsBy(order, dictionary, posterior, state, done);
  const proposals =
    keep === undefined || state.closed ? ranked : withKept(ranked, keep, dictionary, posterior, state);
  return {
    ...weighed,
    ...(learned ? { learned } : {}),
    ambiguous: ambiguityGroups(dictionary, posterior, dictionary.rows).map((group) =>
      group.map((i) => suspectText(dictionary, i)),
    ),
    next: proposals.map((p) => proposalView(dictionary, posterior, state, p)),
    call: callView(dictionary, posterior, state, advice, proposals[0], deeper),
    deeper,
  };
}

function weighedView(
  { unit, suspects }: Dictionary,
  { dictionary, posterior, advice }: Judgement,
  state: JobState,
): WeighedView {
  const items = byItem(dictionary, posterior);
  const left = leftOf(suspects, posterior);
  const ledger = state.ledger.map((entry) => ledgerRow(dictionary, posterior, entry));
  const proof = proofView(unit, ledger, state);
  return {
    state,
    items: items.map((item) => itemView(dictionary, posterior, state, item.id, item.chance, item.suspects)),
    standingSuspects: left.suspects,
    standingItems: left.items,
    totalSuspects: suspects.filter((s) => s.item !== undefined).length,
    readingsOnly: suspects.length === 2,
    ledger,
    ...(proof ? { proof } : {}),
    courses: unit.courses.map((course) => courseView(dictionary, state, posterior, course)),
    doubts: doubtsOf(dictionary, posterior, state),
    outside: suspects.length > 2 && isOutside(dictionary, posterior),
    recap: recapOf(dictionary, posterior, state, advice),
    twin: state.twin.length === 0 ? [] : twinRows(dictionary, posterior, state),
    ...sequenceOf(dictionary, posterior, state),
  };
}

/** The order's own proposal first, then what tells most. */
function proposalsBy(
  order: Order,
  dictionary: Dictionary,
  posterior: Posterior,
  { situation, evidence }: JobState,
  done: ReadonlySet<string>,
): Proposal[] {
  const ranked = rankChecks(dictionary, posterior, situation, done);
  const own = ownProposal(order, { dictionary, posterior, situation, evidence, done });
  return own ? [own, ...ranked.filter((p) => p.check.id !== own.check.id)].slice(0, 8) : ranked;
}

/** The ranked checks, and one in hand at their end if it ranks no more. */
function withKept(
  ranked: Proposal[],
  keep: string,
  dictionary: Dictionary,
  posterior: Posterior,
  { situation }: JobState,
): Proposal[] {
  if (ranked.some((p) => p.check.id === keep)) return ranked;
  const check = checkById(dictionary.unit, keep);
  return check ? [...ranked, forecastCheck(dictionary, posterior, situation, check)] : ranked;
}

/** The sequence with the steps that findings say were reached or not. */
function sequenceOf(dictionary: Dictionary, posterior: Posterior, job: JobState): Pick<JobView, "sequence"> {
  const said = new Map(
    job.evidence.flatMap((e): [string, boolean][] => {
      if (e.kind !== "seen" || e.check.kind !== "observation") return [];
      const { observation } = e.check;
      const step = dictionary.unit.observations.find((o) => o.id === observation)?.step;
      return step === undefined ? [] : [[step, e.seen]];
    }),
  );
  const sequence = sequenceView(dictionary, posterior, said);
  return sequence ? { sequence } : {};
}

function itemView(
  dictionary: Dictionary,
  posterior: Posterior,
  job: JobState,
  id: string,
  chance: number,
  suspects: readonly number[],
): ItemView {
  const items = id.split("+").flatMap((one) => dictionary.unit.items.filter((i) => i.id === one));
  const [item] = items;
  const sum = (pick: (i: Item) => number) => items.reduce((all, i) => all + pick(i), 0);
  const note = items.flatMap((i) => i.note ?? []).join(" ");
  return {
    id,
    name: itemName(dictionary, id),
    chance,
    ...(item ? { remedy: item.remedy, price: sum((i) => i.price), minutes: sum((i) => i.minutes) } : {}),
    ...(note ? { note } : {}),
    suspects: suspects
      .filter((i, rank) => rank === 0 || posterior.suspects[i]! >= Math.min(0.005, chance / 4))
      .slice(0, 5)
      .map((i) => ({
        id: dictionary.suspects[i]!.id,
        name: dictionary.suspects[i]!.name,
        mode: dictionary.suspects[i]!.modeName,
        looks: dictionary.suspects[i]!.looks,
        chance: posterior.suspects[i]!,
        unlisted: dictionary.suspects[i]!.unlisted !== undefined,
        ...sizeIn(dictionary, posterior, i),
      })),
    evidence: evidenceFor(dictionary, posterior, job, suspects),
  };
}

function sizeIn(dictionary: Dictionary, posterior: Posterior, suspect: number): { size?: string } {
  const size = sizeOf(dictionary, posterior, suspect);
  const text = size && sizeText(size);
  return text === undefined ? {} : { size: text };
}

function evidenceFor(
  dictionary: Dictionary,
  posterior: Posterior,
  job: JobState,
  suspects: readonly number[],
) {
  const odds = (chances: Float64Array) => {
    const p = suspects.reduce((sum, i) => sum + chances[i]!, 0);
    return p / Math.max(1e-12, 1 - p);
  };
  let before = odds(posterior.start);
  return posterior.after.flatMap(({ id, suspects: chances }) => {
    const now = odds(chances);
    const factor = now / before;
    before = now;
    return factor > 1.2 || factor < 1 / 1.2
      ? [{ finding: id, text: findingText(dictionary.unit, job, id), factor }]
      : [];
  });
}

/** An item that is not the likeliest and has less of the chance is not worth naming where there is little room. */
const WORTH_NAMING = 0.03;

/** The items that are worth naming, the likeliest first. */
export function likelyItems({ items }: Pick<JobView, "items">): readonly ItemView[] {
  return items.filter((item, k) => k === 0 || item.chance >= WORTH_NAMING);
}
