import type { Dictionary } from "../dictionary/dictionary.ts";
import { toScale } from "../dictionary/scale.ts";
import type { Evidence } from "../inference/evidence.ts";
import { fineReadings } from "../inference/fineCases.ts";
import { byItem } from "../suspects/items.ts";
import { openedDevice } from "../suspects/openedDevice.ts";
import type { Posterior } from "../inference/posterior.ts";
import type { Situation } from "../planning/cost.ts";
import { rankChecks } from "../planning/nextCheck.ts";
import { ECONOMY, type Economy } from "../planning/stopping.ts";
import { causeCheck } from "./causeCheck.ts";
import { directTest } from "./directTest.ts";
import { ownTest } from "./ownTest.ts";
import { proofsOf, type Proof } from "./proof.ts";
import { rivalCheck } from "./rivals.ts";

/** Why an item is not called although its chance would carry it. */
export type Waits =
  /** It has opened, and what opened it is not found. */
  | "cause"
  /** Only elimination speaks for it, and it can be put to the proof. */
  | "proof"
  /** It is proved by readings elsewhere, and can be read by itself. */
  | "own"
  /** It gives out nothing, and what goes into it was not read. */
  | "feed"
  /** It reads low with everything connected, and can be read alone. */
  | "alone"
  /** Something elsewhere fits nearly as well, and a check that tells them apart costs less than the mistake. */
  | "rival"
  /** A reading speaks against it that was taken only once. */
  | "repeat"
  /** Two readings or more speak against it, or one that was taken again and came out the same. */
  | "contradicted";

/** What is to be replaced, if the findings carry it, and the finding that proves it. */
export interface CallAdvice {
  readonly item: string;
  readonly chance: number;
  /** Likeliest suspect of the item. */
  readonly suspect: number;
  /** True when the chance reaches the chance wanted, less where nothing is left to ask, the item is a real one, and nothing is to be waited for. */
  readonly ready: boolean;
  readonly waits?: Waits;
  /** Checks whose last reading the item can only explain as a slip. */
  readonly against: readonly string[];
  /** The finding that proves it; undefined where only elimination speaks. */
  readonly proof?: { readonly finding: string; readonly factor: number };
  /** Items next in line, with their chances. */
  readonly next: readonly { readonly item: string; readonly chance: number }[];
}

/** Whatever a call needs to know beyond the chances. */
export interface CallGround {
  readonly findings: readonly Evidence[];
  readonly situation: Situation;
  readonly done: ReadonlySet<string>;
}

export function adviseCall(
  dictionary: Dictionary,
  posterior: Posterior,
  ground: CallGround,
  economy: Economy = ECONOMY,
): CallAdvice {
  const items = byItem(dictionary, posterior);
  const first = items[0]!;
  const [suspect] = first.suspects as [number];
  const isItem = dictionary.suspects[suspect]!.item !== undefined;
  const proofs = isItem ? proofsOf(dictionary, posterior, ground.findings, first.id) : [];
  const [proof] = proofs;
  const carried =
    isItem &&
    (first.chance >= economy.callChance ||
      (first.chance >= economy.lastChance && isAllAsked(dictionary, posterior, ground)));
  const against = carried ? readingsAgainst(dictionary, posterior, ground.findings, suspect) : [];
  const waits = carried
    ? waitsFor(dictionary, posterior, ground, first.id, suspect, against, proofs, economy)
    : undefined;
  return {
    item: first.id,
    chance: first.chance,
    suspect,
    ready: carried && waits === undefined,
    ...(waits ? { waits } : {}),
    against,
    ...(proof ? { proof: { finding: proof.finding, factor: proof.overOthers } } : {}),
    next: items.slice(1, 4).map(({ id, chance }) => ({ item: id, chance })),
  };
}

/** Whether no check is left that would tell anything. */
function isAllAsked(dictionary: Dictionary, posterior: Posterior, { situation, done }: CallGround): boolean {
  return rankChecks(dictionary, posterior, situation, done, 1).length === 0;
}

