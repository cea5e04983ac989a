import { lazy } from "react";

const load = {
  band: () => import("./power/BandDialog.tsx"),
  call: () => import("./call/CallDialog.tsx"),
  repair: () => import("./repair/RepairDialog.tsx"),
  watch: () => import("./watch/WatchDialog.tsx"),
  hands: () => import("./hands/HandsBusy.tsx"),
  keys: () => import("./KeySheet.tsx"),
  order: () => import("./next/OrderPanel.tsx"),
  retract: () => import("./ledger/RetractDialog.tsx"),
  wiring: () => import("../wiring/WiringView.tsx"),
};

/** What opens over a job's page. It is not needed for the first view, so it is not sent with it. */
export const BandDialog = lazy(async () => ({ default: (await load.band()).BandDialog }));
export const CallDialog = lazy(async () => ({ default: (await load.call()).CallDialog }));
export const RepairDialog = lazy(async () => ({ default: (await load.repair()).RepairDialog }));
export const WatchDialog = lazy(async () => ({ default: (await load.watch()).WatchDialog }));
export const HandsBusy = lazy(async () => ({ default: (await load.hands()).HandsBusy }));
export const KeySheet = lazy(async () => ({ default: (await load.keys()).KeySheet }));
export const OrderPanel = lazy(async () => ({ default: (await load.order()).OrderPanel }));
export const RetractDialog = lazy(async () => ({ default: (await load.retract()).RetractDialog }));
export const WiringView = lazy(load.wiring);

/** Fetches them once the page works, so that they open when the connection has gone. */
export function preloadDialogs(): void {
  for (const fetchIt of Object.values(load)) fetchIt().catch(() => undefined);
}
