import { Dialog, DialogButtons } from "../ui/Dialog.tsx";
import { Button } from "../ui/Button.tsx";

const KEYS = [
  ["E", "write a finding down"],
  ["Esc", "leave the line or close what is open"],
  ["N", "another check than the one proposed"],
  ["W", "the wiring, and in it the arrow keys from part to part"],
  ["O", "the way to go about it"],
  ["U", "take back what was recorded last"],
  ["P", "declare the power"],
  ["C", "make the call"],
  ["?", "this sheet"],
] as const;

const LINES = [
  ["P4.3 to N 118 vac", "two points, what the meter shows"],
  ["TC1 OL", "across a part"],
  ["1.8", "the pair asked for"],
  ["K3.com K3.no no beep", "the buzzer"],
  ["P4.3 230 in wash", "in another state"],
  ["looks burnt P4", "something seen, smelt or heard"],
  ["P four point three 118 volts AC", "dictated"],
] as const;

/** Every key that does something here, and how a line is written. */
export function KeySheet({ onClose }: { onClose: () => void }) {
  return (
    <Dialog title="Keys, and how a line is written" onClose={onClose}>
      <dl className="grid grid-cols-[4rem_1fr] gap-x-4 gap-y-1.5">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="reading border border-b-2 border-ink text-center font-semibold">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <dl className="border-t-[1.5px] border-ink pt-2">
        {LINES.map(([line, what]) => (
          <div key={line} className="flex flex-wrap justify-between gap-x-4 border-b border-rule-faint py-1">
            <dt className="reading font-semibold">{line}</dt>
            <dd className="text-ink-soft">{what}</dd>
          </div>
        ))}
      </dl>
      <DialogButtons>
        <Button look="main" onClick={onClose}>
          Back to work
        </Button>
      </DialogButtons>
    </Dialog>
  );
}
