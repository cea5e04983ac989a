import type { Section } from "../field.ts";
import { BEHAVIOUR } from "./behaviour.ts";
import { CIRCUIT } from "./circuit.ts";
import { UNIT } from "./unit.ts";
import { WORK } from "./work.ts";

/** All chapters of a unit model, in the order in which a unit is told. */
export const SECTIONS: readonly Section[] = [...UNIT, ...CIRCUIT, ...BEHAVIOUR, ...WORK];
