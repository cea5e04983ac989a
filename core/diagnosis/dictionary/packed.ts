import type { Stand, StepTimes, Symptom } from "#core/sequence/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { listAsked, listChecks, type Check } from "../planning/checks.ts";
import { listSuspects } from "../suspects/suspects.ts";
import { knownOf, restoreDictionary, type Dictionary } from "./dictionary.ts";
import type { Row } from "./rows.ts";

/**
 * A dictionary as bytes, to be kept and sent: it takes seconds to compute and milliseconds to read.
 *
 * Layout, little-endian: the header's length in UTF-16 units (4 bytes); the header, JSON (2 bytes a unit), padded to 8;
 * the wide arrays (8 bytes a number), then the narrow ones (4 bytes a number), each of as many numbers as there are
 * cases. The header names the checks in order and, by their numbers, the arrays of each.
 */
interface Header {
  readonly format: typeof FORMAT;
  readonly cases: number;
  readonly wide: number;
  readonly narrow: number;
  readonly rows: readonly PackedRow[];
  readonly opened: readonly (readonly string[])[];
  readonly stands: Readonly<Record<string, PackedStands>>;
  readonly chattering: readonly string[];
  readonly symptoms: PackedSymptoms | undefined;
}

const FORMAT = 4;

/** A reading's mean, spread and slope, or an answer's chance and that of "badly". */
interface PackedRow {
  readonly check: string;
  readonly narrow?: readonly [mean: number, sd: number, slope: number];
  readonly wide?: readonly [chance: number, badly?: number];
}

/** The stands of one state, each once, and by case the number of its stand. A rest without end has no seconds. */
interface PackedStands {
  readonly all: readonly (Omit<Stand, "seconds"> & { readonly seconds: number | null })[];
  readonly of: readonly number[];
}

interface PackedSymptoms {
  readonly healthy: PackedSymptom;
  readonly times: StepTimes;
  readonly rows: readonly PackedSymptom[];
}

type PackedSymptom = Omit<Symptom, "worked" | "clicked"> & {
  readonly worked: readonly string[];
  readonly clicked: readonly string[];
};

/** Thrown for bytes that are no dictionary of the unit at hand, as this version has it. */
export class PackedDictionaryError extends Error {
  constructor(what: string) {
    super(`These bytes are no dictionary of this unit: ${what}.`);
    this.name = "PackedDictionaryError";
  }
}

export function packDictionary(dictionary: Dictionary): Uint8Array {
  const known = knownOf(dictionary);
  const narrow = new Numbered<Float32Array>();
  const wide = new Numbered<Float64Array>();
  const rows = known.rows.map((row): PackedRow => {
    const check = row.check.id;
    if ("mean" in row)
      return { check, narrow: [narrow.number(row.mean), narrow.number(row.sd), narrow.number(row.slope)] };
    const chance = wide.number(row.chance);
    return { check, wide: row.badly ? [chance, wide.number(row.badly)] : [chance] };
  });
  const cases = dictionary.cases.length;
  const header: Header = {
    format: FORMAT,
    cases,
    wide: wide.all.length,
    narrow: narrow.all.length,
    rows,
    opened: known.opened,
    stands: Object.fromEntries(Object.entries(known.stands).map(([id, stands]) => [id, packStands(stands)])),
    chattering: known.chattering,
    symptoms: known.symptoms && {
      healthy: packSymptom(known.symptoms.healthy),
      times: known.symptoms.times,
      rows: known.symptoms.rows.map(packSymptom),
    },
  };
  const text = JSON.stringify(header);
  const wideAt = bodyAt(text.length);
  const narrowAt = wideAt + 8 * cases * wide.all.length;
  const bytes = new Uint8Array(narrowAt + 4 * cases * narrow.all.length);
  new DataView(bytes.buffer).setUint32(0, text.length, true);
  const units = new Uint16Array(bytes.buffer, 4, text.length);
  for (let i = 0; i < text.length; i++) units[i] = text.charCodeAt(i);
  wide.all.forEach((array, i) => new Float64Array(bytes.buffer, wideAt + 8 * cases * i, cases).set(array));
  narrow.all.forEach((array, i) =>
    new Float32Array(bytes.buffer, narrowAt + 4 * cases * i, cases).set(array),
  );
  return bytes;
}

