import { useEffect, useRef } from "react";

/**
 * Does something again and again, as often as the server answers; while it is away only the question is repeated, so that a page
 * stays as it is.
 * @param everyMs from one question to the next
 */
export function useWhileServerAnswers(again: () => unknown, everyMs: number): void {
  const latest = useRef(again);
  useEffect(() => {
    latest.current = again;
  });
  useEffect(() => {
    const timer = setInterval(() => {
      void fetch("/health")
        .then((answer) => answer.ok && latest.current())
        // The server itself is away: ask again.
        .catch(() => undefined);
    }, everyMs);
    return () => clearInterval(timer);
  }, [everyMs]);
}
