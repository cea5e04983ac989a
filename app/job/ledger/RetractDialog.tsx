import { useState } from "react";
import type { LedgerRow } from "#core/view/index.ts";
import { Button } from "../../ui/Button.tsx";
import { Dialog, DialogButtons } from "../../ui/Dialog.tsx";
import { Field, inputClass } from "../../ui/Field.tsx";

/** Takes a finding back. It stays in the record, struck through, and no longer counts. */
export function RetractDialog({
  row,
  onClose,
  onRetract,
}: {
  row: LedgerRow | undefined;
  onClose: () => void;
  onRetract: (why: string) => void;
}) {
  const [why, setWhy] = useState("");
  if (!row) return null;
  return (
    <Dialog title="Retract a finding" onClose={onClose}>
      <p className="text-lg">
        {row.check}, {row.setup}: <strong className="reading">{row.result}</strong>
      </p>
      <form
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          onRetract(why.trim());
        }}
      >
        <Field
          label="Why"
          hint="Wrong pin, probe not touching, wrong range… It stays in the record, struck through."
        >
          {(props) => (
            <input
              {...props}
              className={inputClass}
              maxLength={500}
              value={why}
              onChange={(e) => setWhy(e.target.value)}
            />
          )}
        </Field>
        <DialogButtons>
          <Button onClick={onClose}>Keep it</Button>
          <Button type="submit" look="hazard">
            Retract it
          </Button>
        </DialogButtons>
      </form>
    </Dialog>
  );
}
