/** A part of a unit that is being made up. */
export type DraftPart = Record<string, unknown> & {
  id: string;
  type: string;
  terminals: Record<string, string>;
};

/** Two nets that loads lie between, and what stands between them. */
export interface Rails {
  readonly plus: string;
  readonly minus: string;
  readonly volts: number;
  readonly ac: boolean;
}

/** A unit that is being made up: its parts so far, and the seeded source of everything in it. */
export class Draft {
  readonly parts: DraftPart[] = [];
  /** Outputs that are driven when the unit is on. */
  readonly drives: string[] = [];
  private readonly random: () => number;
  private nets = 0;

  constructor(random: () => number) {
    this.random = random;
  }

  pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)]!;
  }

  /** Log-uniform. */
  between(a: number, b: number): number {
    return a * (b / a) ** this.random();
  }

  /** From `least` on, `count` values. */
  whole(least: number, count: number): number {
    return least + Math.floor(this.random() * count);
  }

  isLikely(chance: number): boolean {
    return this.random() < chance;
  }

  net(): string {
    return `X${++this.nets}`;
  }

  add(type: string, terminals: Record<string, string>, parameters: Record<string, unknown> = {}): string {
    const id = `P${this.parts.length + 1}`;
    this.parts.push({ id, name: `${type} ${id}`, type, terminals, parameters });
    return id;
  }
}
