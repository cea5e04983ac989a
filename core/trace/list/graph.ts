/** Something that joins two nets: a wire, or a part with two ends. */
export interface Edge {
  readonly key: string;
  readonly a: string;
  readonly b: string;
  /** A load: no way leads through it to another. */
  readonly load: boolean;
}

/** Nets and what joins them; ways along them are the shortest. */
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

  /** Steps from a net to every other, through no load. */
  distances(from: string): ReadonlyMap<string, number> {
    const steps = new Map([[from, 0]]);
    const queue = [from];
    for (let net = queue.shift(); net !== undefined; net = queue.shift())
      for (const edge of this.at.get(net) ?? []) {
        const next = edge.a === net ? edge.b : edge.a;
        if (edge.load || steps.has(next)) continue;
        steps.set(next, steps.get(net)! + 1);
        queue.push(next);
      }
    return steps;
  }

  /** The shortest way from one net to another through no load: the keys of what it passes; undefined where there is none. */
  way(from: string, to: string): string[] | undefined {
    const before = new Map<string, { net: string; key: string } | undefined>([[from, undefined]]);
    const queue = [from];
    for (let net = queue.shift(); net !== undefined && !before.has(to); net = queue.shift())
      for (const edge of this.at.get(net) ?? []) {
        const next = edge.a === net ? edge.b : edge.a;
        if (edge.load || before.has(next)) continue;
        before.set(next, { net, key: edge.key });
        queue.push(next);
      }
    if (!before.has(to)) return undefined;
    const keys: string[] = [];
    for (let step = before.get(to); step; step = before.get(step.net)) keys.unshift(step.key);
    return keys;
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
