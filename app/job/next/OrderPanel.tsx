import { useEffect, useState } from "react";
import type { Order } from "#core/diagnosis/index.ts";
import { type JobEvent } from "#core/job/index.ts";
import { ORDER_NAME, type OrderView } from "#core/view/index.ts";
import type { Diagnosis } from "../useDiagnosis.ts";
import { Dialog, DialogButtons } from "../../ui/Dialog.tsx";
import { Button } from "../../ui/Button.tsx";

interface Props {
  events: readonly JobEvent[];
  order: Order;
  ask: Diagnosis["ask"];
  onChoose: (order: Order) => void;
  onClose: () => void;
}

const ALL = Object.keys(ORDER_NAME) as Order[];

/** The ways of going about it: what each would do next, and what it would cost from here. */
export function OrderPanel({ events, order, ask, onChoose, onClose }: Props) {
  const [known, setKnown] = useState<ReadonlyMap<Order, OrderView>>(new Map());
  useEffect(() => {
    let open = true;
    void (async () => {
      for (const one of ALL) {
        if (!open) return;
        const view = await ask((worker) => worker.order(events, one));
        if (open && view) setKnown((map) => new Map(map).set(one, view));
      }
    })();
    return () => {
      open = false;
    };
  }, [ask, events]);
  return (
    <Dialog title="Order of checks" onClose={onClose}>
      <p className="text-[0.9375rem]">
        The suspects stay the same; only who proposes the next check changes. The minutes are what it would
        take from here to a call, on average.
      </p>
      {known.size < ALL.length && (
        <progress
          value={known.size}
          max={ALL.length}
          aria-label="Calculating what each would cost"
          className="h-1.5 w-full accent-here"
        />
      )}
      <fieldset>
        <legend className="sr-only">Order</legend>
        {ALL.map((one) => {
          const view = known.get(one);
          return (
            <label
              key={one}
              className="grid min-h-14 cursor-pointer px-2 grid-cols-[1.5rem_1fr_5.5rem] items-center gap-x-3 border-t border-rule py-1.5 has-checked:bg-here-soft has-focus-visible:outline-3"
            >
              <input
                type="radio"
                name="order"
                className="size-5 accent-here"
                checked={order === one}
                onChange={() => onChoose(one)}
              />
              <span>
                <strong className="block">{ORDER_NAME[one]}</strong>
                <span className="text-[0.9375rem] text-ink-soft">
                  {view ? (view.next ?? "nothing left to check this way") : "calculating …"}
                </span>
              </span>
              <span className="reading text-right text-xl font-semibold">
                {view ? `${Math.round(view.minutes)} min` : ""}
              </span>
            </label>
          );
        })}
      </fieldset>
      <DialogButtons>
        <Button look="main" onClick={onClose}>
          Use this order
        </Button>
      </DialogButtons>
    </Dialog>
  );
}
