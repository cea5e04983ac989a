import { useEffect, useState } from "react";
import type { FindingBody, JobEvent } from "#core/job/index.ts";
import type { Diagnosis } from "../useDiagnosis.ts";

/** How long the line must rest before the worker is asked about it, ms. */
const REST = 250;

/** What the worker finds odd about the reading in the line, once the line has rested. */
export function useQuestion(
  body: FindingBody | undefined,
  events: readonly JobEvent[],
  ask: Diagnosis["ask"],
): string | undefined {
  const [found, setFound] = useState<{ body: FindingBody; text: string | undefined }>();
  useEffect(() => {
    if (body?.check.kind !== "reading") return;
    let open = true;
    const timer = setTimeout(() => {
      void ask((worker) => worker.question(events, body))?.then((text) => {
        if (open) setFound({ body, text });
      });
    }, REST);
    return () => {
      open = false;
      clearTimeout(timer);
    };
  }, [body, events, ask]);
  return body !== undefined && found?.body === body ? found.text : undefined;
}
