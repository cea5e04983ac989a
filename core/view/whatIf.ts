import {
  byItem,
  nextByOrder,
  remainingMinutes,
  LISTED,
  weighFindings,
  type Dictionary,
  type Evidence,
  type Order,
} from "#core/diagnosis/index.ts";
import type { FindingBody, JobEvent } from "#core/job/index.ts";
import { knownUnit } from "./knownUnit.ts";
import { ledgerRow } from "./ledgerRow.ts";
import { doneChecks, replay } from "#core/job/index.ts";
import { checkText, itemName, resultText } from "./words.ts";

/** What a finding would change, before it is made. */
export interface WhatIf {
  /** "230 V" */
  readonly result: string;
  readonly items: readonly { readonly name: string; readonly before: number; readonly after: number }[];
}

/** The items that a finding would leave, with their chances before and after. The job is not changed. */
export function whatIf(known: Dictionary, events: readonly JobEvent[], body: FindingBody): WhatIf {
  const { unit } = known;
  const state = replay(unit, events);
  const dictionary = knownUnit(known, state);
  const before = chances(dictionary, state.evidence);
  const after = chances(dictionary, replay(unit, [...events, supposedly(events, body)]).evidence);
  const items = [...after]
    .sort((a, b) => b[1] - a[1])
    .slice(0, 4)
    .map(([name, chance]) => ({ name, before: before.get(name) ?? 0, after: chance }));
  return { result: resultText(unit, body), items };
}

/** What is odd about a reading before it is recorded: no suspect gives it. Undefined where some suspect does. */
export function questionAt(
  known: Dictionary,
  events: readonly JobEvent[],
  body: FindingBody,
): string | undefined {
  const { unit } = known;
  const state = replay(unit, events);
  const { dictionary, posterior } = weighFindings(knownUnit(known, state), state.evidence, LISTED);
  const entry = replay(unit, [...events, supposedly(events, body)]).ledger.at(-1)!;
  return ledgerRow(dictionary, posterior, entry).doubt;
}

/** A finding as the event that it would be. */
function supposedly(events: readonly JobEvent[], body: FindingBody): JobEvent {
  return {
    id: "00000000-0000-4000-8000-000000000000",
    person: "nobody",
    at: events.at(-1)?.at ?? "1970-01-01T00:00:00Z",
    body,
  };
}

function chances(known: Dictionary, evidence: readonly Evidence[]): Map<string, number> {
  const { dictionary, posterior } = weighFindings(known, evidence, LISTED);
  return new Map(byItem(dictionary, posterior).map((i) => [itemName(dictionary, i.id), i.chance]));
}

/** What people call the orders. */
export const ORDER_NAME: Readonly<Record<Order, string>> = {
  information: "Most information per minute",
  "supply-forward": "From the supply forward",
  "load-back": "From the dead load back",
  "middle-first": "Middle of the path first",
  "strip-and-add-back": "Strip and add back",
  "cheapest-swap": "Cheapest swap first",
};

/** What an order would do next, and what it costs from here. */
export interface OrderView {
  readonly order: Order;
  readonly name: string;
  readonly next?: string;
  /** Expected minutes until the call. */
  readonly minutes: number;
}

export function orderView(known: Dictionary, events: readonly JobEvent[], order: Order): OrderView {
  const { unit } = known;
  const { evidence, situation, done } = standing(known, events);
  const { dictionary, posterior } = weighFindings(knownUnit(known, replay(unit, events)), evidence, LISTED);
  const proposal = nextByOrder(order, { dictionary, posterior, situation, evidence, done });
  return {
    order,
    name: ORDER_NAME[order],
    ...(proposal ? { next: checkText(unit, proposal.check) } : {}),
    minutes: remainingMinutes(dictionary, posterior, evidence, situation, order),
  };
}

/** What the proposers of a job start from. */
export function standing(dictionary: Dictionary, events: readonly JobEvent[]) {
  const state = replay(dictionary.unit, events);
  return { evidence: state.evidence, situation: state.situation, done: doneChecks(state) };
}
