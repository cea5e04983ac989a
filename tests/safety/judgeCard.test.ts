import { describe, expect, test } from "@jest/globals";
import { readingCheck } from "#core/diagnosis/index.ts";
import type { ProposalView } from "#core/view/index.ts";
import { judgeCard } from "../../bench/safety/judgeCard.ts";
import { PLACES } from "../../bench/safety/places.ts";

const card = (over: Partial<ProposalView>): ProposalView => ({
  check: readingCheck({ state: "roast", lifts: [] }, "vac", "P1.1", "P1.2"),
  repeat: false,
  title: "",
  dial: "V AC",
  setup: "roasting",
  time: "1 min",
  live: true,
  needs: "live",
  cautions: ["mains", "gas", "moving"].map((kind) => ({ kind: kind as "mains", line: "", text: "" })),
  before: [
    "isolate and lock off, 35 s",
    "take off the rear panel, 2 min",
    "prove dead, 1 min",
    "go live, 1 min",
  ],
  bits: 1,
  outcomes: [],
  ...over,
});
const judge = (over: Partial<ProposalView>, band = "live") =>
  judgeCard(card(over), PLACES["roaster-dr6"]!, band, "dead").map((f) => `${f.kind} ${f.what.split(":")[0]}`);

describe("the judge of the cards sees what is wrong", () => {
  test("a card that is right passes", () => expect(judge({})).toEqual([]));

  test.each([
    [{ cautions: [] }, ["without-caution mains", "without-caution gas", "without-caution moving"]],
    [
      {
        before: [
          "take off the rear panel, 2 min",
          "isolate and lock off, 35 s",
          "prove dead, 1 min",
          "go live, 1 min",
        ],
      },
      ["unsafe-order order"],
    ],
    [{ before: ["take off the rear panel, 2 min"] }, ["unsafe-order opened live"]],
    [{ before: ["isolate and lock off, 35 s", "go live, 1 min"] }, ["unsafe-order isolated and not proven"]],
    [
      { before: ["isolate and lock off, 35 s", "prove dead, 1 min"] },
      ["unsafe-order live without saying so"],
    ],
    [
      { check: readingCheck({ state: "ignite", lifts: [] }, "vac", "IG1.1", "IG1.2") },
      ["without-caution hot", "inside-burner ignite/vac/IG1.1/IG1.2"],
    ],
    [
      { check: readingCheck({ state: "dead", lifts: [] }, "ohm", "P1.1", "P1.2"), before: [] },
      ["unsafe-order ohms not proven dead"],
    ],
    [
      {
        check: {
          kind: "trial" as const,
          id: "",
          setup: { state: "roast", lifts: [] },
          trial: "bypass" as const,
          subject: "AS1",
        },
      },
      ["bypass AS1"],
    ],
  ])("%j", (over, wrong) => expect(judge(over)).toEqual(wrong));

  test("a charge that nobody waits for", () => {
    const link = card({
      check: readingCheck({ state: "dead", lifts: [] }, "ohm", "LP", "GL"),
      cautions: [{ kind: "stored-energy", line: "Wait 30 s.", text: "" }],
      before: ["isolate and lock off, 35 s", "prove dead, 1 min"],
    });
    const found = judgeCard(link, PLACES["extractor-sx4"]!, "live", "dead").map((f) => f.what.split(":")[0]);
    expect(found).toEqual(["stored-energy", "no wait for what is stored"]);
  });
});
