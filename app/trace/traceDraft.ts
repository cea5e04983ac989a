import { z } from "zod";
import { keptIn } from "./keptIn.ts";
import type { DraftKind } from "./useDraft.ts";

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

const kept = keptIn("trace", draft);
export const TRACE_DRAFT: DraftKind<TraceDraft> = {
  load: kept.load,
  save: kept.save,
  isStep: (before, after) => before.lines !== after.lines,
};
export const dropTrace = kept.drop;

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
