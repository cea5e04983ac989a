import type { UnitModel } from "#core/unit/index.ts";
import type { JobRecord } from "./record.ts";

/** What a shop charges by, in its currency; margin and tax as shares. */
export interface Rates {
  readonly labourPerHour: number;
  readonly travel: number;
  /** On a part's price. */
  readonly partsMargin: number;
  readonly tax: number;
}

/** What a job comes to. Sums are rounded to cents where they are shown as lines, so that lines add up to the total. */
export interface Bill {
  readonly labourHours: number;
  readonly labour: number;
  readonly travel: number;
  readonly parts: readonly { readonly item: string; readonly sum: number }[];
  readonly beforeTax: number;
  readonly tax: number;
  readonly total: number;
}

/** Labour is charged by the quarter of an hour begun. Common practice, no source. */
const QUARTERS = 4;
/** What proving takes when nothing has been proven yet, minutes. Chosen. */
const PROOF_MINUTES = 10;

/**
 * The bill of a job as it stands: minutes at work by the quarter hour, travel once, the parts that mended it with the margin, and
 * tax. Waiting is not charged, nor is a part that did not mend it.
 */
export function billOf({ minutes, repairs }: JobRecord, rates: Rates): Bill {
  const worked = minutes.diagnosing + minutes.repairing + minutes.proving;
  return bill(
    worked,
    repairs.filter((r) => r.held && r.replaced),
    rates,
  );
}

/**
 * What the job was to come to when it was called: the minutes until then, the item's own for the repair and ten for the proof,
 * and its price. Undefined before a call.
 */
export function estimateOf(
  unit: UnitModel,
  { minutes: { diagnosing }, item }: JobRecord,
  rates: Rates,
): Bill | undefined {
  const items = unit.items.filter((x) => item?.split("+").includes(x.id));
  if (items.length === 0) return undefined;
  const minutes = items.reduce((sum, x) => sum + x.minutes, 0);
  return bill(
    diagnosing + minutes + PROOF_MINUTES,
    items.filter((x) => x.remedy === "replace").map((x) => ({ item: x.id, price: x.price })),
    rates,
  );
}

function bill(
  minutes: number,
  parts: readonly { readonly item: string; readonly price: number }[],
  { labourPerHour, travel, partsMargin, tax }: Rates,
): Bill {
  const labourHours = Math.max(0, Math.ceil((minutes / 60) * QUARTERS - 1e-9) / QUARTERS);
  const labour = cents(labourHours * labourPerHour);
  const lines = parts.map(({ item, price }) => ({ item, sum: cents(price * (1 + partsMargin)) }));
  const beforeTax = cents(labour + travel + lines.reduce((sum, l) => sum + l.sum, 0));
  const taxed = cents(beforeTax * tax);
  return {
    labourHours,
    labour,
    travel: cents(travel),
    parts: lines,
    beforeTax,
    tax: taxed,
    total: cents(beforeTax + taxed),
  };
}

/** To the cent; half a cent goes up, whatever the binary fraction made of it. */
const cents = (sum: number) => Math.round(sum * 100 + 1e-7) / 100;

/** What is assumed when a repair is held against a new unit. */
export interface Assumptions {
  readonly newPrice: number;
  /** Years that a new one lasts, and that this one goes on once it is repaired. */
  readonly newYears: number;
  readonly yearsLeft: number;
}

/** Money per year either way. */
export function repairOrReplace(
  total: number,
  { newPrice, newYears, yearsLeft }: Assumptions,
): { readonly repairPerYear: number; readonly newPerYear: number; readonly cheaper: "repair" | "replace" } {
  const repairPerYear = cents(total / yearsLeft);
  const newPerYear = cents(newPrice / newYears);
  return { repairPerYear, newPerYear, cheaper: repairPerYear <= newPerYear ? "repair" : "replace" };
}
