import { describe, expect, test } from "@jest/globals";
import { observationCheck, type Check, type Truth } from "../../core/diagnosis/index.ts";
import { admissionProblems, replay, type JobEvent } from "../../core/job/index.ts";
import { seeded } from "../../core/quantity/index.ts";
import { recordJob, uuidFrom, type Visit } from "../../demo/recordJob.ts";
import { ownTruths } from "../../bin/cli/playAll.ts";
import { glasswasherDictionary } from "../support/glasswasher.ts";

/** The honest technician: what is recorded is what the faulty unit shows, in an order that the program admits. */
const dictionary = glasswasherDictionary();
const { unit } = dictionary;
const hidden = ownTruths(dictionary).get("HT1:open")!;
const visit = (over: Partial<Visit> = {}): Visit => ({
  complaint: "Rinse stays cold.",
  asked: ["fills", "rinse-hot"],
  people: ["ansa", "teo"],
  at: "2026-01-05T08:00:00.000Z",
  checks: 3,
  noise: 0,
  random: seeded(4),
  ...over,
});
const findings = (events: readonly JobEvent[]) => events.filter((e) => e.body.type === "finding");

describe("a job recorded from a hidden fault", () => {
  const { events } = recordJob(dictionary, hidden, visit());

  test("opens with the complaint and the customer's answers, as the unit has them", () => {
    expect(events[0]!.body).toEqual({ type: "opened", complaint: "Rinse stays cold." });
    for (const [i, id] of ["fills", "rinse-hot"].entries())
      expect(events[i + 1]!.body).toMatchObject({
        check: { kind: "observation", observation: id },
        result: { kind: "seen", seen: hidden(observationCheck(unit, id)) },
      });
    expect(new Set(events.slice(0, 3).map((e) => e.at))).toEqual(new Set(["2026-01-05T08:00:00.000Z"]));
  });

  test("nothing in it would have been refused, and time goes forward", () => {
    events.forEach((event, i) => {
      expect(admissionProblems(unit, replay(unit, events.slice(0, i)), event)).toEqual([]);
      if (i > 0) expect(Date.parse(event.at)).toBeGreaterThanOrEqual(Date.parse(events[i - 1]!.at));
    });
    expect(findings(events)).toHaveLength(2 + 3);
  });

  test("the same seed gives the same log, another one other ids", () => {
    expect(recordJob(dictionary, hidden, visit()).events).toEqual(events);
    const other = recordJob(dictionary, hidden, visit({ random: seeded(5) })).events;
    expect(other.map((e) => e.body)).toEqual(events.map((e) => e.body));
    expect(other[0]!.id).not.toBe(events[0]!.id);
  });

  test("two people take turns; one alone writes everything", () => {
    expect(new Set(events.map((e) => e.person))).toEqual(new Set(["ansa", "teo"]));
    const alone = recordJob(dictionary, hidden, visit({ people: ["teo"], checks: 1 })).events;
    expect(new Set(alone.map((e) => e.person))).toEqual(new Set(["teo"]));
  });

  test("taken in only: no check is made", () => {
    const taken = recordJob(dictionary, hidden, visit({ checks: 0 }));
    expect(findings(taken.events)).toHaveLength(2);
    expect(taken.view.next.length).toBeGreaterThan(0);
  });

  test("followed on, it ends at the call of the hidden fault and not after it", () => {
    const cards: string[] = [];
    const whole = recordJob(dictionary, hidden, visit({ checks: 25 }), ({ view }) =>
      cards.push(view.next[0]?.check.id ?? "none"),
    );
    expect(whole.view.call).toMatchObject({ ready: true, item: "heater" });
    expect(findings(whole.events).length).toBeLessThan(2 + 25);
    // Every card is heard of once before it is answered, and the last one, which is not answered any more.
    expect(cards).toHaveLength(findings(whole.events).length - 2 + 1);
  });

  test("what cannot be made is passed over, and counts as no check", () => {
    const first = recordJob(dictionary, hidden, visit({ checks: 0 })).view.next[0]!.check.id;
    const blind: Truth = (check: Check) => (check.id === first ? undefined : hidden(check));
    const { events: rest } = recordJob(dictionary, blind, visit({ checks: 1 }));
    expect(findings(rest)).toHaveLength(3);
    const made = replay(unit, rest).ledger.map((e) => e.check.id);
    expect(made).not.toContain(first);
  });
});

test("ids are version 4 UUIDs", () => {
  const random = seeded(9);
  const ids = Array.from({ length: 50 }, () => uuidFrom(random));
  expect(new Set(ids).size).toBe(50);
  for (const id of ids)
    expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/u);
});
