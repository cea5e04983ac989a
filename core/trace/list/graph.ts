/** Something that joins two nets: a wire, or a part with two ends. */
export interface Edge {
  readonly key: string;
  readonly a: string;
  readonly b: string;
  /** A load: no way leads through it to another. */
  readonly load: boolean;
}

/** The shortest ways from one net to every other, through no load. */
export interface Ways {
  /** How many things lie between; Infinity where nothing leads there. */
  steps(to: string): number;
  /** Keys of what lies between, from the net on. */
  to(net: string): string[];
}

/** Nets and what joins them. */
export class WireGraph {
  private readonly at = new Map<string, Edge[]>();

  constructor(edges: readonly Edge[]) {
    for (const edge of edges)
      for (const net of [edge.a, edge.b]) {
        const there = this.at.get(net);
        if (there) there.push(edge);
        else this.at.set(net, [edge]);
      }
  }

  waysFrom(from: string): Ways {
    const found = new Map<string, { steps: number; net?: string; key?: string }>([[from, { steps: 0 }]]);
    const queue = [from];
    // Read by an index: taking from the front moves all the rest.
    for (let i = 0; i < queue.length; i++) {
      const net = queue[i]!;
      const { steps } = found.get(net)!;
      for (const { a, b, load, key } of this.at.get(net) ?? []) {
        const next = a === net ? b : a;
        if (load || found.has(next)) continue;
        found.set(next, { steps: steps + 1, net, key });
        queue.push(next);
      }
    }
    return {
      steps: (to) => found.get(to)?.steps ?? Infinity,
      to: (net) => {
        const keys: string[] = [];
        for (let at = found.get(net); at?.key !== undefined; at = found.get(at.net!)) keys.push(at.key);
        return keys.reverse();
      },
    };
  }

  /** Nets that anything joins to one of these. */
  island(roots: readonly string[]): ReadonlySet<string> {
    const found = new Set(roots);
    const queue = [...roots];
    for (let net = queue.pop(); net !== undefined; net = queue.pop())
      for (const { a, b } of this.at.get(net) ?? [])
        for (const next of [a, b])
          if (!found.has(next)) {
            found.add(next);
            queue.push(next);
          }
    return found;
  }
}
