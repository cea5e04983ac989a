import { useCallback, useEffect, useRef, useState } from "react";
import type { EventBody } from "#core/job/index.ts";
import { keepPhotos, photoProblem, sendPhoto, waitingPhotos, type Photo } from "./photos.ts";

const RETRY_MS = 5000;
type AttachmentBody = Extract<EventBody, { type: "attachment" }>;

/** Photographs of the job on their way: kept in the browser, sent one after the other, then recorded as entries. */
export function usePhotos(job: string, onStored: (body: AttachmentBody) => void) {
  const [waiting, setWaiting] = useState<readonly Photo[]>([]);
  /** By finding: what became of the last photograph, where it is not simply there. */
  const [said, setSaid] = useState<Readonly<Record<string, string>>>({});
  const queue = useRef<readonly Photo[]>([]);
  const sending = useRef(false);
  const stored = useRef(onStored);
  useEffect(() => {
    stored.current = onStored;
  });

  const put = useCallback(
    (next: readonly Photo[]) => {
      queue.current = next;
      setWaiting(next);
      void keepPhotos(job, next);
    },
    [job],
  );
  const tell = useCallback(
    (finding: string, text: string) => setSaid((was) => ({ ...was, [finding]: text })),
    [],
  );

  const drain = useCallback(async () => {
    if (sending.current) return;
    sending.current = true;
    for (let photo = queue.current[0]; photo; photo = queue.current[0]) {
      const { id, finding, name } = photo;
      const result = await sendPhoto(job, photo);
      if ("waiting" in result) {
        tell(finding, `“${name}” waits here: ${result.waiting} It is sent again automatically.`);
        break;
      }
      put(queue.current.filter((p) => p.id !== id));
      if ("refused" in result) tell(finding, result.refused);
      else {
        tell(finding, "");
        stored.current({
          type: "attachment",
          of: finding,
          file: id,
          name,
          media: result.media as AttachmentBody["media"],
        });
      }
    }
    sending.current = false;
  }, [job, put, tell]);

  useEffect(() => {
    void waitingPhotos(job).then((left) => {
      if (left.length > 0) put([...left, ...queue.current]);
      void drain();
    });
    const timer = setInterval(() => void drain(), RETRY_MS);
    const online = () => void drain();
    window.addEventListener("online", online);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", online);
    };
  }, [job, put, drain]);

  const attach = useCallback(
    (finding: string, file: File) => {
      const problem = photoProblem(file);
      if (problem) return tell(finding, problem);
      const name = file.name.trim().slice(-200) || "photograph";
      tell(finding, `Sending “${name}”…`);
      put([...queue.current, { id: crypto.randomUUID(), finding, name, content: file }]);
      void drain();
    },
    [put, drain, tell],
  );

  return { waiting, said, attach };
}
