import {
  breaker,
  cord,
  fuse,
  pin,
  screwTerminal,
  solderedFuse,
  splice,
  thermalFuse,
  wire,
} from "./conductors/conductors.ts";
import { buckRegulator, charger, powerSupply } from "./supplies/converters.ts";
import { ledDisplay, peripheral, serialPort } from "./loads/displays.ts";
import { flameSensor, gasValve, sparkDriver } from "./loads/gas.ts";
import { heater, railLoad, resistor } from "./loads/loads.ts";
import { battery, dcSupply, splitPhase } from "./supplies/moreSupplies.ts";
import {
  highSideOutput,
  lowSideOutput,
  mosfet,
  optotriac,
  residualBreaker,
  residualCurrentDevice,
  transistor,
  triacOutput,
} from "./switching/outputs.ts";
import { gap } from "./passives/gap.ts";
import { capacitor, igniter, lamp, potentiometer, sparkGap, varistor } from "./passives/passives.ts";
import type { ModeKind, PartKind } from "./partKind.ts";
import { powerTransformer } from "./supplies/powerTransformer.ts";
import type { SizeRange } from "./sizes.ts";
import type { Part } from "../model/model.ts";
import { contactor } from "./switching/contactor.ts";
import { changeOverRelay, doubleRelay, relay } from "./switching/relays.ts";
import {
  bridge,
  diode,
  inverterBridge,
  led,
  sixDiodeBridge,
  zener,
} from "./semiconductors/semiconductors.ts";
import { ntc, ptc, pulseSensor, rtd, thermocouple } from "./sensors/sensors.ts";
import { mains, rectifier, regulator, transformer } from "./supplies/supplies.ts";
import {
  cutout,
  doorSwitch,
  limitSwitch,
  manualSwitch,
  positionSwitch,
  proofSwitch,
  thermostat,
} from "./switching/switches.ts";
import { threePhaseMotor } from "./motors/threePhase.ts";
import { dcMotor, motor, solenoid, splitWindingMotor } from "./motors/windings.ts";

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
  residualBreaker,
  dcMotor,
  splitWindingMotor,
  threePhaseMotor,
  thermocouple,
  ptc,
  pulseSensor,
  cord,
  thermalFuse,
  solderedFuse,
  battery,
  powerSupply,
  charger,
  buckRegulator,
  powerTransformer,
  manualSwitch,
  doorSwitch,
  limitSwitch,
  proofSwitch,
  doubleRelay,
  mosfet,
  transistor,
  optotriac,
  inverterBridge,
  flameSensor,
  gasValve,
  sparkDriver,
  ledDisplay,
  serialPort,
  peripheral,
  gap,
] as unknown as readonly PartKind[];

/** Every kind of part, by its type name. */
export const CATALOGUE: ReadonlyMap<string, PartKind> = new Map(KINDS.map((kind) => [kind.type, kind]));

interface PartLike {
  readonly type: string;
  readonly terminals: Readonly<Record<string, string>>;
  readonly parameters: Readonly<Record<string, unknown>>;
}

export function isPossible({ terminals, parameters }: PartLike, { onlyWith }: ModeKind): boolean {
  return onlyWith === undefined || terminals[onlyWith] !== undefined || Boolean(parameters[onlyWith]);
}

/** The ways this part can fail: those of its kind that what it is connected to, or its parameters, allow. */
export function modesOf(part: PartLike): readonly ModeKind[] {
  return CATALOGUE.get(part.type)!.modes.filter((mode) => isPossible(part, mode));
}

/** The range in which the size of a part's failure lies: the unit's own, or the catalogue's; undefined where it has none. */
export function sizesOf(part: Pick<Part, "sizes">, mode: ModeKind): SizeRange | undefined {
  return mode.sizes && { ...mode.sizes, ...part.sizes?.[mode.id] };
}

export { middleSize, sizeGrid, type SizeRange } from "./sizes.ts";
export type { Badly, ModeKind, PartKind, WorkKind } from "./partKind.ts";
export { partChoice, type PartChoice } from "./partChoice.ts";
export { remedyOf, type Remedy } from "./remedies.ts";
