/** What a part is drawn as. One shape per electrical function; the two regions draw some of them differently. */
export type SymbolName =
  | "battery"
  | "fuse"
  | "breaker"
  | "switch"
  | "pressed-switch"
  | "heat-switch"
  | "resistor"
  | "heater"
  | "thermistor"
  | "varistor"
  | "capacitor"
  | "coil"
  | "motor"
  | "lamp"
  | "diode"
  | "led"
  | "zener"
  | "gap"
  | "pin"
  | "block";

const BY_TYPE: Readonly<Record<string, SymbolName>> = {
  battery: "battery",
  fuse: "fuse",
  "soldered-fuse": "fuse",
  "thermal-fuse": "fuse",
  breaker: "breaker",
  switch: "switch",
  "manual-switch": "switch",
  "proof-switch": "pressed-switch",
  "limit-switch": "pressed-switch",
  "door-switch": "pressed-switch",
  thermostat: "heat-switch",
  "cut-out": "heat-switch",
  resistor: "resistor",
  rtd: "thermistor",
  ntc: "thermistor",
  ptc: "thermistor",
  heater: "heater",
  igniter: "heater",
  varistor: "varistor",
  capacitor: "capacitor",
  solenoid: "coil",
  "gas-valve": "coil",
  motor: "motor",
  "dc-motor": "motor",
  lamp: "lamp",
  diode: "diode",
  led: "led",
  zener: "zener",
  "spark-gap": "gap",
  "flame-sensor": "gap",
  pin: "pin",
  splice: "pin",
  "screw-terminal": "pin",
};

/** The symbol of a kind of part; a block with named terminals where the standards have none for the whole of it. */
export function symbolOf(type: string): SymbolName {
  return BY_TYPE[type] ?? "block";
}

/** Kinds that are a coil and the contacts it moves: in one circuit they are the one or the other. */
const RELAYS: ReadonlySet<string> = new Set(["relay", "change-over-relay", "double-relay", "contactor"]);
const COIL_ENDS: ReadonlySet<string> = new Set(["coilA", "coilB"]);

/** What a part is drawn as in a circuit that passes it from one terminal to another. */
export function symbolBetween(type: string, enters: string, leaves: string): SymbolName {
  if (!RELAYS.has(type)) return symbolOf(type);
  return COIL_ENDS.has(enters) && COIL_ENDS.has(leaves) ? "coil" : "switch";
}

/** Symbols drawn along one line, with a terminal at either end. */
export function isInLine(symbol: SymbolName): boolean {
  return symbol !== "block";
}
