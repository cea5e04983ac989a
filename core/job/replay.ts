import {
  coversFor,
  observationCheck,
  readingCheck,
  stripCheck,
  trialCheck,
  type Band,
  type Check,
  type Evidence,
  type Experience,
  type ReadingCheck,
  type Situation,
} from "#core/diagnosis/index.ts";
import { needsLive } from "#core/meter/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { valueOf, type EventBody, type FindingBody, type JobEvent } from "./events.ts";
import { misfits, type Misfit } from "./fit.ts";
import { arrivedAfter, powerWord, unheardBy } from "./late.ts";
import type { SafetyTestId } from "./safetyTests.ts";

/** A finding in the ledger, retracted or not. */
export interface LedgerEntry {
  readonly event: JobEvent;
  readonly body: FindingBody;
  readonly check: Check;
  readonly retracted?: { readonly by: string; readonly at: string; readonly why: string };
  /** It was found before a repair: it tells of the unit as it was. */
  readonly beforeRepair?: true;
  /** What somebody had declared, called or closed before this arrived, and was not known where it was made. */
  readonly late?: JobEvent;
}

type BodyOf<T extends EventBody["type"]> = Extract<EventBody, { type: T }>;

/** A body with the event that it came in. */
export type BodyAt<T extends EventBody["type"]> = BodyOf<T> & { readonly event: JobEvent };

/** A reading on the unit's known-good twin. */
export interface TwinReading {
  readonly event: JobEvent;
  readonly body: Extract<EventBody, { type: "twin" }>;
  readonly check: ReadingCheck;
}

/** A photograph or a paper that belongs to a finding. */
export interface Attachment {
  readonly finding: string;
  readonly file: string;
  readonly name: string;
  readonly media: string;
}

/** A try of the strip-down, by the event that recorded it. */
export type StripTry = BodyOf<"strip"> & { readonly event: string };

/** A repair, and the evidence about the unit as it was until then. */
export interface Repair {
  readonly event: JobEvent;
  readonly body: BodyOf<"repaired">;
  readonly evidence: readonly Evidence[];
}

/** A job as its events leave it. */
export interface JobState {
  readonly complaint: string;
  readonly band: Band;
  readonly bandEvent?: JobEvent;
  /** Two people's words on the power that neither knew of: until it is declared anew it counts as unproven. */
  readonly bandClash?: readonly [JobEvent, JobEvent];
  readonly situation: Situation;
  readonly ledger: readonly LedgerEntry[];
  /** Findings and claims that count, in order. */
  readonly evidence: readonly Evidence[];
  /** What others said, with the part's name before it. */
  readonly claims: readonly { readonly event: JobEvent; readonly item?: string; readonly text: string }[];
  /** Checks that could not be made, or were left out. */
  readonly skipped: readonly BodyAt<"skipped">[];
  readonly notes: readonly { readonly event: JobEvent; readonly text: string }[];
  /** Entries of before the job moved to this revision of the unit that it has no place for, in order: kept, never weighed. */
  readonly unplaced: readonly { readonly event: JobEvent; readonly why: readonly Misfit[] }[];
  readonly twin: readonly TwinReading[];
  readonly attachments: readonly Attachment[];
  /** Tries of the strip-down that count, in order. */
  readonly strip: readonly StripTry[];
  /** Repairs in order, each with the evidence that it was made on: what was found since the one before. */
  readonly repairs: readonly Repair[];
  /** The year on the unit's rating plate, where it was read. */
  readonly made?: number;
  /** What the shop knew of this unit when the job was taken in, and whether it is used here. */
  readonly learned?: { readonly experience: Experience; readonly on: boolean };
  /** Tests of the unit's hazards since the last repair; a later one of the same kind stands for the earlier. */
  readonly safety: ReadonlyMap<SafetyTestId, BodyAt<"safety">>;
  /** What was set before and after, by setting, and the colours found at the places of wires: since the call that stands. */
  readonly settings: ReadonlyMap<
    string,
    { readonly before?: BodyAt<"setting">; readonly after?: BodyAt<"setting"> }
  >;
  readonly refitted: ReadonlyMap<string, BodyAt<"refitted">>;
  /** Parts ordered for this job, and when each came. */
  readonly orders: readonly (BodyAt<"ordered"> & { readonly arrived?: JobEvent })[];
  /** Jumpers that were fitted and not taken off. */
  readonly jumpers: readonly { readonly event: JobEvent; readonly where: string }[];
  /** The call that stands; `repaired` once a repair was recorded after it. */
  readonly call?: {
    readonly event: JobEvent;
    readonly body: Extract<EventBody, { type: "call" }>;
    readonly repaired?: true;
  };
  readonly closed?: { readonly event: JobEvent; readonly body: Extract<EventBody, { type: "closed" }> };
}

