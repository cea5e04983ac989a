import { describeQuantityProblem, parseQuantity, type Kind, type Unit } from "#core/quantity/index.ts";

/** One reading of a log: seconds from its first, and what the meter showed in base units; Infinity is OL. */
export interface Sample {
  readonly seconds: number;
  readonly value: number;
}

/** A row that was left out: as a spreadsheet counts it, and why. */
export interface LogProblem {
  readonly row: number;
  readonly message: string;
}

export interface ReadMeterLog {
  readonly samples: readonly Sample[];
  /** Undefined where no unit stands in it. */
  readonly unit: Unit | undefined;
  readonly kind: Kind | undefined;
  readonly problems: readonly LogProblem[];
}

const HEADS = {
  time: /^(?:time|t|timestamp|date|elapsed|zeit|sec|seconds?|s)\b/u,
  value: /^(?:value|reading|measured|measurement|display|main|wert)\b/u,
  unit: /^(?:unit|units|einheit)\b/u,
} as const;
type Column = keyof typeof HEADS;
const COLUMNS: readonly Column[] = ["time", "value", "unit"];

/**
 * A logging meter's table: time, value, unit. Columns are found by their heads; without heads they are the first three. A
 * unit may stand in a column, in the head as "value [mV]", or after the number. Times are seconds, h:mm:ss or ISO 8601, and
 * go forward. A row that cannot be read is left out and named; two units in one log are a problem of the row that brings the
 * second.
 */
export function readMeterLog(table: readonly (readonly string[])[]): ReadMeterLog {
  const heads = (table[0] ?? []).map((cell) => cell.trim().toLowerCase());
  const found = (column: Column) => heads.findIndex((head) => HEADS[column].test(head));
  const isHeaded = found("value") >= 0;
  const at = Object.fromEntries(COLUMNS.map((column, i) => [column, isHeaded ? found(column) : i])) as Record<
    Column,
    number
  >;
  const headUnit = isHeaded ? (/[[(]\s*([^\])]+?)\s*[\])]/u.exec(table[0]![at.value]!)?.[1] ?? "") : "";
  const samples: Sample[] = [];
  const problems: LogProblem[] = [];
  let unit: Unit | undefined;
  let kind: Kind | undefined;
  let start: number | undefined;
  table.slice(isHeaded ? 1 : 0).forEach((line, i) => {
    const say = (message: string) => void problems.push({ row: i + (isHeaded ? 2 : 1), message });
    const cell = (column: Column) => (at[column] < 0 ? "" : (line[at[column]] ?? "").trim());
    const time = at.time < 0 ? samples.length : secondsOf(cell("time"));
    if (time === undefined)
      return say(`“${cell("time")}” is no time. Seconds, h:mm:ss or a date with a time are read.`);
    const number = cell("value");
    const own = cell("unit") || headUnit;
    const read = parseQuantity(/[a-zµΩω°]$/iu.test(number) || own === "" ? number : `${number} ${own}`);
    if (!read.ok) return say(describeQuantityProblem(read.problem));
    const { value } = read.quantity;
    if (read.quantity.unit !== undefined && unit !== undefined && read.quantity.unit !== unit)
      return say(`It is in ${read.quantity.unit}, and the log in ${unit}.`);
    start ??= time;
    const last = samples.at(-1);
    const seconds = time - start;
    if (last && seconds < last.seconds) return say("Its time is before that of the row above.");
    unit ??= read.quantity.unit;
    kind ??= read.quantity.kind;
    samples.push({ seconds, value });
  });
  return { samples, unit, kind, problems };
}

/** Seconds of a time in a log, from whatever it counts from; undefined where it is none. */
function secondsOf(text: string): number | undefined {
  if (/^\d+(?:[.,]\d+)?$/u.test(text)) return Number(text.replace(",", "."));
  const clock = /^(\d{1,3}):(\d{2}):(\d{2}(?:[.,]\d+)?)$/u.exec(text);
  if (clock) return 3600 * Number(clock[1]) + 60 * Number(clock[2]) + Number(clock[3]!.replace(",", "."));
  const dated = DATED.exec(text);
  if (!dated) return undefined;
  const [year, month, day, hour, minute] = dated.slice(1, 6).map(Number) as [
    number,
    number,
    number,
    number,
    number,
  ];
  if (month < 1 || month > 12 || day < 1 || day > 31 || hour > 24 || minute > 59) return undefined;
  const zone = /^([+-])(\d{2}):?(\d{2})$/u.exec(dated[7] ?? "");
  const east = zone ? Number(`${zone[1]!}1`) * (60 * Number(zone[2]) + Number(zone[3])) : 0;
  const seconds = Number((dated[6] ?? "0").replace(",", "."));
  return 86_400 * dayNumber(year, month, day) + 3600 * hour + 60 * (minute - east) + seconds;
}

