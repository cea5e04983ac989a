import { z } from "zod";

/** A unit as it is being traced. */
const draft = z.object({
  name: z.string().max(200),
  maker: z.string().max(200),
  lines: z.array(z.string().max(1000)).max(1000),
});
export type TraceDraft = Readonly<Omit<z.infer<typeof draft>, "lines">> & {
  readonly lines: readonly string[];
};

export const EMPTY_DRAFT: TraceDraft = { name: "", maker: "", lines: [] };

const nameOf = (key: string) => `zygodrome.trace.${key}`;

/** What this browser keeps of a trace; what does not fit is left alone. */
export function loadDraft(key: string): TraceDraft | undefined {
  try {
    const read = draft.safeParse(JSON.parse(localStorage.getItem(nameOf(key)) ?? "null"));
    return read.success ? read.data : undefined;
  } catch {
    return undefined;
  }
}

export function saveDraft(key: string, kept: TraceDraft): void {
  try {
    localStorage.setItem(nameOf(key), JSON.stringify(kept));
  } catch {
    // Storage is full or forbidden: the trace holds for as long as the page is open.
  }
}

export function dropDraft(key: string): void {
  try {
    localStorage.removeItem(nameOf(key));
  } catch {
    // Nothing was kept then.
  }
}

/** A line put in at a place, at the end where none is given. */
export function withLine(lines: readonly string[], text: string, at = lines.length): string[] {
  return [...lines.slice(0, at), text, ...lines.slice(at)];
}

/** What was pasted, a line each, without what is empty. */
export function pastedLines(text: string): string[] {
  return text
    .split(/\r\n|\r|\n/u)
    .map((line) => line.trim().slice(0, 200))
    .filter((line) => line !== "");
}
