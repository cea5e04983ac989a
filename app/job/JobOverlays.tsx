import { Suspense } from "react";
import type { usePhotos } from "./ledger/usePhotos.ts";
import type { JobDesk } from "./useJobDesk.ts";
import {
  BandDialog,
  CallDialog,
  HandsBusy,
  KeySheet,
  WatchDialog,
  OrderPanel,
  RepairDialog,
  RetractDialog,
  WiringView,
} from "./jobDialogs.ts";

/** What opens over a job's page: the power, the call, the order, the keys, the drawing, a retraction. */
export function JobOverlays({ desk, photos }: { desk: JobDesk; photos: ReturnType<typeof usePhotos> }) {
  const { job, unit, events, state, view, ask, order, open, close, enterOrSay } = desk;
  return (
    <Suspense
      fallback={
        <p role="status" className="fixed right-4 bottom-4 z-30 border-[1.5px] border-ink bg-sheet px-4 py-2">
          Opening…
        </p>
      }
    >
      {open?.dialog === "band" && (
        <BandDialog
          unit={unit}
          state={state}
          to={open.to}
          onClose={close}
          onDeclare={(body) => enterOrSay(body) && close()}
        />
      )}
      {open?.dialog === "wiring" && (
        <WiringView
          unit={unit}
          events={events}
          proposal={desk.proposal}
          state={state.situation.state}
          ask={ask}
          onPoint={desk.beginAt}
          onClose={close}
        />
      )}
      {open?.dialog === "repair" && state.call && (
        <RepairDialog
          jobId={job.id}
          unit={unit}
          view={view}
          state={state}
          onEnter={enterOrSay}
          onPhoto={photos.attach}
          onClose={close}
        />
      )}
      {open?.dialog === "watch" && (
        <WatchDialog
          unit={unit}
          state={state}
          proposal={desk.proposal}
          onEnter={desk.enter}
          onClose={close}
        />
      )}
      {open?.dialog === "hands" && (
        <HandsBusy
          proposal={desk.proposal}
          state={state}
          busy={desk.busy || desk.ranking || (desk.proposal === undefined && view.deeper)}
          onEnter={enterOrSay}
          onPower={desk.changePower}
          onClose={close}
        />
      )}
      {open?.dialog === "keys" && <KeySheet onClose={close} />}
      {open?.dialog === "order" && (
        <OrderPanel
          events={events}
          order={order}
          ask={ask}
          onChoose={(chosen) => {
            desk.setOrder(chosen);
            desk.take(undefined);
          }}
          onClose={close}
        />
      )}
      {(open?.dialog === "call" || open?.dialog === "close") && (
        <CallDialog
          view={view}
          state={state}
          unit={unit}
          jobId={job.id}
          toClose={open.dialog === "close"}
          onClose={close}
          onEnter={enterOrSay}
        />
      )}
      {open?.dialog === "retract" && (
        <RetractDialog
          row={view.ledger.find((r) => r.id === open.finding)}
          onClose={close}
          onRetract={(why) => enterOrSay({ type: "retraction", of: open.finding, why }) && close()}
        />
      )}
    </Suspense>
  );
}
