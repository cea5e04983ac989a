import { Link } from "react-router";
import type { JobView } from "#core/view/index.ts";
import type { Job } from "#server/jobs/readJob.ts";
import { OutboxNotice } from "../sync/OutboxNotice.tsx";
import { unreadableText } from "../words/unreadable.ts";
import { FirstHint } from "../ui/FirstHint.tsx";
import { tourStep } from "../ui/tour.ts";
import { useKept } from "../ui/useKept.ts";
import { CallStrip } from "./call/CallStrip.tsx";
import { CoursePanel } from "./course/CoursePanel.tsx";
import { PlugPanel } from "./course/PlugPanel.tsx";
import { SequencePanel } from "./course/SequencePanel.tsx";
import { FindingEntry } from "./entry/FindingEntry.tsx";
import { NoteEntry } from "./entry/NoteEntry.tsx";
import { TrialEntry } from "./entry/TrialEntry.tsx";
import { JobHeader, JobParticulars } from "./JobHeader.tsx";
import { JobOverlays } from "./JobOverlays.tsx";
import { Ledger } from "./ledger/Ledger.tsx";
import { RecapPanel } from "./ledger/RecapPanel.tsx";
import { TwinPanel } from "./ledger/TwinPanel.tsx";
import { usePhotos } from "./ledger/usePhotos.ts";
import { DoubtNotice } from "./next/DoubtNotice.tsx";
import { LookFirst } from "./next/LookFirst.tsx";
import { NextCard } from "./next/NextCard.tsx";
import { WhatIfLine } from "./next/WhatIfLine.tsx";
import { atPlace, PlaceBar } from "./PlaceBar.tsx";
import { PowerBand } from "./power/PowerBand.tsx";
import { JumperEntry } from "./repair/JumperEntry.tsx";
import { ProofStrip } from "./repair/ProofStrip.tsx";
import { SuspectList } from "./suspects/SuspectList.tsx";
import { useJobDesk, type JobDesk } from "./useJobDesk.ts";

/**
 * The job's one screen: band, course, ledger; what next, what was found, who is left. A wide screen shows all of it in two
 * columns; a small one a place at a time, with the line always within reach.
 */
export function JobWorkspace({ job, first, dictionary }: { job: Job; first: JobView; dictionary: string }) {
  const desk = useJobDesk(job, first, dictionary);
  const { view, closed, place, setOpen } = desk;
  const photos = usePhotos(job.id, desk.jobName, desk.pending);
  return (
    <div
      className="flex min-h-dvh flex-col xl:h-dvh xl:overflow-hidden"
      data-ready={desk.progress === undefined ? "true" : undefined}
      data-weighed={view.ledger.length}
      data-ranked={desk.ranking ? undefined : view.ledger.length}
      data-looking={view.deeper ? true : undefined}
    >
      <PowerBand
        unit={desk.unit}
        state={desk.state}
        nameOf={desk.nameOf}
        disabled={closed}
        onChange={() => desk.changePower()}
      />
      <JobHeader
        job={job}
        view={view}
        onCall={() => setOpen({ dialog: "call" })}
        onKeys={() => setOpen({ dialog: "keys" })}
        onWatch={() => setOpen({ dialog: "watch" })}
        onHands={() => setOpen({ dialog: "hands" })}
      />
      <Notices job={job} desk={desk} />
      <main className="min-h-0 grow max-xl:flex max-xl:flex-col xl:grid xl:grid-cols-[minmax(0,1fr)_27rem]">
        <div className="relative min-w-0 flex-col border-ink bg-sheet max-xl:contents xl:flex xl:overflow-y-auto xl:border-r-[1.5px]">
          <CourseAndRecord desk={desk} job={job} photos={photos} />
        </div>
        <div className="relative min-w-0 flex-col max-xl:contents xl:flex xl:overflow-y-auto">
          <div className={atPlace("next", place)}>
            {!closed && (
              <ProofStrip
                unit={desk.unit}
                view={view}
                onAgain={(finding) => desk.takeAgain(finding)}
                onTakeBack={(of) => desk.enterOrSay({ type: "retraction", of, why: "" })}
                onClose={() => setOpen({ dialog: "close" })}
                onEnter={desk.enter}
                onPower={desk.changePower}
                onRepair={() => setOpen({ dialog: "repair" })}
                state={desk.state}
              />
            )}
            <CallStrip
              view={view}
              onCall={() => setOpen({ dialog: "call" })}
              onRepair={() => setOpen({ dialog: "repair" })}
              jobId={job.id}
            />
            {!closed && <WhatNext desk={desk} />}
          </div>
          {!closed && <Line desk={desk} />}
          {!closed && <OtherWays desk={desk} />}
          <div className={`${atPlace("suspects", place)} grow bg-paper`}>
            <SuspectList view={view} isComputing={desk.progress !== undefined} onEnter={desk.enter} />
          </div>
        </div>
      </main>
      <PlaceBar place={place} onPlace={desk.setPlace} onWiring={() => setOpen({ dialog: "wiring" })} />
      <JobOverlays desk={desk} photos={photos} />
    </div>
  );
}

