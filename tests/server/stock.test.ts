import { randomUUID } from "node:crypto";
import { afterAll, describe, expect, test } from "@jest/globals";
import { SHELF, type EventBody } from "#core/job/index.ts";
import { closePool } from "#server/database/pool.ts";
import { openJob } from "#server/jobs/openJob.ts";
import { recordEvent } from "#server/jobs/recordEvent.ts";
import { endingWarranties, listTickets } from "#server/jobs/tickets.ts";
import { simulatedParts } from "#server/stock/offers.ts";

const UNIT = "glasswasher-gw4";
const ITEM = "cut-out";
afterAll(closePool);

async function newJob(label: string): Promise<string> {
  const id = randomUUID();
  const said = await openJob({
    id,
    unit: UNIT,
    person: "ansa",
    label,
    complaint: "rinses cold",
    seen: {},
    claims: [],
  });
  expect(said).toBeUndefined();
  return id;
}
const record = async (job: string, body: EventBody) => {
  const event = { id: randomUUID(), person: "ansa", at: new Date().toISOString(), body };
  expect(await recordEvent(job, event)).toMatchObject({ ok: true });
  return event.id;
};
const onShelf = async () =>
  (await simulatedParts.offers(UNIT, [ITEM])).find((o) => o.supplier === SHELF)?.onHand;
const ticket = async (label: string) =>
  (await listTickets({ closed: false, words: [label], page: 1 })).tickets[0]!;

describe("the shelf and the suppliers", () => {
  test("what is here comes before what has to come, and a part taken is gone from the shelf once", async () => {
    const offers = await simulatedParts.offers(UNIT, [ITEM]);
    expect(offers.map((o) => o.days)).toEqual([0, 2, 5]);
    const before = (await onShelf())!;
    expect(before).toBeGreaterThan(0);
    const job = await newJob("shelf job");
    const body: EventBody = {
      type: "ordered",
      item: ITEM,
      supplier: SHELF,
      price: offers[0]!.price,
      days: 0,
    };
    const event = { id: randomUUID(), person: "ansa", at: new Date().toISOString(), body };
    await recordEvent(job, event);
    // Sent again, as after a lost answer.
    expect(await recordEvent(job, event)).toEqual({ ok: true, repeated: true });
    expect(await onShelf()).toBe(before - 1);
    expect((await simulatedParts.offers("no-such-unit", [ITEM])).length).toBe(0);
  });

  test("a job whose part was ordered waits for it on the board, by supplier and day, until it has come", async () => {
    const job = await newJob("waiting job");
    await record(job, { type: "call", item: ITEM, suspect: "TC1:open", chance: 0.9, note: "" });
    expect(await ticket("waiting job")).toMatchObject({ stage: "repair" });
    const order = await record(job, {
      type: "ordered",
      item: ITEM,
      supplier: "Weir Lane Electrical",
      price: 12,
      days: 2,
    });
    const waiting = await ticket("waiting job");
    expect(waiting.stage).toBe("wait");
    expect(waiting.waits).toMatch(/from Weir Lane Electrical, due \d{4}-\d\d-\d\d$/u);
    await record(job, { type: "arrived", of: order });
    expect(await ticket("waiting job")).toMatchObject({ stage: "repair" });
  });
});

test("warranties that end soon are those of repairs that were closed so long ago, the soonest first", async () => {
  const soon = await endingWarranties(14, 50);
  const days = soon.map((w) => (Date.parse(w.until) - Date.now()) / 86_400_000);
  expect(days.every((d) => d > -1 && d < 14.1)).toBe(true);
  expect(soon.map((w) => w.until)).toEqual(soon.map((w) => w.until).sort());
  expect(await endingWarranties(0, 50)).toEqual([]);
});
