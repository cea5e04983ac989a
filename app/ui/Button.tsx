import type { ButtonHTMLAttributes } from "react";

/** The looks of a button: `plain` ruled in ink, `main` the one thing to do here, `quiet` a word among others. */
const LOOKS = {
  plain: "border-[1.5px] border-ink bg-sheet text-ink",
  main: "border-[1.5px] border-here bg-here text-on-here",
  quiet: "border-[1.5px] border-transparent text-ink underline decoration-1 underline-offset-4",
  hazard: "border-[1.5px] border-hazard bg-sheet text-hazard",
} as const;

export type ButtonLook = keyof typeof LOOKS;

export function buttonClass(look: ButtonLook): string {
  return `inline-flex min-h-11 items-center justify-center gap-2 px-4 py-2 font-semibold disabled:opacity-50 aria-disabled:opacity-50 ${LOOKS[look]}`;
}

export function Button({
  look = "plain",
  hotkey,
  className = "",
  children,
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: ButtonLook; hotkey?: string }) {
  return (
    <button
      type="button"
      {...rest}
      className={`${buttonClass(look)} ${className}`}
      aria-keyshortcuts={hotkey}
    >
      {children}
      {hotkey && <Key name={hotkey} />}
    </button>
  );
}

/** The key that does what it stands beside. Not shown where there is no keyboard. */
export function Key({ name }: { name: string }) {
  return (
    <kbd
      aria-hidden
      className="reading hidden border border-b-2 border-current bg-sheet px-1.5 text-xs font-semibold text-ink-soft md:inline"
    >
      {name.toUpperCase()}
    </kbd>
  );
}
