import { wrap } from "comlink";
import { useEffect, useState } from "react";
import type { FirstCheck, TracedView } from "#core/view/index.ts";
import type { TraceSource, TraceWorker } from "../workers/traceProtocol.ts";

export interface Traced {
  readonly view: TracedView | undefined;
  readonly first: FirstCheck | undefined;
  /** Which unknown value would help most. */
  readonly worth: string | undefined;
  readonly calculating: boolean;
  readonly trouble: string | undefined;
}

interface Answer {
  readonly to: TraceSource;
  readonly view?: TracedView;
  readonly first?: FirstCheck;
  readonly worth?: string | undefined;
  readonly trouble?: string;
}

/** Somebody is still typing for so long after a change, ms. */
const PAUSE_MS = 150;

/**
 * What is traced so far, computed off the page's thread: its readings first, then where one would begin. A change ends the
 * computation of what was before; its readings stay until the next are there.
 */
export function useTracedView(source: TraceSource | undefined): Traced {
  const [answer, setAnswer] = useState<Answer>();
  useEffect(() => {
    if (!source) return;
    let thread: Worker | undefined;
    const look = async () => {
      thread = new Worker(new URL("../workers/trace.worker.ts", import.meta.url), { type: "module" });
      const worker = wrap<TraceWorker>(thread);
      const view = await worker.look(source);
      setAnswer({ to: source, view });
      const first = await worker.first();
      setAnswer({ to: source, view, first });
      const worth = await worker.worth();
      setAnswer({ to: source, view, first, worth });
    };
    const begin = setTimeout(() => {
      look().catch((error: unknown) =>
        setAnswer({ to: source, trouble: error instanceof Error ? error.message : String(error) }),
      );
    }, PAUSE_MS);
    return () => {
      clearTimeout(begin);
      thread?.terminate();
    };
  }, [source]);
  const current = answer?.to === source ? answer : undefined;
  return {
    view: source && answer?.view,
    first: current?.first,
    worth: current?.worth,
    calculating: source !== undefined && current?.view === undefined && current?.trouble === undefined,
    trouble: current?.trouble,
  };
}
