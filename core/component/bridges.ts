import { choice, quantity, VOLT } from "./fields.ts";
import { judged } from "./say.ts";
import { PRACTICE, type ComponentTest, type Limit } from "./test.ts";

/** The diode range on one junction: forward between these, V. Common practice, no source. */
const FORWARD = [0.3, 0.8] as const;
/** Below this it is a short, V. */
const SHORT = 0.1;
/** Legs of one bridge that differ by more than this are suspect, V. Common practice, no source. */
const ALIKE = 0.06;

const LIMITS: readonly Limit[] = [
  { text: "forward 0.3 to 0.8 V (about 0.4 in a power bridge), reverse OL", source: PRACTICE },
  { text: "legs alike within 0.06 V", source: PRACTICE },
];

export type CellState = "forward" | "blocks" | "short" | "odd";

/** What one reading of the diode range is. */
export function cellState(volts: number): CellState {
  if (volts === Infinity || volts > 2) return "blocks";
  if (volts < SHORT) return "short";
  return volts >= FORWARD[0] && volts <= FORWARD[1] ? "forward" : "odd";
}

/** One diode of a bridge: the pins at its anode and its cathode. */
export interface BridgeDiode {
  readonly anode: string;
  readonly cathode: string;
}

/** Diodes in the order of a hand: one probe stays on the negative rail, then on the positive one, and the other walks. */
const walked = (inputs: readonly string[], negative: string, positive: string): BridgeDiode[] => [
  ...inputs.map((input) => ({ anode: negative, cathode: input })),
  ...inputs.map((input) => ({ anode: input, cathode: positive })),
];

/** The six of a three-phase bridge: N → phase → P. */
export const SIX: readonly BridgeDiode[] = walked(["U", "V", "W"], "N", "P");
/** The four of a single-phase bridge. */
export const FOUR: readonly BridgeDiode[] = walked(["~1", "~2"], "−", "+");

export interface BridgeFault {
  readonly diode: string;
  readonly fault: "short" | "open" | "leaky" | "differs";
}

/**
 * Names the failed devices of a bridge from its forward and reverse readings on the diode range, one of each per diode.
 * @param read forward: red on the anode; reverse: red on the cathode. V, Infinity for OL
 */
export function judgeBridge(
  diodes: readonly BridgeDiode[],
  read: (diode: BridgeDiode) => { readonly forward: number; readonly reverse: number },
): BridgeFault[] {
  const forwards = diodes.map((d) => read(d).forward).filter((f) => cellState(f) === "forward");
  const middle = [...forwards].sort((a, b) => a - b)[forwards.length >> 1];
  return diodes.flatMap((d): BridgeFault[] => {
    const { forward, reverse } = read(d);
    const diode = `${d.anode} to ${d.cathode}`;
    const [f, r] = [cellState(forward), cellState(reverse)];
    if (f === "short" || r === "short") return [{ diode, fault: "short" }];
    if (f === "blocks") return [{ diode, fault: "open" }];
    if (r !== "blocks") return [{ diode, fault: "leaky" }];
    if (f === "odd" || (middle !== undefined && Math.abs(forward - middle) > ALIKE))
      return [{ diode, fault: "differs" }];
    return [];
  });
}

/** Whether every device conducts the way it should block and blocks the way it should conduct: the probes were turned. */
export function isTurned(
  diodes: readonly BridgeDiode[],
  read: (diode: BridgeDiode) => { readonly forward: number; readonly reverse: number },
): boolean {
  return diodes.every((d) => {
    const { forward, reverse } = read(d);
    return cellState(forward) === "blocks" && cellState(reverse) === "forward";
  });
}

const FAULT_WORDS = {
  short: "shorted",
  open: "open",
  leaky: "conducts backwards",
  differs: "differs from the others",
} as const;

function bridgeTest(
  id: string,
  name: string,
  diodes: readonly BridgeDiode[],
  types: readonly string[],
): ComponentTest {
  const cell = (d: BridgeDiode, way: "f" | "r") => `${way}-${d.anode}-${d.cathode}`;
  return {
    id,
    family: "Diodes and bridges",
    name,
    purpose: `${2 * diodes.length} readings on the diode range name the failed device.`,
    stored: true,
    prepare: [
      "Dead and proven; the link capacitor discharged and measured.",
      "Take the motor and the supply leads off: windings join the phases and read as shorts.",
    ],
    // One probe is parked on a rail while the other walks the inputs; then the two change over.
    probes: [diodes.slice(0, diodes.length / 2), diodes.slice(diodes.length / 2)].flatMap((rail) => [
      ...rail.map((d) => ({
        red: d.anode,
        black: d.cathode,
        dial: "diode",
        note: "should read about 0.4 V",
      })),
      ...rail.map((d) => ({ red: d.cathode, black: d.anode, dial: "diode", note: "should read OL" })),
    ]),
    fields: [
      choice("where", "Leads", [
        ["out", "supply and motor leads are off"],
        ["in", "something is still connected"],
      ]),
      // One diode a row: forward, then reverse.
      ...diodes.flatMap((d) => [
        quantity(cell(d, "f"), `Red ${d.anode}, black ${d.cathode}`, VOLT, { open: true, hint: "about 0.4" }),
        quantity(cell(d, "r"), `Red ${d.cathode}, black ${d.anode}`, VOLT, { hint: "OL" }),
      ]),
    ],
    types,
    judge(v) {
      const read = (d: BridgeDiode) => ({ forward: v.get(cell(d, "f")), reverse: v.get(cell(d, "r")) });
      const faults = judgeBridge(diodes, read);
      const working = diodes.map((d) =>
        `${d.anode} → ${d.cathode}: forward ${v.get(cell(d, "f"))}, reverse ${v.get(cell(d, "r"))}`.replaceAll(
          "Infinity",
          "OL",
        ),
      );
      if (faults.length === 0)
        return judged(
          "good",
          "Every device conducts one way and blocks the other, and they are alike.",
          working,
          LIMITS,
        );
      if (isTurned(diodes, read))
        return judged(
          "doubtful",
          "Every one of them conducts the wrong way round: red and black were exchanged, or the two rails. Nothing is said against the bridge.",
          working,
          LIMITS,
        );
      const words = faults.map((f) => `${f.diode} ${FAULT_WORDS[f.fault]}`).join("; ");
      const soft = faults.every((f) => f.fault === "differs");
      if (v.word("where") === "in" && faults.some((f) => f.fault !== "open"))
        return judged(
          "doubtful",
          `${words}; but what is still connected can read so. Take the leads off and read these again.`,
          working,
          LIMITS,
        );
      return judged(
        soft ? "doubtful" : "bad",
        `${words}.`.replace(/^./u, (c) => c.toUpperCase()),
        working,
        LIMITS,
      );
    },
  };
}

export const BRIDGE_TESTS = [
  bridgeTest("three-phase-bridge", "Three-phase bridge, six diodes", SIX, [
    "six-diode-bridge",
    "inverter-bridge",
  ]),
  bridgeTest("rectifier-bridge", "Rectifier bridge, four diodes", FOUR, ["bridge", "rectifier"]),
] as const;
