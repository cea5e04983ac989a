/**
 * How fast a small fuse opens: the gates of the sheets that fuses are made to, from memory of IEC 60127-2 and UL 248-14.
 * Between two gates the times run straight on logarithmic scales, as fuse curves nearly do.
 */
export const FUSE_SHEETS = ["1", "2", "3", "5", "6", "ul-fast", "ul-slow"] as const;
export type FuseSheet = (typeof FUSE_SHEETS)[number];

/** Times at a multiple of the rated current, s. */
interface Gate {
  readonly at: number;
  readonly least: number;
  readonly most: number;
}

interface Sheet {
  readonly name: string;
  readonly source: string;
  /** What it carries for good, over its rating. */
  readonly carries: number;
  /** The gates by rating, A: the first row whose `upTo` is not below it. */
  readonly rows: readonly { readonly upTo: number; readonly gates: readonly Gate[] }[];
}

const gate = (at: number, least: number, most: number): Gate => ({ at, least, most });
const IEC = (sheet: string) => `IEC 60127-2, sheet ${sheet}, from memory`;

/**
 * Where a sheet gives no least time one is taken that is shorter than any fuse needs. The 5 × 20 mm sheets by rating;
 * sheets 1 and 2 are quick, 3, 5 and 6 are slow; 1 and 5 break 1500 A, 6 breaks 150 A, 2 and 3 ten times their rating
 * or 35 A.
 */
const SHEETS: Readonly<Record<FuseSheet, Sheet>> = {
  "1": {
    name: "F, high breaking (ceramic): sheet 1",
    source: IEC("1"),
    carries: 1.5,
    rows: [
      {
        upTo: 4,
        gates: [gate(2.1, 1, 1800), gate(2.75, 0.01, 2), gate(4, 0.003, 0.3), gate(10, 0.001, 0.02)],
      },
      {
        upTo: 10,
        gates: [gate(2.1, 1, 1800), gate(2.75, 0.01, 3), gate(4, 0.003, 0.3), gate(10, 0.001, 0.02)],
      },
    ],
  },
  "2": {
    name: "F, low breaking (glass): sheet 2",
    source: IEC("2"),
    carries: 1.5,
    rows: [
      {
        upTo: 0.1,
        gates: [gate(2.1, 1, 1800), gate(2.75, 0.01, 0.5), gate(4, 0.003, 0.1), gate(10, 0.001, 0.02)],
      },
      {
        upTo: 10,
        gates: [gate(2.1, 1, 1800), gate(2.75, 0.05, 2), gate(4, 0.01, 0.3), gate(10, 0.001, 0.02)],
      },
    ],
  },
  "3": {
    name: "T, low breaking (glass): sheet 3",
    source: IEC("3"),
    carries: 1.5,
    rows: [
      { upTo: 0.1, gates: [gate(2.1, 5, 120), gate(2.75, 0.2, 10), gate(4, 0.04, 3), gate(10, 0.01, 0.3)] },
      { upTo: 10, gates: [gate(2.1, 5, 120), gate(2.75, 0.6, 10), gate(4, 0.15, 3), gate(10, 0.02, 0.3)] },
    ],
  },
  "5": {
    name: "T, high breaking (ceramic): sheet 5",
    source: IEC("5"),
    carries: 1.5,
    rows: [
      {
        upTo: 3.15,
        gates: [gate(2.1, 5, 1800), gate(2.75, 0.75, 80), gate(4, 0.095, 5), gate(10, 0.01, 0.15)],
      },
      { upTo: 10, gates: [gate(2.1, 5, 1800), gate(2.75, 0.75, 80), gate(4, 0.15, 5), gate(10, 0.01, 0.15)] },
    ],
  },
  "6": {
    name: "T, middle breaking: sheet 6",
    source: IEC("6"),
    carries: 1.5,
    rows: [
      { upTo: 0.1, gates: [gate(2.1, 5, 120), gate(2.75, 0.2, 10), gate(4, 0.04, 3), gate(10, 0.01, 0.3)] },
      { upTo: 10, gates: [gate(2.1, 5, 120), gate(2.75, 0.6, 10), gate(4, 0.15, 3), gate(10, 0.02, 0.3)] },
    ],
  },
  "ul-fast": {
    name: "fast acting, North American",
    source: "UL 248-14, from memory",
    carries: 1.1,
    rows: [{ upTo: 60, gates: [gate(1.35, 1, 3600), gate(2, 0.05, 120), gate(10, 0.0005, 0.02)] }],
  },
  "ul-slow": {
    name: "time delay, North American",
    source: "UL 248-14, from memory",
    carries: 1.1,
    rows: [
      { upTo: 3, gates: [gate(1.35, 10, 3600), gate(2, 5, 120), gate(10, 0.01, 0.3)] },
      { upTo: 60, gates: [gate(1.35, 20, 3600), gate(2, 12, 120), gate(10, 0.01, 0.3)] },
    ],
  },
};

export const fuseSheet = (sheet: FuseSheet): Pick<Sheet, "name" | "source" | "carries"> => SHEETS[sheet];

/** The sheet of a fuse of which only the speed is known: glass, as most are. */
export const usualSheet = (speed: "quick" | "slow"): FuseSheet => (speed === "quick" ? "2" : "3");

/** The gates of a fuse of a rating, A. */
export function fuseGates(sheet: FuseSheet, ratedAmps: number): readonly Gate[] {
  const { rows } = SHEETS[sheet];
  return (rows.find((r) => ratedAmps <= r.upTo) ?? rows.at(-1)!).gates;
}

/**
 * Seconds in which a fuse opens at a multiple of its rated current.
 * @returns least and most, s; undefined below the first gate, where it may last for hours
 */
export function fuseSeconds(
  multiple: number,
  sheet: FuseSheet,
  ratedAmps: number,
): { least: number; most: number } | undefined {
  const gates = fuseGates(sheet, ratedAmps);
  if (multiple < gates[0]!.at) return undefined;
  const next = gates.findIndex((g) => g.at > multiple);
  const above = gates[next < 0 ? gates.length - 1 : next]!;
  if (next < 0) return { least: above.least, most: above.most };
  const below = gates[next - 1]!;
  const share = Math.log(multiple / below.at) / Math.log(above.at / below.at);
  const between = (a: number, b: number) => a * (b / a) ** share;
  return { least: between(below.least, above.least), most: between(below.most, above.most) };
}
