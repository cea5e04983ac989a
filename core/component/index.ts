/** Component tests: how to prepare and measure one part, and what its readings say. */
import { BRIDGE_TESTS } from "./parts/bridges.ts";
import { CAPACITOR_TESTS } from "./parts/capacitors.ts";
import { SWITCH_TESTS } from "./parts/coilsAndSwitches.ts";
import { FLAME_TESTS } from "./parts/flameAndFlow.ts";
import { FUSE_TESTS } from "./parts/fuses.ts";
import { HEATER_TESTS } from "./parts/heaters.ts";
import { JOINT_TESTS } from "./parts/joints.ts";
import { MOTOR_TESTS } from "./parts/motors.ts";
import { PROTECTION_TESTS } from "./parts/protection.ts";
import { RELAY_TESTS } from "./parts/relays.ts";
import { RESISTOR_TESTS } from "./parts/resistors.ts";
import { SEMICONDUCTOR_TESTS } from "./parts/semiconductors.ts";
import { SUPPLY_TESTS } from "./parts/supplies.ts";
import { TEMPERATURE_TESTS } from "./parts/temperature.ts";
import { TRANSFORMER_TESTS } from "./parts/transformers.ts";
import type { ComponentTest } from "./table/test.ts";

/** Every component test, in the order of their families. */
export const COMPONENT_TESTS: readonly ComponentTest[] = [
  ...FUSE_TESTS,
  ...PROTECTION_TESTS,
  ...RELAY_TESTS,
  ...BRIDGE_TESTS,
  ...SEMICONDUCTOR_TESTS,
  ...CAPACITOR_TESTS,
  ...RESISTOR_TESTS,
  ...TEMPERATURE_TESTS,
  ...HEATER_TESTS,
  ...MOTOR_TESTS,
  ...SWITCH_TESTS,
  ...TRANSFORMER_TESTS,
  ...FLAME_TESTS,
  ...JOINT_TESTS,
  ...SUPPLY_TESTS,
];

export const componentTest = (id: string): ComponentTest | undefined =>
  COMPONENT_TESTS.find((t) => t.id === id);

/** The tests for a part of a kind of the catalogue. */
export const testsFor = (type: string): readonly ComponentTest[] =>
  COMPONENT_TESTS.filter((t) => t.types.includes(type));

export { judgeEntries, readEntries, type Entries, type ReadEntries } from "./entries.ts";
export { firstAnswers, inShopUnits, unitAsked, type ShopUnits } from "./shopUnits.ts";
export { inCircuitReading, type InCircuit } from "./inCircuit.ts";
export { rippleVolts } from "./parts/capacitors.ts";
export { dischargeSeconds, SAFE_VOLTS } from "./parts/discharge.ts";
export { timeCurrent } from "./parts/fuses.ts";
export {
  FAMILIES,
  type Chart,
  type ChoiceField,
  type ComponentTest,
  type Field,
  type Judgement,
  type ProbeStep,
  type QuantityField,
  type Verdict,
} from "./table/test.ts";
export {
  asGoodBoard,
  DIFFERS_SHARE,
  forNextBoard,
  judgeSheet,
  nextPlace,
  readPlaces,
  SHEET_SOURCE,
  type PlaceRow,
  type PlaceVerdict,
  type Sheet,
} from "./sheet/sheet.ts";