/** ISO 8601: a date, a time, and perhaps its zone. */
const DATED =
  /^(\d{4})-(\d{2})-(\d{2})[T ](\d{2}):(\d{2})(?::(\d{2}(?:[.,]\d+)?))?\s*(Z|[+-]\d{2}:?\d{2})?$/iu;

/** Days from a fixed one to a date of the Gregorian calendar, years counted from March. */
function dayNumber(year: number, month: number, day: number): number {
  const y = month > 2 ? year : year - 1;
  const m = (month + 9) % 12;
  const { floor } = Math;
  return 365 * y + floor(y / 4) - floor(y / 100) + floor(y / 400) + floor((153 * m + 2) / 5) + day;
}

/** A stretch in which the reading fell away. */
export interface DropOut {
  readonly from: number;
  /** Seconds until the reading was back, or the log ended. */
  readonly seconds: number;
}

/** What a log comes to. */
export interface LogSummary {
  readonly seconds: number;
  readonly count: number;
  /** The median: what it reads most of the time, whatever happens in between. */
  readonly usual: number;
  readonly lowest: number;
  readonly highest: number;
  readonly dropOuts: readonly DropOut[];
  /** The median of what it showed while it was away; undefined where it never was. */
  readonly away?: number;
}

/** A reading is away where it is below half of what is usual, or above twice that: common practice, no source. */
const AWAY_BELOW = 0.5;
const AWAY_ABOVE = 2;

/** What a log comes to; undefined for an empty one. An open line (OL) that now and then reads is away while it reads. */
export function summariseLog(samples: readonly Sample[]): LogSummary | undefined {
  const [first] = samples;
  const last = samples.at(-1);
  if (!first || !last) return undefined;
  const sorted = Float64Array.from(samples, (s) => s.value).sort();
  const usual = middleOf(sorted);
  const away = Float64Array.from(
    samples.filter((s) => isAway(s.value, usual)),
    (s) => s.value,
  ).sort();
  return {
    seconds: last.seconds - first.seconds,
    count: samples.length,
    usual,
    lowest: sorted[0]!,
    highest: sorted.at(-1)!,
    dropOuts: dropOutsOf(samples, usual),
    ...(away.length === 0 ? {} : { away: middleOf(away) }),
  };
}

const middleOf = (sorted: Float64Array) => sorted[Math.floor((sorted.length - 1) / 2)]!;

function isAway(value: number, usual: number): boolean {
  // Around nothing there is nothing to fall away from.
  if (usual === 0) return false;
  if (usual === Infinity) return value !== Infinity;
  return value / usual < AWAY_BELOW || value / usual > AWAY_ABOVE;
}

function dropOutsOf(samples: readonly Sample[], usual: number): DropOut[] {
  const found: DropOut[] = [];
  let from: number | undefined;
  for (const { seconds, value } of samples) {
    if (isAway(value, usual)) from ??= seconds;
    else if (from !== undefined) {
      found.push({ from, seconds: seconds - from });
      from = undefined;
    }
  }
  return from === undefined ? found : [...found, { from, seconds: samples.at(-1)!.seconds - from }];
}

/** Something that was done while a reading was watched. */
export interface Mark {
  readonly seconds: number;
  readonly text: string;
}

/** A drop-out that begins within so many seconds of a mark is counted to it. Common practice, no source. */
const FOLLOWS_SECONDS = 3;

/** What was done while a reading was watched, each kind once: how often, and after how many of these the reading fell away. */
export function followedBy(
  marks: readonly Mark[],
  dropOuts: readonly DropOut[],
): { readonly text: string; readonly times: number; readonly followed: number }[] {
  return [...new Set(marks.map((m) => m.text))].map((text) => {
    const own = marks.filter((m) => m.text === text);
    const isFollowed = ({ seconds }: Mark) =>
      dropOuts.some((d) => d.from >= seconds && d.from <= seconds + FOLLOWS_SECONDS);
    return { text, times: own.length, followed: own.filter(isFollowed).length };
  });
}
