import { buildDictionary } from "#core/diagnosis/index.ts";
import { generatedUnit } from "./generatedUnit.ts";

/** Builds the dictionary of a generated unit of as many parts as named and prints what a process then holds, MB. */
const dictionary = buildDictionary(generatedUnit(Number(process.argv[2])));
(globalThis as { gc?: () => void }).gc?.();
const { heapUsed, arrayBuffers } = process.memoryUsage();
process.stdout.write(`${((heapUsed + arrayBuffers) / 1e6).toFixed(1)} ${dictionary.rows.length}\n`);
