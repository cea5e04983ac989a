import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { z } from "zod";
import { sendFile } from "../files/sendFile.ts";
import { FileButton } from "../ui/FileButton.tsx";
import { Refused } from "../ui/Refused.tsx";

const answer = z.discriminatedUnion("status", [
  z.object({ status: z.literal("taken"), job: z.string(), without: z.array(z.string()) }),
  z.object({ status: z.literal("there"), job: z.string() }),
  z.object({ status: z.literal("refused"), problems: z.array(z.string()) }),
]);
type Answer = z.infer<typeof answer>;

const send = (file: File): Promise<Answer> => sendFile("/jobs/file", { body: file }, answer);

/** A whole job that another shop, or an earlier installation, saved as a file. */
export function BringJob() {
  const navigate = useNavigate();
  const [name, setName] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [heard, setHeard] = useState<Answer>();
  const take = async (file: File) => {
    setName(file.name);
    setBusy(true);
    setHeard(undefined);
    const said = await send(file);
    setBusy(false);
    if (said.status === "there" || (said.status === "taken" && said.without.length === 0))
      return navigate(`/jobs/${said.job}`);
    setHeard(said);
  };
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pt-4">
      <FileButton
        label={busy ? "Taking it in…" : "Bring a job’s file"}
        accept=".json,.zip,application/json,application/zip"
        disabled={busy}
        onFile={(file) => void take(file)}
      />
      <p className="text-ink-soft">
        A job begun elsewhere: its job.zip with the photographs, or its job.json.
      </p>
      <div className="basis-full empty:hidden">
        {heard?.status === "refused" && <Refused name={name} problems={heard.problems} />}
        {heard?.status === "taken" && (
          <div role="status" className="border-l-4 border-here bg-here-soft px-3 py-2">
            <p>
              Taken in, without{" "}
              {heard.without.length === 1 ? "one photograph" : `${heard.without.length} photographs`} that the
              file did not bring: {heard.without.join(", ")}.
            </p>
            <Link
              to={`/jobs/${heard.job}`}
              className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4"
            >
              Open the job
            </Link>
          </div>
        )}
      </div>
    </div>
  );
}