function waitsFor(
  dictionary: Dictionary,
  posterior: Posterior,
  ground: CallGround,
  item: string,
  suspect: number,
  against: readonly string[],
  proofs: readonly Proof[],
  economy: Economy,
): Waits | undefined {
  const { situation, done } = ground;
  if (waitsForCause(dictionary, posterior, suspect)) return "cause";
  if (causeCheck(dictionary, posterior, situation, done, suspect)) return "cause";
  if (against.some((check) => posterior.readings.get(check)!.count === 1)) return "repeat";
  // A reading that was taken again and came out the same was no slip.
  const stands = against.some((check) => posterior.readings.get(check)!.agreed > 1);
  if (stands || against.length > 1) return "contradicted";
  if (proofs.length === 0 && directTest(dictionary, posterior, ground, item)) return "proof";
  const own = ownTest(dictionary, posterior, ground, suspect, proofs, economy);
  if (own) return own.waits;
  if (rivalCheck(dictionary, posterior, situation, done, item, economy)) return "rival";
  return undefined;
}

/** Standard deviations from which a reading is not what the suspect makes it, whatever strays there are. */
const FAR_OFF = 5;

/** Checks whose last reading the suspect at its likeliest size can only explain as a slip, or lies far from. */
function readingsAgainst(
  dictionary: Dictionary,
  posterior: Posterior,
  findings: readonly Evidence[],
  suspect: number,
): string[] {
  const { fine, fineChances, readings } = posterior;
  let best = -1;
  fine.suspect.forEach((s, f) => {
    if (s === suspect && (best < 0 || fineChances[f]! > fineChances[best]!)) best = f;
  });
  const last = new Map(findings.flatMap((f) => (f.kind === "reading" ? [[f.check.id, f] as const] : [])));
  return [...readings].flatMap(([check, r]) =>
    r.slipped(best) > 0.5 || deviationsOff(dictionary, posterior, last.get(check)!, best) > FAR_OFF
      ? [check]
      : [],
  );
}

/** Standard deviations, the supply's swing among them, between a reading and what an entry makes it. */
function deviationsOff(
  dictionary: Dictionary,
  { fine, supply }: Posterior,
  { check, value }: Extract<Evidence, { kind: "reading" }>,
  entry: number,
): number {
  const row = dictionary.row(check);
  if ("chance" in row) return 0;
  const { mean, sd, slope, near, nearMean, nearSd } = fineReadings(row, fine);
  const i = fine.low[entry]!;
  const swing = slope[entry]! * (supply.mean[i]! - 1);
  const spread = Math.hypot(sd[entry]!, slope[entry]! * Math.sqrt(supply.variance[i]!));
  const y = toScale(check.fn, value);
  const straight = Math.abs(y - mean[entry]! - swing) / spread;
  return near[entry] === 0
    ? straight
    : Math.min(straight, Math.abs(y - nearMean[entry]! - swing) / nearSd[entry]!);
}

/** Chance of causes together above which a fuse, a breaker or a leakage device that has opened is not called by itself. */
const CAUSES_LEFT = 0.005;

/** Whether the leading suspect is something protective that has opened, and what would open it is not ruled out. */
function waitsForCause(dictionary: Dictionary, posterior: Posterior, suspect: number): boolean {
  const { unit, suspects, cases } = dictionary;
  const device = openedDevice(unit, suspects[suspect]!);
  if (device === undefined) return false;
  let causes = 0;
  cases.forEach((c, i) => {
    if (c.suspect !== suspect && dictionary.opens(i).has(device)) causes += posterior.cases[i]!;
  });
  return causes > CAUSES_LEFT;
}

const BEFORE_A_CALL: readonly Waits[] = ["cause", "proof", "own", "feed", "alone", "rival"];

/** Whether an item is called, or would be but for a cause, a proof, a reading of its own or of its feed, or a rival. */
export function isNearCall({ ready, waits }: CallAdvice): boolean {
  return ready || (waits !== undefined && BEFORE_A_CALL.includes(waits));
}
