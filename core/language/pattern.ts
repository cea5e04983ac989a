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

/** What `text` holds in the pattern's holes, by their numbers; undefined where it is another text. Each hole takes as little as it can. */
export function heldBy(pattern: Pattern, text: string): string[] | undefined {
  const { pieces, holes } = pattern;
  const last = pieces.at(-1)!;
  if (!text.startsWith(pieces[0]!) || !text.endsWith(last)) return undefined;
  const held: string[] = [];
  let at = pieces[0]!.length;
  for (let i = 0; i < holes.length; i++) {
    const atEnd = i === holes.length - 1;
    const next = atEnd ? text.length - last.length : nextPiece(text, at, pieces[i + 1]!, pieces[i + 2]!);
    if (next < at) return undefined;
    held[holes[i]!] = text.slice(at, next);
    at = next + pieces[i + 1]!.length;
  }
  return at === text.length ? held : undefined;
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
