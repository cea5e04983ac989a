import type { Circuit } from "../model/circuit.ts";

/**
 * Where the numbers of a circuit's equations and of their factors stand: one compressed row a place.
 *
 * Unknowns are eliminated in `order`: nodes by least degree (W. F. Tinney and J. W. Walker 1967, from memory), then
 * the constraints' currents, whose own diagonal is empty until their nodes are gone. The pattern is that of A + Aᵀ
 * with its fill, so a row of U lists the same places as the column of L.
 */
export interface Pattern {
  readonly n: number;
  /** Nodes of every branch and constraint, by which a circuit of the same topology is known again. */
  readonly ends: Int32Array;
  /** n: the unknown eliminated i-th, and the place of each unknown. */
  readonly order: Int32Array;
  readonly place: Int32Array;
  /** Row i holds columns `column[start[i]]` … ascending; `diagonal[i]` is the index of its own. */
  readonly start: Int32Array;
  readonly column: Int32Array;
  readonly diagonal: Int32Array;
  /** Four indices a branch: (a,a), (b,b), (a,b), (b,a); −1 where an end is the reference. */
  readonly branchSlots: Int32Array;
}

const known = new WeakMap<readonly string[], Pattern>();

/** The pattern of a circuit's equations; kept for circuits that share their list of nets. */
export function patternOf(circuit: Circuit): Pattern {
  const ends = endsOf(circuit);
  const n = circuit.nodeNames.length - 1 + circuit.constraints.length;
  const kept = known.get(circuit.nodeNames);
  if (kept && kept.n === n && sameEnds(kept.ends, ends)) return kept;
  const made = makePattern(circuit, n, ends);
  known.set(circuit.nodeNames, made);
  return made;
}

/** Index of entry (row, column) of unknowns in the pattern's numbers. The entry must be in the pattern. */
export function slotOf(pattern: Pattern, row: number, column: number): number {
  const wanted = pattern.place[column]!;
  const at = pattern.place[row]!;
  let low = pattern.start[at]!;
  let high = pattern.start[at + 1]! - 1;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (pattern.column[middle]! < wanted) low = middle + 1;
    else high = middle;
  }
  return low;
}

function endsOf({ branches, constraints }: Circuit): Int32Array {
  const ends = new Int32Array(2 * branches.length + 4 * constraints.length);
  let at = 0;
  for (const { a, b } of branches) {
    ends[at++] = a;
    ends[at++] = b;
  }
  for (const c of constraints) {
    ends[at++] = c.a;
    ends[at++] = c.b;
    ends[at++] = c.c;
    ends[at++] = c.kind === "transformer" ? c.d : -1;
  }
  return ends;
}

function sameEnds(a: Int32Array, b: Int32Array): boolean {
  if (a.length !== b.length) return false;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
}

function makePattern(circuit: Circuit, n: number, ends: Int32Array): Pattern {
  const nodes = circuit.nodeNames.length - 1;
  const beside = neighbours(circuit, n);
  const { order, rows } = eliminate(beside, nodes);
  const place = new Int32Array(n);
  order.forEach((unknown, i) => (place[unknown] = i));
  const full: number[][] = Array.from({ length: n }, (_, i) => [i]);
  rows.forEach((later, i) => {
    for (const unknown of later) {
      const j = place[unknown]!;
      full[i]!.push(j);
      full[j]!.push(i);
    }
  });
  const start = new Int32Array(n + 1);
  full.forEach((row, i) => (start[i + 1] = start[i]! + row.length));
  const column = new Int32Array(start[n]!);
  const diagonal = new Int32Array(n);
  full.forEach((row, i) => {
    row.sort((a, b) => a - b);
    column.set(row, start[i]);
    diagonal[i] = start[i]! + row.indexOf(i);
  });
  const branchSlots = new Int32Array(4 * circuit.branches.length).fill(-1);
  const pattern = { n, ends, order, place, start, column, diagonal, branchSlots };
  circuit.branches.forEach(({ a, b }, k) => {
    if (a > 0) branchSlots[4 * k] = slotOf(pattern, a - 1, a - 1);
    if (b > 0) branchSlots[4 * k + 1] = slotOf(pattern, b - 1, b - 1);
    if (a > 0 && b > 0) {
      branchSlots[4 * k + 2] = slotOf(pattern, a - 1, b - 1);
      branchSlots[4 * k + 3] = slotOf(pattern, b - 1, a - 1);
    }
  });
  return pattern;
}

/** Which unknowns share an equation with which. */
function neighbours(circuit: Circuit, n: number): Set<number>[] {
  const beside = Array.from({ length: n }, () => new Set<number>());
  const join = (i: number, j: number) => {
    if (i < 0 || j < 0 || i === j) return;
    beside[i]!.add(j);
    beside[j]!.add(i);
  };
  for (const { a, b } of circuit.branches) join(a - 1, b - 1);
  const nodes = circuit.nodeNames.length - 1;
  circuit.constraints.forEach((c, k) => {
    for (const node of c.kind === "transformer" ? [c.a, c.b, c.c, c.d] : [c.a, c.b, c.c])
      join(nodes + k, node - 1);
  });
  return beside;
}

/** Eliminates unknowns by least degree, the first `nodes` before the rest; `rows[i]` are those left beside the i-th. */
function eliminate(beside: Set<number>[], nodes: number): { order: Int32Array; rows: number[][] } {
  const n = beside.length;
  const order = new Int32Array(n);
  const rows: number[][] = [];
  const byDegree: Set<number>[] = [];
  const file = (u: number) => {
    // Constraints wait behind every node.
    const degree = beside[u]!.size + (u < nodes ? 0 : n);
    (byDegree[degree] ??= new Set()).add(u);
  };
  const unfile = (u: number) => byDegree[beside[u]!.size + (u < nodes ? 0 : n)]!.delete(u);
  for (let u = 0; u < n; u++) file(u);
  let least = 0;
  for (let i = 0; i < n; i++) {
    while (!byDegree[least]?.size) least++;
    const [u] = byDegree[least]! as Iterable<number> as [number];
    byDegree[least]!.delete(u);
    const later = [...beside[u]!];
    for (const v of later) unfile(v);
    for (const v of later) {
      beside[v]!.delete(u);
      for (const w of later) if (w !== v) beside[v]!.add(w);
    }
    for (const v of later) file(v);
    order[i] = u;
    rows.push(later);
    // A neighbour's degree falls by one at most; a constraint filed low may be met before nodes with more.
    least = Math.max(0, least - 1);
  }
  return { order, rows };
}
