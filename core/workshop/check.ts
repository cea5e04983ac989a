import { lintUnit, readUnit, type UnitModel } from "#core/unit/index.ts";
import { isJson, type Json } from "./field.ts";
import { allRecordsOf, recordName } from "./place.ts";
import { SECTIONS } from "./sections/index.ts";

/** Something that is wrong with a model, or probably not meant, and where one goes to mend it. */
export interface WorkshopProblem {
  /** `wrong`: it can't be saved so. `doubt`: it can, and is probably not meant. */
  readonly level: "wrong" | "doubt";
  readonly section: string;
  /** Which record of the section's list; undefined where it is about none. */
  readonly at: number | undefined;
  /** The record by its name, and the path within it: "F1", "parameters.amps". */
  readonly record: string;
  readonly field: string;
  readonly message: string;
}

export interface Checked {
  readonly problems: readonly WorkshopProblem[];
  /** The model, where it reads. */
  readonly unit: UnitModel | undefined;
}

/** Reads a file that is being edited: what keeps it from being a model, each with its place. */
export function checkFile(file: Json): Checked {
  const read = readUnit(file);
  return read.ok
    ? { problems: [], unit: read.unit }
    : {
        problems: read.problems.map((p) => ({
          level: "wrong" as const,
          ...placeOf(file, p.path),
          message: p.message,
        })),
        unit: undefined,
      };
}

/** What of a file is no circuit and may be half said while a condition of it is being worked out. */
const BESIDE_THE_CIRCUIT: readonly string[] = [
  "needs",
  "sequence",
  "observations",
  "courses",
  "checks",
  "hazards",
];

/** The circuit of a file, in its states, whatever is still wrong with how it is to behave; undefined where it is no circuit. */
export function circuitOf(file: Json): UnitModel | undefined {
  const kept = Object.entries(file).filter(([key]) => !BESIDE_THE_CIRCUIT.includes(key));
  const states = Array.isArray(file["states"]) ? (file["states"] as unknown[]) : [];
  const read = readUnit({
    ...Object.fromEntries(kept),
    states: states.map((state) => (isJson(state) ? { ...state, drives: [] } : state)),
  });
  return read.ok ? read.unit : undefined;
}

/** What reads well and is probably not meant: nets that end nowhere, states without an effect, circuits without an answer. */
export function doubtsOf(file: Json, unit: UnitModel): WorkshopProblem[] {
  return lintUnit(unit).map((f) => ({
    level: f.level === "error" ? ("wrong" as const) : ("doubt" as const),
    ...placeOf(file, f.path),
    message: f.message,
  }));
}

type Place = Pick<WorkshopProblem, "section" | "at" | "record" | "field">;

/** The section and record that a path of a file leads to: "sequence.steps[2].drives[0]". */
export function placeOf(file: Json, path: string): Place {
  const keys = path.split(/[.[\]]+/u).filter((k) => k !== "");
  const section = SECTIONS.filter(
    (s) => s.type === undefined && s.shape !== "one" && s.path.every((k, i) => k === keys[i]),
  )[0];
  const nowhere = (of: string, field: string): Place => ({ section: of, at: undefined, record: "", field });
  if (!section) {
    const board = keys[0] === "sequence";
    return nowhere(board ? "board" : "unit", (board ? keys.slice(1) : keys).join("."));
  }
  const [which, ...field] = keys.slice(section.path.length);
  const records = allRecordsOf(file, section);
  const at = section.shape === "keyed" ? records.findIndex((r) => r["id"] === which) : Number(which ?? NaN);
  const record = records[at];
  if (!record) return nowhere(section.id, field.join("."));
  return { section: section.id, at, record: recordName(section, { at, record }), field: field.join(".") };
}
