import { readFileSync } from "node:fs";
import { UsageError } from "./usage.ts";

/** A JSON file's contents; what is wrong with it is said with its name. */
export function readJson(file: string): unknown {
  let text: string;
  try {
    text = readFileSync(file, "utf8");
  } catch (error) {
    throw new UsageError(`${file} cannot be read: ${(error as Error).message}`);
  }
  try {
    return JSON.parse(text);
  } catch (error) {
    throw new UsageError(`${file} is not JSON: ${(error as Error).message}`);
  }
}
