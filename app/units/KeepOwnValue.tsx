import { useState } from "react";
import { useRevalidator } from "react-router";
import { Button } from "../ui/Button.tsx";
import { keepOwnValue } from "./keepOwnValue.ts";

/** Keeps a reading as the unit's own value, with one tap; says beside it what became of it. */
export function KeepOwnValue({
  unit,
  name,
  ...reading
}: Parameters<typeof keepOwnValue>[1] & {
  unit: string;
  /** What is read, for those who hear the page. */
  name: string;
}) {
  const { revalidate } = useRevalidator();
  const [busy, setBusy] = useState(false);
  const [heard, setHeard] = useState<{ readonly kept: boolean; readonly said: string }>();
  const keep = async () => {
    if (busy) return;
    setBusy(true);
    const answer = await keepOwnValue(unit, reading);
    setBusy(false);
    setHeard(answer);
    if (answer.kept) void revalidate();
  };
  return (
    <>
      {!heard?.kept && (
        <Button
          look="quiet"
          className="px-0! text-sm"
          aria-disabled={busy}
          onClick={() => void keep()}
          aria-label={`Part is good: keep ${name} as the unit’s own value`}
        >
          {busy ? "Keeping…" : "Part is good: keep as the unit’s own value"}
        </Button>
      )}
      <span
        role="status"
        className={`block text-sm empty:hidden ${heard?.kept ? "" : "border-l-4 border-hazard pl-2"}`}
      >
        {heard?.said}
      </span>
    </>
  );
}
