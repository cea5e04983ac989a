import type { z } from "zod";

/** What this browser keeps under a room of names. What is stored and does not fit is left alone. */
export function keptIn<T>(room: string, shape: z.ZodType<T>) {
  const nameOf = (key: string) => `zygodrome.${room}.${key}`;
  return {
    load: (key: string): T | undefined => {
      try {
        const read = shape.safeParse(JSON.parse(localStorage.getItem(nameOf(key)) ?? "null"));
        return read.success ? read.data : undefined;
      } catch {
        return undefined;
      }
    },
    save: (key: string, kept: unknown): void => {
      try {
        localStorage.setItem(nameOf(key), JSON.stringify(kept));
      } catch {
        // Storage is full or forbidden: it holds for as long as the page is open.
      }
    },
    drop: (key: string): void => {
      try {
        localStorage.removeItem(nameOf(key));
      } catch {
        // Nothing was kept then.
      }
    },
  };
}
