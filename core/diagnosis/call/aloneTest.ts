import { isOhms } from "#core/meter/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import { toScale } from "../dictionary/scale.ts";
import type { Evidence } from "../inference/evidence.ts";
import type { Check } from "../planning/checks.ts";
import { costOf, hazardMinutes, minutesFor } from "../planning/cost.ts";
import type { CallGround } from "./call.ts";

/**
 * The part by itself, on the bench or with what it hangs on taken off, where it reads less ohms than it should with everything
 * connected: something beside it reads the same. More ohms than it should have are its own, for what lies beside it can only take some
 * away. Common practice, no source.
 * @param own what the part was read by
 * @returns the cheapest such check; undefined where one was made, and where the part reads high or cannot be read alone
 */
export function aloneTest(
  dictionary: Dictionary,
  { situation, done }: CallGround,
  part: string,
  own: readonly Evidence[],
): Check | undefined {
  const { unit } = dictionary;
  const pairs = own.map((f) => lowTogether(dictionary, f));
  if (pairs.length === 0 || pairs.includes(undefined)) return undefined;
  const isAlone = (check: Check) =>
    check.kind === "trial"
      ? check.trial === "bench" && check.subject === part
      : check.kind === "reading" &&
        check.setup.lifts.length > 0 &&
        isOhms(check.fn) &&
        pairs.includes(ends(check));
  const danger = hazardMinutes(unit);
  let best: { check: Check; minutes: number } | undefined;
  for (const { check } of dictionary.rows) {
    if (done.has(check.id) || !isAlone(check)) continue;
    const minutes = minutesFor(costOf(unit, situation, check), danger);
    if (!best || minutes < best.minutes) best = { check, minutes };
  }
  return best?.check;
}

/** The pair of a finding in ohms that are less than they should be, with nothing taken off. */
function lowTogether(dictionary: Dictionary, finding: Evidence): string | undefined {
  if (finding.kind !== "reading" || !isOhms(finding.check.fn) || finding.check.setup.lifts.length > 0)
    return undefined;
  const row = dictionary.row(finding.check);
  const isLow = "mean" in row && toScale(finding.check.fn, finding.value) < row.mean[0]!;
  return isLow ? ends(finding.check) : undefined;
}

const ends = ({ red, black }: { readonly red: string; readonly black: string }) =>
  [red, black].sort().join(" ");
