import { describe, expect, test } from "@jest/globals";
import { watchedText } from "./watchedText.ts";

const watched = { seconds: 720, count: 1800, lowest: 0, highest: 231, drops: 3, longest: 2.04, away: 0 };

describe("what a watched reading came to, in words", () => {
  test("its time, its limits, its drop-outs, and what they followed", () => {
    expect(
      watchedText(
        {
          ...watched,
          marks: [
            { text: "heated", times: 1, followed: 1 },
            { text: "wiggled the loom here", times: 3, followed: 2 },
            { text: "cooled", times: 1, followed: 0 },
            { text: "door slammed", times: 2, followed: 0 },
          ],
        },
        "V",
      ),
    ).toBe(
      "watched for 12 min (1800 readings), lowest 0 V, highest 231.0 V; 3 drop-outs, the longest 2.04 s; after “heated” at once; after “wiggled the loom here” 2 of 3 times; none after “cooled”; none after “door slammed” (2 times)",
    );
  });

  test("one drop-out, none, and what is over the range", () => {
    expect(watchedText({ ...watched, drops: 1 }, "V")).toContain("; one drop-out of 2.04 s");
    const { away, ...steady } = { ...watched, drops: 0, longest: 0, highest: "OL" as const, count: 1 };
    expect(away).toBe(0);
    expect(watchedText(steady, "Ω")).toBe(
      "watched for 12 min (1 reading), lowest 0 Ω, highest OL; no drop-out",
    );
  });
});
