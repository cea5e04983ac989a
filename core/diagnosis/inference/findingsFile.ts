import { liftOf } from "#core/unit/index.ts";
import { z } from "zod";
import { METER_FUNCTIONS } from "#core/meter/index.ts";
import { observationCheck, readingCheck, trialCheck, TrialError, TRIALS } from "../planning/checks.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Evidence } from "./evidence.ts";

const id = z.string().min(1).max(80);

/** Findings as an outsider writes them down: readings, what was seen, claims. */
export const findingsSchema = z.strictObject({
  format: z.literal("zygodrome-findings"),
  version: z.literal(1),
  findings: z
    .array(
      z.union([
        z.strictObject({
          state: id,
          lifts: z.array(id).max(20).default([]),
          function: z.enum(METER_FUNCTIONS),
          red: id,
          black: id,
          /** In V, A, Ω, F or Hz; "OL"; for continuity also whether it beeped. */
          value: z.union([z.number().finite(), z.literal("OL"), z.boolean()]),
        }),
        z.strictObject({
          observation: id,
          seen: z.union([z.boolean(), z.literal("sometimes"), z.literal("badly")]),
        }),
        /** Something tried, answered yes or no: the fault gone, it runs, the fuses hold, it tests good. */
        z.strictObject({ trial: z.enum(TRIALS), subject: id, yes: z.boolean() }),
        z.strictObject({ claim: id }),
      ]),
    )
    .max(2000),
});

export type FindingsFile = z.infer<typeof findingsSchema>;

/** One thing wrong with a findings file: where, and what. */
export interface FindingProblem {
  readonly path: string;
  readonly message: string;
}

/** The findings as evidence on a unit, or everything in them that the unit does not have. */
export function readFindings(
  dictionary: Dictionary,
  json: unknown,
):
  | { readonly ok: true; readonly evidence: Evidence[] }
  | { readonly ok: false; readonly problems: FindingProblem[] } {
  const parsed = findingsSchema.safeParse(json);
  if (!parsed.success)
    return {
      ok: false,
      problems: parsed.error.issues.map((i) => ({ path: i.path.join(".") || "(file)", message: i.message })),
    };
  const { unit } = dictionary;
  const problems: FindingProblem[] = [];
  const evidence = parsed.data.findings.flatMap((finding, i): Evidence[] => {
    const at = `findings.${i}`;
    const key = `f${i + 1}`;
    const lacks = (path: string, what: string, name: string) => {
      problems.push({ path: `${at}.${path}`, message: `the unit has no ${what} “${name}”` });
      return [];
    };
    if ("claim" in finding) {
      if (!unit.items.some((item) => item.id === finding.claim)) return lacks("claim", "item", finding.claim);
      return [{ kind: "claim", id: key, item: finding.claim }];
    }
    if ("trial" in finding) {
      try {
        const check = trialCheck(unit, finding.trial, finding.subject);
        return [{ kind: "seen", id: key, check, seen: finding.yes }];
      } catch (error) {
        if (!(error instanceof TrialError)) throw error;
        problems.push({ path: `${at}.subject`, message: error.message });
        return [];
      }
    }
    if ("observation" in finding) {
      if (!unit.observations.some((o) => o.id === finding.observation))
        return lacks("observation", "observation", finding.observation);
      const check = observationCheck(unit, finding.observation);
      const how =
        finding.seen === "sometimes" ? { sometimes: true } : finding.seen === "badly" ? { badly: true } : {};
      return [{ kind: "seen", id: key, check, seen: finding.seen === true, ...how }];
    }
    const state = unit.states.find((s) => s.id === finding.state);
    if (!state) return lacks("state", "state", finding.state);
    for (const end of ["red", "black"] as const)
      if (!unit.points.some((p) => p.id === finding[end])) return lacks(end, "point", finding[end]);
    for (const lift of finding.lifts) if (!liftOf(unit, lift)) return lacks("lifts", "lift", lift);
    const setup = { state: finding.state, lifts: finding.lifts };
    const check = readingCheck(setup, finding.function, finding.red, finding.black);
    if (typeof finding.value === "boolean") return [{ kind: "beep", id: key, check, beep: finding.value }];
    return [{ kind: "reading", id: key, check, value: finding.value === "OL" ? Infinity : finding.value }];
  });
  return problems.length === 0 ? { ok: true, evidence } : { ok: false, problems };
}
