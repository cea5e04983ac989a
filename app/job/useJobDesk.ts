import { useEffect, useMemo, useState } from "react";
import { useRevalidator } from "react-router";
import type { Order } from "#core/diagnosis/index.ts";
import { showPoint } from "#core/entry/index.ts";
import {
  checkOf,
  doneChecks,
  misfits,
  replay,
  type EventBody,
  type JobEvent,
  type JobState,
} from "#core/job/index.ts";
import { checkText, didText, resultText, type JobView } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { Job } from "#server/jobs/readJob.ts";
import { useFreshJob } from "../sync/useFreshJob.ts";
import { useJobLog } from "../sync/useJobLog.ts";
import { useHotkeys } from "../ui/useHotkeys.ts";
import { useShop } from "../ui/ShopBar.tsx";
import { preloadDialogs } from "./jobDialogs.ts";
import type { Place } from "./PlaceBar.tsx";
import { useDiagnosis } from "./useDiagnosis.ts";

/** What lies open over the page. */
export type Open =
  | { dialog: "band"; to?: "live" | "dead" }
  | { dialog: "call" }
  | { dialog: "order" }
  | { dialog: "keys" }
  | { dialog: "hands" }
  | { dialog: "watch" }
  | { dialog: "repair" }
  | { dialog: "close" }
  | { dialog: "wiring" }
  | { dialog: "retract"; finding: string }
  | undefined;

/** What another person just did, in words. */
function heardText(unit: UnitModel, event: JobEvent, who: string): string {
  const { body } = event;
  return body.type === "finding" && misfits(unit, body).length === 0
    ? `${who} recorded ${checkText(unit, checkOf(unit, body))}: ${resultText(unit, body)}.`
    : `${who} ${didText(event)}.`;
}

/** What is answered, taken back or left out asks for another check; a change of power, a note or a photograph does not. */
const MOVES_ON: readonly EventBody["type"][] = [
  "finding",
  "retraction",
  "skipped",
  "claim",
  "call",
  "repaired",
  "closed",
];

/** The view with the check in hand first, unless it was chosen from further down. */
function inFront(view: JobView, held: InHand | undefined): JobView {
  const own = view.next.find((p) => p.check.id === held?.check);
  if (!own || held?.chosen || view.next[0] === own) return view;
  return { ...view, next: [own, ...view.next.filter((p) => p !== own)] };
}

/** The job's log, and what somebody else just did in it, in words. */
function useHeardLog(job: Job, unit: UnitModel) {
  const { people } = useShop();
  const nameOf = useMemo(() => new Map(people.map((p) => [p.id, p.name])), [people]);
  const [heard, setHeard] = useState("");
  const { revalidate } = useRevalidator();
  const log = useJobLog(job, (event) => {
    setHeard(heardText(unit, event, nameOf.get(event.person) ?? event.person));
    // The page is served anew with the revision that the job was moved to.
    if (event.body.type === "moved") void revalidate();
  });
  return { log, nameOf, heard };
}

/** Writing in the log as the person who is working here now, and what is said where nothing was written. */
function useEntering(
  { record, discard }: ReturnType<typeof useJobLog>,
  state: JobState,
  onMovedOn: () => void,
) {
  const { person, people } = useShop();
  const [notice, setNotice] = useState("");
  /** A refused entry whose words are in the line again: it goes when the next finding is recorded. */
  const [mending, setMending] = useState<string>();
  /** Records an event of this person, now. Returns a sentence where nothing was recorded. */
  const enter = (body: EventBody): string | undefined => {
    if (!person) return "Choose who is working first: every entry carries a name.";
    const who = people.find((p) => p.id === person);
    if (who?.role === "learner") return `${who.name} is learning, and works in Practice only.`;
    if (state.closed !== undefined) return "This job is closed; nothing more can be recorded in it.";
    record({ id: crypto.randomUUID(), person, at: new Date().toISOString(), body });
    if (MOVES_ON.includes(body.type)) onMovedOn();
    if (mending && body.type === "finding") {
      void discard(mending);
      setMending(undefined);
    }
    setNotice("");
    return undefined;
  };
  const enterOrSay = (body: EventBody) => {
    const problem = enter(body);
    if (problem) setNotice(problem);
    return problem === undefined;
  };
  /** Takes back the last finding that this person recorded and that still counts. */
  const undo = () => {
    const last = state.ledger.filter((e) => !e.retracted && e.event.person === person).at(-1);
    if (last) enterOrSay({ type: "retraction", of: last.event.id, why: "taken back at once" });
    else setNotice("You have nothing to take back.");
  };
  return { notice, enter, enterOrSay, undo, setMending };
}

/** The check in hand, which somebody is about to make: it stays on the card whatever ranks first by the time it is made. */
interface InHand {
  readonly check: string;
  readonly chosen: boolean;
}

/** The dialogs' code is fetched once the page can be worked with. */
function usePreloadedDialogs(ready: boolean): void {
  useEffect(() => {
    if (!ready) return;
    performance.mark("job-ready");
    preloadDialogs();
  }, [ready]);
}

