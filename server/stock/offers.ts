import { SHELF, type JobEvent } from "#core/job/index.ts";
import { pool } from "../database/pool.ts";
import { execute, many, type Connection } from "../database/query.ts";

/** What a supplier, or the shop's own shelf, has of an item. */
export interface Offer {
  readonly item: string;
  readonly supplier: string;
  /** In the shop's currency. */
  readonly price: number;
  /** Days until it is here; 0 for the shelf. */
  readonly days: number;
  /** How many lie on the shelf; undefined for a supplier. */
  readonly onHand?: number;
}

/** Where parts are looked up. The stand-in below ships with the program; a shop's own stock keeping can take its place. */
export interface PartsSource {
  /** Offers of a unit's items, what is here soonest first. */
  offers(unit: string, items: readonly string[]): Promise<readonly Offer[]>;
  /** Takes note of an order, in the transaction that records it. */
  ordered(on: Connection, unit: string, order: Extract<JobEvent["body"], { type: "ordered" }>): Promise<void>;
}

/** The stand-in: a table that the demo shop fills. */
export const simulatedParts: PartsSource = {
  async offers(unit, items) {
    const rows = await many<Omit<Offer, "onHand"> & { onHand: number | null }>(
      pool(),
      `SELECT item_id AS item, supplier, price::float8 AS price, days, on_hand AS "onHand" FROM part_offers
        WHERE unit_id = $1 AND item_id = ANY ($2) ORDER BY item_id, days, price`,
      [unit, items],
    );
    return rows.map(({ onHand, ...offer }) => (onHand === null ? offer : { ...offer, onHand }));
  },
  async ordered(on, unit, { item, supplier }) {
    if (supplier !== SHELF) return;
    // What was taken off the shelf is gone from it whether or not the count knew of it.
    await execute(
      on,
      "UPDATE part_offers SET on_hand = on_hand - 1 WHERE unit_id = $1 AND item_id = $2 AND supplier = $3 AND on_hand > 0",
      [unit, item, supplier],
    );
  },
};
