import { breaker, fuse, pin, screwTerminal, splice, wire } from "./conductors.ts";
import {
  dcMotor,
  heater,
  motor,
  railLoad,
  resistor,
  solenoid,
  splitWindingMotor,
  threePhaseMotor,
} from "./loads.ts";
import { dcSupply, splitPhase } from "./moreSupplies.ts";
import {
  changeOverRelay,
  contactor,
  highSideOutput,
  lowSideOutput,
  relay,
  residualCurrentDevice,
  triacOutput,
} from "./outputs.ts";
import { capacitor, igniter, lamp, potentiometer, sparkGap, varistor } from "./passives.ts";
import type { PartKind } from "./partKind.ts";
import { bridge, diode, led, sixDiodeBridge, zener } from "./semiconductors.ts";
import { ntc, ptc, pulseSensor, rtd, thermocouple } from "./sensors.ts";
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
  bridge,
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
  screwTerminal,
  splice,
  highSideOutput,
  triacOutput,
  contactor,
  residualCurrentDevice,
  dcMotor,
  splitWindingMotor,
  threePhaseMotor,
  thermocouple,
  ptc,
  pulseSensor,
] as unknown as readonly PartKind[];

/** Every kind of part, by its type name. */
export const CATALOGUE: ReadonlyMap<string, PartKind> = new Map(KINDS.map((kind) => [kind.type, kind]));

export type { ModeKind, PartKind } from "./partKind.ts";
