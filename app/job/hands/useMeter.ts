import { useEffect, useState } from "react";
import { AutoHold, type MeterFunction } from "#core/meter/index.ts";

/** How often the meter is asked, ms: some five readings a second, as a bench meter takes them. */
const ASK_MS = 200;
/** After trouble it is asked again so much later, ms. */
const TROUBLE_MS = 2000;

/** Where readings come from: a meter on the network, by the server, or one on this device's serial port. */
export interface MeterSource {
  readonly id: string;
  readonly name: string;
  /** One reading, in base units, Infinity over limit. @throws Error in words */
  readonly read: (fn: MeterFunction, gone: AbortSignal) => Promise<number>;
}

/** A meter of the shop's list: the server asks it. */
export function networkMeter({ id, name }: { readonly id: string; readonly name: string }): MeterSource {
  return {
    id,
    name,
    read: async (fn, signal) => {
      const answer = await fetch(`/meters/${id}/reading?fn=${fn}`, { signal });
      if (!answer.ok) throw new Error(await answer.text());
      const { value } = (await answer.json()) as { value: number | "OL" };
      return value === "OL" ? Infinity : value;
    },
  };
}

export interface MeterNow {
  /** What it shows at this moment; undefined before its first answer. */
  readonly shows?: number;
  /** The reading that rests, until the probes leave or another rests. */
  readonly held?: number;
  /** It has shown the same since before this check: the probes are not known to be on its pair. */
  readonly isBefore?: boolean;
  readonly trouble?: string;
}

/**
 * A bench meter's readings as they come, and the one that has come to rest. Asks only while `fn` is given.
 * @param check what is being measured: what the meter shows when it comes is of another
 */
export function useMeter(
  meter: MeterSource | undefined,
  fn: MeterFunction | undefined,
  check: string | undefined,
): MeterNow {
  const [now, setNow] = useState<MeterNow & { readonly of?: string }>({});
  const of = `${meter?.id} ${fn} ${check}`;
  useEffect(() => {
    if (meter === undefined || fn === undefined) return;
    const hold = new AutoHold(fn);
    const gone = new AbortController();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const ask = async () => {
      let wait = ASK_MS;
      try {
        const shows = await meter.read(fn, gone.signal);
        if (gone.signal.aborted) return;
        const held = hold.push(shows);
        setNow((was) => ({
          of,
          shows,
          isBefore: hold.isBefore,
          ...(held !== undefined
            ? { held }
            : was.of === of && was.held !== undefined
              ? { held: was.held }
              : {}),
        }));
      } catch (error) {
        if (gone.signal.aborted) return;
        wait = TROUBLE_MS;
        const said = error instanceof TypeError ? "The server does not answer." : (error as Error).message;
        setNow({ of, trouble: said });
      }
      timer = setTimeout(() => void ask(), wait);
    };
    void ask();
    return () => {
      gone.abort();
      clearTimeout(timer);
    };
    // A source is the same under its id.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [of]);
  // What was read with another setting says nothing here.
  return now.of === of ? now : {};
}
