import { wrap } from "comlink";
import { useEffect, useState } from "react";
import type { UnitModel } from "#core/unit/index.ts";
import type { Json, WorkshopProblem } from "#core/workshop/index.ts";
import type { WorkshopWorker } from "../workers/workshopProtocol.ts";

export interface WorkshopCheck {
  readonly problems: readonly WorkshopProblem[];
  readonly doubts: readonly WorkshopProblem[];
  /** The model as it last read. */
  readonly unit: UnitModel | undefined;
  /** These are of the file as it stands now: it reads, or it does not. */
  readonly current: boolean;
  readonly doubting: boolean;
  readonly trouble: string | undefined;
}

const NOTHING: WorkshopCheck & { of: Json | undefined } = {
  of: undefined,
  problems: [],
  doubts: [],
  unit: undefined,
  current: false,
  doubting: false,
  trouble: undefined,
};

/** Somebody is still typing for so long after a change, ms. */
const PAUSE_MS = 120;

/** What is wrong with a file that is being edited, read and solved off the page's thread. */
export function useChecked(file: Json): WorkshopCheck {
  const [found, setFound] = useState(NOTHING);
  useEffect(() => {
    let thread: Worker | undefined;
    const look = async () => {
      thread = new Worker(new URL("../workers/workshop.worker.ts", import.meta.url), { type: "module" });
      const worker = wrap<WorkshopWorker>(thread);
      const { problems, unit } = await worker.check(file);
      setFound((was) => ({
        of: file,
        problems,
        doubts: [],
        unit: unit ?? was.unit,
        current: true,
        doubting: unit !== undefined,
        trouble: undefined,
      }));
      if (!unit) return;
      const doubts = await worker.doubts();
      setFound((was) => ({ ...was, doubts, doubting: false }));
    };
    const begin = setTimeout(() => {
      look().catch((error: unknown) =>
        setFound((was) => ({
          ...was,
          of: file,
          current: true,
          doubting: false,
          trouble: error instanceof Error ? error.message : String(error),
        })),
      );
    }, PAUSE_MS);
    return () => {
      clearTimeout(begin);
      thread?.terminate();
    };
  }, [file]);
  return found.of === file ? found : { ...found, current: false };
}
