/** One wire of a wiring list, as it is typed: the cells of a row. */
export interface WireRow {
  /** "F1.2": part and terminal; "L", "N" and "PE" are the supply's conductors. */
  readonly from: string;
  readonly to: string;
  /** "brown", "green/yellow"; "board" for what a board joins inside. */
  readonly colour: string;
  /** "0.75", "0.75 mm²", "AWG 18". */
  readonly size: string;
  /** "1.2", "1.2 m", "450 mm", "3 ft". */
  readonly length: string;
}

export const EMPTY_ROW: WireRow = { from: "", to: "", colour: "", size: "", length: "" };

/** A place where a wire ends: a terminal of a part, or a conductor of the supply. */
export interface WireEnd {
  /** Undefined for a conductor of the supply. */
  readonly part?: string;
  readonly terminal: string;
}

/** A row that was understood. */
export interface Wire {
  readonly row: number;
  readonly from: WireEnd;
  readonly to: WireEnd;
  readonly colour?: string;
  readonly mm2?: number;
  readonly awg?: number;
  readonly metres?: number;
  /** Joined by a board, without a wire. */
  readonly joined: boolean;
}

export type Cell = keyof WireRow;

/** What is wrong with a row, and in which of its cells. */
export type RowProblem = { readonly row: number; readonly cell: Cell } & (
  | { readonly code: "missing" }
  | { readonly code: "no-terminal"; readonly part: string }
  | { readonly code: "not-an-end"; readonly text: string }
  | { readonly code: "same-ends" }
  | { readonly code: "twice"; readonly other: number }
  | { readonly code: "colour"; readonly text: string }
  | { readonly code: "size"; readonly text: string }
  | { readonly code: "length"; readonly text: string }
);

/** What is wrong with the list as a whole, or with one of its parts. */
export type ListProblem =
  | { readonly code: "supply"; readonly message: string }
  | { readonly code: "unknown-part"; readonly part: string; readonly rows: readonly number[] }
  | { readonly code: "part-line"; readonly part: string; readonly message: string }
  | {
      readonly code: "ends";
      readonly part: string;
      readonly kind: string;
      readonly wanted: number;
      readonly terminals: readonly string[];
    }
  | { readonly code: "no-way-there"; readonly part: string; readonly from: string }
  | { readonly code: "no-way-back"; readonly part: string; readonly to: string }
  | { readonly code: "no-load" }
  | { readonly code: "own-minus"; readonly part: string }
  | { readonly code: "too-many"; readonly most: number };

/** Rows that are a wiring list and not a pasted book. */
export const MOST_ROWS = 10_000;
