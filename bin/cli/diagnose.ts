import {
  adviseCall,
  ambiguityGroups,
  buildDictionary,
  byItem,
  contradictions,
  isOutside,
  rankChecks,
  readFindings,
  weighWithPairs,
  type Dictionary,
  type Evidence,
} from "#core/diagnosis/index.ts";
import { checkText } from "#core/job/index.ts";
import { readArguments, UsageError } from "./arguments.ts";
import { readJson } from "./jsonFile.ts";
import { readUnitFile } from "./unitFile.ts";

/** `diagnose UNIT.json --findings FINDINGS.json [--json]`: what the findings leave, and what to check next. */
export function diagnose(argv: readonly string[]): string {
  const args = readArguments(argv, { findings: "value", json: "flag" });
  const unit = readUnitFile(args.words[0]);
  const file = args.option("findings");
  if (file === undefined) throw new UsageError("Which findings? Give --findings FILE.json.");
  const dictionary = buildDictionary(unit);
  const read = readFindings(dictionary, readJson(file));
  if (!read.ok)
    throw new UsageError(
      `${file}: ${read.problems.length} of the findings cannot be used:\n${read.problems.map((p) => `  ${p.path}: ${p.message}`).join("\n")}`,
    );
  const result = diagnosisOf(dictionary, read.evidence);
  return args.flag("json") ? JSON.stringify(result) : inWords(dictionary, result);
}

function diagnosisOf(known: Dictionary, evidence: readonly Evidence[]) {
  const { dictionary, posterior } = weighWithPairs(known, evidence);
  const advice = adviseCall(dictionary, posterior);
  const done = new Set(evidence.flatMap((e) => (e.kind === "claim" ? [] : [e.check.id])));
  const next = rankChecks(dictionary, posterior, { band: "unproven", lifts: [], coversOff: [] }, done, 8);
  const share = (p: number) => Number(p.toPrecision(4));
  // Findings are numbered from 1, as they stand in the file.
  const place = (id: string) => Number(id.slice(1));
  return {
    unit: dictionary.unit.id,
    findings: evidence.length,
    suspects: dictionary.suspects
      .map(({ id, item }, i) => ({ id, ...(item ? { item } : {}), chance: share(posterior.suspects[i]!) }))
      .sort((a, b) => b.chance - a.chance),
    items: byItem(dictionary, posterior).map(({ id, chance }) => ({ id, chance: share(chance) })),
    call: { item: advice.item, chance: share(advice.chance), ready: advice.ready },
    measureAgain: contradictions(dictionary, posterior, evidence).map(({ finding, chance, against }) => ({
      finding: place(finding),
      chanceOfSlip: share(chance),
      ...(against === undefined ? {} : { against: place(against) }),
    })),
    outsideTheModel: isOutside(dictionary, posterior),
    ambiguityGroups: ambiguityGroups(dictionary, posterior, dictionary.rows).map((group) =>
      group.map((i) => dictionary.suspects[i]!.id),
    ),
    next: next.map(({ check, cost, gain, score, outcomes }) => ({
      id: check.id,
      text: checkText(dictionary.unit, check),
      minutes: Number(cost.minutes.toFixed(2)),
      bits: share(gain),
      bitsPerMinute: share(score),
      outcomes: outcomes.map((o) => ({
        ...o.label,
        chance: share(o.chance),
        leaves: o.leaves,
        clears: o.clears,
      })),
    })),
  };
}

function inWords(dictionary: Dictionary, result: ReturnType<typeof diagnosisOf>): string {
  const percent = (p: number) => `${(100 * p).toFixed(1).padStart(5)} %`;
  return [
    `${dictionary.unit.name}, ${result.findings} findings:`,
    ...(result.outsideTheModel ? ["  Nothing in the model explains these findings well."] : []),
    ...result.measureAgain.map(
      (m) =>
        `  Finding ${m.finding} does not fit${m.against ? ` with finding ${m.against}` : ""}: measure it again.`,
    ),
    ...result.items.slice(0, 6).map((i) => `  ${percent(i.chance)}  ${i.id}`),
    result.call.ready ? `Call: ${result.call.item}.` : "Not enough for a call. Check next:",
    ...(result.call.ready
      ? []
      : result.next.slice(0, 4).map((n) => `  ${n.text} (${n.bits} bits, ${n.minutes} min)`)),
  ].join("\n");
}
