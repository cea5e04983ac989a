import { KeyList } from "../guide/KeyList.tsx";
import { Dialog, DialogButtons } from "../ui/Dialog.tsx";
import { Button, buttonClass } from "../ui/Button.tsx";

/** The list of keys, over a job's page. */
export function KeySheet({ onClose }: { onClose: () => void }) {
  return (
    <Dialog title="Keys, and how a line is written" onClose={onClose}>
      <KeyList />
      <DialogButtons>
        <a href="/guide" target="_blank" rel="noopener" className={buttonClass("plain")}>
          The whole guide
        </a>
        <Button look="main" onClick={onClose}>
          Back to work
        </Button>
      </DialogButtons>
    </Dialog>
  );
}
