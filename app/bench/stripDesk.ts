import { z } from "zod";
import type { Load, Protection, StripStep } from "#core/loads/index.ts";
import { translated } from "../language/tongue.ts";

/** A load as its row is typed: numbers stay text until they are used. */
export interface LoadRow {
  readonly id: string;
  readonly name: string;
  /** By its plate, or as the circuit has it. */
  readonly amps: string;
  /** As the clamp has it: goes before the plate. */
  readonly clamped: string;
  readonly startAmps: string;
  readonly startSeconds: string;
  readonly megohms: string;
  readonly minutes: string;
}

const text = z.string().max(60);
const desk = z.object({
  rows: z
    .array(
      z.object({
        id: text,
        name: text,
        amps: text,
        clamped: text.default(""),
        startAmps: text,
        startSeconds: text,
        megohms: text,
        minutes: text,
      }),
    )
    .max(40),
  steps: z
    .array(
      z.object({
        connected: z.array(text).max(40),
        tripped: z.boolean(),
        spent: z.enum(["fuse", "reset", "nothing"]),
      }),
    )
    .max(200),
});
export type Desk = z.infer<typeof desk>;

const KEY = "zygodrome.strip";

const keyOf = (job?: string) => (job === undefined ? KEY : `${KEY}.${job}`);

/**
 * The strip-down without a job lives in this browser; of a job's only what was typed over the unit's own figures does. What is
 * stored and does not fit is left alone.
 */
export function loadDesk(job?: string): Desk | undefined {
  try {
    const parsed = desk.safeParse(JSON.parse(localStorage.getItem(keyOf(job)) ?? "null"));
    return parsed.success ? parsed.data : undefined;
  } catch {
    return undefined;
  }
}

export function saveDesk(rows: readonly LoadRow[], steps: readonly StripStep[], job?: string): void {
  try {
    localStorage.setItem(keyOf(job), JSON.stringify({ rows, steps }));
  } catch {
    // Storage is full or forbidden: it holds for as long as the page is open.
  }
}

export const emptyRow = (n: number): LoadRow => ({
  id: `load-${n}`,
  name: translated(`Load ${n}`),
  amps: "",
  clamped: "",
  startAmps: "",
  startSeconds: "",
  megohms: "",
  minutes: "1",
});

export function rowOf(load: Load): LoadRow {
  const plain = (v: number | undefined) => (v === undefined ? "" : String(Number(v.toPrecision(3))));
  return {
    id: load.id,
    name: load.name,
    amps: plain(load.amps),
    clamped: "",
    startAmps: plain(load.startAmps),
    startSeconds: plain(load.startSeconds),
    megohms: "",
    minutes: plain(load.minutes),
  };
}

/** Why a row's number cannot be used; undefined where it can, or is left empty. */
export function numberProblem(typed: string): string | undefined {
  if (typed.trim() === "") return undefined;
  const value = Number(typed.replace(",", "."));
  if (!Number.isFinite(value)) return `“${typed}” is not a number.`;
  return value < 0 ? `${typed} cannot be negative.` : undefined;
}

const numberOf = (typed: string): number | undefined =>
  typed.trim() === "" || numberProblem(typed) ? undefined : Number(typed.replace(",", "."));

/** What the rows say, for the computation. */
export function loadOf(row: LoadRow, volts: number, leak: (volts: number, ohms: number) => number): Load {
  const [startAmps, startSeconds, megohms] = [
    numberOf(row.startAmps),
    numberOf(row.startSeconds),
    numberOf(row.megohms),
  ];
  return {
    id: row.id,
    name: row.name.trim() || row.id,
    amps: numberOf(row.clamped) ?? numberOf(row.amps) ?? 0,
    ...(startAmps === undefined ? {} : { startAmps, startSeconds: startSeconds ?? 0.5 }),
    ...(megohms === undefined || megohms === 0 ? {} : { leakAmps: leak(volts, megohms * 1e6) }),
    minutes: numberOf(row.minutes) ?? 1,
    weight: 1,
  };
}

/** Loads outside the unit are known by their names. */
const OUTSIDE = "outside:";
export const outsideId = (name: string): string => `${OUTSIDE}${name}`;
export const outsideName = (id: string): string | undefined =>
  id.startsWith(OUTSIDE) ? id.slice(OUTSIDE.length) : undefined;

export type { Protection };
