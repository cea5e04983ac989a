import { useCallback, useEffect, useRef, useState } from "react";
import type { PracticeAction } from "#core/practice/index.ts";
import { standFromJson, type StandNow } from "./standJson.ts";

/** How often a running unit is looked at, ms. */
const LOOK_MS = 1000;

/** An exercise at the simulated unit: as it stands, looked at every second while it runs, and what is done at it. */
export function usePractice(id: string, first: StandNow) {
  const [now, setNow] = useState(first);
  const [said, setSaid] = useState("");
  const [busy, setBusy] = useState(false);
  /** Answers that are older than what was done last are dropped. */
  const turn = useRef(0);
  const address = `/practice/${id}/actions`;

  const take = useCallback(
    async (action: PracticeAction) => {
      const mine = ++turn.current;
      setBusy(true);
      try {
        const answer = await fetch(address, {
          method: "POST",
          headers: { "content-type": "application/json" },
          body: JSON.stringify(action),
        });
        const text = await answer.text();
        if (!answer.ok) return setSaid(text || "The server did not take that. Try it again.");
        setSaid("");
        if (turn.current === mine) setNow(standFromJson(text));
      } catch {
        setSaid("The server does not answer. Nothing was done at the unit; try it again.");
      } finally {
        if (turn.current === mine) setBusy(false);
      }
    },
    [address],
  );

  const runs = now.stand.snapshot.isOn && now.stand.finished === undefined;
  useEffect(() => {
    if (!runs) return;
    const timer = setInterval(() => {
      if (document.visibilityState === "hidden") return;
      const mine = turn.current;
      void fetch(address)
        .then((answer) => (answer.ok ? answer.text() : undefined))
        .then((text) => {
          if (text !== undefined && turn.current === mine) setNow(standFromJson(text));
        })
        // The next look may succeed; what is done says so if it does not.
        .catch(() => undefined);
    }, LOOK_MS);
    return () => clearInterval(timer);
  }, [address, runs]);

  return { now, said, busy, take };
}
