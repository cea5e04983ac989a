import { adviseCall } from "../call/call.ts";
import { costOf, OVERHEAD_MINUTES, situationAfter, type Situation } from "./cost.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Evidence } from "../inference/evidence.ts";
import { nextByOrder, type Order } from "./orders.ts";
import { weigh, type Posterior } from "../inference/posterior.ts";
import { fromScale } from "../dictionary/scale.ts";

/** Suspects that are played to the end to see what an order costs from here, and checks at most for each. */
const PLAYED = 5;
const MOST_CHECKS = 25;

/**
 * Expected minutes from here to a call by an order: the likeliest suspects are each played to the end with readings as
 * predicted, and their minutes averaged by their chances.
 */
export function remainingMinutes(
  dictionary: Dictionary,
  posterior: Posterior,
  findings: readonly Evidence[],
  situation: Situation,
  order: Order,
): number {
  const likely = [...dictionary.cases.keys()]
    .filter((i) => dictionary.suspects[dictionary.cases[i]!.suspect]!.item !== undefined)
    .sort((a, b) => posterior.cases[b]! - posterior.cases[a]!)
    .slice(0, PLAYED);
  let sum = 0;
  let weight = 0;
  for (const i of likely) {
    const chance = posterior.cases[i]!;
    sum += chance * minutesIf(dictionary, findings, situation, order, i);
    weight += chance;
  }
  return weight > 0 ? sum / weight : 0;
}

function minutesIf(
  dictionary: Dictionary,
  findings: readonly Evidence[],
  start: Situation,
  order: Order,
  truth: number,
): number {
  const { unit } = dictionary;
  const evidence = [...findings];
  const done = new Set(evidence.flatMap((e) => (e.kind === "claim" ? [] : [e.check.id])));
  let situation = start;
  let minutes = 0;
  for (let n = 0; n < MOST_CHECKS; n++) {
    const posterior = weigh(dictionary, evidence);
    if (adviseCall(dictionary, posterior, { findings: evidence, situation, done }).ready) break;
    const proposal = nextByOrder(order, { dictionary, posterior, situation, evidence, done });
    if (!proposal) break;
    const { check } = proposal;
    const row = dictionary.row(check);
    const id = `expected-${n}`;
    if ("chance" in row)
      evidence.push({
        kind: "seen",
        id,
        check: row.check,
        seen: row.chance[truth]! > 0.5,
        ...((row.badly?.[truth] ?? 0) > 0.5 ? { badly: true } : {}),
      });
    else
      evidence.push({
        kind: "reading",
        id,
        check: row.check,
        value: fromScale(row.check.fn, row.mean[truth]!),
      });
    done.add(check.id);
    minutes += costOf(unit, situation, check).minutes + OVERHEAD_MINUTES;
    situation = situationAfter(unit, situation, check);
  }
  return minutes;
}
