import { describe, expect, test } from "@jest/globals";
import type { JobEvent } from "#core/job/index.ts";
import { isSameLog, lastKnown, logSoFar, NOTHING_SINCE, withHeard, withSaved } from "./logSoFar.ts";

const entry = (id: string): JobEvent => ({
  id,
  person: "ansa",
  at: "2026-03-02T09:00:00.000Z",
  body: { type: "note", text: id },
});
const [opened, dead, closed, late, next] = ["opened", "dead", "closed", "late", "next"].map(entry) as [
  JobEvent,
  JobEvent,
  JobEvent,
  JobEvent,
  JobEvent,
];
const served = { seq: 10, events: [opened] };
const ids = (events: readonly JobEvent[]) => events.map((e) => e.id);

describe("the log as a page has it", () => {
  test("an own entry that was answered before the stream told of others stands after them all the same", () => {
    let since = withSaved(NOTHING_SINCE, late);
    expect(ids(logSoFar(served.events, since, []))).toEqual(["opened", "late"]);
    since = withHeard(since, { seq: 11, event: dead });
    since = withHeard(since, { seq: 12, event: closed });
    expect(ids(logSoFar(served.events, since, [next]))).toEqual(["opened", "dead", "closed", "late", "next"]);
    // Its own place, once the stream tells it; what joined later stands behind.
    since = withHeard(since, { seq: 14, event: next });
    since = withHeard(since, { seq: 13, event: late });
    expect(ids(logSoFar(served.events, since, []))).toEqual(["opened", "dead", "closed", "late", "next"]);
  });

  test("each entry stands once, whoever tells of it, and however often", () => {
    let since = withHeard(withHeard(NOTHING_SINCE, { seq: 11, event: dead }), { seq: 11, event: dead });
    since = withSaved(withSaved(since, late), late);
    expect(ids(logSoFar([opened, dead], since, [late]))).toEqual(["opened", "dead", "late"]);
  });
});

test("a log is the same while its entries are, whoever tells of them; another order is another log", () => {
  const waiting = logSoFar(served.events, NOTHING_SINCE, [late]);
  const saved = logSoFar(served.events, withSaved(NOTHING_SINCE, late), [late]);
  const heard = logSoFar(served.events, withHeard(NOTHING_SINCE, { seq: 11, event: { ...late } }), []);
  expect(isSameLog(waiting, saved) && isSameLog(saved, heard)).toBe(true);
  expect(isSameLog([dead, closed], [closed, dead])).toBe(false);
  expect(isSameLog([dead], [dead, closed])).toBe(false);
});

describe("up to where a browser knows the log", () => {
  test("an own entry that was saved says nothing of what joined before it", () => {
    const since = withSaved(NOTHING_SINCE, late);
    expect(lastKnown(served, since)).toBe("opened");
    expect(lastKnown(served, withHeard(since, { seq: 12, event: closed }))).toBe("closed");
  });

  test("a page that was served anew knows what it was served with", () => {
    const since = withHeard(NOTHING_SINCE, { seq: 11, event: dead });
    expect(lastKnown({ seq: 12, events: [opened, dead, closed] }, since)).toBe("closed");
    expect(lastKnown({ seq: 10, events: [opened] }, since)).toBe("dead");
  });

  test("a job without a readable entry names none", () => {
    expect(lastKnown({ seq: 0, events: [] }, NOTHING_SINCE)).toBeUndefined();
  });
});
