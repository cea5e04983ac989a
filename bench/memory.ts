import { setImmediate as nextTurn } from "node:timers/promises";
import { buildDictionary } from "#core/diagnosis/index.ts";
import { generatedUnit } from "./generatedUnit.ts";

/**
 * Builds the dictionary of a generated unit of as many parts as named and prints what a process then holds, MB. It is collected
 * twice: buffers are given back in the turn after the one in which nobody holds them any more.
 */
const dictionary = buildDictionary(generatedUnit(Number(process.argv[2])));
const { gc } = globalThis as { gc?: () => void };
for (let turn = 0; turn < 2; turn++) {
  gc?.();
  await nextTurn();
}
const { heapUsed, arrayBuffers } = process.memoryUsage();
process.stdout.write(`${((heapUsed + arrayBuffers) / 1e6).toFixed(1)} ${dictionary.rows.length}\n`);