/** Derives a job from its events, in the order they were recorded. The same events always give the same job. */
export function replay(unit: UnitModel, log: readonly JobEvent[]): JobState {
  const unplaced = log.flatMap((event) => {
    const why = misfits(unit, event.body);
    return why.length > 0 ? [{ event, why }] : [];
  });
  const misfit = new Set(unplaced.map((u) => u.event));
  const events = unplaced.length === 0 ? log : log.filter((e) => !misfit.has(e));
  const of = <T extends EventBody["type"]>(type: T) =>
    events.filter((e): e is JobEvent & { body: BodyOf<T> } => e.body.type === type);
  const retracted = new Map(of("retraction").map((e) => [e.body.of, e]));
  const repaired = of("repaired").filter((e) => !retracted.has(e.id));
  const epochs = epochsOf(events, repaired);
  const epochOf = (event: JobEvent) => epochs.get(event.id)!;
  const ledger = ledgerOf(unit, log, events, retracted, (event) => epochOf(event) < repaired.length);
  const counting = <T extends EventBody["type"]>(type: T) => of(type).filter((e) => !retracted.has(e.id));
  const claims = counting("claim");
  const power = powerWord(log);
  const call = counting("call").at(-1);
  const closed = of("closed").at(-1);
  const calledAt = call ? events.indexOf(call) : 0;
  const sinceCall = <T extends EventBody["type"]>(type: T) =>
    counting(type).filter((e) => events.indexOf(e) >= calledAt);
  const made = of("opened")[0]?.body.made;
  const experience = of("experience").at(-1)?.body;
  const learned = experience && { experience, on: counting("learning").at(-1)?.body.on ?? true };
  const claimFactor = learned?.on === true ? { factor: learned.experience.claim } : {};
  const evidenceIn = (epoch: number): Evidence[] => [
    ...claims
      .filter((e) => e.body.item && epochOf(e) === epoch)
      .map((e): Evidence => ({ kind: "claim", id: e.id, item: e.body.item!, ...claimFactor })),
    ...ledger.filter((entry) => counts(entry) && epochOf(entry.event) === epoch).map(evidenceOf),
  ];
  return {
    complaint: of("opened")[0]?.body.complaint ?? "",
    ...(made === undefined ? {} : { made }),
    band: power.band,
    ...(power.event ? { bandEvent: power.event } : {}),
    ...(power.clash ? { bandClash: power.clash } : {}),
    situation: { ...situationAfter(unit, events), band: power.band },
    ledger,
    evidence: evidenceIn(repaired.length),
    repairs: repaired.map((event, epoch) => ({ event, body: event.body, evidence: evidenceIn(epoch) })),
    ...(learned ? { learned } : {}),
    safety: new Map(
      counting("safety")
        .filter((e) => epochOf(e) === repaired.length)
        .map((event) => [event.body.test, { ...event.body, event }]),
    ),
    settings: settingsOf(sinceCall("setting")),
    refitted: new Map(sinceCall("refitted").map((event) => [event.body.wire, { ...event.body, event }])),
    orders: ordersOf(counting("ordered"), counting("arrived")),
    jumpers: jumpersOf(of("jumper"), retracted),
    claims: claims.map((event) => ({
      event,
      ...(event.body.item ? { item: event.body.item } : {}),
      text: claimText(unit, event.body),
    })),
    skipped: counting("skipped").map((event) => ({ ...event.body, event })),
    unplaced: unplaced.filter((u) => !retracted.has(u.event.id)),
    notes: of("note").map((event) => ({ event, text: event.body.text })),
    twin: counting("twin").map((event) => {
      const { setup, fn, red, black } = event.body.check;
      return { event, body: event.body, check: readingCheck(setup, fn, red, black) };
    }),
    strip: counting("strip").map((e) => ({ ...e.body, event: e.id })),
    attachments: of("attachment").map(({ body }) => attachmentOf(body)),
    ...(call ? { call: callOf(call, epochOf(call) < repaired.length) } : {}),
    ...(closed ? { closed: { event: closed, body: closed.body } } : {}),
  };
}

