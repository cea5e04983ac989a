import type { UnitModel } from "#core/unit/index.ts";
import type { ShopSettings } from "#server/shop/settings.ts";
import type { Region } from "./PartSymbol.tsx";

/** Whose symbols a unit's drawing opens with: the shop's, or those usual where its mains is. */
export function regionOf({ hertz }: UnitModel, { symbols }: Pick<ShopSettings, "symbols">): Region {
  return symbols === "unit" ? (hertz === 60 ? "NA" : "IEC") : symbols;
}
