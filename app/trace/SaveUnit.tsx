import { useState } from "react";
import { useNavigate } from "react-router";
import { Button } from "../ui/Button.tsx";
import { saveTrace, type UnitSource } from "./saveTrace.ts";

interface Props {
  source: UnitSource;
  ready: boolean;
  /** What to do until it is ready. */
  until: string;
  onSaved: () => void;
}

/** Into the library, and on to a job on one; what could not be saved stays where it is. */
export function SaveUnit({ source, ready, until, onSaved }: Props) {
  const navigate = useNavigate();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const save = async (to: (unit: string) => string) => {
    if (busy) return;
    setBusy(true);
    const saved = await saveTrace(source);
    setBusy(false);
    if (!saved.ok) return setProblem(saved.message);
    onSaved();
    await navigate(to(saved.unit));
  };
  return (
    <div className="flex flex-col gap-2 border-t-2 border-ink pt-3">
      {problem && (
        <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1">
          {problem}
        </p>
      )}
      <div className="flex flex-wrap gap-2">
        <Button
          look="main"
          disabled={!ready || busy}
          onClick={() => void save((id) => `/jobs/new?unit=${id}`)}
        >
          {busy ? "Saving…" : "Save and start a job"}
        </Button>
        <Button disabled={!ready || busy} onClick={() => void save((id) => `/units/${id}`)}>
          Save
        </Button>
      </div>
      <p className="text-[0.9375rem] text-ink-soft">
        {ready ? "It can be added to later." : until} What you enter is kept in this browser until it is
        saved.
      </p>
    </div>
  );
}