/** What the page has to say about itself: work under way, trouble, what another person did, what waits to be sent. */
function Notices({
  job: { id: jobId, unreadable, newer },
  desk: { progress, notice, trouble, heard, mend, state, place, view },
}: {
  job: Job;
  desk: JobDesk;
}) {
  return (
    <>
      {progress !== undefined && (
        <progress
          value={progress}
          max={1}
          aria-label="Preparing the predictions for this unit"
          className="h-1.5 w-full accent-here"
        />
      )}
      <div aria-live="polite" className="shrink-0">
        {unreadable > 0 && (
          <p className="border-b-[1.5px] border-hazard bg-hazard-soft px-4 py-2 font-semibold text-hazard">
            {unreadableText(unreadable)}
          </p>
        )}
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
        {newer !== undefined && !state.closed && (
          <p className="border-b-[1.5px] border-ink bg-live-soft px-4 text-[0.9375rem]">
            This unit was changed after the job was opened.{" "}
            <Link
              to={`/jobs/${jobId}/revision`}
              className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4"
            >
              See what its newer revision would change
            </Link>
          </p>
        )}
        {place === "next" && <FirstHint step={tourStep({ state, call: view.call })} />}
        <OutboxNotice job={jobId} onMend={mend} />
      </div>
    </>
  );
}

/** Where the volts go, and what was found. */
function CourseAndRecord({
  desk,
  job,
  photos,
}: {
  desk: JobDesk;
  job: Job;
  photos: ReturnType<typeof usePhotos>;
}) {
  const { unit, view, state, proposal, place, setOpen } = desk;
  return (
    <>
      <div className={`${atPlace("course", place)} bg-sheet`}>
        <CoursePanel
          courses={view.courses}
          chosen={desk.courseId}
          proposal={proposal}
          onChoose={desk.setCourseId}
          onPoint={desk.beginAt}
          onWiring={() => setOpen({ dialog: "wiring" })}
        />
      </div>
      <div className={`${atPlace("record", place)} bg-sheet`}>
        <JobParticulars job={job} view={view} />
        <Ledger
          rows={view.ledger}
          state={state}
          photosSaid={photos.said}
          unknown={
            unit.parts.some((p) => p.spread !== undefined)
              ? { unit: unit.id, job: `job ${String(job.number).padStart(4, "0")}` }
              : undefined
          }
          onPhoto={photos.attach}
          nameOf={desk.nameOf}
          closed={desk.closed}
          onRetract={(finding) => setOpen({ dialog: "retract", finding })}
          onTakeBack={(of) => desk.enterOrSay({ type: "retraction", of, why: "" })}
        />
      </div>
      <div className={`${atPlace("course", place)} bg-sheet`}>
        {view.sequence && <SequencePanel sequence={view.sequence} onCourse={desk.setCourseId} />}
        <PlugPanel
          unit={unit}
          proposal={proposal}
          onPoint={desk.beginAt}
          lifted={state.situation.lifts}
          onPlug={(plug, off) => desk.begin(`${plug} ${off ? "off" : "back"} `)}
        />
      </div>
      <div className={`${atPlace("record", place)} bg-sheet`}>
        <RecapPanel recap={view.recap} />
        <TwinPanel rows={view.twin} />
      </div>
    </>
  );
}

const COMPUTING =
  "Computing how this unit can fail, once for this model. Courses and readings are there already; checks follow.";
const TOO_LARGE =
  "This unit is too large to weigh its suspects. Its courses and expected readings hold: follow a course from the supply to the load.";

/** The check that pays best now, and readings to take again before it. */
function WhatNext({ desk }: { desk: JobDesk }) {
  const { unit, view, events, proposal, ask, setOpen } = desk;
  return (
    <>
      <DoubtNotice view={view} onAgain={desk.take} />
      <NextCard
        deeper={view.deeper}
        nothing={view.readingsOnly ? (desk.progress === undefined ? TOO_LARGE : COMPUTING) : undefined}
        order={desk.order}
        onOrder={() => setOpen({ dialog: "order" })}
        whatIf={
          proposal && (
            <WhatIfLine key={proposal.check.id} unit={unit} events={events} proposal={proposal} ask={ask} />
          )
        }
        ranking={desk.ranking}
        proposals={view.next}
        chosen={desk.chosen}
        band={desk.state.band}
        onChoose={desk.choose}
        onPower={desk.changePower}
        onSkip={({ id, title }, why) => desk.enterOrSay({ type: "skipped", check: id, title, why })}
      />
    </>
  );
}

/** The line in which findings are written; it stays at the thumb of a small screen wherever one is. */
function Line({ desk }: { desk: JobDesk }) {
  // With the big keys out it would cover half a phone's screen, and with it the card it answers.
  const [pad] = useKept("entry-pad", false);
  // What the notice says at the top is out of sight on a small screen.
  const waiting = desk.pending.filter((w) => w.message !== undefined && w.status === "waiting").length;
  return (
    <div
      className={`z-10 max-xl:order-last max-xl:mt-auto xl:contents ${pad ? "" : "max-xl:sticky max-xl:bottom-12"}`}
    >
      {waiting > 0 && (
        <p
          role="status"
          className="border-t-[1.5px] border-ink bg-live-soft px-4 py-1 font-semibold xl:hidden"
        >
          {waiting === 1
            ? "1 entry waits to be sent; it is kept here."
            : `${waiting} entries wait to be sent; they are kept here.`}
        </p>
      )}
      <FindingEntry
        key={desk.line.turn}
        begun={desk.line.text}
        events={desk.events}
        ask={desk.ask}
        unit={desk.unit}
        proposal={desk.proposal}
        unsent={desk.pending.length > 0}
        asking={desk.place === "next"}
        busy={desk.busy}
        state={desk.state}
        onEnter={desk.enter}
        onUndo={desk.undo}
        onPower={desk.changePower}
      />
    </div>
  );
}

/** Other things that can be recorded: looks, trials, notes. */
function OtherWays({ desk: { unit, state, enter, changePower, place } }: { desk: JobDesk }) {
  return (
    <div className={atPlace("next", place)}>
      <LookFirst unit={unit} state={state} onEnter={enter} onPower={changePower} />
      <TrialEntry unit={unit} onEnter={enter} />
      <JumperEntry state={state} onEnter={enter} />
      <NoteEntry onEnter={enter} />
    </div>
  );
}
