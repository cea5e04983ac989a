import { money } from "#core/quantity/index.ts";

export { money };

/** The sign that stands for the shop's currency in sentences that are made without knowing it (U+00A4). */
const ANY_CURRENCY = /(\d+(?:\.\d+)?) ¤/gu;

/** A sentence with its sums in the shop's currency: "62 ¤" becomes "€62". */
export function inCurrency(text: string, currency: string): string {
  return text.replace(ANY_CURRENCY, (_, amount: string) => money(Number(amount), currency));
}
