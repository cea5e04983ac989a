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

interface Props {
  desk: JobDesk;
  photos: ReturnType<typeof usePhotos>;
}

/** What opens over a job's page: the power, the call, the order, the keys, the drawing, a retraction. */
export function JobOverlays(props: Props) {
  if (!props.desk.open) return null;
  return (
    <Suspense
      fallback={
        <p role="status" className="fixed right-4 bottom-4 z-30 border-[1.5px] border-ink bg-sheet px-4 py-2">
          Opening…
        </p>
      }
    >
      <WithHands {...props} />
      <OfTheWhole {...props} />
    </Suspense>
  );
}

/** What is worked with at the unit. */
function WithHands({ desk }: Props) {
  const { unit, events, state, open, close, enterOrSay } = desk;
  switch (open?.dialog) {
    case "band":
      return (
        <BandDialog
          unit={unit}
          state={state}
          to={open.to}
          onClose={close}
          onDeclare={(body) => enterOrSay(body) && close()}
        />
      );
    case "wiring":
      return (
        <WiringView
          unit={unit}
          events={events}
          proposal={desk.proposal}
          state={state.situation.state}
          ask={desk.ask}
          onPoint={desk.beginAt}
          onClose={close}
        />
      );
    case "watch":
      return (
        <WatchDialog
          unit={unit}
          state={state}
          proposal={desk.proposal}
          onEnter={desk.enter}
          onClose={close}
        />
      );
    case "hands":
      return (
        <HandsBusy
          proposal={desk.proposal}
          state={state}
          busy={desk.busy || desk.ranking || (desk.proposal === undefined && desk.view.deeper)}
          onEnter={enterOrSay}
          onPower={desk.changePower}
          onClose={close}
        />
      );
    default:
      return null;
  }
}

/** What is decided, and looked up, of the job as a whole. */
function OfTheWhole({ desk, photos }: Props) {
  const { job, unit, state, view, open, close, enterOrSay } = desk;
  switch (open?.dialog) {
    case "repair":
      return (
        state.call && (
          <RepairDialog
            jobId={job.id}
            unit={unit}
            view={view}
            state={state}
            onEnter={enterOrSay}
            onPhoto={photos.attach}
            onClose={close}
          />
        )
      );
    case "keys":
      return <KeySheet onClose={close} />;
    case "order":
      return (
        <OrderPanel
          events={desk.events}
          order={desk.order}
          ask={desk.ask}
          onChoose={(chosen) => {
            desk.setOrder(chosen);
            desk.take(undefined);
          }}
          onClose={close}
        />
      );
    case "call":
    case "close":
      return (
        <CallDialog
          view={view}
          state={state}
          unit={unit}
          jobId={job.id}
          toClose={open.dialog === "close"}
          onClose={close}
          onEnter={enterOrSay}
        />
      );
    case "retract":
      return (
        <RetractDialog
          row={view.ledger.find((r) => r.id === open.finding)}
          onClose={close}
          onRetract={(why) => enterOrSay({ type: "retraction", of: open.finding, why }) && close()}
        />
      );
    default:
      return null;
  }
}
