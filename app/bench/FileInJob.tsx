import { useState } from "react";
import { Link } from "react-router";
import type { ComponentTest, Entries, Judgement } from "#core/component/index.ts";
import type { EventBody } from "#core/job/index.ts";
import { deviceId } from "../sync/device.ts";
import { put, waitingNow } from "../sync/outbox/outbox.ts";
import { Button } from "../ui/Button.tsx";
import { useShop } from "../ui/ShopBar.tsx";

interface Props {
  job: string;
  test: ComponentTest;
  part: { readonly id: string; readonly name: string } | undefined;
  entries: Entries;
  judgement: Judgement;
}

/** Files the verdict in the job: a finding about the part where it is settled, and a note with its readings. */
export function FileInJob({ job, test, part, entries, judgement }: Props) {
  const { person } = useShop();
  const [said, setSaid] = useState<{ text: string; done: boolean }>();
  const settled = judgement.verdict === "good" || judgement.verdict === "bad";
  const file = async () => {
    if (!person)
      return setSaid({ text: "Choose who is working first, at the top of the page.", done: false });
    const bodies: EventBody[] = [
      { type: "note", text: noteText(test, part?.name, entries, judgement) },
      ...(settled && part
        ? [
            {
              type: "finding" as const,
              check: { kind: "trial" as const, trial: "bench" as const, subject: part.id },
              result: { kind: "seen" as const, seen: judgement.verdict === "good" },
            },
          ]
        : []),
    ];
    const ids: string[] = [];
    for (const body of bodies) {
      const id = crypto.randomUUID();
      ids.push(id);
      await put({
        kind: "entry",
        id,
        job,
        jobName: "the job",
        title:
          body.type === "finding"
            ? `${part?.name ?? test.name} tests ${judgement.verdict}`
            : noteTitle(test, part?.name),
        since: Date.now(),
        status: "waiting",
        event: { id, person, at: new Date().toISOString(), device: deviceId(), body },
      });
    }
    if (waitingNow().some((w) => ids.includes(w.id)))
      return setSaid({ text: "Not saved yet: see at the top of the page.", done: false });
    setSaid({
      text: bodies.length > 1 ? "Filed as a finding, with a note of the readings." : "Filed as a note.",
      done: true,
    });
  };
  return (
    <div className="flex flex-col gap-2">
      {!part && (
        <p className="text-ink-soft">
          Choose the part above to file it as a finding; without one it is a note.
        </p>
      )}
      <Button look="main" onClick={() => void file()}>
        {settled && part ? `File: ${part.name} tests ${judgement.verdict}` : "File it as a note"}
      </Button>
      {said && (
        <p role="status" className={said.done ? "text-here" : "font-semibold text-hazard"}>
          {said.text}{" "}
          {said.done && (
            <Link className="font-semibold underline underline-offset-4" to={`/jobs/${job}`}>
              Back to the job
            </Link>
          )}
        </p>
      )}
    </div>
  );
}

const noteTitle = (test: ComponentTest, part: string | undefined) =>
  `note of ${test.name}${part ? `, ${part}` : ""}`;

function noteText(
  test: ComponentTest,
  part: string | undefined,
  entries: Entries,
  judgement: Judgement,
): string {
  const readings = test.fields
    .flatMap((f) =>
      f.kind !== "choice" && entries[f.id]
        ? [`${f.label} ${entries[f.id]}${f.kind === "quantity" ? ` ${f.unit.text}` : ""}`]
        : [],
    )
    .join(", ");
  return `${test.name}${part ? `, ${part}` : ""}: ${judgement.sentence} (${readings})`.slice(0, 2000);
}
