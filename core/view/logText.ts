import type { LogSummary } from "#core/formats/index.ts";
import { formatQuantity, type Unit } from "#core/quantity/index.ts";
import { secondsText } from "./sequenceView.ts";

/** "720 readings in 12 min, most of the time 230.1 V, lowest 0 V, highest 231 V; 3 drop-outs, the longest 2 s". */
export function logText(
  { count, seconds, usual, lowest, highest, dropOuts }: LogSummary,
  unit: Unit,
): string {
  const say = (value: number) => (value === 0 ? `0 ${unit}` : formatQuantity(value, unit, 4));
  const longest = Math.max(...dropOuts.map((d) => d.seconds));
  const away =
    dropOuts.length === 0
      ? "no drop-out"
      : dropOuts.length === 1
        ? `one drop-out of ${shortText(longest)}`
        : `${dropOuts.length} drop-outs, the longest ${shortText(longest)}`;
  return `${count} readings in ${shortText(seconds)}, most of the time ${say(usual)}, lowest ${say(lowest)}, highest ${say(highest)}; ${away}`;
}

/** A log's times are as short as its samples lie apart. */
const shortText = (seconds: number) =>
  seconds < 10 ? `${Number(seconds.toFixed(2))} s` : secondsText(Math.round(seconds));
