/** Component tests: how to prepare and measure one part, and what its readings say. */
import { BRIDGE_TESTS } from "./bridges.ts";
import { CAPACITOR_TESTS } from "./capacitors.ts";
import { SWITCH_TESTS, TRANSFORMER_TESTS } from "./coilsAndSwitches.ts";
import { FLAME_TESTS } from "./flameAndFlow.ts";
import { FUSE_TESTS } from "./fuses.ts";
import { HEATER_TESTS } from "./heaters.ts";
import { JOINT_TESTS } from "./joints.ts";
import { MOTOR_TESTS } from "./motors.ts";
import { RELAY_TESTS } from "./relays.ts";
import { RESISTOR_TESTS } from "./resistors.ts";
import { SEMICONDUCTOR_TESTS } from "./semiconductors.ts";
import { SUPPLY_TESTS } from "./supplies.ts";
import { TEMPERATURE_TESTS } from "./temperature.ts";
import type { ComponentTest } from "./test.ts";

/** Every component test, in the order of their families. */
export const COMPONENT_TESTS: readonly ComponentTest[] = [
  ...FUSE_TESTS,
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

export { rippleVolts } from "./capacitors.ts";
export { dischargeSeconds, SAFE_VOLTS } from "./discharge.ts";
export { readEntries, type Entries, type ReadEntries } from "./entries.ts";
export { timeCurrent } from "./fuses.ts";
export { inCircuitReading, type InCircuit } from "./inCircuit.ts";
export { COLOURS } from "./markings.ts";
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
} from "./test.ts";
