import type { Entries } from "./entries.ts";
import type { ComponentTest, QuantityField } from "./table/test.ts";

/** What a shop measures in. Tests reckon in °C and metres. */
export interface ShopUnits {
  readonly temperature: "C" | "F";
  readonly sizes: "metric" | "american";
}

export const METRIC: ShopUnits = { temperature: "C", sizes: "metric" };

const BARE_NUMBER = /^[-+−]?(?:\d+(?:[.,]\d*)?|[.,]\d+)$/u;

/** What a bare number in a field is in, as its label says: the field's own unit, °F, inches or feet. */
export function unitAsked({ unit, gauge }: QuantityField, { temperature, sizes }: ShopUnits): string {
  if (unit.base === "°C" && temperature === "F") return "°F";
  if (unit.base === "m" && gauge && sizes === "american") return unit.scale < 1 ? "in" : "ft";
  return unit.text;
}

/** A form filled in as the shop measures: a bare number is in what its field asks for, and says so from here on. */
export function inShopUnits(
  test: Pick<ComponentTest, "fields">,
  entries: Entries,
  units: ShopUnits,
): Entries {
  return Object.fromEntries(
    Object.entries(entries).map(([id, typed]) => {
      const field = test.fields.find((f) => f.id === id);
      const isBare = field?.kind === "quantity" && BARE_NUMBER.test(typed.trim());
      const asked = isBare ? unitAsked(field, units) : undefined;
      return [id, isBare && asked !== field.unit.text ? `${typed.trim()} ${asked}` : typed];
    }),
  );
}

/** What stands in a form before anything is chosen: a wire's size by gauge where the shop gives sizes so. */
export function firstAnswers(test: Pick<ComponentTest, "fields">, { sizes }: ShopUnits): Entries {
  const byGauge = test.fields.filter((f) => f.kind === "choice" && f.options.some(([id]) => id === "awg"));
  return sizes === "american" ? Object.fromEntries(byGauge.map((f) => [f.id, "awg"])) : {};
}
