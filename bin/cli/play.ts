import { z } from "zod";
import {
  buildDictionary,
  ORDERS,
  type Check,
  type Dictionary,
  type Order,
  type Truth,
} from "#core/diagnosis/index.ts";
import { readArguments, UsageError } from "./arguments.ts";
import { readJson } from "./jsonFile.ts";
import { ownTruths, playAll } from "./playAll.ts";
import { readUnitFile } from "./unitFile.ts";

/** Readings of a faulty unit by somebody else's reckoning: fault → check id → reading, "OL", or whether it is seen. */
export const truthSchema = z.record(
  z.string(),
  z.record(z.string(), z.union([z.number().finite(), z.literal("OL"), z.literal("badly"), z.boolean()])),
);

/** `play UNIT.json [--order NAME] [--noise 0.02] [--slips 0.02] [--seed N] [--truth READINGS.json] [--json]` */
export function play(argv: readonly string[]): string {
  const args = readArguments(argv, {
    order: "value",
    noise: "value",
    slips: "value",
    seed: "value",
    truth: "value",
    json: "flag",
  });
  const unit = readUnitFile(args.words[0]);
  const order = (args.option("order") ?? "information") as Order;
  if (!ORDERS.includes(order)) throw new UsageError(`--order is one of ${ORDERS.join(", ")}.`);
  const share = (name: "noise" | "slips") => {
    const value = Number(args.option(name) ?? 0.02);
    if (!(value >= 0 && value < 1)) throw new UsageError(`--${name} is a share, 0 or more and below 1.`);
    return value;
  };
  const seed = Number(args.option("seed") ?? 1);
  if (!Number.isInteger(seed)) throw new UsageError("--seed is a whole number.");
  const dictionary = buildDictionary(unit);
  const truths =
    args.option("truth") === undefined
      ? ownTruths(dictionary)
      : readTruths(dictionary, args.option("truth")!);
  const result = playAll(dictionary, truths, { order, noise: share("noise"), slips: share("slips"), seed });
  if (args.flag("json")) return JSON.stringify({ unit: unit.id, order, ...result });
  const percent = (x: number) => `${(100 * x).toFixed(1)} %`;
  return [
    `${unit.name}, ${result.plays.length} faults played by ${order}:`,
    `  right item ${percent(result.rightShare)}, wrong item called ${percent(result.wrongShare)}`,
    `  ${result.meanChecks.toFixed(1)} checks, ${result.meanMinutes.toFixed(1)} minutes on average`,
  ].join("\n");
}

function readTruths(dictionary: Dictionary, file: string): Map<string, Truth> {
  const parsed = truthSchema.safeParse(readJson(file));
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    throw new UsageError(`${file}: ${issue.path.join(" → ") || "(file)"}: ${issue.message}`);
  }
  const known = new Set(dictionary.suspects.map((s) => s.id));
  const checks = new Set([
    ...dictionary.rows.map((row) => row.check.id),
    ...dictionary.unit.observations.map((o) => `see/${o.id}`),
  ]);
  return new Map(
    Object.entries(parsed.data).map(([fault, readings]): [string, Truth] => {
      if (!known.has(fault))
        throw new UsageError(`${file}: ${dictionary.unit.id} has no suspect “${fault}”.`);
      const stray = Object.keys(readings).find((id) => !checks.has(id));
      if (stray !== undefined)
        throw new UsageError(
          `${file}: “${fault}” has a reading for ${stray}, which is no check of ${dictionary.unit.id}.`,
        );
      return [
        fault,
        // What the file does not tell cannot be checked in that play.
        (check: Check) => {
          const reading = readings[check.id];
          return reading === "OL" ? Infinity : reading;
        },
      ];
    }),
  );
}
