import { z } from "zod";

/** A value that nobody knew and somebody measured: which of a part's, how much, and where that is from. */
export const measuredSchema = z.strictObject({
  part: z.string().min(1).max(80),
  parameter: z.string().min(1).max(40),
  value: z.number().positive(),
  /** "26.4 Ω, TB1.1 to TB1.2, job 0152" */
  said: z.string().max(200).default(""),
});
export type Measured = z.infer<typeof measuredSchema>;

/** Resistances of a part that a meter can tell one by one: while one of them is not known, the part is not. */
const RESISTANCES = [
  "ohms",
  "windingOhms",
  "coilOhms",
  "primaryOhms",
  "secondaryOhms",
  "runOhms",
  "startOhms",
  "supplyOhms",
] as const;
/** Values of a part that a reading can tell: its resistances, or what it takes. */
export const MEASURABLE: readonly string[] = [...RESISTANCES, "watts", "amps"];

interface PartOfFile {
  readonly id?: unknown;
  readonly spread?: unknown;
  readonly parameters?: Readonly<Record<string, unknown>>;
  readonly weights?: Readonly<Record<string, number>>;
}

/**
 * A unit's file with a part's own value in place of the one that was taken for it. Once all that can be told of it is known, the part is
 * no longer of unknown size, and fails in the ways that nobody could have seen before as well. Where the part has gone, or is known by now, the file as it
 * was.
 */
export function withMeasured<T extends object>(file: T, measured: Measured): T {
  const { parts = [], measured: before = [] } = file as {
    parts?: readonly PartOfFile[];
    measured?: readonly Measured[];
  };
  const known = parts.find((p) => p.id === measured.part);
  if (known?.spread === undefined) return file;
  const others = before.filter((m) => m.part !== measured.part || m.parameter !== measured.parameter);
  return {
    ...file,
    parts: parts.map((p) => (p === known ? partWith(p, [...others, measured], measured) : p)),
    measured: [...others, measured],
  };
}

function partWith(
  { spread, weights = {}, parameters = {}, ...part }: PartOfFile,
  known: readonly Measured[],
  { parameter, value }: Measured,
): PartOfFile {
  const isKnown = (name: string) => known.some((m) => m.part === part.id && m.parameter === name);
  if (RESISTANCES.some((name) => typeof parameters[name] === "number" && !isKnown(name)))
    return { ...part, spread, weights, parameters: { ...parameters, [parameter]: value } };
  const failing = Object.fromEntries(Object.entries(weights).filter(([, weight]) => weight > 0));
  return {
    ...part,
    parameters: { ...parameters, [parameter]: value },
    ...(Object.keys(failing).length > 0 ? { weights: failing } : {}),
  };
}
