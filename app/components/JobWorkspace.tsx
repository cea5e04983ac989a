import { Suspense, useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import type { Order } from "#core/diagnosis/index.ts";
import { showPoint } from "#core/entry/index.ts";
import { checkOf, replay, type EventBody, type JobEvent } from "#core/job/index.ts";
import { checkText, resultText, type JobView } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { Job } from "#server/jobs/readJob.ts";
import { useDiagnosis } from "../jobs/useDiagnosis.ts";
import { useFreshJob } from "../jobs/useFreshJob.ts";
import { useHotkeys } from "../jobs/useHotkeys.ts";
import { useJobLog } from "../jobs/useJobLog.ts";
import { usePhotos } from "../jobs/usePhotos.ts";
import { CallStrip } from "./CallStrip.tsx";
import { CoursePanel } from "./CoursePanel.tsx";
import { DoubtNotice } from "./DoubtNotice.tsx";
import { FindingEntry } from "./FindingEntry.tsx";
import { FirstHint } from "./FirstHint.tsx";
import { JobHeader } from "./JobHeader.tsx";
import {
  BandDialog,
  CallDialog,
  KeySheet,
  OrderPanel,
  preloadDialogs,
  RetractDialog,
  WiringView,
} from "./jobDialogs.ts";
import { Ledger } from "./Ledger.tsx";
import { LookFirst } from "./LookFirst.tsx";
import { NoteEntry } from "./NoteEntry.tsx";
import { NextCard } from "./NextCard.tsx";
import { OutboxNotice } from "./OutboxNotice.tsx";
import { PlugPanel } from "./PlugPanel.tsx";
import { PowerBand } from "./PowerBand.tsx";
import { RecapPanel } from "./RecapPanel.tsx";
import { useShop } from "./ShopBar.tsx";
import { SequencePanel } from "./SequencePanel.tsx";
import { SuspectList } from "./SuspectList.tsx";
import { TrialEntry } from "./TrialEntry.tsx";
import { TwinPanel } from "./TwinPanel.tsx";
import { WhatIfLine } from "./WhatIfLine.tsx";

type Open =
  | { dialog: "band"; to?: "live" | "dead" }
  | { dialog: "call" }
  | { dialog: "order" }
  | { dialog: "keys" }
  | { dialog: "wiring" }
  | { dialog: "retract"; finding: string }
  | undefined;

/** What another person just did, in words. */
function heardText(unit: UnitModel, { body }: JobEvent, who: string): string {
  switch (body.type) {
    case "finding":
      return `${who} recorded ${checkText(unit, checkOf(unit, body))}: ${resultText(unit, body)}.`;
    case "band":
      return `${who} declared the power ${body.band === "dead" ? "DEAD AND PROVEN" : body.band.toUpperCase()}.`;
    case "retraction":
      return `${who} retracted an entry.`;
    case "call":
      return `${who} made a call.`;
    case "closed":
      return `${who} closed the job.`;
    default:
      return `${who} added to the record.`;
  }
}

/** The job's one screen: band, course, ledger; what next, what was found, who is left. */
export function JobWorkspace({ job, first, dictionary }: { job: Job; first: JobView; dictionary: string }) {
  // A job keeps the model it was opened with, so a fresh copy of the job does not mean another unit.
  const [unit] = useState(job.unit);
  useFreshJob();
  const { person, people } = useShop();
  const nameOf = useMemo(() => new Map(people.map((p) => [p.id, p.name])), [people]);
  const [heard, setHeard] = useState("");
  const { events, pending, record, discard, resend } = useJobLog(job.id, job.events, job.seq, (event) =>
    setHeard(heardText(unit, event, nameOf.get(event.person) ?? event.person)),
  );
  const [order, setOrder] = useState<Order>("information");
  const { view, ranking, rankedFor, progress, trouble, ask } = useDiagnosis(
    unit,
    dictionary,
    events,
    order,
    first,
  );
  const [open, setOpen] = useState<Open>();
  // The check in hand: it stays on the card while the power is changed for it, whatever then ranks first.
  const [inHand, setInHand] = useState<string>();
  const [courseId, setCourseId] = useState<string>();
  const [notice, setNotice] = useState("");
  // A point tapped on a plug begins the line; each tap is a fresh line.
  const [line, setLine] = useState({ text: "", turn: 0 });

  const chosen = Math.max(
    0,
    view.next.findIndex((p) => p.check.id === inHand),
  );
  const proposal = view.next[chosen];
  const choose = (index: number) => setInHand(view.next[index]?.check.id);
  const changePower = (to?: "live" | "dead") => {
    choose(chosen);
    setOpen({ dialog: "band", ...(to ? { to } : {}) });
  };
  // The band and the ledger follow the events at once; the weighing follows from the worker.
  const state = useMemo(() => replay(unit, events), [unit, events]);
  const closed = state.closed !== undefined;
  // Until the findings are weighed and the checks ranked the card is that of before; a change of power leaves it as it is.
  // Without a diagnosis nothing is waited for.
  const busy = trouble === undefined && rankedFor !== state.evidence.length;

  /** Records an event of this person, now. Returns a sentence where nothing was recorded. */
  const enter = (body: EventBody): string | undefined => {
    if (!person) return "Choose who is working first, at the top of the page: every entry carries a name.";
    if (closed) return "This job is closed; nothing more can be recorded in it.";
    record({ id: crypto.randomUUID(), person, at: new Date().toISOString(), body });
    if (body.type !== "band") setInHand(undefined);
    setNotice("");
    return undefined;
  };
  const enterOrSay = (body: EventBody) => {
    const problem = enter(body);
    if (problem) setNotice(problem);
    return problem === undefined;
  };

  const ready = progress === undefined;
  useEffect(() => {
    if (!ready) return;
    performance.mark("job-ready");
    preloadDialogs();
  }, [ready]);

  /** Begins a line at a point tapped on a plug, a course or the drawing. */
  const begin = (text: string) => {
    setOpen(undefined);
    setLine({ text, turn: line.turn + 1 });
  };
  const beginAt = (point: string) => begin(`${showPoint(point)} `);

  const photos = usePhotos(job.id, enterOrSay);
  /** Takes back the last finding that this person recorded and that still counts. */
  const undo = () => {
    const last = state.ledger.filter((e) => !e.retracted && e.event.person === person).at(-1);
    if (last) enterOrSay({ type: "retraction", of: last.event.id, why: "taken back at once" });
    else setNotice("There is nothing of yours to take back.");
  };

  // While something is open, or on its way to be, letters are not commands.
  useHotkeys(
    open
      ? {}
      : {
          u: undo,
          e: () => document.getElementById("finding-line")?.focus(),
          p: () => changePower(),
          c: () => setOpen({ dialog: "call" }),
          n: () => choose((chosen + 1) % Math.max(1, view.next.length)),
          o: () => setOpen({ dialog: "order" }),
          w: () => setOpen({ dialog: "wiring" }),
          "?": () => setOpen({ dialog: "keys" }),
        },
  );

  return (
    <div
      className="flex min-h-dvh flex-col xl:h-dvh xl:overflow-hidden"
      data-ready={progress === undefined ? "true" : undefined}
      data-weighed={view.ledger.length}
      data-ranked={ranking ? undefined : view.ledger.length}
      data-looking={view.deeper ? true : undefined}
    >
      <PowerBand unit={unit} state={state} nameOf={nameOf} disabled={closed} onChange={() => changePower()} />
      <JobHeader
        job={job}
        view={view}
        onCall={() => setOpen({ dialog: "call" })}
        onKeys={() => setOpen({ dialog: "keys" })}
      />
      {progress !== undefined && (
        <progress
          value={progress}
          max={1}
          aria-label="Preparing the predictions for this unit"
          className="h-1.5 w-full accent-here"
        />
      )}
      <div aria-live="polite">
        {(notice || trouble) && (
          <p className="border-b-[1.5px] border-hazard bg-hazard-soft px-4 py-2 font-semibold text-hazard">
            {notice || trouble}
          </p>
        )}
        {heard && (
          <p
            data-testid="heard"
            className="border-b-[1.5px] border-here bg-here-soft px-4 py-1.5 text-[0.9375rem]"
          >
            {heard}
          </p>
        )}
        <FirstHint />
        <OutboxNotice unit={unit} pending={pending} onResend={() => void resend()} onDiscard={discard} />
      </div>
      <main className="grid min-h-0 grow grid-cols-[minmax(0,1fr)] xl:grid-cols-[minmax(0,1fr)_27rem]">
        <div className="relative order-2 flex min-w-0 flex-col border-ink bg-sheet xl:order-1 xl:overflow-y-auto xl:border-r-[1.5px]">
          <CoursePanel
            courses={view.courses}
            chosen={courseId}
            proposal={proposal}
            onChoose={setCourseId}
            onPoint={beginAt}
            onWiring={() => setOpen({ dialog: "wiring" })}
          />
          <Ledger
            rows={view.ledger}
            state={state}
            photosSaid={photos.said}
            onPhoto={photos.attach}
            nameOf={nameOf}
            closed={closed}
            onRetract={(finding) => setOpen({ dialog: "retract", finding })}
            onTakeBack={(of) => enterOrSay({ type: "retraction", of, why: "" })}
          />
          {view.sequence && <SequencePanel sequence={view.sequence} onCourse={setCourseId} />}
          <PlugPanel
            unit={unit}
            proposal={proposal}
            onPoint={beginAt}
            lifted={state.situation.lifts}
            onPlug={begin}
          />
          <RecapPanel recap={view.recap} />
          <TwinPanel rows={view.twin} />
        </div>
        <div className="relative order-1 flex min-w-0 flex-col xl:order-2 xl:overflow-y-auto">
          <CallStrip view={view} onCall={() => setOpen({ dialog: "call" })} jobId={job.id} />
          {!closed && (
            <>
              <DoubtNotice view={view} onAgain={setInHand} />
              <NextCard
                deeper={view.deeper}
                order={order}
                onOrder={() => setOpen({ dialog: "order" })}
                whatIf={
                  proposal && (
                    <WhatIfLine
                      key={proposal.check.id}
                      unit={unit}
                      events={events}
                      proposal={proposal}
                      ask={ask}
                    />
                  )
                }
                ranking={ranking}
                proposals={view.next}
                chosen={chosen}
                band={state.band}
                onChoose={choose}
                onPower={changePower}
                onSkip={({ id, title }, why) => enterOrSay({ type: "skipped", check: id, title, why })}
              />
              <FindingEntry
                key={line.turn}
                begun={line.text}
                events={events}
                ask={ask}
                unit={unit}
                proposal={proposal}
                busy={busy}
                state={state}
                onEnter={enter}
                onUndo={undo}
                onPower={changePower}
              />
              <LookFirst unit={unit} state={state} onEnter={enter} onPower={changePower} />
              <TrialEntry unit={unit} onEnter={enter} />
              <NoteEntry onEnter={enter} />
              <nav
                aria-label="Bench"
                className="flex gap-x-6 border-b-[1.5px] border-ink bg-sheet px-4 font-semibold md:hidden"
              >
                <Link className="flex min-h-11 items-center underline" to={`/tests?job=${job.id}`}>
                  Test a part on its own
                </Link>
                <Link className="flex min-h-11 items-center underline" to={`/strip?job=${job.id}`}>
                  Strip it down
                </Link>
              </nav>
            </>
          )}
          <SuspectList view={view} />
        </div>
      </main>
      <Suspense
        fallback={
          <p
            role="status"
            className="fixed right-4 bottom-4 z-30 border-[1.5px] border-ink bg-sheet px-4 py-2"
          >
            Opening…
          </p>
        }
      >
        {open?.dialog === "band" && (
          <BandDialog
            unit={unit}
            state={state}
            to={open.to}
            onClose={() => setOpen(undefined)}
            onDeclare={(body) => enterOrSay(body) && setOpen(undefined)}
          />
        )}
        {open?.dialog === "wiring" && (
          <WiringView
            unit={unit}
            events={events}
            proposal={proposal}
            state={state.situation.state}
            ask={ask}
            onPoint={beginAt}
            onClose={() => setOpen(undefined)}
          />
        )}
        {open?.dialog === "keys" && <KeySheet onClose={() => setOpen(undefined)} />}
        {open?.dialog === "order" && (
          <OrderPanel
            events={events}
            order={order}
            ask={ask}
            onChoose={(chosenOrder) => {
              setOrder(chosenOrder);
              setInHand(undefined);
            }}
            onClose={() => setOpen(undefined)}
          />
        )}
        {open?.dialog === "call" && (
          <CallDialog view={view} jobId={job.id} onClose={() => setOpen(undefined)} onEnter={enterOrSay} />
        )}
        {open?.dialog === "retract" && (
          <RetractDialog
            row={view.ledger.find((r) => r.id === open.finding)}
            onClose={() => setOpen(undefined)}
            onRetract={(why) =>
              enterOrSay({ type: "retraction", of: open.finding, why }) && setOpen(undefined)
            }
          />
        )}
      </Suspense>
    </div>
  );
}
