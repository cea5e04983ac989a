import { describe, expect, test } from "@jest/globals";
import { glasswasherDictionary } from "../../tests/support/glasswasher.ts";
import type { EventBody, JobEvent } from "../job/index.ts";
import { viewJob } from "./index.ts";

const dictionary = glasswasherDictionary();
let count = 0;
const event = (body: EventBody): JobEvent => ({
  id: `00000000-0000-4000-8000-${String(++count).padStart(12, "0")}`,
  person: "ansa",
  at: "2026-03-02T09:00:00.000Z",
  body,
});
const log = [
  event({ type: "opened", complaint: "Rinse stays cold." }),
  event({
    type: "finding",
    check: { kind: "observation", observation: "rinse-hot" },
    result: { kind: "seen", seen: false },
  }),
];
const next = (events: readonly JobEvent[], keep?: string) =>
  viewJob(dictionary, events, "information", undefined, "listed", keep).next.map((p) => p.check.id);

describe("a check in somebody's hands", () => {
  const plain = next(log);
  const far = "dead/ohm/M2.1/M2.2";

  test("stays among the next ones though it ranks no more", () => {
    expect(plain).not.toContain(far);
    expect(next(log, far)).toEqual([...plain, far]);
  });

  test("changes nothing where it ranks, where it is none, and once the job is closed", () => {
    expect(next(log, plain[2])).toEqual(plain);
    expect(next(log, "dead/ohm/NO.1/NO.2")).toEqual(plain);
    expect(next([...log, event({ type: "closed", outcome: "given up", note: "" })], far)).toEqual([]);
  });

  test("a check left out is not proposed any more", () => {
    const left = event({ type: "skipped", check: plain[0]!, title: "-", why: "could not reach" });
    expect(next([...log, left])).not.toContain(plain[0]);
    const back = event({ type: "retraction", of: left.id, why: "" });
    expect(next([...log, left, back])).toEqual(plain);
  });
});
