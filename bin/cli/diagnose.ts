import {
  ambiguityGroups,
  buildDictionary,
  byItem,
  contradictions,
  isOutside,
  judge,
  nextByOrder,
  rankChecks,
  readFindings,
  type Dictionary,
  type Evidence,
  type Situation,
  type Waits,
} from "#core/diagnosis/index.ts";
import { answerWords, checkText, setupText, valueText } from "#core/view/index.ts";
import { readJson } from "./jsonFile.ts";
import { readUnitFile } from "./unitFile.ts";
import { UsageError } from "./usage.ts";

export interface DiagnoseOptions {
  readonly findings: string;
  readonly json?: boolean;
}

/** What the findings leave, and what to check next. */
export function diagnose(unitFile: string, { findings: file, json }: DiagnoseOptions): string {
  const unit = readUnitFile(unitFile);
  const dictionary = buildDictionary(unit);
  const read = readFindings(dictionary, readJson(file));
  if (!read.ok)
    throw new UsageError(
      `${file}: ${read.problems.length} of the findings cannot be used:\n${read.problems.map((p) => `  ${p.path}: ${p.message}`).join("\n")}`,
    );
  const result = diagnosisOf(dictionary, read.evidence);
  return json ? JSON.stringify(result) : inWords(dictionary, result);
}

function diagnosisOf(known: Dictionary, evidence: readonly Evidence[]) {
  const done = new Set(evidence.flatMap((e) => (e.kind === "claim" ? [] : [e.check.id])));
  const situation: Situation = { band: "unproven", lifts: [], coversOff: [] };
  const { dictionary, posterior, advice } = judge(known, { findings: evidence, situation, done });
  const ranked = rankChecks(dictionary, posterior, situation, done, 8);
  const own = nextByOrder("information", { dictionary, posterior, situation, evidence, done });
  const next = own ? [own, ...ranked.filter((p) => p.check.id !== own.check.id)].slice(0, 8) : ranked;
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
    call: {
      item: advice.item,
      chance: share(advice.chance),
      ready: advice.ready,
      suspect: dictionary.suspects[advice.suspect]!.id,
      ...(advice.waits ? { waits: advice.waits } : {}),
      ...(advice.proof ? { proof: place(advice.proof.finding) } : {}),
    },
    found: evidence.map((e) => findingWords(dictionary, e)),
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
      text: `${checkText(dictionary.unit, check)}, ${setupText(dictionary.unit, check)}`,
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
    ...result.found.map((text, i) => `  ${i + 1}. ${text}`),
    ...(result.outsideTheModel ? ["  Nothing in the model explains these findings well."] : []),
    ...result.measureAgain.map(
      (m) =>
        `  Finding ${m.finding} does not fit${m.against ? ` with finding ${m.against}` : ""}: measure it again.`,
    ),
    ...result.items.slice(0, 6).map((i) => `  ${percent(i.chance)}  ${i.id}`),
    ...callWords(result.call),
    ...(result.call.ready
      ? []
      : result.next.slice(0, 4).map((n) => `  ${n.text} (${n.bits} bits, ${n.minutes} min)`)),
  ].join("\n");
}

/** A finding with what was checked, in which state, and what came out. */
function findingWords({ unit }: Dictionary, finding: Evidence): string {
  if (finding.kind === "claim") return `said: ${finding.item} was replaced`;
  const { check } = finding;
  const where = `${checkText(unit, check)}, ${setupText(unit, check)}`;
  switch (finding.kind) {
    case "reading":
      return `${where}: ${valueText(finding.check.fn, finding.value)}`;
    case "beep":
      return `${where}: ${finding.beep ? "beeps" : "does not beep"}`;
    case "seen": {
      const words = answerWords(unit, finding.check);
      return `${where}: ${finding.sometimes ? "comes and goes" : finding.badly ? "badly" : finding.seen ? words.yes : words.no}`;
    }
  }
}

const WAITS: Readonly<Record<Waits, string>> = {
  cause: "It has opened; find what opened it before it is replaced.",
  proof: "Only elimination speaks for it so far; put it to the proof first.",
  own: "Readings elsewhere prove it; read it by itself first.",
  feed: "It gives nothing out; read what goes in first.",
  alone: "It reads low with everything connected; read it alone first.",
  rival: "Something elsewhere fits nearly as well; one more check tells them apart.",
  repeat: "One reading speaks against it; take that one again first.",
  contradicted: "Several readings speak against it.",
};

function callWords(call: ReturnType<typeof diagnosisOf>["call"]): string[] {
  if (call.ready)
    return [
      call.proof === undefined
        ? `Call: ${call.item} (${call.suspect}), by elimination.`
        : `Call: ${call.item} (${call.suspect}), proved by finding ${call.proof}.`,
    ];
  return [
    ...(call.waits ? [`${call.item} leads. ${WAITS[call.waits]}`] : []),
    "Not enough for a call. Check next:",
  ];
}
