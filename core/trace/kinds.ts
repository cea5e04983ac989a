import {
  coilOf,
  drivenRelay,
  fuseOf,
  heaterOf,
  supplyOf,
  transformerOf,
  UNKNOWN,
  winding,
  type Feed,
  type Made,
  type Values,
} from "./makers.ts";

/** Where a thing stands in a circuit. */
export type Role = "inline" | "contact" | "output" | "load" | "pin" | "wire";

/** One kind of thing that a line can name. */
export interface TraceKind {
  readonly id: string;
  /** What people write for it; the first is what the program says. */
  readonly names: readonly string[];
  readonly role: Role;
  /** First letters of its designator, where the line gives none. */
  readonly letter: string;
  /** It may sit on a board between two of its pins. */
  readonly board?: true;
  /** How its work is asked about, and its answers. */
  readonly work?: { readonly verb: string; readonly yes: string; readonly no: string };
  readonly hazard?: "hot" | "moving" | "gas" | "stored-energy";
  /** Minutes that replacing one takes. Common practice, no source. */
  readonly minutes: number;
  make(values: Values, feed: Feed): Made;
}

/**
 * A kind without values of its own: a switch by its catalogue type, closed while the circuit runs. What proves that
 * something moves is open at rest; doors, limits and thermostats stand as they do while it runs.
 */
function contactKind(id: string, names: readonly string[], type: string, letter: string, minutes = 15) {
  const rest = type === "proof-switch" ? "open" : "closed";
  const made = { type, parameters: type === "thermal-fuse" ? {} : { rest } };
  return { id, names, role: "inline", letter, minutes, make: () => made } satisfies TraceKind;
}

/** Wire of unknown size in a harness. Common practice, no source. */
const USUAL_MM2 = 0.75;

