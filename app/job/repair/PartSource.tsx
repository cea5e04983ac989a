import { useEffect } from "react";
import { useFetcher } from "react-router";
import { SHELF, type EventBody, type JobState } from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import type { loader } from "../../routes/unit-parts.ts";
import { Button } from "../../ui/Button.tsx";
import { Clock } from "../../ui/Clock.tsx";
import { useShop } from "../../ui/ShopBar.tsx";
import { money } from "../../words/money.ts";

/** Where the part comes from: the shelf, or a supplier; and whether it has come. */
export function PartSource({
  unit,
  items,
  orders,
  onEnter,
}: {
  unit: UnitModel;
  items: readonly string[];
  orders: JobState["orders"];
  onEnter: (body: EventBody) => boolean;
}) {
  const { currency } = useShop().settings;
  const { load, data } = useFetcher<typeof loader>();
  const address = `/units/${unit.id}/parts?items=${items.join("+")}`;
  useEffect(() => void load(address), [load, address]);
  const replaced = unit.items.filter((i) => items.includes(i.id) && i.remedy === "replace");
  if (replaced.length === 0) return null;
  return (
    <section aria-label="The part">
      <h3 className="font-bold">Where the part comes from</h3>
      {replaced.map((item) => {
        const order = orders.findLast((o) => o.item === item.id);
        const offers = data?.offers.filter((o) => o.item === item.id && o.onHand !== 0) ?? [];
        return (
          <ul key={item.id} aria-label={item.name}>
            {order ? (
              <li className="flex flex-wrap items-center justify-between gap-x-3 border-t border-rule-faint py-1">
                <span>
                  {order.supplier === SHELF ? "Taken off the shelf" : `Ordered of ${order.supplier}`}{" "}
                  <Clock at={order.event.at} withDate />, {money(order.price, currency)}
                </span>
                {order.arrived ? (
                  <strong>it is here</strong>
                ) : (
                  <Button onClick={() => onEnter({ type: "arrived", of: order.event.id })}>
                    It has come
                  </Button>
                )}
              </li>
            ) : offers.length === 0 ? (
              <li className="border-t border-rule-faint py-1">
                {data
                  ? `Nobody is known to have “${item.name}”. The unit's papers say ${money(item.price, currency)}.`
                  : "Asking the shelf and the suppliers…"}
              </li>
            ) : (
              offers.map((offer) => (
                <li
                  key={offer.supplier}
                  className="flex flex-wrap items-center justify-between gap-x-3 border-t border-rule-faint py-1"
                >
                  <span>
                    {offer.onHand === undefined
                      ? `${offer.supplier}, ${offer.days} days`
                      : `On the shelf: ${offer.onHand}`}{" "}
                    <span className="reading font-semibold">{money(offer.price, currency)}</span>
                  </span>
                  <Button
                    onClick={() =>
                      onEnter({
                        type: "ordered",
                        item: item.id,
                        supplier: offer.supplier,
                        price: offer.price,
                        days: offer.days,
                      })
                    }
                  >
                    {offer.onHand === undefined ? `Order of ${offer.supplier}` : "Take it off the shelf"}
                  </Button>
                </li>
              ))
            )}
          </ul>
        );
      })}
    </section>
  );
}
