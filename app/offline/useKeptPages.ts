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
    const timer = setTimeout(() => void keepPages(Date.now()).catch(() => undefined), LATER_MS);
    return () => clearTimeout(timer);
  }, [pathname, isGate]);
}
