import { Dialog as Radix } from "radix-ui";
import type { ReactNode } from "react";

/** A sheet laid over the page: title, body, and the buttons that end it. */
export function Dialog({
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
        <Radix.Overlay className="fixed inset-0 z-20 bg-[rgb(10_16_18/0.55)]" />
        <Radix.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-30 flex max-h-[92dvh] w-[min(40rem,calc(100vw-1.5rem))] -translate-x-1/2 -translate-y-1/2 flex-col gap-4 overflow-y-auto border-2 border-ink bg-sheet p-5"
        >
          <Radix.Title className="border-b-[1.5px] border-ink pb-2 text-[1.375rem] font-bold">
            {title}
          </Radix.Title>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}

export function DialogButtons({ children }: { children: ReactNode }) {
  return <div className="flex flex-wrap justify-end gap-3 pt-1">{children}</div>;
}
