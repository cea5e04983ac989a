import { X } from "lucide-react";
import { Dialog as Radix } from "radix-ui";
import type { ReactNode } from "react";
import { Button } from "./Button.tsx";

/** A view that needs the whole window; Escape and its button lead back to where one was. */
export function FullView({
  title,
  children,
  onClose,
}: {
  title: string;
  children: ReactNode;
  onClose: () => void;
}) {
  return (
    <Radix.Root open onOpenChange={(open) => !open && onClose()}>
      <Radix.Portal>
        <Radix.Content
          aria-describedby={undefined}
          className="print-whole fixed inset-0 z-30 flex flex-col bg-paper"
        >
          <div className="flex items-center gap-3 border-b-[1.5px] border-ink py-1.5 pr-2 pl-3">
            <Radix.Title className="min-w-0 grow truncate text-xl font-bold">{title}</Radix.Title>
            <Button className="no-print" onClick={onClose}>
              <X size={18} aria-hidden /> Back
            </Button>
          </div>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