const KINDS: readonly TraceKind[] = [
  { id: "fuse", names: ["fuse"], role: "inline", letter: "F", board: true, minutes: 5, make: fuseOf("fuse") },
  {
    id: "breaker",
    names: ["breaker", "circuit breaker", "mcb"],
    role: "inline",
    letter: "CB",
    minutes: 15,
    make: fuseOf("breaker"),
  },
  contactKind("thermal-fuse", ["thermal fuse", "thermal link", "one-shot cut-out"], "thermal-fuse", "TF"),
  contactKind(
    "cut-out",
    [
      "cut-out",
      "cutout",
      "cut out",
      "overheat stop",
      "overload",
      "motor protector",
      "thermal switch",
      "thermal cut-out",
    ],
    "cut-out",
    "TH",
  ),
  contactKind("thermostat", ["thermostat", "stat"], "thermostat", "TS"),
  contactKind(
    "door-switch",
    ["door switch", "lid switch", "interlock", "door", "lid"],
    "door-switch",
    "S",
    12,
  ),
  contactKind("limit-switch", ["limit switch", "high limit", "limit", "safety switch"], "limit-switch", "LS"),
  contactKind(
    "proof-switch",
    ["proof switch", "pressure switch", "air switch", "flow switch"],
    "proof-switch",
    "PS",
  ),
  contactKind("level-switch", ["level switch", "float switch", "float"], "switch", "FS"),
  contactKind("stop", ["emergency stop", "e-stop", "stop button"], "switch", "ES"),
  contactKind(
    "switch",
    ["switch", "microswitch", "rocker", "key switch", "push-button", "button", "selector", "timer"],
    "manual-switch",
    "S",
  ),
  {
    id: "relay",
    names: ["relay", "contactor", "relay contact"],
    role: "contact",
    letter: "K",
    board: true,
    minutes: 25,
    make: drivenRelay,
  },
  {
    id: "output",
    names: ["board output", "output", "triac", "driver", "transistor"],
    role: "output",
    letter: "Q",
    board: true,
    minutes: 25,
    make: (_, feed) => ({
      type: feed.current === "ac" ? "triac-output" : "high-side-output",
      parameters: {},
    }),
  },
  {
    id: "resistor",
    names: ["resistor"],
    role: "inline",
    letter: "R",
    board: true,
    minutes: 15,
    make: (values) => ({
      type: "resistor",
      parameters: { ohms: values.ohms ?? 10 },
      ...(values.ohms === undefined ? { spread: 1, taken: ["about 10 Ω"] } : {}),
    }),
  },
  {
    id: "terminal",
    names: ["terminal", "terminal block", "terminal strip", "screw terminal"],
    role: "inline",
    letter: "TB",
    minutes: 15,
    make: () => ({ type: "screw-terminal", parameters: {} }),
  },
  {
    id: "splice",
    names: ["splice", "wire nut", "joint", "crimp"],
    role: "inline",
    letter: "SP",
    minutes: 10,
    make: () => ({ type: "splice", parameters: {} }),
  },
  {
    id: "pin",
    names: ["pin", "plug", "connector"],
    role: "pin",
    letter: "P",
    minutes: 15,
    make: () => ({ type: "pin", parameters: {} }),
  },
  {
    id: "wire",
    names: ["wire", "lead", "cable", "core"],
    role: "wire",
    letter: "W",
    minutes: 20,
    make: (values) => ({
      type: "wire",
      parameters: {
        metres: values.metres ?? 1,
        ...(values.awg === undefined ? { mm2: values.mm2 ?? USUAL_MM2 } : { awg: values.awg }),
      },
    }),
  },
  {
    id: "heater",
    names: ["heating element", "element", "heater"],
    role: "load",
    letter: "HT",
    work: { verb: "heat", yes: "heats", no: "stays cold" },
    hazard: "hot",
    minutes: 30,
    make: heaterOf,
  },
  {
    id: "motor",
    names: ["motor", "fan", "blower", "pump", "compressor"],
    role: "load",
    letter: "M",
    work: { verb: "run", yes: "runs", no: "stands still" },
    hazard: "moving",
    minutes: 40,
    make: winding("motor", "dc-motor", 0.75, 0.2),
  },
  {
    id: "gas-valve",
    names: ["gas valve", "gas safety valve", "safety valve"],
    role: "load",
    letter: "GV",
    work: { verb: "open", yes: "opens", no: "stays shut" },
    hazard: "gas",
    minutes: 45,
    make: winding("solenoid", "solenoid", 0.5, 0.4),
  },
  {
    id: "valve",
    names: ["valve", "solenoid", "solenoid valve", "lock", "magnet"],
    role: "load",
    letter: "Y",
    work: { verb: "pull in", yes: "pulls in", no: "does not pull in" },
    minutes: 25,
    make: winding("solenoid", "solenoid", 0.5, 0.4),
  },
  {
    id: "lamp",
    names: ["lamp", "bulb", "light", "LED", "indicator", "neon"],
    role: "load",
    letter: "H",
    work: { verb: "light", yes: "lights", no: "stays dark" },
    minutes: 5,
    make: (values, feed) => {
      const volts = values.volts ?? feed.volts;
      const watts = values.watts ?? (feed.volts > 60 ? 15 : 5);
      return {
        type: "lamp",
        parameters: { volts, watts },
        ...(values.watts === undefined ? { spread: UNKNOWN, taken: [`takes about ${watts} W`] } : {}),
      };
    },
  },
  {
    id: "coil",
    names: ["coil", "relay coil", "contactor coil"],
    role: "load",
    letter: "K",
    work: { verb: "click", yes: "clicks", no: "silent" },
    minutes: 25,
    make: (values, feed) => coilOf(values, feed.current, values.volts ?? feed.volts),
  },
  {
    id: "transformer",
    names: ["transformer"],
    role: "load",
    letter: "T",
    minutes: 30,
    make: transformerOf,
  },
  {
    id: "power-supply",
    names: ["power supply", "psu", "adapter"],
    role: "load",
    letter: "PSU",
    hazard: "stored-energy",
    minutes: 20,
    make: supplyOf,
  },
  {
    id: "board",
    names: ["board", "control board", "controller", "electronics", "display", "module"],
    role: "load",
    letter: "A",
    hazard: "stored-energy",
    work: { verb: "show a sign of life", yes: "alive", no: "dead" },
    minutes: 30,
    make: supplyOf,
  },
  {
    id: "load",
    names: ["load", "something", "unknown load"],
    role: "load",
    letter: "X",
    work: { verb: "work", yes: "works", no: "does not work" },
    minutes: 30,
    make: heaterOf,
  },
];

export const TRACE_KINDS: ReadonlyMap<string, TraceKind> = new Map(KINDS.map((kind) => [kind.id, kind]));

/** Every name with its kind, the longest first, so that “thermal fuse” is no fuse. */
export const KIND_NAMES: readonly (readonly [string, TraceKind])[] = KINDS.flatMap((kind) =>
  kind.names.map((name) => [name, kind] as const),
).sort(([a], [b]) => b.length - a.length);
