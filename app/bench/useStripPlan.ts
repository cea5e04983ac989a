import { wrap, type Remote } from "comlink";
import { useEffect, useRef, useState } from "react";
import type { StripPlan, StripQuestion } from "#core/loads/index.ts";
import type { StripWorker } from "../workers/stripProtocol.ts";

/**
 * The plan for a strip-down, computed off the page's thread. Undefined until the first one is there; while a later one is
 * on its way `planning` is true and the one before is kept; `past` says that it is of before the last try, so that no answer
 * is meant for it.
 */
export function useStripPlan(question: StripQuestion): {
  plan: StripPlan | undefined;
  planning: boolean;
  past: boolean;
} {
  const worker = useRef<Remote<StripWorker>>(undefined);
  const [answer, setAnswer] = useState<{ to: StripQuestion; plan: StripPlan }>();
  useEffect(() => {
    const thread = new Worker(new URL("../workers/strip.worker.ts", import.meta.url), { type: "module" });
    worker.current = wrap<StripWorker>(thread);
    return () => thread.terminate();
  }, []);
  useEffect(() => {
    let latest = true;
    void worker.current?.plan(question).then((plan) => {
      if (latest) setAnswer({ to: question, plan });
    });
    return () => {
      latest = false;
    };
  }, [question]);
  return {
    plan: answer?.plan,
    planning: answer?.to !== question,
    past: answer?.to.steps.length !== question.steps.length,
  };
}
