/** The sign that stands for the shop's currency in sentences that are made without knowing it (U+00A4). */
const ANY_CURRENCY = /(\d+(?:\.\d+)?) ¤/gu;

/** A sum in the shop's currency, as English writes it: "€62", "CHF 62.50". */
export function money(amount: number, currency: string): string {
  return new Intl.NumberFormat("en-GB", {
    style: "currency",
    currency,
    currencyDisplay: "narrowSymbol",
    minimumFractionDigits: Number.isInteger(amount) ? 0 : 2,
    maximumFractionDigits: Number.isInteger(amount) ? 0 : 2,
  }).format(amount);
}

/** A sentence with its sums in the shop's currency: "62 ¤" becomes "€62". */
export function inCurrency(text: string, currency: string): string {
  return text.replace(ANY_CURRENCY, (_, amount: string) => money(Number(amount), currency));
}
