import { describe, expect, test } from "@jest/globals";
import { glasswasher } from "../../../tests/support/glasswasher.ts";
import { boardOrComponent, likelyCause, type Dictionary } from "../index.ts";
import { listSuspects } from "./suspects.ts";

const unit = glasswasher();
const { suspects } = listSuspects(unit);
const dictionary = { unit, suspects } as unknown as Dictionary;
const suspect = (id: string) => suspects.find((s) => s.id === id)!;

/** Common practice, no source. */
describe("what lies behind a failure", () => {
  test.each<[string, RegExp]>([
    ["F1:blown", /find what it blew for/],
    ["HT1:open", /run dry/],
    ["K3:contact-welded", /test the load before/],
    ["W13:open", /follow the run/],
    ["P4.3:high-resistance", /clean or replace both halves/],
    ["NTC1:open", /Moisture/],
  ])("%s", (id, words) => expect(likelyCause(dictionary, suspect(id))).toMatch(words));

  test("nothing is made up for a unit that works as it should", () => {
    expect(likelyCause(dictionary, suspects[0]!)).toBeUndefined();
  });
});

describe("board or component", () => {
  test("a relay on the board: the part is cheaper and takes longer", () => {
    const choice = boardOrComponent(dictionary, suspect("K3:contact-open"))!;
    expect(choice.repair.price).toBeLessThan(choice.board.price);
    expect(choice.repair.minutes).toBeGreaterThan(choice.board.minutes);
  });

  test("a heater is no part of a board", () => {
    expect(boardOrComponent(dictionary, suspect("HT1:open"))).toBeUndefined();
  });
});
