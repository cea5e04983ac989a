import { useEffect } from "react";
import { useRevalidator } from "react-router";

/**
 * Asks the server for the job again once the page is alive and whenever it comes back into view: an entry may have
 * been saved, by an earlier page or by somebody else, after this page was written.
 */
export function useFreshJob(): void {
  const { revalidate } = useRevalidator();
  useEffect(() => {
    void revalidate();
    const onShow = () => {
      if (document.visibilityState === "visible") void revalidate();
    };
    document.addEventListener("visibilitychange", onShow);
    return () => document.removeEventListener("visibilitychange", onShow);
  }, [revalidate]);
}
