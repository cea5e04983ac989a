import { z } from "zod";
import { pool } from "../database/pool.ts";
import { execute, maybeOne, one, transaction } from "../database/query.ts";
import { audit } from "../people/audit.ts";

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

const amount = (what: string, most: number) =>
  z
    .number({ error: `${what} is not a number.` })
    .nonnegative(`${what} is below nothing.`)
    .max(most, `${what} is more than can be kept.`);

/** How a shop reads and writes, and what it charges by. */
export const shopSettings = z.object({
  shopName: z
    .string()
    .trim()
    .min(1, "The shop has no name.")
    .max(80, "Keep the shop's name under 80 characters."),
  currency: z.enum(CURRENCIES.map(([code]) => code)),
  symbols: z.enum(["unit", "IEC", "NA"]),
  /** Symbols, temperatures and sizes of "unit" are as usual where the unit's mains is. */
  temperature: z.enum(["unit", "C", "F"]),
  sizes: z.enum(["unit", "metric", "american"]),
  decimal: z.enum(["point", "comma"]),
  /** In the currency. */
  labourPerHour: amount("Labour an hour", 100_000),
  travel: amount("Travel", 100_000),
  /** Shares of one. */
  partsMargin: amount("The margin on parts", 10),
  tax: amount("The tax", 1),
  warrantyDays: amount("The warranty", 3650).int("The warranty is a whole number of days."),
});
export type ShopSettings = z.infer<typeof shopSettings>;

/** Whether there is the shop that the work in hand is for. */
export async function shopIsThere(): Promise<boolean> {
  return (await maybeOne(pool(), "SELECT id FROM shops")) !== undefined;
}

export async function readSettings(): Promise<ShopSettings> {
  const row = await one<Record<string, unknown>>(
    pool(),
    `SELECT shops.name AS "shopName", currency, symbols, temperature, sizes, decimal_mark AS decimal, labour_per_hour::float8 AS "labourPerHour",
       travel::float8 AS travel, parts_margin::float8 AS "partsMargin", tax::float8 AS tax, warranty_days AS "warrantyDays"
       FROM shop_settings JOIN shops ON shops.id = shop_settings.shop_id`,
  );
  return shopSettings.parse(row);
}

export function changeSettings({
  shopName,
  currency,
  symbols,
  temperature,
  sizes,
  decimal,
  labourPerHour,
  travel,
  partsMargin,
  tax,
  warrantyDays,
}: ShopSettings): Promise<void> {
  return transaction(async (client) => {
    await execute(client, "UPDATE shops SET name = $1", [shopName]);
    await execute(
      client,
      `UPDATE shop_settings SET currency = $1, symbols = $2, temperature = $3, sizes = $4, decimal_mark = $5, labour_per_hour = $6,
       travel = $7, parts_margin = $8, tax = $9, warranty_days = $10, changed_at = now()`,
      [currency, symbols, temperature, sizes, decimal, labourPerHour, travel, partsMargin, tax, warrantyDays],
    );
    await audit(client, "changed the settings");
  });
}
