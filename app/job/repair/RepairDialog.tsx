import { useState } from "react";
import { settingsToCarry, type EventBody, type JobState } from "#core/job/index.ts";
import { itemName, refitFaces, refitRows, safeSteps, stillOff, type JobView } from "#core/view/index.ts";
import { partChoice, type UnitModel } from "#core/unit/index.ts";
import { Button } from "../../ui/Button.tsx";
import { Dialog, DialogButtons } from "../../ui/Dialog.tsx";
import { Field, inputClass } from "../../ui/Field.tsx";
import { useShop } from "../../ui/ShopBar.tsx";
import { DEFERENCE } from "../../words/cautions.ts";
import { inCurrency } from "../../words/money.ts";
import { PartSource } from "./PartSource.tsx";
import { Photographs } from "./Photographs.tsx";
import { SettingsList } from "./SettingsList.tsx";
import { TransferList } from "./TransferList.tsx";

interface Props {
  jobId: string;
  unit: UnitModel;
  view: JobView;
  /** As the entries of this moment leave it, which the weighing may not have come to yet. */
  state: JobState;
  onEnter: (body: EventBody) => boolean;
  onPhoto: (of: string, file: File) => void;
  onClose: () => void;
}

/** The repair of what was called: made safe, wire by wire, settings carried over, and what lay behind it. */
export function RepairDialog({ jobId, unit, view, state, onEnter, onPhoto, onClose }: Props) {
  const call = state.call!;
  const { currency } = useShop().settings;
  const items = call.body.item.split("+");
  const wires = refitRows(unit, state);
  const settings = settingsToCarry(unit, state);
  const [what, setWhat] = useState("");
  const [cause, setCause] = useState(call.body.note);
  const [said, setSaid] = useState("");
  const off = stillOff(unit, state);
  const record = () => {
    if (what.trim() === "") return setSaid("Say what was done: which part, which joint, which wire.");
    if (cause.trim() === "") return setSaid("Say what lay behind the failure, or why nobody can tell.");
    if (
      onEnter({
        type: "repaired",
        item: call.body.item,
        suspect: call.body.suspect,
        what: what.trim(),
        cause: cause.trim(),
      })
    )
      onClose();
  };
  return (
    <Dialog title={`Repair: ${itemName({ unit, suspects: unit.parts }, call.body.item)}`} onClose={onClose}>
      <BeforeItComesOff unit={unit} items={items} />
      <Photographs
        of={call.event.id}
        name="all of it, before anything comes off"
        photos={state.attachments}
        onPhoto={onPhoto}
      />
      <PartSource unit={unit} items={items} orders={state.orders} onEnter={onEnter} />
      <PartChoice unit={unit} suspect={call.body.suspect} items={items} />
      {settings.length > 0 && (
        <SettingsList settings={settings} state={state} onEnter={onEnter} onPhoto={onPhoto} />
      )}
      {wires.length > 0 && (
        <TransferList jobId={jobId} rows={wires} faces={refitFaces(unit, wires)} onEnter={onEnter} />
      )}
      {off.length > 0 && (
        <p className="border-l-4 border-live px-3 py-1">
          Still recorded as off, to go back: {off.join(", ")}.
        </p>
      )}
      {view.call.remedy && view.call.item === call.body.item && (
        <p className="border-l-4 border-here px-3 py-1">{inCurrency(view.call.remedy, currency)}</p>
      )}
      <Words
        label="What was done"
        hint="Which part, joint or wire; number and value of what was fitted."
        value={what}
        onChange={setWhat}
      />
      <Words
        label="What lay behind the failure"
        hint={view.call.cause ?? "A blown fuse is a symptom. If nobody can tell, say why."}
        value={cause}
        onChange={setCause}
      />
      <p role="alert" className="border-l-4 border-hazard bg-hazard-soft px-3 py-1 empty:hidden">
        {said}
      </p>
      <DialogButtons>
        <Button onClick={onClose}>Not yet</Button>
        <Button look="main" onClick={record}>
          Record the repair
        </Button>
      </DialogButtons>
    </Dialog>
  );
}

function BeforeItComesOff({ unit, items }: { unit: UnitModel; items: readonly string[] }) {
  return (
    <section aria-label="Before it comes off" className="border-l-4 border-hazard bg-hazard-soft px-3 py-2">
      <h3 className="font-bold">Before it comes off</h3>
      <ol className="list-decimal pl-6">
        {safeSteps(unit, items).map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <p className="pt-1">
        A protective device is replaced by its own kind and rating, or not at all. {DEFERENCE}
      </p>
    </section>
  );
}

function Words({
  label,
  hint,
  value,
  onChange,
}: {
  label: string;
  hint: string;
  value: string;
  onChange: (text: string) => void;
}) {
  return (
    <Field label={label} hint={hint}>
      {(aria) => (
        <textarea
          {...aria}
          rows={2}
          maxLength={2000}
          className={inputClass}
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Field>
  );
}

/** What must match on the new part, what may differ, and what is taken for it by mistake. */
function PartChoice({
  unit,
  suspect,
  items,
}: {
  unit: UnitModel;
  suspect: string;
  items: readonly string[];
}) {
  const part = unit.parts.find((p) => p.id === suspect.split(":")[0]);
  if (!unit.items.some((i) => items.includes(i.id) && i.remedy === "replace")) return null;
  // A whole board is chosen by its number, whatever part of it failed.
  const isWhole = part !== undefined && unit.parts.filter((p) => p.item === part.item).length > 3;
  const { same, may, alike, fitting } = partChoice(isWhole || !part ? "" : part.type);
  const rows = [
    ["The same", same],
    ["May differ", may === "" ? "Nothing." : may],
    ["Looks alike", alike],
    ["When it goes in", fitting],
  ] as const;
  return (
    <section aria-label="Choosing the part">
      <h3 className="font-bold">Choosing the part</h3>
      <dl className="grid gap-x-3 sm:grid-cols-[8rem_1fr]">
        {rows.map(([term, text]) => (
          <div
            key={term}
            className="border-t border-rule-faint py-1 sm:col-span-2 sm:grid sm:grid-cols-subgrid"
          >
            <dt className="text-ink-soft">{term}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
