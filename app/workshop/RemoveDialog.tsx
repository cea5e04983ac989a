import { recordName, SECTIONS } from "#core/workshop/index.ts";
import { Button } from "../ui/Button.tsx";
import { Dialog, DialogButtons } from "../ui/Dialog.tsx";
import type { Removing, Workshop } from "./useWorkshop.ts";

/** Asks before a record goes that others name, and says where they do. */
export function RemoveDialog({ shop, removing: { at, uses } }: { shop: Workshop; removing: Removing }) {
  const record = shop.records.find((r) => r.at === at);
  if (!record) return null;
  return (
    <Dialog title={`Remove ${recordName(shop.section, record)}?`} onClose={shop.keep}>
      <p>It is named elsewhere; those places will be wrong until they name something else:</p>
      <ul className="max-h-60 list-disc overflow-y-auto pl-5">
        {uses.map((u) => (
          <li key={`${u.section} ${u.at}`}>
            {SECTIONS.find((s) => s.id === u.section)?.title}, {u.record}
          </li>
        ))}
      </ul>
      <DialogButtons>
        <Button onClick={shop.keep}>Keep it</Button>
        <Button look="hazard" onClick={() => shop.remove(at)}>
          Remove it
        </Button>
      </DialogButtons>
    </Dialog>
  );
}
