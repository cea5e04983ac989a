import {
  byItem,
  entropy,
  LISTED,
  ORDERS,
  playFault,
  rankChecks,
  weighFindings,
  type Check,
  type Dictionary,
  type Order,
} from "#core/diagnosis/index.ts";
import { doneChecks, replay } from "#core/job/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { knownUnit } from "#core/view/index.ts";
import type { Taken } from "./actions.ts";
import type { Hidden } from "./exercise.ts";
import { freshTruth } from "./freshTruth.ts";
import { PracticeSession } from "./session.ts";
import type { PracticeStep } from "./shown.ts";

/** A step as it looks afterwards. */
export interface DebriefStep extends Omit<PracticeStep, "check"> {
  /** Uncertainty about what to put right that it took away, bits; negative where it misled. Undefined where it tells nothing by itself. */
  readonly bits?: number;
  /** The check that was expected to tell most per minute then, and how many bits that was. */
  readonly best?: { readonly check: Check; readonly bits: number; readonly minutes: number };
  /** Chance of what was really wrong, after it. */
  readonly truth: number;
}

/** How one way of looking for it goes from the same complaint. */
export interface SchoolPlay {
  readonly order: Order;
  readonly checks: number;
  readonly minutes: number;
  readonly money: number;
  readonly right: boolean;
}

export interface Debrief {
  readonly hidden: Hidden;
  readonly steps: readonly DebriefStep[];
  /** Items that led at some step, each with its chance before the first step and after every one. */
  readonly suspects: readonly { readonly item: string; readonly chances: readonly number[] }[];
  readonly own: {
    readonly checks: number;
    readonly minutes: number;
    readonly money: number;
    readonly right: boolean;
  };
}

/** Ways that are played against the same fault. */
export const SCHOOLS: readonly Order[] = ORDERS;
const MOST_SUSPECTS = 5;
/** Relative noise of a school's readings, one standard deviation: as the learner's own. */
const NOISE = 0.003;
/** A school that has not found it by then gives up. */
const MOST_CHECKS = 16;

/**
 * What each step of a finished exercise was worth: the listed faults weighed after every finding, as a diagnosis would have
 * stood, against the check that was then expected to tell most per minute.
 * @param taken every action of the exercise, in order
 */
export function debrief(
  dictionary: Dictionary,
  hidden: Hidden,
  seed: number,
  taken: readonly Taken[],
): Debrief {
  const { unit } = dictionary;
  const session = new PracticeSession(unit, hidden, seed);
  const stands = [standOf(dictionary, session)];
  const steps: DebriefStep[] = [];
  for (const one of taken) {
    // What anybody saw by then is known before the step, whatever it is.
    const known = session.events.length;
    session.noteVisible(one.clock);
    const before = session.events.length > known ? standOf(dictionary, session) : stands.at(-1)!;
    stands[stands.length - 1] = before;
    const { check, ...step } = session.take(one);
    const changes = check !== undefined || step.shown.kind === "renewed";
    const after = changes ? standOf(dictionary, session) : before;
    stands.push(after);
    const best = check && before.best();
    steps.push({
      ...step,
      ...(check ? { bits: before.bits - after.bits } : {}),
      ...(best ? { best } : {}),
      truth: chanceOf(after, hidden.items),
    });
  }
  const peaks = new Map<string, number>();
  for (const { chances } of stands)
    for (const [item, chance] of chances) peaks.set(item, Math.max(peaks.get(item) ?? 0, chance));
  const shown = [...peaks]
    .filter(([item]) => unit.items.some((i) => i.id === item))
    .sort((a, b) => b[1] - a[1])
    .slice(0, MOST_SUSPECTS);
  return {
    hidden,
    steps,
    suspects: shown.map(([item]) => ({ item, chances: stands.map((s) => s.chances.get(item) ?? 0) })),
    own: {
      checks: steps.filter((s) => s.bits !== undefined).length,
      minutes: session.minutes,
      money: session.money,
      right: session.finished?.right ?? false,
    },
  };
}

/** How a way of looking would have gone: the same fault and complaint, no slips, until the call. */
export function playSchool(dictionary: Dictionary, hidden: Hidden, seed: number, order: Order): SchoolPlay {
  const { unit } = dictionary;
  const play = playFault(dictionary, freshTruth(unit, hidden.faults), {
    order,
    noise: NOISE,
    slips: 0,
    random: seeded(seed),
    // As anybody sees it from outside, and the learner does.
    complaint: unit.observations.flatMap((o) => (o.kind === "works" && o.cover === undefined ? [o.id] : [])),
    mostChecks: MOST_CHECKS,
    singlesOnly: hidden.items.length === 1,
  });
  const called = play.item.split("+");
  const items = unit.items.filter((i) => called.includes(i.id));
  return {
    order,
    checks: play.steps.length,
    minutes: play.minutes + items.reduce((sum, i) => sum + i.minutes, 0),
    money: items.reduce((sum, i) => sum + (i.remedy === "replace" ? i.price : 0), 0),
    right: hidden.items.every((i) => called.includes(i)),
  };
}

/** A diagnosis as it stood at one moment. */
interface Stand {
  readonly chances: ReadonlyMap<string, number>;
  /** Uncertainty about what to put right. */
  readonly bits: number;
  readonly best: () => DebriefStep["best"];
}

function standOf(dictionary: Dictionary, { unit, events }: PracticeSession): Stand {
  const state = replay(unit, [...events]);
  const { dictionary: known, posterior } = weighFindings(
    knownUnit(dictionary, state),
    state.evidence,
    LISTED,
  );
  const items = byItem(known, posterior);
  return {
    chances: new Map(items.map((i) => [i.id, i.chance])),
    bits: entropy(items.map((i) => i.chance)),
    best: () => {
      const [first] = rankChecks(known, posterior, state.situation, doneChecks(state));
      return first && { check: first.check, bits: first.gain, minutes: first.cost.minutes };
    },
  };
}

const chanceOf = ({ chances }: Stand, items: readonly string[]) =>
  items.reduce((sum, item) => sum + (chances.get(item) ?? 0), 0);
