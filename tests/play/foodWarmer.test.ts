import { describe, expect, test } from "@jest/globals";
import { buildDictionary, playFault, type Check } from "#core/diagnosis/index.ts";
import { traceUnit } from "#core/trace/index.ts";
import type { Chain } from "../support/chain.ts";
import { heats, SOUND_WARMER, WARMER, warmerReads } from "../support/foodWarmer.ts";
import { seeded } from "../support/random.ts";

/**
 * A traced unit's jobs, played against readings that share nothing with the engine: a row of resistances worked with
 * Ohm's law (tests/support/chain.ts), with faults of sizes that no list has.
 */
const { unit } = traceUnit({ id: "warmer", name: "Food warmer", maker: "" }, WARMER);
const dictionary = buildDictionary(unit!.model);

function play(chain: Chain, seed: number) {
  const truth = (check: Check) => {
    if (check.kind === "observation") return check.observation === "work-HT1" ? heats(chain) : false;
    if (check.kind !== "reading" || check.setup.lifts.length > 0 || check.setup.state === "standby")
      return undefined;
    return warmerReads(chain, check.setup.state, check.red, check.black);
  };
  return playFault(dictionary, truth, {
    order: "information",
    noise: 0.003,
    slips: 0,
    random: seeded(seed),
    complaint: ["work-HT1"],
  });
}

const OPEN = 1e12;
const between = (from: string, to: string) => (ohms: number) => SOUND_WARMER.with(from, to, ohms);

/** Each with the items that would mend it: what lies at the supply's end of the first wire is the supply to a meter. */
const FAULTS: readonly [string, Chain, readonly string[]][] = [
  ["wire to the breaker off", between("L", "CB1.1")(OPEN), ["item-W.1", "supply"]],
  ["breaker open", between("CB1.1", "CB1.2")(OPEN), ["item-CB1"]],
  ["wire off the switch", between("CB1.2", "S1.1")(OPEN), ["item-W.2"]],
  ["switch open", between("S1.1", "S1.2")(OPEN), ["item-S1"]],
  ["switch burnt, 55 Ω", between("S1.1", "S1.2")(55), ["item-S1"]],
  ["cut-out tripped", between("TH1.1", "TH1.2")(OPEN), ["item-TH1"]],
  ["plug melted, 140 Ω", between("X1.1", "X1.1-out")(140), ["plug-X1"]],
  ["thermostat open", between("TS1.1", "TS1.2")(OPEN), ["item-TS1"]],
  ["thermostat 700 Ω", between("TS1.1", "TS1.2")(700), ["item-TS1"]],
  ["terminal burnt, 90 Ω", between("TB1.1", "TB1.2")(90), ["item-TB1"]],
  ["element open", between("HT1.1", "HT1.2")(OPEN), ["item-HT1"]],
  ["wire off the element", between("TB1.2", "HT1.1")(OPEN), ["item-W.7"]],
  ["return pin open", between("X1.2", "X1.2-out")(OPEN), ["plug-X1"]],
  ["wire off the way back", between("X1.2-out", "N")(OPEN), ["item-W.9"]],
];

describe("a food warmer traced in ten lines", () => {
  test.each(FAULTS)("%s", (_, chain, items) => {
    const played = play(chain, 11);
    const made = played.steps.map((s) => `${s.check.id}=${String(s.result)}`).join(" → ");
    expect([items.includes(played.item), played.item, made]).toEqual([true, played.item, made]);
    expect(played.ready).toBe(true);
    expect(played.steps.length).toBeLessThanOrEqual(10);
  });
});
