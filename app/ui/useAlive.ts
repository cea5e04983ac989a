import { useSyncExternalStore } from "react";

const never = () => () => undefined;

/** Whether the page's script has taken over: false in what the server writes, and until then in the browser. */
export const useAlive = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
