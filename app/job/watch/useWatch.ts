import { useEffect, useRef, useState } from "react";
import type { Mark, Sample } from "#core/formats/index.ts";
import type { MeterFunction } from "#core/meter/index.ts";
import type { MeterSource } from "../hands/useMeter.ts";

/** How often the meter is asked, ms. */
const ASK_MS = 400;
/** After trouble it is asked again so much later, ms. */
const TROUBLE_MS = 2000;
/** A reading is watched for an hour at most, s. */
export const LONGEST_WATCH = 3600;

export interface Watch {
  readonly running: boolean;
  readonly samples: readonly Sample[];
  readonly marks: readonly Mark[];
  readonly trouble?: string;
  readonly start: () => void;
  readonly stop: () => void;
  readonly mark: (text: string) => void;
}

interface Seen {
  readonly samples: readonly Sample[];
  readonly marks: readonly Mark[];
}
const NOTHING: Seen = { samples: [], marks: [] };

/** Readings of a meter as they come, from when it is started until it is stopped, and what was done meanwhile. */
export function useWatch(meter: MeterSource | undefined, fn: MeterFunction): Watch {
  const [seen, setSeen] = useState(NOTHING);
  const [running, setRunning] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const began = useRef(0);
  const seconds = () => Math.round(performance.now() - began.current) / 1000;
  useEffect(() => {
    if (!running || meter === undefined) return;
    const gone = new AbortController();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const ask = async () => {
      let wait = ASK_MS;
      try {
        const value = await meter.read(fn, gone.signal);
        if (gone.signal.aborted) return;
        setTrouble(undefined);
        setSeen((was) => ({ ...was, samples: [...was.samples, { seconds: seconds(), value }] }));
      } catch (error) {
        if (gone.signal.aborted) return;
        wait = TROUBLE_MS;
        // What the meter does not say is no drop-out of the unit.
        setTrouble(error instanceof TypeError ? "The server does not answer." : (error as Error).message);
      }
      if (seconds() >= LONGEST_WATCH) setRunning(false);
      else timer = setTimeout(() => void ask(), wait);
    };
    void ask();
    return () => {
      gone.abort();
      clearTimeout(timer);
    };
    // A source is the same under its id.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [running, meter?.id, fn]);
  return {
    ...seen,
    running,
    ...(trouble === undefined ? {} : { trouble }),
    start: () => {
      began.current = performance.now();
      setSeen(NOTHING);
      setRunning(true);
    },
    stop: () => setRunning(false),
    mark: (text) => setSeen((was) => ({ ...was, marks: [...was.marks, { seconds: seconds(), text }] })),
  };
}
