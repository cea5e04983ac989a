import { unpackDictionary, type Dictionary } from "#core/diagnosis/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

/** The dictionary that the server has; undefined where it has none, cannot be reached, or has it of another version. */
export async function fetchedDictionary(unit: UnitModel, address: string): Promise<Dictionary | undefined> {
  try {
    const response = await fetch(address);
    return response.ok ? unpackDictionary(unit, new Uint8Array(await response.arrayBuffer())) : undefined;
  } catch {
    return undefined;
  }
}
