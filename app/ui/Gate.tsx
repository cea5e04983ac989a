import type { ReactNode } from "react";
import { LanguageChoice } from "./LanguageChoice.tsx";

/** A page before the shop: the mark, and one thing to do. */
export function Gate({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className="mx-auto flex max-w-md flex-col gap-5 p-5 pt-10 sm:pt-16">
      <p className="flex items-center gap-2 text-lg font-bold">
        <img src="/mark.svg" alt="" className="size-8" /> Zygodrome
      </p>
      <h1 className="border-b-2 border-ink pb-2 text-[1.75rem] font-bold">{title}</h1>
      {children}
      <LanguageChoice />
    </main>
  );
}
