import { wrap, type Remote } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { UnitModel } from "#core/unit/index.ts";
import type { TracedView } from "#core/view/index.ts";
import type { TraceWorker } from "../workers/traceProtocol.ts";

/** Readings of what is traced so far, computed off the page's thread; the last ones stay until the next are there. */
export function useTracedView(unit: UnitModel | undefined): {
  view: TracedView | undefined;
  calculating: boolean;
  trouble: string | undefined;
} {
  const worker = useRef<Remote<TraceWorker>>(undefined);
  const [answer, setAnswer] = useState<{ to: UnitModel; view?: TracedView; trouble?: string }>();
  useEffect(() => {
    const thread = new Worker(new URL("../workers/trace.worker.ts", import.meta.url), { type: "module" });
    worker.current = wrap<TraceWorker>(thread);
    return () => thread.terminate();
  }, []);
  useEffect(() => {
    if (!unit) return;
    let latest = true;
    worker.current
      ?.look(unit)
      .then((view) => {
        if (latest) setAnswer({ to: unit, view });
      })
      .catch((error: unknown) => {
        if (latest) setAnswer({ to: unit, trouble: error instanceof Error ? error.message : String(error) });
      });
    return () => {
      latest = false;
    };
  }, [unit]);
  return {
    view: unit && answer?.view,
    calculating: unit !== undefined && answer?.to !== unit,
    trouble: unit && answer?.trouble,
  };
}
