import { proxy, wrap, type Remote } from "comlink";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Order } from "#core/diagnosis/index.ts";
import type { JobEvent } from "#core/job/index.ts";
import type { Depth, JobView, WeighedView } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { DiagnosisWorker } from "../workers/diagnosisProtocol.ts";

/** How long nothing is entered before what no list has is looked at. */
const QUIET_MS = 700;

export interface Diagnosis {
  readonly view: JobView;
  /** The next checks shown are those of before the last finding: they are being ranked anew. */
  readonly ranking: boolean;
  /** The log and the order that the view was ranked for; undefined while it is the server's first. */
  readonly ranked: { readonly events: readonly JobEvent[]; readonly order: Order } | undefined;
  /** How many findings and claims the next checks shown were ranked for. */
  readonly rankedFor: number;
  /** 0…1 while the worker builds the unit's dictionary, undefined after. */
  readonly progress: number | undefined;
  readonly trouble: string | undefined;
  /** Asks the worker something else; undefined until it is ready. */
  readonly ask: <T>(question: (worker: Remote<DiagnosisWorker>) => Promise<T>) => Promise<T> | undefined;
}

const newThread = () =>
  new Worker(new URL("../workers/diagnosis.worker.ts", import.meta.url), { type: "module" });
const wordsOf = (error: unknown) => (error instanceof Error ? error.message : String(error));

/** The browser's own diagnosis of a unit, on a thread of its own; another computes the symptoms, once. */
function useDiagnosisWorker(unit: UnitModel, address: string, onTrouble: (words: string) => void) {
  const [progress, setProgress] = useState<number | undefined>(0);
  /** The symptoms of the sequence are known. */
  const [learnt, setLearnt] = useState(false);
  const ready = useRef<Promise<Remote<DiagnosisWorker>>>(undefined);
  useEffect(() => {
    const thread = newThread();
    const remote = wrap<DiagnosisWorker>(thread);
    thread.onerror = () => onTrouble("The diagnosis stopped working in this browser. Load the page again.");
    ready.current = remote.open(unit, address, proxy(setProgress)).then(() => {
      setProgress(undefined);
      return remote;
    });
    // The first view is asked for before this, so that nothing waits for what only the sequence's panel needs.
    let aside: Worker | undefined;
    void ready.current
      .then(async (opened) => {
        const faults = await opened.faults();
        if (!faults) return;
        // In a thread of its own: a finding must not wait for it.
        aside = newThread();
        await opened.learnSymptoms(await wrap<DiagnosisWorker>(aside).table(unit, faults));
        aside.terminate();
        setLearnt(true);
      })
      .catch(() => undefined);
    ready.current.catch((error: unknown) => onTrouble(wordsOf(error)));
    return () => {
      thread.terminate();
      aside?.terminate();
    };
  }, [unit, address, onTrouble]);
  const ask = useCallback<Diagnosis["ask"]>(
    (question) => ready.current?.then((remote) => question(remote)),
    [],
  );
  return { ask, progress, learnt };
}

/**
 * The job's view for the events at hand: the server's at first, the browser worker's once it is ready.
 * @param address where the unit's dictionary is to be had
 * @param keep the check in hand: it stays among the next ones, whatever comes before it by then
 */
export function useDiagnosis(
  unit: UnitModel,
  address: string,
  events: readonly JobEvent[],
  order: Order,
  first: JobView,
  keep: string | undefined,
): Diagnosis {
  const kept = useRef(keep);
  useEffect(() => {
    kept.current = keep;
  });
  const [view, setView] = useState(first);
  const [trouble, setTrouble] = useState<string>();
  const { ask, progress, learnt } = useDiagnosisWorker(unit, address, setTrouble);
  const [ranking, setRanking] = useState(false);
  const [ranked, setRanked] = useState<Diagnosis["ranked"]>();
  const [rankedFor, setRankedFor] = useState(first.state.evidence.length);
  // A check that was taken in hand from elsewhere, and is none of those ranked: it is asked for.
  const missing = view.next.some((p) => p.check.id === keep) ? undefined : keep;
  const asked = useRef(0);

  useEffect(() => {
    const turn = ++asked.current;
    // A later question overtakes an earlier answer.
    const isLatest = () => turn === asked.current;
    const look = async (depth: Depth) => {
      const weighed = proxy((half: WeighedView) => {
        if (!isLatest() || depth === "whole") return;
        setView((was) => ({ ...was, ...half }));
        setRanking(true);
      });
      const next = await ask(async (remote) =>
        isLatest() ? remote.view(events, order, weighed, depth, kept.current) : undefined,
      );
      if (!next || !isLatest()) return undefined;
      setView(next);
      setRanking(false);
      setRankedFor(next.state.evidence.length);
      setRanked({ events, order });
      return next;
    };
    let later: ReturnType<typeof setTimeout> | undefined;
    const inWords = (error: unknown) => setTrouble(wordsOf(error));
    void look("listed")
      .then((next) => {
        // It takes seconds, in which no entry would be answered: only once nothing more comes.
        if (next?.deeper) later = setTimeout(() => void look("whole").catch(inWords), QUIET_MS);
      })
      .catch(inWords);
    return () => clearTimeout(later);
  }, [ask, events, order, learnt, missing]);

  return { view, ranking, ranked, rankedFor, progress, trouble, ask };
}
