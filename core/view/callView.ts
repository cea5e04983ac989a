import {
  boardOrComponent,
  byItem,
  fromScale,
  likelyCause,
  minutesToSettle,
  sizeOf,
  stopOrCheck,
  toScale,
  type CallAdvice,
  type Dictionary,
  type Posterior,
  type Proposal,
  type Suspect,
  type Waits,
} from "#core/diagnosis/index.ts";
import { remedyOf, type UnitModel } from "#core/unit/index.ts";
import { valueOf } from "#core/job/index.ts";
import type { JobState } from "#core/job/index.ts";
import { expectedOf } from "./course.ts";
import {
  answerWords,
  checkText,
  itemName,
  rangeText,
  resultText,
  setupText,
  sizeText,
  valueText,
} from "./words.ts";

export interface CallView {
  readonly item: string;
  readonly itemName: string;
  readonly chance: number;
  readonly ready: boolean;
  readonly suspect: string;
  readonly suspectText: string;
  /** What the call still waits for, or on what it rests where no finding proves it. */
  readonly standing?: string;
  readonly proof?: { readonly finding: string; readonly text: string };
  /** What the proof finding would have read had another item been at fault. */
  readonly disproof?: string;
  readonly next: readonly { readonly name: string; readonly chance: number }[];
  /** What is really done about such a fault, and what it takes where that is less than the whole item. */
  readonly remedy?: string;
  /** What mostly lies behind such a fault. */
  readonly cause?: string;
  /** What must be seen or measured once it is repaired. */
  readonly proofRun: string;
  /** Replacing now against one more check, in money. */
  readonly economy?: string;
  /** Mending the component against replacing the board. */
  readonly component?: string;
}

export function callView(
  dictionary: Dictionary,
  posterior: Posterior,
  job: JobState,
  advice: CallAdvice,
  proposal: Proposal | undefined,
  deeper: boolean,
): CallView {
  const suspect = dictionary.suspects[advice.suspect]!;
  const proof = advice.proof && {
    finding: advice.proof.finding,
    text: findingText(dictionary.unit, job, advice.proof.finding),
  };
  const disproof = proof && disproofOf(dictionary, posterior, job, proof.finding, advice.item);
  const cause = likelyCause(dictionary, suspect);
  const economy = economyText(dictionary, posterior, advice.item, proposal);
  const component = componentText(dictionary, suspect);
  const remedy = remedyText(dictionary.unit, suspect);
  return {
    ...(remedy ? { remedy } : {}),
    ...(cause ? { cause } : {}),
    ...(economy ? { economy } : {}),
    ...(component ? { component } : {}),
    proofRun: proofRunText(dictionary, posterior, job, advice.proof?.finding),
    item: advice.item,
    itemName: itemName(dictionary, advice.item),
    chance: advice.chance,
    // Where no fault is known there is nothing to call.
    ready: advice.ready && !deeper && dictionary.suspects.length > 2,
    suspect: suspect.id,
    suspectText: suspectText(dictionary, advice.suspect, posterior),
    ...(deeper && advice.ready ? { standing: LOOKING } : standingOf(advice)),
    ...(proof ? { proof } : {}),
    ...(disproof ? { disproof } : {}),
    next: advice.next.map((n) => ({ name: itemName(dictionary, n.item), chance: n.chance })),
  };
}

const LOOKING = "Before the call, checking what no list has: swapped wires, bridges, the wrong part fitted.";

const WAITS: Readonly<Record<Waits, string>> = {
  cause: "It has opened. Find what opened it, dead and load by load, before it is replaced.",
  proof:
    "So far it follows by elimination only. The next check tests it directly: make it before anything is bought.",
  own: "Readings elsewhere prove it. The next check reads it by itself and costs less than the mistake: make it first.",
  feed: "It gives nothing out, and nobody has read what goes in. The next check does, and costs less than the mistake: make it first.",
  alone:
    "It reads low with everything connected, and something beside it would too. The next check reads it alone and costs less than the mistake: make it first.",
  rival:
    "Something elsewhere fits nearly as well. The next check tells them apart and costs less than the mistake: make it first.",
  repeat: "One reading speaks against it. Take that one again before anything is bought.",
  contradicted: "What was measured speaks against it, and no size of this fault explains that.",
};

function standingOf({ ready, waits, proof }: CallAdvice): { standing?: string } {
  if (waits) return { standing: WAITS[waits] };
  if (ready && !proof)
    return {
      standing:
        "By elimination: no check here tests it directly, and it is right only if there is one fault.",
    };
  return {};
}

