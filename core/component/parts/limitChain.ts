import { parseQuantity } from "#core/quantity/index.ts";

export interface Chain {
  readonly points: readonly string[];
  /** By point: whether the feed's volts are there. */
  readonly has: Readonly<Record<string, boolean>>;
}
type Trouble = { readonly trouble: string };

/**
 * Reads a chain's points and what was measured at them: "S3 24.1, S5 0.2" or "S3 yes, S5 no".
 * @param present at these volts or more the feed has come so far
 * @param absent below these it has not
 */
export function readChain(
  points: string,
  read: string,
  feed: number | undefined,
  present: number | undefined,
  absent: number | undefined,
): Chain | Trouble {
  const list = points.split(/[\s,]+/u).filter(Boolean);
  if (list.length < 3)
    return { trouble: "A chain has three points or more: the feed, what lies between, and the end." };
  const has: Record<string, boolean> = { [list[0]!]: true, [list.at(-1)!]: false };
  for (const piece of read.split(/[,;\n]+/u)) {
    if (piece.trim() === "") continue;
    const [, point, said] = /^\s*(\S+)\s+(.+?)\s*$/u.exec(piece) ?? [];
    if (!point || !said)
      return { trouble: `“${piece.trim()}” was not understood. Write “S3 24.1” or “S3 yes”.` };
    if (!list.includes(point)) return { trouble: `“${point}” is not among the points.` };
    if (/^(?:yes|no)$/iu.test(said)) {
      has[point] = said.toLowerCase() === "yes";
      continue;
    }
    const parsed = parseQuantity(said);
    if (!parsed.ok || (parsed.quantity.unit ?? "V") !== "V")
      return { trouble: `“${said}” at ${point} is neither volts nor yes or no.` };
    if (feed === undefined || present === undefined || absent === undefined)
      return { trouble: `${point} was read in volts: enter the volts at the feed too.` };
    const volts = Math.abs(parsed.quantity.value);
    if (volts > 1.15 * feed)
      return { trouble: `${said} at ${point} is more than the feed has: check both readings.` };
    if (volts < present && volts >= absent)
      return {
        trouble: `${said} at ${point} is neither there nor gone: a contact on the way has ohms. Read the drop across each closed contact.`,
      };
    has[point] = volts >= present;
  }
  return { points: list, has };
}

/** Where to measure next in a chain of closed contacts: the middle of what is left between a good point and a bad one. */
export function nextInChain(
  points: readonly string[],
  readings: Readonly<Record<string, boolean>>,
): { readonly measure: string } | { readonly between: readonly [string, string] } | Trouble {
  let good = 0;
  let bad = points.length - 1;
  points.forEach((p, i) => {
    if (readings[p] === true) good = Math.max(good, i);
    if (readings[p] === false) bad = Math.min(bad, i);
  });
  if (good >= bad)
    return {
      trouble: `There are volts at ${points[good]}, beyond ${points[bad]} where there are none: one of the two readings slipped.`,
    };
  if (bad - good === 1) return { between: [points[good]!, points[bad]!] };
  return { measure: points[(good + bad) >> 1]! };
}
