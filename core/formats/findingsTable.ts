import { FUNCTION_UNIT } from "#core/meter/index.ts";
import type { JobEvent } from "#core/job/index.ts";
import type { JobView } from "#core/view/index.ts";

const HEADS = [
  "No",
  "At",
  "Who",
  "Check",
  "State",
  "Function",
  "Red",
  "Black",
  "Value",
  "Unit",
  "Result",
  "Healthy",
  "Verdict",
  "Retracted",
] as const;

/**
 * A job's findings as a table: how each reads on the screen, and for readings the pair, the function and the value in base
 * units (V, A, Ω, F, Hz; OL is over the top of the range) for whatever reckons with them.
 */
export function findingsTable(
  { ledger }: Pick<JobView, "ledger">,
  events: readonly JobEvent[],
  nameOf: (person: string) => string,
): string[][] {
  const bodies = new Map(events.map((e) => [e.id, e.body]));
  return [
    [...HEADS],
    ...ledger.map((row, i) => {
      const body = bodies.get(row.id);
      const check = body?.type === "finding" && body.check.kind === "reading" ? body.check : undefined;
      const value = body?.type === "finding" && body.result.kind === "value" ? String(body.result.value) : "";
      return [
        String(i + 1),
        row.at,
        nameOf(row.person),
        row.check,
        row.setup,
        check?.fn ?? "",
        check?.red ?? "",
        check?.black ?? "",
        value,
        check && value !== "" ? FUNCTION_UNIT[check.fn] : "",
        row.result,
        row.expected,
        row.verdict,
        row.retracted ? row.retracted.why || "yes" : "",
      ];
    }),
  ];
}
