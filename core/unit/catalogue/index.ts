import { fuse, pin, wire } from "./conductors.ts";
import { heater, motor, railLoad, resistor, solenoid } from "./loads.ts";
import { lowSideOutput, relay } from "./outputs.ts";
import type { PartKind } from "./partKind.ts";
import { ntc } from "./sensors.ts";
import { mains, rectifier, regulator, transformer } from "./supplies.ts";
import { cutout, positionSwitch, thermostat } from "./switches.ts";

const KINDS = [
  mains,
  transformer,
  rectifier,
  regulator,
  wire,
  pin,
  fuse,
  positionSwitch,
  thermostat,
  cutout,
  relay,
  lowSideOutput,
  heater,
  motor,
  solenoid,
  resistor,
  railLoad,
  ntc,
] as unknown as readonly PartKind[];

/** Every kind of part, by its type name. */
export const CATALOGUE: ReadonlyMap<string, PartKind> = new Map(KINDS.map((kind) => [kind.type, kind]));

export type { ModeKind, PartKind } from "./partKind.ts";