const attachmentOf = ({ of: finding, file, name, media }: BodyOf<"attachment">): Attachment => ({
  finding,
  file,
  name,
  media,
});

const callOf = (event: JobEvent & { body: BodyOf<"call"> }, isRepaired: boolean) => ({
  event,
  body: event.body,
  ...(isRepaired ? { repaired: true as const } : {}),
});

/** What was found and tried, in the order of the log; what was taken back stays, and says by whom. */
function ledgerOf(
  unit: UnitModel,
  log: readonly JobEvent[],
  events: readonly JobEvent[],
  retracted: ReadonlyMap<string, JobEvent & { body: BodyOf<"retraction"> }>,
  isBeforeRepair: (event: JobEvent) => boolean,
): LedgerEntry[] {
  return events.flatMap((event): LedgerEntry[] => {
    const { body } = event;
    if (body.type !== "finding" && !isTry(body)) return [];
    const by = retracted.get(event.id);
    const late = arrivedAfter(log, event);
    return [
      {
        event,
        ...(late ? { late } : {}),
        ...(isBeforeRepair(event) ? { beforeRepair: true as const } : {}),
        body: body.type === "finding" ? body : tryAsFinding(unit, body),
        check: body.type === "finding" ? checkOf(unit, body) : stripCheck(unit, body.off),
        ...(by ? { retracted: { by: by.person, at: by.at, why: by.body.why } } : {}),
      },
    ];
  });
}

/** By entry, how many repairs it was made after: a late one does not know of a repair that was recorded before it arrived. */
function epochsOf(events: readonly JobEvent[], repaired: readonly JobEvent[]): Map<string, number> {
  const isRepair = new Set(repaired.map((e) => e.id));
  let epoch = 0;
  return new Map(
    events.map((event) => {
      const unheard = epoch === 0 ? [] : unheardBy(events, event).filter((e) => isRepair.has(e.id));
      const known = epoch - unheard.length;
      if (isRepair.has(event.id)) epoch++;
      return [event.id, known] as const;
    }),
  );
}

function jumpersOf(
  jumpers: readonly (JobEvent & { body: BodyOf<"jumper"> })[],
  retracted: ReadonlyMap<string, unknown>,
): JobState["jumpers"] {
  const standing = jumpers.filter((e) => !retracted.has(e.id));
  const off = new Set(standing.flatMap((e) => e.body.of ?? []));
  return standing
    .filter((e) => e.body.of === undefined && !off.has(e.id))
    .map((event) => ({ event, where: event.body.where }));
}

function settingsOf(entries: readonly (JobEvent & { body: BodyOf<"setting"> })[]): JobState["settings"] {
  const settings = new Map<string, { before?: BodyAt<"setting">; after?: BodyAt<"setting"> }>();
  for (const event of entries)
    settings.set(event.body.name, {
      ...settings.get(event.body.name),
      [event.body.when]: { ...event.body, event },
    });
  return settings;
}

function ordersOf(
  ordered: readonly (JobEvent & { body: BodyOf<"ordered"> })[],
  arrived: readonly (JobEvent & { body: BodyOf<"arrived"> })[],
): JobState["orders"] {
  return ordered.map((event) => {
    // What lies on the shelf is here.
    const came = event.body.days === 0 ? event : arrived.find((e) => e.body.of === event.id);
    return { ...event.body, event, ...(came ? { arrived: came } : {}) };
  });
}

/** Whether an entry tells of the unit as it is: not taken back, and made after the last repair. */
export const isCurrent = ({ retracted, beforeRepair }: LedgerEntry): boolean => !retracted && !beforeRepair;

/** Whether an entry is evidence: not one taken back, and not what a meter held between readings. */
export function counts({ retracted, body }: LedgerEntry): boolean {
  return !retracted && !(body.result.kind === "value" && body.result.held !== undefined);
}

