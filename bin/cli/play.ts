import { z } from "zod";
import {
  buildDictionary,
  checkById,
  listChecks,
  ORDERS,
  type Check,
  type Order,
  type Truth,
} from "#core/diagnosis/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { readJson } from "./jsonFile.ts";
import { ownTruths, playAll } from "./playAll.ts";
import { readFault, readUnitFile } from "./unitFile.ts";
import { UsageError } from "./usage.ts";

/** Readings of a faulty unit by somebody else's reckoning: fault → check id → reading, "OL", or whether it is seen. */
export const truthSchema = z.record(
  z.string(),
  z.record(z.string(), z.union([z.number().finite(), z.literal("OL"), z.literal("badly"), z.boolean()])),
);

export interface PlayOptions {
  readonly order: string;
  readonly noise: string;
  readonly slips: string;
  readonly seed: string;
  readonly truth?: string;
  readonly json?: boolean;
}

/** Hides every failure in turn and follows an order of checks from the complaint to the call. */
export function play(unitFile: string, options: PlayOptions): string {
  const unit = readUnitFile(unitFile);
  const order = options.order as Order;
  if (!ORDERS.includes(order)) throw new UsageError(`--order is one of ${ORDERS.join(", ")}.`);
  const share = (name: "noise" | "slips") => {
    const value = Number(options[name]);
    if (!(value >= 0 && value < 1)) throw new UsageError(`--${name} is a share, 0 or more and below 1.`);
    return value;
  };
  const seed = Number(options.seed);
  if (!Number.isInteger(seed)) throw new UsageError("--seed is a whole number.");
  const file = options.truth;
  const told = file === undefined ? undefined : readTruths(unit, file);
  // What the file tells beyond the program's own list can be asked for too.
  const dictionary = buildDictionary(
    told ? { ...unit, checks: [...(unit.checks ?? []), ...told.more] } : unit,
  );
  const truths = told?.truths ?? ownTruths(dictionary);
  const result = playAll(dictionary, truths, { order, noise: share("noise"), slips: share("slips"), seed });
  if (options.json) return JSON.stringify({ unit: unit.id, order, ...result });
  const percent = (x: number) => `${(100 * x).toFixed(1)} %`;
  return [
    `${unit.name}, ${result.plays.length} faults played by ${order}:`,
    `  right item ${percent(result.rightShare)}, wrong item called ${percent(result.wrongShare)}`,
    `  ${result.meanChecks.toFixed(1)} checks, ${result.meanMinutes.toFixed(1)} minutes on average`,
  ].join("\n");
}

interface ToldTruths {
  readonly truths: ReadonlyMap<string, Truth>;
  /** Readings that the file tells and the program does not list by itself. */
  readonly more: NonNullable<UnitModel["checks"]>;
}

/** Faults are named with or without their size: "W3:open", "W3:high-resistance:400". */
function readTruths(unit: UnitModel, file: string): ToldTruths {
  const parsed = truthSchema.safeParse(readJson(file));
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!;
    throw new UsageError(`${file}: ${issue.path.join(" → ") || "(file)"}: ${issue.message}`);
  }
  const listed = new Set(listChecks(unit).map((c) => c.id));
  const more = new Map<string, NonNullable<UnitModel["checks"]>[number]>();
  const truths = new Map<string, Truth>();
  for (const [fault, readings] of Object.entries(parsed.data)) {
    readFault(unit, fault);
    for (const id of Object.keys(readings)) {
      const check = checkById(unit, id);
      if (!check)
        throw new UsageError(`${file}: “${fault}” has a reading for ${id}, which is no check of ${unit.id}.`);
      if (check.kind === "reading" && !listed.has(id))
        more.set(id, {
          state: check.setup.state,
          lifts: [...check.setup.lifts],
          function: check.fn,
          red: check.red,
          black: check.black,
        });
    }
    // What the file does not tell cannot be checked in that play.
    truths.set(fault, (check: Check) => {
      const reading = readings[check.id];
      return reading === "OL" ? Infinity : reading;
    });
  }
  return { truths, more: [...more.values()] };
}
