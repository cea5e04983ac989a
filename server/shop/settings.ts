import { z } from "zod";
import { pool } from "../database/pool.ts";
import { execute, one } from "../database/query.ts";

/** Currencies that are offered (ISO 4217), with their names. */
export const CURRENCIES = [
  ["EUR", "Euro"],
  ["GBP", "Pound sterling"],
  ["USD", "US dollar"],
  ["CAD", "Canadian dollar"],
  ["AUD", "Australian dollar"],
  ["CHF", "Swiss franc"],
  ["SEK", "Swedish krona"],
  ["NOK", "Norwegian krone"],
  ["DKK", "Danish krone"],
  ["PLN", "Polish złoty"],
] as const;

/** How a shop reads and writes. */
export const shopSettings = z.object({
  currency: z.enum(CURRENCIES.map(([code]) => code)),
  symbols: z.enum(["unit", "IEC", "NA"]),
  temperature: z.enum(["C", "F"]),
  decimal: z.enum(["point", "comma"]),
});
export type ShopSettings = z.infer<typeof shopSettings>;

export async function readSettings(): Promise<ShopSettings> {
  const row = await one<Record<keyof ShopSettings, string>>(
    pool(),
    "SELECT currency, symbols, temperature, decimal_mark AS decimal FROM shop_settings",
  );
  return shopSettings.parse(row);
}

export async function changeSettings({
  currency,
  symbols,
  temperature,
  decimal,
}: ShopSettings): Promise<void> {
  await execute(
    pool(),
    "UPDATE shop_settings SET currency = $1, symbols = $2, temperature = $3, decimal_mark = $4, changed_at = now()",
    [currency, symbols, temperature, decimal],
  );
}
