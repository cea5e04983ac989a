import { useState } from "react";
import type { EventBody } from "#core/job/index.ts";
import { itemName, stillOff, transferList, type JobView, type TransferWire } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { Button } from "../../ui/Button.tsx";
import { Dialog, DialogButtons } from "../../ui/Dialog.tsx";
import { Field, inputClass } from "../../ui/Field.tsx";
import { useKept } from "../../ui/useKept.ts";
import { useShop } from "../../ui/ShopBar.tsx";
import { WireSwatch } from "../../ui/WireSwatch.tsx";
import { DEFERENCE } from "../../words/cautions.ts";
import { inCurrency } from "../../words/money.ts";

interface Props {
  jobId: string;
  unit: UnitModel;
  view: JobView;
  onEnter: (body: EventBody) => boolean;
  onClose: () => void;
}

/** The repair of what was called: made safe, wire by wire, settings carried over, and what lay behind it. */
export function RepairDialog({ jobId, unit, view, onEnter, onClose }: Props) {
  const call = view.state.call!;
  const { currency } = useShop().settings;
  const items = call.body.item.split("+");
  const wires = transferList(unit, items);
  const settings = unit.settings.filter((s) => s.item === undefined || items.includes(s.item));
  const [what, setWhat] = useState("");
  const [cause, setCause] = useState(call.body.note);
  const [said, setSaid] = useState("");
  const off = stillOff(unit, view.state);
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
      <p className="border-l-4 border-hazard bg-hazard-soft px-3 py-2">
        Isolated, locked off and proven dead; what is stored has been discharged. A protective device is
        replaced by its own kind and rating, or not at all. {DEFERENCE}
      </p>
      {wires.length > 0 && (
        <fieldset className="flex min-w-0 flex-col">
          <legend className="font-bold">Wires on it, one at a time: off the old, onto the new</legend>
          <a
            href={`/jobs/${jobId}/papers/labels.pdf`}
            target="_blank"
            rel="noreferrer"
            className="inline-flex min-h-11 items-center self-start underline underline-offset-4"
          >
            Labels to print, one a wire
          </a>
          {wires.map((wire) => (
            <WireTick key={wire.id} wire={wire} kept={`moved.${call.event.id}.${wire.id}`} />
          ))}
        </fieldset>
      )}
      {settings.length > 0 && (
        <div>
          <h3 className="font-bold">To be the same on the replacement</h3>
          <ul>
            {settings.map((s) => (
              <li key={s.name} className="border-t border-rule-faint py-1">
                {s.name}: <span className="reading font-semibold">{s.value}</span>{" "}
                <span className="text-ink-soft">{s.where}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
      {off.length > 0 && (
        <p className="border-l-4 border-live px-3 py-1">
          Still recorded as off, to go back: {off.join(", ")}.
        </p>
      )}
      {view.call.remedy && view.call.item === call.body.item && (
        <p className="border-l-4 border-here px-3 py-1">{inCurrency(view.call.remedy, currency)}</p>
      )}
      <Field label="What was done" hint="Which part, joint or wire; number and value of what was fitted.">
        {(aria) => (
          <textarea
            {...aria}
            rows={2}
            maxLength={2000}
            className={inputClass}
            value={what}
            onChange={(e) => setWhat(e.target.value)}
          />
        )}
      </Field>
      <Field
        label="What lay behind the failure"
        hint={view.call.cause ?? "A blown fuse is a symptom. If nobody can tell, say why."}
      >
        {(aria) => (
          <textarea
            {...aria}
            rows={2}
            maxLength={2000}
            className={inputClass}
            value={cause}
            onChange={(e) => setCause(e.target.value)}
          />
        )}
      </Field>
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

/** A wire of the transfer list, ticked once it is where it belongs; the tick stays in this browser. */
function WireTick({ wire: { at, colour, wire }, kept }: { wire: TransferWire; kept: string }) {
  const [moved, setMoved] = useKept(kept, false);
  return (
    <label className="flex min-h-11 flex-wrap items-center gap-x-3 border-t border-rule-faint py-1">
      <input
        type="checkbox"
        className="size-6 shrink-0"
        checked={moved}
        onChange={(e) => setMoved(e.target.checked)}
      />
      <span className="reading w-20 shrink-0 font-semibold">{at}</span>
      <span className="inline-flex w-24 shrink-0 items-center gap-2">
        {colour !== "" && <WireSwatch colour={colour} />}
        {colour}
      </span>
      <span className="min-w-0 text-ink-soft">{wire}</span>
    </label>
  );
}
