import type { Ladder } from "./ladder.ts";

/** Sizes of a ladder in pixels: a cell is a part with half of the line on either side of it. */
export const LADDER = { cell: 168, row: 128, symbol: 64, margin: 12, head: 44 } as const;

export interface LadderPlace {
  /** Middle of the part's symbol. */
  readonly x: number;
  readonly y: number;
  /** It is drawn from right to left: the loop comes back. */
  readonly back: boolean;
}

export interface PlacedLadder {
  readonly width: number;
  readonly height: number;
  readonly parts: readonly LadderPlace[];
  /** For each line, the way it runs, corner by corner. */
  readonly lines: readonly (readonly { readonly x: number; readonly y: number }[])[];
  /** A box for each run of a row that lies within one thing. */
  readonly boxes: readonly {
    readonly name: string;
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
  }[];
}

/**
 * Lays a loop out in rows that fit a width: the first from left to right, the next one back, and so on, as a finger follows
 * it. No line crosses another: rows are joined at their ends.
 */
export function placeLadder({ parts, boxes }: Ladder, width: number): PlacedLadder {
  const { cell, row, symbol, margin, head } = LADDER;
  const columns = Math.max(1, Math.min(parts.length, Math.floor((width - 2 * margin) / cell)));
  const places = parts.map((_, i): LadderPlace => {
    const line = Math.floor(i / columns);
    const back = line % 2 === 1;
    const column = back ? columns - 1 - (i % columns) : i % columns;
    return { x: margin + column * cell + cell / 2, y: head + line * row + row / 2 - head / 2, back };
  });
  const rows = Math.ceil(parts.length / columns);
  const side = ({ x, y, back }: LadderPlace, leaving: boolean) => ({
    x: x + ((leaving !== back ? 1 : -1) * symbol) / 2,
    y,
  });
  const end = (place: LadderPlace, leaving: boolean) => ({
    x: place.x + ((leaving !== place.back ? 1 : -1) * cell) / 2,
    y: place.y,
  });
  const lines = Array.from({ length: parts.length + 1 }, (_, i) => {
    const [from, to] = [places[i - 1], places[i]];
    if (!from) return to ? [end(to, false), side(to, false)] : [];
    if (!to) return [side(from, true), end(from, true)];
    if (from.y === to.y) return [side(from, true), side(to, false)];
    // Down to the next row, at the end of this one.
    return [side(from, true), end(from, true), end(to, false), side(to, false)];
  });
  return {
    width: 2 * margin + columns * cell,
    height: head + rows * row,
    parts: places,
    lines,
    boxes: boxes.flatMap(({ name, from, to }) => {
      const within = places.slice(from, to + 1);
      return [...new Set(within.map((p) => p.y))].map((y) => {
        const xs = within.filter((p) => p.y === y).map((p) => p.x);
        const x = Math.min(...xs) - cell / 2 + 10;
        return { name, x, y: y - 64, width: Math.max(...xs) + cell / 2 - 10 - x, height: 112 };
      });
    }),
  };
}

/** Sizes that a ladder is drawn at, the largest first: what stands by itself can be read from further off. */
const SCALES = [1.6, 1.4, 1.2, 1] as const;

/** A ladder in the largest size in which it fits a frame; where none does, in its plain size, as long as it is. */
export function fitLadder(
  ladder: Ladder,
  width: number,
  height: number,
): { readonly placed: PlacedLadder; readonly scale: number } {
  for (const scale of SCALES) {
    const placed = placeLadder(ladder, width / scale);
    if (placed.height * scale <= height && placed.width * scale <= width) return { placed, scale };
  }
  return { placed: placeLadder(ladder, width), scale: 1 };
}
