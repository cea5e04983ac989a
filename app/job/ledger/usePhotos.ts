import { useCallback, useMemo, useState } from "react";
import { discard, put } from "../../sync/outbox/outbox.ts";
import type { Waiting } from "../../sync/outbox/store.ts";
import { useShop } from "../../ui/ShopBar.tsx";
import { photoProblem } from "./photos.ts";

/** Photographs of the job on their way: they wait with the entries, and become entries once the server has them. */
export function usePhotos(job: string, jobName: string, pending: readonly Waiting[]) {
  const { person } = useShop();
  /** By finding: why the last file chosen was not taken. */
  const [problems, setProblems] = useState<Readonly<Record<string, string>>>({});

  const said = useMemo(() => {
    const waits = pending.flatMap((w) => (w.kind === "file" ? [[w.file.finding, fileText(w)] as const] : []));
    const now = Object.entries(problems).filter(([, problem]) => problem !== "");
    return { ...Object.fromEntries(waits), ...Object.fromEntries(now) };
  }, [problems, pending]);

  const attach = useCallback(
    (finding: string, file: File) => {
      const problem = person
        ? photoProblem(file)
        : "Choose who is working first: every photograph carries a name.";
      setProblems((was) => ({ ...was, [finding]: problem ?? "" }));
      if (problem !== undefined || !person) return;
      // Another one was chosen in place of those that could not be taken.
      for (const waiting of pending)
        if (waiting.kind === "file" && waiting.file.finding === finding && waiting.status === "refused")
          void discard(waiting.id);
      const id = crypto.randomUUID();
      const name = file.name.trim().slice(-200) || "photograph";
      void put({
        kind: "file",
        id,
        job,
        jobName,
        title: `“${name}”`,
        since: Date.now(),
        status: "waiting",
        file: { id, finding, name, person, content: file },
      });
    },
    [job, jobName, person, pending],
  );

  return { said, attach };
}

function fileText({ title, status, message }: Waiting): string {
  if (status === "refused") return message ?? "";
  return message ? `${title} waits here: ${message} It is sent again automatically.` : `Sending ${title}…`;
}
