import type { TraceKind } from "./kinds.ts";

/** How a step lies to a board. */
export interface BoardSide {
  /** On the board, between two of its pins. */
  readonly inside: boolean;
  /** Joined to what stands before it by the board, not by a wire. */
  readonly joined: boolean;
  /** Of a pin of a board: whether its near end is the board's. */
  readonly boardNear?: boolean;
}

/**
 * Which steps of a circuit sit on a board: what lies between two pins, if all of it can be on one (a relay, an output, a
 * fuse) or nothing lies there. A pin alone has its board on the side of a relay or an output; without one it is a plug
 * within the harness.
 * @param fromBoard the circuit starts at a board's own supply
 */
export function boardSides(kinds: readonly TraceKind[], fromBoard: boolean): BoardSide[] {
  const sides: BoardSide[] = kinds.map(() => ({ inside: false, joined: false }));
  const isPin = (i: number) => kinds[i]?.role === "pin";
  const canBe = (i: number) => kinds[i]?.board === true;
  const switches = (i: number) => kinds[i]?.role === "contact" || kinds[i]?.role === "output";
  const enclose = (from: number, to: number) => {
    for (let k = from; k < to; k++) sides[k] = { inside: true, joined: true };
    sides[to] = { inside: false, joined: true, boardNear: true };
  };
  let i = 0;
  if (fromBoard) {
    while (canBe(i)) i++;
    if (isPin(i)) enclose(0, i++);
    else if (i > 0) sides[0] = { inside: true, joined: true };
  }
  while (i < kinds.length) {
    if (!isPin(i)) {
      i++;
      continue;
    }
    let end = i + 1;
    while (canBe(end)) end++;
    if (isPin(end)) {
      sides[i] = { inside: false, joined: false, boardNear: false };
      enclose(i + 1, end);
      i = end + 1;
      continue;
    }
    if (switches(i - 1)) sides[i] = { inside: false, joined: true, boardNear: true };
    else if (switches(i + 1)) {
      sides[i] = { inside: false, joined: false, boardNear: false };
      sides[i + 1] = { inside: true, joined: true };
    }
    i++;
  }
  return sides;
}
