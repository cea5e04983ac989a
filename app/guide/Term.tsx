import { Popover } from "radix-ui";
import type { ReactNode } from "react";
import { TERMS, type TermId } from "./terms.ts";

/** A word that is explained where it stands: a tap, or Enter on it, says what it means here. */
export function Term({ id, children }: { id: TermId; children: ReactNode }) {
  const { name, means } = TERMS[id];
  return (
    <Popover.Root>
      <Popover.Trigger className="cursor-help underline decoration-dotted decoration-2 underline-offset-4">
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label={name}
          side="bottom"
          align="start"
          collisionPadding={12}
          className="z-40 max-w-80 border-2 border-ink bg-sheet p-3 text-base font-normal text-ink normal-case"
        >
          <strong className="block">{name}</strong>
          {means}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
