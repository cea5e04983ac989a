import type { Watched } from "#core/job/index.ts";
import { valueOf } from "#core/job/index.ts";
import { formatQuantity, type Unit } from "#core/quantity/index.ts";
import { secondsText } from "./sequenceView.ts";

/** "watched for 12 min (720 readings), lowest 0 V, highest 231 V; 3 drop-outs, the longest 2 s; after “heated” 2 of 3 times". */
export function watchedText(
  { count, seconds, lowest, highest, drops, longest, marks = [] }: Watched,
  unit: Unit,
): string {
  const say = (stored: Watched["lowest"]) => {
    const value = valueOf(stored);
    return value === 0 ? `0 ${unit}` : formatQuantity(value, unit, 4);
  };
  const away =
    drops === 0
      ? "no drop-out"
      : drops === 1
        ? `one drop-out of ${shortText(longest)}`
        : `${drops} drop-outs, the longest ${shortText(longest)}`;
  const after = marks.map(({ text, times, followed }) =>
    followed === 0
      ? `none after “${text}”${times === 1 ? "" : ` (${times} times)`}`
      : `after “${text}” ${times === 1 ? "at once" : `${followed} of ${times} times`}`,
  );
  return [
    `watched for ${shortText(seconds)} (${count} reading${count === 1 ? "" : "s"}), lowest ${say(lowest)}, highest ${say(highest)}`,
    away,
    ...after,
  ].join("; ");
}

/** A log's times are as short as its samples lie apart. */
const shortText = (seconds: number) =>
  seconds < 10 ? `${Number(seconds.toFixed(2))} s` : secondsText(Math.round(seconds));
