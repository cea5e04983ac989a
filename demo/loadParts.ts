import { SHELF } from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { execute, type Connection } from "#server/database/query.ts";

/** Suppliers of the demo shop, invented: how their prices lie beside the unit's, and how many days they take. */
const SUPPLIERS = [
  { supplier: "Weir Lane Electrical", share: 1, days: 2 },
  { supplier: "Lockside Spares", share: 0.88, days: 5 },
] as const;
/** What costs less is kept on the shelf, and so many of it. */
const ON_SHELF_BELOW = 45;
const KEPT = 2;

/** The demo shop's shelf and what its suppliers ask for each item that is replaced. */
export async function loadParts(on: Connection, unit: UnitModel): Promise<void> {
  for (const item of unit.items.filter((i) => i.remedy === "replace")) {
    const offers = [
      ...(item.spare || (item.price > 0 && item.price < ON_SHELF_BELOW)
        ? [{ supplier: SHELF, price: item.price, days: 0, onHand: item.spare ? 1 : KEPT }]
        : []),
      ...SUPPLIERS.map(({ supplier, share, days }) => ({
        supplier,
        price: Math.round(item.price * share * 100) / 100,
        days,
        onHand: null,
      })),
    ];
    for (const { supplier, price, days, onHand } of offers)
      await execute(
        on,
        "INSERT INTO part_offers (unit_id, item_id, supplier, price, days, on_hand) VALUES ($1, $2, $3, $4, $5, $6)",
        [unit.id, item.id, supplier, price, days, onHand],
      );
  }
}
