import type { PracticeStand } from "#server/practice/practice.worker.ts";

/** An exercise as it stands, on its way to the page. */
export interface StandNow {
  readonly stand: PracticeStand;
  readonly clock: number;
}

/** JSON has no infinity: over limit goes as a word. */
const WORDS: readonly (readonly [number, string])[] = [
  [Infinity, "OL"],
  [-Infinity, "-OL"],
];

export function standToJson(now: StandNow): string {
  return JSON.stringify(now, (_, value: unknown) => WORDS.find(([n]) => n === value)?.[1] ?? value);
}

export function standFromJson(text: string): StandNow {
  return JSON.parse(
    text,
    (_, value: unknown) => WORDS.find(([, w]) => w === value)?.[0] ?? value,
  ) as StandNow;
}