/** Checks of a job that are not proposed any more: made, or said to be out of reach. */
export function doneChecks({ ledger, skipped }: Pick<JobState, "ledger" | "skipped">): Set<string> {
  return new Set([
    ...ledger.filter((e) => counts(e) && isCurrent(e)).map((e) => e.check.id),
    ...skipped.map((s) => s.check),
  ]);
}

function claimText(unit: UnitModel, { item, text }: BodyOf<"claim">): string {
  const name = unit.items.find((i) => i.id === item)?.name;
  return name === undefined ? text : `${name}: ${text}`;
}

export function checkOf(unit: UnitModel, body: FindingBody): Check {
  return body.check.kind === "reading"
    ? readingCheck(body.check.setup, body.check.fn, body.check.red, body.check.black)
    : body.check.kind === "trial"
      ? trialCheck(unit, body.check.trial, body.check.subject)
      : observationCheck(unit, body.check.observation);
}

function evidenceOf(entry: LedgerEntry): Evidence {
  const { event, body, check } = entry;
  if (check.kind !== "reading")
    return {
      kind: "seen",
      id: event.id,
      check,
      seen: body.result.kind === "seen" && body.result.seen,
      ...(body.result.kind === "seen" && body.result.sometimes ? { sometimes: true } : {}),
      ...(body.result.kind === "seen" && body.result.badly ? { badly: true } : {}),
    };
  if (body.result.kind === "beep") return { kind: "beep", id: event.id, check, beep: body.result.beep };
  if (body.result.kind !== "value") return { kind: "reading", id: event.id, check, value: Infinity };
  const away = body.result.watched?.away;
  return {
    kind: "reading",
    id: event.id,
    check,
    value: valueOf(body.result.value),
    ...(away === undefined ? {} : { away: valueOf(away) }),
  };
}

/**
 * A try that the model can be asked about: a rail that folds back opens nothing, with the unit's plug pulled nothing of the
 * unit is tried, and with a load beside the unit on it may be that one's. Those count in the strip-down only.
 */
function isTry(body: EventBody): body is BodyOf<"strip"> {
  return (
    body.type === "strip" &&
    body.device !== "rail" &&
    body.plugPulled === undefined &&
    !(body.tripped && (body.beside?.length ?? 0) > 0)
  );
}

/** A try as the ledger holds findings: taken off the supply, do the fuses hold? */
function tryAsFinding(unit: UnitModel, { off, tripped }: BodyOf<"strip">): FindingBody {
  return {
    type: "finding",
    check: { kind: "trial", trial: "strip", subject: stripCheck(unit, off).subject },
    result: { kind: "seen", seen: !tripped },
  };
}

/** What is already done at the unit: its state, covers off, leads lifted. Retracted findings still took a cover off. */
function situationAfter(unit: UnitModel, events: readonly JobEvent[]): Situation {
  let band: Band = "unproven";
  let state: string | undefined;
  let lifts: readonly string[] = [];
  const coversOff = new Set<string>();
  const openedAt = events.find((e) => e.body.type === "opened")?.at;
  for (const { body, at } of events) {
    if (body.type === "band") {
      band = body.band;
      // A unit made dead stands in no state; one declared live goes on in the state it was seen in.
      if (band === "dead") state = undefined;
    }
    // What a try left off is off until something says otherwise.
    if (isTry(body)) ({ lifts } = stripCheck(unit, body.off).setup);
    if (body.type !== "finding") continue;
    const check = checkOf(unit, body);
    for (const cover of coversFor(unit, check)) coversOff.add(cover);
    if (check.kind === "observation") {
      // What was reported when the job was opened says nothing of the state the unit is in now.
      const shown = unit.states.find((s) => s.id === check.setup.state);
      if (at !== openedAt && shown?.power === "live" && band !== "dead") state = shown.id;
      continue;
    }
    if (check.kind === "trial") {
      ({ lifts } = check.setup);
      continue;
    }
    lifts = check.setup.lifts;
    if (needsLive(check.fn)) state = check.setup.state;
  }
  return { band, ...(state ? { state } : {}), lifts, coversOff: [...coversOff] };
}
