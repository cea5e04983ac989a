import { useEffect } from "react";
import { useLocation } from "react-router";
import { keepPages } from "./keepPages.ts";

/** After this the page at hand has what it needs, ms. */
const LATER_MS = 4000;

/** While somebody works, the pages of what they work on are kept for times without a network. */
export function useKeptPages(): void {
  const { pathname } = useLocation();
  const isGate = pathname.startsWith("/sign-") || pathname === "/offline";
  useEffect(() => {
    if (isGate || !("serviceWorker" in navigator)) return;
    // What cannot be kept now is tried again later, and the page does not mind.
    const keep = () => void keepPages(Date.now()).catch(() => undefined);
    const timer = setTimeout(keep, LATER_MS);
    // At a first visit the service worker may come to stand only after that.
    navigator.serviceWorker.addEventListener("controllerchange", keep);
    return () => {
      clearTimeout(timer);
      navigator.serviceWorker.removeEventListener("controllerchange", keep);
    };
  }, [pathname, isGate]);
}
