import type { Diagram } from "./diagram.ts";
import type { Place, PlacedDiagram } from "./elkGraph.ts";

/** A rail as it is drawn: one upright line in place of the flags of a net that stand over one another. */
export interface DrawnRail {
  readonly net: string;
  readonly x: number;
  readonly from: number;
  readonly to: number;
  /** Where lines meet it: from the line's end to the rail. */
  readonly taps: readonly { readonly flag: string; readonly at: Place }[];
}

/** Flags whose middles lie closer than this stand in one column, px. */
const ONE_COLUMN = 24;

/**
 * The rails of a drawing: flags of one net that stand over one another, with no box and no other net's flag between them,
 * become one line with its name once; a flag that stands alone stays a flag.
 */
export function railsOf({ nodes, edges }: Diagram, { boxes, lines }: PlacedDiagram): DrawnRail[] {
  const placed = nodes.map((n) => ({ ...n, ...boxes[n.id]! }));
  const flags = placed
    .filter((n) => n.kind === "flag")
    .map((n) => ({ ...n, middle: n.x + n.width / 2 }))
    .sort((a, b) => a.name.localeCompare(b.name) || a.middle - b.middle || a.y - b.y);
  const ends = new Map(
    edges.flatMap(({ id, from, to }) => {
      const line = lines[id] ?? [];
      return [[from.node, line[0]] as const, [to.node, line.at(-1)] as const];
    }),
  );
  /** Whether anything but the two flags themselves stands where the rail would run between them. */
  const isFree = (x: number, top: number, bottom: number, own: ReadonlySet<string>) =>
    !placed.some(
      (n) => !own.has(n.id) && n.x < x + 8 && n.x + n.width > x - 8 && n.y < bottom && n.y + n.height > top,
    );
  const groups: (typeof flags)[] = [];
  for (const flag of flags) {
    const open = groups.findLast(
      ([first]) => first!.name === flag.name && Math.abs(first!.middle - flag.middle) < ONE_COLUMN,
    );
    const last = open?.at(-1);
    if (open && last && isFree(open[0]!.middle, last.y, flag.y + flag.height, new Set([last.id, flag.id])))
      open.push(flag);
    else groups.push([flag]);
  }
  return groups
    .filter((group) => group.length > 1)
    .map((group) => ({
      net: group[0]!.name,
      x: group[0]!.middle,
      from: group[0]!.y,
      to: group.at(-1)!.y + group.at(-1)!.height,
      taps: group.map((flag) => ({
        flag: flag.id,
        at: ends.get(flag.id) ?? { x: flag.middle, y: flag.y + flag.height / 2 },
      })),
    }));
}
