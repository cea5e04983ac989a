import { describe, expect, test } from "@jest/globals";
import { buildReadings } from "#core/diagnosis/index.ts";
import type { EventBody, JobEvent } from "#core/job/index.ts";
import { demoDictionary, demoUnit } from "../../tests/support/demoUnits.ts";
import { rinseReading } from "../../tests/support/rinseReading.ts";
import { suspicion } from "./ruledOut.ts";
import { viewJob } from "./view.ts";
import { wiringView } from "./wiringView.ts";

const event = (body: EventBody): JobEvent => ({
  id: crypto.randomUUID(),
  person: "ansa",
  at: "2026-01-05T10:00:00.000Z",
  body,
});
const cleared = (events: readonly JobEvent[], known = demoDictionary("glasswasher-gw4")) =>
  viewJob(known, events, "information", undefined, "listed").courses.flatMap((c) =>
    c.links.filter((l) => l.cleared).map((l) => l.label),
  );

describe("ruled out", () => {
  test.each([
    [0.0099, 0.5, true],
    [0.0101, 0.5, false],
    [0.009, 0.0451, true],
    [0.009, 0.0449, false],
    [0, 0.001, true],
    [0, 0, false],
  ])("a chance of %d that began at %d: %s", (chance, start, ruledOut) => {
    expect(suspicion(chance, start)).toEqual({ chance, ruledOut });
  });

  test.each(["glasswasher-gw4", "roaster-dr6", "dock-bd3"])(
    "nothing of %s is before anybody looked, however seldom it fails",
    (id) => {
      const view = viewJob(demoDictionary(id), [], "information", undefined, "listed");
      expect(cleared([], demoDictionary(id))).toEqual([]);
      expect(view.standingSuspects).toBe(view.totalSuspects);
      expect(view.totalSuspects).toBe(demoDictionary(id).suspects.length - 2);
      expect(view.standingItems).toBe(new Set(demoDictionary(id).suspects.flatMap((s) => s.item ?? [])).size);
      const { parts } = wiringView(demoDictionary(id), []);
      expect(Object.values(parts).filter((p) => p.ruledOut)).toEqual([]);
      expect(Object.values(parts).some((p) => p.chance < 0.01)).toBe(true);
    },
  );

  test("a wire to the heater is, once the heater has its volts", () => {
    const events = [event({ type: "band", band: "live", confirmed: [] }), event(rinseReading(229))];
    expect(cleared(events)).toContain("W4");
    const view = viewJob(demoDictionary("glasswasher-gw4"), events, "information", undefined, "listed");
    expect(view.standingSuspects).toBeLessThan(view.totalSuspects);
    expect(wiringView(demoDictionary("glasswasher-gw4"), events).parts["W4"]!.ruledOut).toBe(true);
  });

  test("nothing is while the unit's suspects are not known", () => {
    const readings = buildReadings(demoUnit("glasswasher-gw4"));
    expect(cleared([], readings)).toEqual([]);
    expect(wiringView(readings, []).parts).toEqual({});
  });
});
