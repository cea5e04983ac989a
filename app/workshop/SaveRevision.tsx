import { useState } from "react";
import { useNavigate, useRevalidator } from "react-router";
import { Button } from "../ui/Button.tsx";
import { saveRevision, type Saved } from "./saveRevision.ts";
import { dropWorkshop, type WorkshopDraft } from "./workshopDraft.ts";

interface Props {
  unit: string;
  draft: WorkshopDraft;
  newest: { readonly base: string; readonly file: WorkshopDraft["file"] };
  /** It reads as a model. */
  reads: boolean;
  onNewest: () => void;
}

/** Saves what was changed as a new revision. What somebody else has saved since is never written over unasked. */
export function SaveRevision({ unit, draft, newest, reads, onNewest }: Props) {
  const navigate = useNavigate();
  const { revalidate } = useRevalidator();
  const [busy, setBusy] = useState(false);
  const [heard, setHeard] = useState<Saved>();
  const changed = draft.at !== "";
  const stale = changed && draft.base !== newest.base;
  /** What it would be saved over, where that is another revision than the one it began from. */
  const over = heard && !heard.ok ? heard.newest : stale ? newest.base : undefined;
  const save = async (base: string) => {
    if (busy) return;
    setBusy(true);
    const saved = await saveRevision(draft.file, base);
    setBusy(false);
    setHeard(saved);
    if (!saved.ok) return;
    dropWorkshop(unit);
    await navigate(`/units/${saved.unit}`);
  };
  return (
    <>
      <Button look="main" disabled={!changed || !reads || busy} onClick={() => void save(draft.base)}>
        {busy ? "Saving…" : "Save as a new revision"}
      </Button>
      <p role="status" className="basis-full text-right text-[0.9375rem] text-ink-soft empty:hidden">
        {changed && !stale
          ? "Changes are kept in this browser until they are saved. Jobs keep the revision that they began with."
          : ""}
      </p>
      {(stale || (heard && !heard.ok)) && (
        <div
          role="alert"
          className="flex basis-full flex-wrap items-center gap-3 border-l-4 border-hazard bg-hazard-soft px-3 py-1.5"
        >
          <p className="grow">
            {heard && !heard.ok
              ? heard.problems.slice(0, 5).join(" ")
              : "This unit was saved anew after these changes were begun; they are kept here."}
          </p>
          {over !== undefined && (
            <>
              <Button disabled={!reads || busy} onClick={() => void save(over)}>
                Save mine over it
              </Button>
              <Button
                onClick={() => {
                  setHeard(undefined);
                  onNewest();
                  void revalidate();
                }}
              >
                Drop mine, take the newest
              </Button>
            </>
          )}
        </div>
      )}
    </>
  );
}