/** @throws PackedDictionaryError where the bytes are not of this unit, or of another version's checks or cases */
export function unpackDictionary(unit: UnitModel, packed: Uint8Array): Dictionary {
  // A copy of its own, so that the arrays begin where arrays may.
  const { buffer } = packed.slice();
  const { header, wideAt } = readHeader(buffer);
  const { cases, opened, chattering } = header;
  const checks = new Map([...listChecks(unit), ...listAsked(unit)].map((c) => [c.id, c]));
  if (listSuspects(unit).cases.length !== cases) throw new PackedDictionaryError("it has other faults");
  if (unit.states.some((s) => header.stands[s.id]?.of.length !== cases))
    throw new PackedDictionaryError("it has other states");
  if (checks.size !== header.rows.length || header.rows.some((r) => !checks.has(r.check)))
    throw new PackedDictionaryError("it has other checks");
  const narrowAt = wideAt + 8 * cases * header.wide;
  if (buffer.byteLength !== narrowAt + 4 * cases * header.narrow)
    throw new PackedDictionaryError("some of it is missing");
  const wide = Array.from(
    { length: header.wide },
    (_, i) => new Float64Array(buffer, wideAt + 8 * cases * i, cases),
  );
  const narrow = Array.from(
    { length: header.narrow },
    (_, i) => new Float32Array(buffer, narrowAt + 4 * cases * i, cases),
  );
  return restoreDictionary(unit, {
    rows: header.rows.map((row) => rowOf(row, checks.get(row.check)!, narrow, wide)),
    opened,
    stands: Object.fromEntries(
      Object.entries(header.stands).map(([id, stands]) => [id, unpackStands(stands)]),
    ),
    chattering,
    symptoms: header.symptoms && {
      healthy: unpackSymptom(header.symptoms.healthy),
      times: header.symptoms.times,
      rows: header.symptoms.rows.map(unpackSymptom),
    },
  });
}

const packSymptom = (symptom: Symptom): PackedSymptom => ({
  ...symptom,
  worked: [...symptom.worked],
  clicked: [...symptom.clicked],
});

const unpackSymptom = (packed: PackedSymptom): Symptom => ({
  ...packed,
  worked: new Set(packed.worked),
  clicked: new Set(packed.clicked),
});

function packStands(stands: readonly Stand[]): PackedStands {
  const numbers = new Map<string, number>();
  const all: Stand[] = [];
  const of = stands.map((stand) => {
    const { key, reached, opened, seconds } = stand;
    const text = JSON.stringify([key, reached, opened, seconds]);
    let number = numbers.get(text);
    if (number === undefined) numbers.set(text, (number = all.push(stand) - 1));
    return number;
  });
  // JSON has no infinity: it becomes null.
  return { all, of };
}

function unpackStands({ all, of }: PackedStands): Stand[] {
  const stands = all.map(({ seconds, ...rest }): Stand => ({ ...rest, seconds: seconds ?? Infinity }));
  return of.map((i) => stands[i]!);
}

function readHeader(buffer: ArrayBuffer): { header: Header; wideAt: number } {
  if (buffer.byteLength < 4) throw new PackedDictionaryError("they are too few");
  const length = new DataView(buffer).getUint32(0, true);
  if (buffer.byteLength < bodyAt(length)) throw new PackedDictionaryError("they are too few");
  let text = "";
  for (const unit of new Uint16Array(buffer, 4, length)) text += String.fromCharCode(unit);
  let header: Header;
  try {
    header = JSON.parse(text) as Header;
  } catch {
    throw new PackedDictionaryError("their header cannot be read");
  }
  if (header.format !== FORMAT) throw new PackedDictionaryError("they are of another version");
  return { header, wideAt: bodyAt(length) };
}

/** Where the arrays begin after a header of so many units. */
function bodyAt(units: number): number {
  return Math.ceil((4 + 2 * units) / 8) * 8;
}

function rowOf(
  row: PackedRow,
  check: Check,
  narrow: readonly Float32Array[],
  wide: readonly Float64Array[],
): Row {
  if (check.kind === "reading") {
    const [mean, sd, slope] = row.narrow!;
    return { check, mean: narrow[mean]!, sd: narrow[sd]!, slope: narrow[slope]! };
  }
  const [chance, badly] = row.wide!;
  return { check, chance: wide[chance]!, ...(badly === undefined ? {} : { badly: wide[badly]! }) };
}

/** Arrays in the order they were met; one that is shared is there once. */
class Numbered<T extends object> {
  readonly all: T[] = [];
  private readonly numbers = new Map<T, number>();

  number(array: T): number {
    let number = this.numbers.get(array);
    if (number === undefined) this.numbers.set(array, (number = this.all.push(array) - 1));
    return number;
  }
}