/** "Replacing the heater now comes to about 62 ¤, checking on to about 48 ¤. Check on."; ¤ is the shop's currency. */
function economyText(
  dictionary: Dictionary,
  posterior: Posterior,
  item: string,
  proposal: Proposal | undefined,
): string | undefined {
  const chances = byItem(dictionary, posterior).map(({ id, chance }) => ({ item: id, chance }));
  const reckoned = stopOrCheck(dictionary.unit, chances, item, minutesToSettle(chances, proposal));
  if (!reckoned) return undefined;
  const { now, checkOn, advice } = reckoned;
  const sum = (money: number) => `${Math.round(money)} ¤`;
  const replace = `Replacing it now (${itemName(dictionary, item)}) comes to about ${sum(now)} on average, counting a part bought for nothing and a second visit`;
  if (checkOn === undefined)
    return advice === "test"
      ? `${replace}; no check is left that tells more, and it is more likely good than bad: replacing it is a test.`
      : `${replace}; no check is left that tells more.`;
  const both = `${replace}; checking on until it is known, to ${sum(checkOn)}.`;
  return {
    replace: `${both} Replace.`,
    test: `${both} It is more likely good than bad: replacing it is a test, the cheapest there is.`,
    check: `${both} Check on.`,
  }[advice];
}

/** "Renew the joint: … About 15 min and 2 ¤ of material."; of two faults at once each. */
function remedyText(unit: UnitModel, { id, part }: Suspect): string | undefined {
  const type = unit.parts.find((p) => p.id === part)?.type;
  if (type === undefined) return undefined;
  const { does, alone } = remedyOf(type, id.slice(part!.length + 1));
  if (!alone) return does;
  return `${does} About ${alone.minutes} min${alone.price > 0 ? ` and ${alone.price} ¤ of material` : ""}.`;
}

function componentText(dictionary: Dictionary, suspect: Suspect): string | undefined {
  const choice = boardOrComponent(dictionary, suspect);
  if (!choice) return undefined;
  const side = ({ price, minutes }: { price: number; minutes: number }) => `${price} ¤, ${minutes} min`;
  return `The board: ${side(choice.board)}, with the maker's warranty. ${choice.component} alone: about ${side(choice.repair)}, with the shop's own.`;
}

/** What proves the repair: the proving check read as in the healthy unit, then a whole run. */
function proofRunText(
  dictionary: Dictionary,
  posterior: Posterior,
  job: JobState,
  finding: string | undefined,
): string {
  const whole = "Then run the whole sequence once in every mode, covers and door switches back.";
  const entry = job.ledger.find((e) => e.event.id === finding);
  if (!entry) return whole;
  const { check } = entry;
  const row = dictionary.row(check);
  const where = `${checkText(dictionary.unit, check)}, ${setupText(dictionary.unit, check)}`;
  if ("chance" in row) {
    const words = answerWords(dictionary.unit, check);
    return `Afterwards, ${where} ${row.chance[0]! > 0.5 ? words.yes : words.no}. ${whole}`;
  }
  const { low, high } = expectedOf(row, posterior);
  return `Afterwards, ${where} must read ${rangeText(row.check.fn, low, high)}. ${whole}`;
}

/** What the proving check reads under the likeliest suspect, before it, of another item that would read differently. */
function disproofOf(
  dictionary: Dictionary,
  posterior: Posterior,
  job: JobState,
  finding: string,
  item: string,
): string | undefined {
  const entry = job.ledger.find((e) => e.event.id === finding);
  if (!entry) return undefined;
  const row = dictionary.row(entry.check);
  const step = posterior.after.findIndex((a) => a.id === finding);
  const before = step > 0 ? posterior.after[step - 1]!.suspects : posterior.start;
  if ("chance" in row) return undefined;
  const value =
    entry.body.result.kind === "value" ? toScale(row.check.fn, valueOf(entry.body.result.value)) : undefined;
  if (value === undefined) return undefined;
  let best = -1;
  dictionary.cases.forEach((c, i) => {
    const suspect = dictionary.suspects[c.suspect]!;
    const differs = Math.abs(row.mean[i]! - value) > 4 * row.sd[i]!;
    if (
      suspect.item !== undefined &&
      suspect.item !== item &&
      differs &&
      (best < 0 || before[c.suspect]! > before[dictionary.cases[best]!.suspect]!)
    )
      best = i;
  });
  if (best < 0) return undefined;
  const other = dictionary.suspects[dictionary.cases[best]!.suspect]!;
  return `${valueText(row.check.fn, fromScale(row.check.fn, row.mean[best]!), 3)} there would have pointed to ${itemName(dictionary, other.item!)} instead.`;
}

export function suspectText(dictionary: Dictionary, index: number, posterior?: Posterior): string {
  const { name, modeName } = dictionary.suspects[index]!;
  const size = posterior && sizeOf(dictionary, posterior, index);
  const text = size && sizeText(size);
  return [name, modeName, text].filter((t) => t !== undefined && t !== "").join(", ");
}

export function findingText(unit: UnitModel, job: JobState, id: string): string {
  const entry = job.ledger.find((e) => e.event.id === id);
  if (!entry) return job.claims.find((c) => c.event.id === id)?.text ?? "a try of the strip-down";
  const result = resultText(unit, entry.body, entry.check);
  return entry.check.kind === "observation"
    ? result
    : `${result}, ${checkText(unit, entry.check)}, ${setupText(unit, entry.check)}`;
}