/** A job as it lies on the desk: its log, what it comes to, what is open, and everything that can be done. */
export function useJobDesk(job: Job, first: JobView, dictionary: string) {
  // A job keeps its model until it is moved, and then its page begins anew: a fresh copy of the job does not mean another unit.
  const [unit] = useState(job.unit);
  useFreshJob();
  const { log, nameOf, heard } = useHeardLog(job, unit);
  const { events } = log;
  const [order, setOrder] = useState<Order>("information");
  const [inHand, setInHand] = useState<InHand>();
  // The band and the ledger follow the events at once; the weighing follows from the worker.
  const state = useMemo(() => replay(unit, events), [unit, events]);
  const made = useMemo(() => doneChecks(state), [state]);
  const held = inHand && (inHand.chosen || !made.has(inHand.check)) ? inHand : undefined;
  const diagnosis = useDiagnosis(unit, dictionary, events, order, first, held?.check);
  const { ranked, rankedFor, ranking, progress, trouble } = diagnosis;
  const view = useMemo(() => inFront(diagnosis.view, held), [diagnosis.view, held]);
  const isRanked = ranked?.events === events && ranked.order === order;
  const settled = progress === undefined && !ranking && !view.deeper && isRanked;
  const firstCheck = view.next[0]?.check.id;
  const firstInHand = firstCheck === undefined ? undefined : { check: firstCheck, chosen: false };
  // A card that has come to rest is taken to be in somebody's hands.
  if (settled && held === undefined && firstInHand && !made.has(firstInHand.check)) setInHand(firstInHand);
  const [open, setOpen] = useState<Open>();
  const [courseId, setCourseId] = useState<string>();
  const [place, setPlace] = useState<Place>("next");
  // A point tapped on a plug begins the line; each tap is a fresh line.
  const [line, setLine] = useState({ text: "", turn: 0 });
  const { setMending, ...entering } = useEntering(log, state, () => setInHand(undefined));

  const chosen = Math.max(
    0,
    view.next.findIndex((p) => p.check.id === held?.check),
  );
  const take = (check: string | undefined) =>
    setInHand(check === undefined ? undefined : { check, chosen: true });
  const changePower = (to?: "live" | "dead") => {
    setInHand((was) => was ?? firstInHand);
    setOpen({ dialog: "band", ...(to ? { to } : {}) });
  };
  /** Begins a line; a point tapped on a plug, a course or the drawing begins it with its name. */
  const begin = (text: string) => {
    setOpen(undefined);
    setLine({ text, turn: line.turn + 1 });
  };
  usePreloadedDialogs(progress === undefined);
  useDeskKeys(open, {
    undo: entering.undo,
    changePower,
    setOpen,
    takeNext: () => take(view.next[(chosen + 1) % Math.max(1, view.next.length)]?.check.id),
  });

  return {
    ...log,
    ...diagnosis,
    ...entering,
    job,
    view,
    unit,
    nameOf,
    heard,
    state,
    closed: state.closed !== undefined,
    chosen,
    proposal: view.next[chosen],
    // Until the findings are weighed and the checks ranked the card is that of before; a change of power leaves it as it is.
    // Without a diagnosis nothing is waited for.
    busy: trouble === undefined && rankedFor !== state.evidence.length,
    ...{ order, setOrder, open, setOpen, courseId, setCourseId, place, setPlace },
    close: () => setOpen(undefined),
    take,
    /** Begins a reading again, by a finding of it; a look is taken in hand. */
    takeAgain: (finding: string) => {
      const check = state.ledger.find((entry) => entry.event.id === finding)?.check;
      if (check?.kind === "reading") begin(`${showPoint(check.red)} ${showPoint(check.black)} `);
      else take(check?.id);
    },
    choose: (index: number) => take(view.next[index]?.check.id),
    line,
    begin,
    /** Puts a refused entry's words back in the line. */
    mend: (id: string, typed: string) => {
      setMending(id);
      begin(typed);
    },
    beginAt: (point: string) => begin(`${showPoint(point)} `),
    changePower,
  };
}

/** The keys of the page. While something is open, or on its way to be, letters are not commands. */
function useDeskKeys(
  open: Open,
  does: {
    readonly undo: () => void;
    readonly changePower: () => void;
    readonly setOpen: (open: Open) => void;
    readonly takeNext: () => void;
  },
): void {
  useHotkeys(
    open
      ? {}
      : {
          u: does.undo,
          e: () => document.getElementById("finding-line")?.focus(),
          p: () => does.changePower(),
          c: () => does.setOpen({ dialog: "call" }),
          n: does.takeNext,
          o: () => does.setOpen({ dialog: "order" }),
          w: () => does.setOpen({ dialog: "wiring" }),
          "?": () => does.setOpen({ dialog: "keys" }),
        },
  );
}

export type JobDesk = ReturnType<typeof useJobDesk>;
