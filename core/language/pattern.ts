/**
 * A text of the catalogue with places for what is put in: “Measure {0} to {1}.” Its static pieces, in order, stand around the
 * holes; `holes[i]` is the number of the hole behind `pieces[i]`.
 */
export interface Pattern {
  readonly pieces: readonly string[];
  readonly holes: readonly number[];
}

/** Takes a text apart at its holes. A text without any is one piece. */
export function patternOf(text: string): Pattern {
  const parts = text.split(/\{(\d+)\}/u);
  return {
    pieces: parts.filter((_, i) => i % 2 === 0),
    holes: parts.filter((_, i) => i % 2 === 1).map(Number),
  };
}

/**
 * What `text` may hold in the pattern's holes, by their numbers: each hole as little as it can, from the front; and from the back,
 * where that is another reading (“A and B and 6 more” has six more). Nothing where it is another text.
 */
export function heldBy(pattern: Pattern, text: string): string[][] {
  const { pieces, holes } = pattern;
  if (!text.startsWith(pieces[0]!) || !text.endsWith(pieces.at(-1)!)) return [];
  if (text.length < pieces[0]!.length + (holes.length > 0 ? pieces.at(-1)!.length : 0)) return [];
  if (holes.length === 0) return text === pieces[0] ? [[]] : [];
  const front = fromFront(pattern, text);
  if (holes.length === 1 || !front) return front ? [front] : [];
  const back = fromBack(pattern, text);
  return back && back.some((b, i) => b !== front[i]) ? [front, back] : [front];
}

function fromFront({ pieces, holes }: Pattern, text: string): string[] | undefined {
  const held: string[] = [];
  let at = pieces[0]!.length;
  for (const [i, hole] of holes.entries()) {
    const isLast = i === holes.length - 1;
    const next = isLast
      ? text.length - pieces.at(-1)!.length
      : nextPiece(text, at, pieces[i + 1]!, pieces[i + 2]!);
    if (next < at) return undefined;
    held[hole] = text.slice(at, next);
    at = next + pieces[i + 1]!.length;
  }
  return held;
}

function fromBack({ pieces, holes }: Pattern, text: string): string[] | undefined {
  const held: string[] = [];
  let end = text.length - pieces.at(-1)!.length;
  for (let i = holes.length - 1; i >= 0; i--) {
    const from =
      i === 0 ? pieces[0]!.length : text.lastIndexOf(pieces[i]!, end - pieces[i]!.length) + pieces[i]!.length;
    if (from > end || from < pieces[i]!.length) return undefined;
    held[holes[i]!] = text.slice(from, end);
    end = from - pieces[i]!.length;
  }
  return held;
}

/**
 * Where the next piece stands. A mere blank between two holes is the last one that a number follows (“Control board 24 times” is a
 * name and a number), else the last of all; or the first, where a number comes first.
 */
function nextPiece(text: string, at: number, piece: string, behind: string): number {
  if (piece.trim() !== "" || /^\d/u.test(text.slice(at))) return text.indexOf(piece, at);
  const end = behind === "" ? text.length : text.indexOf(behind, at);
  if (end < 0) return -1;
  const numbers = [...text.slice(at, end).matchAll(/\s(?=[\d<−-])/gu)];
  return numbers.length > 0 ? at + numbers.at(-1)!.index : text.lastIndexOf(piece, end - 1);
}

/** The pattern with its holes filled. A hole that the text did not have stays empty. */
export function filled(pattern: Pattern, held: readonly string[]): string {
  return pattern.pieces
    .map((p, i) => p + (i < pattern.holes.length ? (held[pattern.holes[i]!] ?? "") : ""))
    .join("");
}

/** Letters that a pattern must find: what tells it from others. */
export const lettersOf = (pattern: Pattern): number =>
  pattern.pieces.reduce((n, p) => n + (p.match(/\p{L}/gu)?.length ?? 0), 0);
