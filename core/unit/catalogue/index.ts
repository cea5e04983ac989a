import { breaker, fuse, pin, wire } from "./conductors.ts";
import { heater, motor, railLoad, resistor, solenoid } from "./loads.ts";
import { dcSupply, splitPhase } from "./moreSupplies.ts";
import { changeOverRelay, lowSideOutput, relay } from "./outputs.ts";
import { capacitor, igniter, lamp, potentiometer, sparkGap, varistor } from "./passives.ts";
import type { PartKind } from "./partKind.ts";
import { diode, led, sixDiodeBridge, zener } from "./semiconductors.ts";
import { ntc, rtd } from "./sensors.ts";
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
  diode,
  led,
  zener,
  sixDiodeBridge,
  dcSupply,
  splitPhase,
  breaker,
  changeOverRelay,
  rtd,
  capacitor,
  potentiometer,
  varistor,
  sparkGap,
  lamp,
  igniter,
] as unknown as readonly PartKind[];

/** Every kind of part, by its type name. */
export const CATALOGUE: ReadonlyMap<string, PartKind> = new Map(KINDS.map((kind) => [kind.type, kind]));

export type { ModeKind, PartKind } from "./partKind.ts";
