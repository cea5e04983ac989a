import type { Asked } from "./logbook.ts";

/** Periods that are offered, days; all of it, where none is asked for. */
export const PERIODS = [30, 90, 365] as const;

/** What an address of the logbook asks: words, a unit, a period. What it does not understand is left out. */
export function readAsked(params: URLSearchParams): Asked {
  const words = (params.get("find") ?? "")
    .slice(0, 100)
    .replaceAll("\0", "")
    .split(/\s+/u)
    .filter(Boolean)
    .slice(0, 8);
  const unit = params.get("unit");
  const days = PERIODS.find((d) => String(d) === params.get("days"));
  return {
    words,
    ...(unit !== null && /^[\w-]{1,80}$/u.test(unit) ? { unit } : {}),
    ...(days === undefined ? {} : { days }),
  };
}
