import { afterAll, describe, expect, test } from "@jest/globals";
import { closePool, pool } from "#server/database/pool.ts";
import { changeSettings, readSettings, shopSettings } from "#server/shop/settings.ts";

const USUAL = {
  shopName: "Pellwick Service Bench",
  currency: "EUR",
  symbols: "unit",
  temperature: "C",
  sizes: "metric",
  decimal: "point",
  labourPerHour: 60,
  travel: 35,
  partsMargin: 0.25,
  tax: 0.2,
  warrantyDays: 90,
} as const;
afterAll(async () => {
  await changeSettings(USUAL);
  await closePool();
});

describe("how a shop reads and writes", () => {
  test("is what it was changed to, for everybody; one row and no second", async () => {
    const other = {
      shopName: "Pellwick & Weir",
      currency: "USD",
      symbols: "NA",
      temperature: "F",
      sizes: "american",
      decimal: "comma",
      labourPerHour: 84.5,
      travel: 0,
      partsMargin: 0.305,
      tax: 0.19,
      warrantyDays: 365,
    } as const;
    await changeSettings(other);
    expect(await readSettings()).toEqual(other);
    await expect(pool().query("INSERT INTO shop_settings DEFAULT VALUES")).rejects.toThrow(
      /permission denied/u,
    );
    await changeSettings(USUAL);
    expect(await readSettings()).toEqual(USUAL);
  });

  test("may leave symbols, temperatures and sizes to the unit that is worked on", async () => {
    const left = { ...USUAL, symbols: "unit", temperature: "unit", sizes: "unit" } as const;
    await changeSettings(left);
    expect(await readSettings()).toEqual(left);
  });

  test("takes nothing that is not offered, here or in the database", async () => {
    for (const over of [
      { shopName: "  " },
      { shopName: "x".repeat(81) },
      { currency: "JPY" },
      { symbols: "JIS" },
      { temperature: "K" },
      { sizes: "imperial" },
      { decimal: "dot" },
      { labourPerHour: -0.01 },
      { travel: 100_000.01 },
      { partsMargin: NaN },
      { tax: 1.01 },
      { warrantyDays: 1.5 },
    ])
      expect(shopSettings.safeParse({ ...USUAL, ...over }).success).toBe(false);
    for (const sql of [
      "symbols = 'JIS'",
      "temperature = 'K'",
      "sizes = 'imperial'",
      "decimal_mark = 'dot'",
      "currency = 'euro'",
    ])
      await expect(pool().query(`UPDATE shop_settings SET ${sql}`)).rejects.toThrow(/check constraint/u);
  });
});
