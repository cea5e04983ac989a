import { describe, expect, test } from "@jest/globals";
import { glasswasher } from "../../tests/support/glasswasher.ts";
import type { EventBody, JobEvent } from "./events.ts";
import { admissionProblems } from "./admit.ts";
import { arrivedAfter, logAtDevice, powerWord, unheardBy } from "./late.ts";
import { replay } from "./replay.ts";
import { rinseReading } from "../../tests/support/rinseReading.ts";

/** Two people at one unit: one in the cellar without reception (phone), one at the board (bench). */
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, "0")}`;
const PHONE = uuid(901);
const BENCH = uuid(902);
let count = 0;
const entry = (body: EventBody, device?: string, after?: JobEvent): JobEvent => {
  const n = ++count;
  return {
    id: uuid(n),
    person: device === PHONE ? "teo" : "ansa",
    at: `2026-03-02T09:${String(n % 60).padStart(2, "0")}:00.000Z`,
    ...(device ? { device } : {}),
    ...(after ? { after: after.id } : {}),
    body,
  };
};
const band = (to: "live" | "dead", device: string, after: JobEvent) =>
  entry({ type: "band", band: to, confirmed: ["all"] }, device, after);
const note = (device: string, after: JobEvent) => entry({ type: "note", text: "x" }, device, after);
const reading = (device: string, after: JobEvent) => entry(rinseReading(229), device, after);
const unit = glasswasher();

const opened = entry({ type: "opened", complaint: "cold" });
const live = band("live", PHONE, opened);
const dead = band("dead", BENCH, live);

describe("what a device had not heard of", () => {
  test("is what others recorded after the last entry it knew", () => {
    const own = note(PHONE, live);
    expect(unheardBy([opened, live, dead], own)).toEqual([dead]);
    expect(logAtDevice([opened, live, dead], own)).toEqual([opened, live]);
  });

  test("its own entries it knows, and those of the time after it heard of them", () => {
    const second = note(PHONE, live);
    expect(unheardBy([opened, live, dead, note(PHONE, live)], second)).toEqual([dead]);
    expect(unheardBy([opened, live, dead], note(PHONE, dead))).toEqual([]);
  });

  test("an entry that does not say where it was made, or names a place that is not here, knows everything", () => {
    expect(unheardBy([opened, live, dead], entry({ type: "note", text: "x" }))).toEqual([]);
    expect(unheardBy([opened, live, dead], note(PHONE, entry({ type: "note", text: "other job" })))).toEqual(
      [],
    );
  });

  test("of an entry in the log only what stands before it counts", () => {
    const own = note(PHONE, live);
    expect(unheardBy([opened, live, own, dead], own)).toEqual([]);
    expect(unheardBy([opened, live, dead, own, note(BENCH, dead)], own)).toEqual([dead]);
  });
});

describe("a late entry", () => {
  test("is judged by the band at the device: a live reading passes although somebody declared DEAD meanwhile", () => {
    const own = reading(PHONE, live);
    const log = [opened, live, dead];
    const codes = (events: readonly JobEvent[]) =>
      admissionProblems(unit, replay(unit, events), own).map((p) => p.code);
    expect(codes(log)).toEqual(["band"]);
    expect(codes(logAtDevice(log, own))).toEqual([]);
    // One that knew of it is refused all the same.
    const knowing = reading(PHONE, dead);
    expect(admissionProblems(unit, replay(unit, logAtDevice(log, knowing)), knowing)).toHaveLength(1);
  });

  test("stands in the ledger with what it arrived after; a note in between does not matter", () => {
    const own = reading(PHONE, live);
    expect(replay(unit, [opened, live, dead, own]).ledger[0]!.late).toBe(dead);
    expect(replay(unit, [opened, live, note(BENCH, live), own]).ledger[0]!.late).toBeUndefined();
    const closed = entry({ type: "closed", outcome: "repaired", note: "" }, BENCH, dead);
    expect(arrivedAfter([opened, live, dead, closed], own)).toBe(closed);
  });
});

describe("the word on the power", () => {
  test("is the last one said by somebody who knew of the one before", () => {
    expect(powerWord([])).toEqual({ band: "unproven" });
    expect(powerWord([opened, live])).toEqual({ band: "live", event: live });
    expect(powerWord([opened, live, dead])).toEqual({ band: "dead", event: dead });
  });

  test("two that neither knew of leave it unproven until it is said anew", () => {
    const lateDead = band("dead", PHONE, opened);
    const benchLive = band("live", BENCH, opened);
    const clash = powerWord([opened, benchLive, lateDead]);
    expect(clash).toEqual({ band: "unproven", event: lateDead, clash: [benchLive, lateDead] });
    expect(replay(unit, [opened, benchLive, lateDead])).toMatchObject({
      band: "unproven",
      situation: { band: "unproven" },
      bandClash: [benchLive, lateDead],
    });
    const anew = band("live", BENCH, lateDead);
    expect(powerWord([opened, benchLive, lateDead, anew])).toEqual({ band: "live", event: anew });
    // A third who knew of neither does not settle it.
    const third = band("live", uuid(903), opened);
    expect(powerWord([opened, benchLive, lateDead, third]).band).toBe("unproven");
  });

  test("two that say the same do not clash", () => {
    const benchDead = band("dead", BENCH, opened);
    const phoneDead = band("dead", PHONE, opened);
    expect(powerWord([opened, benchDead, phoneDead])).toEqual({ band: "dead", event: phoneDead });
  });
});
