import { useEffect, useSyncExternalStore } from "react";
import { useShop } from "../../ui/ShopBar.tsx";
import { onChange, takeOverOld, waitingNow } from "./outbox.ts";
import type { Waiting } from "./store.ts";

const NOTHING: readonly Waiting[] = [];

/** Everything in this browser that the server has not acknowledged, of all jobs. */
export function useOutbox(): readonly Waiting[] {
  const { person } = useShop();
  useEffect(() => {
    if (person) void takeOverOld(person);
  }, [person]);
  return useSyncExternalStore(onChange, waitingNow, () => NOTHING);
}
