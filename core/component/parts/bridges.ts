import { PRACTICE } from "#core/standards/index.ts";
import { all, decided, is } from "../table/conditions.ts";
import { choice, diodeVolts } from "../table/fields.ts";
import type { Figure, Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import type { ComponentTest } from "../table/test.ts";

/** Where the states of one reading of the diode range part, V. Common practice, no source. */
const BOUNDS = { short: 0.1, low: 0.3, high: 0.8, blocks: 2, alike: 0.06 };
type Bounds = typeof BOUNDS;
const ALL_BOUNDS = Object.keys(BOUNDS);

export type CellState = "forward" | "blocks" | "short" | "odd";

/** What one reading of the diode range is. */
export function cellState(volts: number, bounds: Bounds = BOUNDS): CellState {
  if (volts > bounds.blocks) return "blocks";
  if (volts < bounds.short) return "short";
  return volts >= bounds.low && volts <= bounds.high ? "forward" : "odd";
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
type Read = (diode: BridgeDiode) => { readonly forward: number; readonly reverse: number };

/**
 * Names the failed devices of a bridge from its forward and reverse readings on the diode range, one of each per diode.
 * @param read forward: red on the anode; reverse: red on the cathode. V, Infinity for OL
 */
export function judgeBridge(
  diodes: readonly BridgeDiode[],
  read: Read,
  bounds: Bounds = BOUNDS,
): BridgeFault[] {
  const forwards = diodes.map((d) => read(d).forward).filter((f) => cellState(f, bounds) === "forward");
  const middle = [...forwards].sort((a, b) => a - b)[forwards.length >> 1];
  return diodes.flatMap((d): BridgeFault[] => {
    const { forward, reverse } = read(d);
    const diode = `${d.anode} to ${d.cathode}`;
    const [f, r] = [cellState(forward, bounds), cellState(reverse, bounds)];
    if (f === "short" || r === "short") return [{ diode, fault: "short" }];
    if (f === "blocks") return [{ diode, fault: "open" }];
    if (r !== "blocks") return [{ diode, fault: "leaky" }];
    if (f === "odd" || (middle !== undefined && Math.abs(forward - middle) > bounds.alike + 1e-9))
      return [{ diode, fault: "differs" }];
    return [];
  });
}

/** Whether every device conducts the way it should block and blocks the way it should conduct: the probes were turned. */
export function isTurned(diodes: readonly BridgeDiode[], read: Read, bounds: Bounds = BOUNDS): boolean {
  return diodes.every((d) => {
    const { forward, reverse } = read(d);
    return cellState(forward, bounds) === "blocks" && cellState(reverse, bounds) === "forward";
  });
}

const FAULT_WORDS = {
  short: "shorted",
  open: "open",
  leaky: "conducts backwards",
  differs: "differs from the others",
} as const;

const cell = (d: BridgeDiode, way: "f" | "r") => `${way}-${d.anode}-${d.cathode}`;
const readIn =
  (r: Reckoning): Read =>
  (d) => ({ forward: r.get(cell(d, "f")), reverse: r.get(cell(d, "r")) });
const boundsIn = (r: Reckoning): Bounds => ({
  short: r.limit("short")!,
  low: r.limit("low")!,
  high: r.limit("high")!,
  blocks: r.limit("blocks")!,
  alike: r.limit("alike")!,
});

/** One probe is parked on a rail while the other walks the inputs; then the two change over. */
const probesOf = (diodes: readonly BridgeDiode[]) =>
  [diodes.slice(0, diodes.length / 2), diodes.slice(diodes.length / 2)].flatMap((rail) => [
    ...rail.map((d) => ({
      red: d.anode,
      black: d.cathode,
      dial: "diode",
      note: "should read about 0.4 V",
    })),
    ...rail.map((d) => ({ red: d.cathode, black: d.anode, dial: "diode", note: "should read OL" })),
  ]);

/** The diode that lies farthest from the middle of those that conduct. */
const farthestOf = (diodes: readonly BridgeDiode[]): Figure => ({
  shown: "V",
  digits: 2,
  of: (r) => {
    const volts = diodes.map((d) => readIn(r)(d).forward).filter((v) => cellState(v) === "forward");
    const middle = [...volts].sort((a, b) => a - b)[volts.length >> 1];
    return middle === undefined ? undefined : Math.max(...volts.map((v) => Math.abs(v - middle)));
  },
});

const limitsOf = (forward: string, reverse: string) => ({
  short: { of: forward, at: BOUNDS.short, text: "shorted below {at}", source: PRACTICE },
  low: {
    of: forward,
    at: BOUNDS.low,
    text: "forward from {at} (about 0.4 V in a power bridge)",
    source: PRACTICE,
  },
  high: { of: forward, at: BOUNDS.high, text: "forward up to {at}", source: PRACTICE },
  blocks: { of: reverse, at: BOUNDS.blocks, text: "blocks above {at}", source: PRACTICE },
  alike: { of: "farthest", at: BOUNDS.alike, text: "legs alike within {at}", source: PRACTICE },
});

/** Entries on both sides of each limit. */
const edgesOf = (
  diodes: readonly BridgeDiode[],
  healthy: Readonly<Record<string, string>>,
  forward: string,
  reverse: string,
) => ({
  short: { with: { ...healthy, where: "out" }, move: forward, from: 0.05, to: 0.2 },
  low: {
    with: { ...withAll(healthy, diodes, "0.31"), where: "out" },
    move: forward,
    from: 0.26,
    to: 0.33,
  },
  high: {
    with: { ...withAll(healthy, diodes, "0.79"), where: "out" },
    move: forward,
    from: 0.78,
    to: 0.84,
  },
  blocks: { with: { ...healthy, where: "out" }, move: reverse, from: 1, to: 3 },
  alike: { with: { ...healthy, where: "out" }, move: forward, from: 0.46, to: 0.6 },
});

function bridgeTest(
  id: string,
  name: string,
  diodes: readonly BridgeDiode[],
  types: readonly string[],
): ComponentTest {
  const faultsIn = (r: Reckoning) => judgeBridge(diodes, readIn(r), boundsIn(r));
  const when = (holds: (faults: readonly BridgeFault[]) => boolean) =>
    decided(ALL_BOUNDS, (r) => holds(faultsIn(r)));
  const [first] = diodes;
  const healthy = healthyEntries(diodes);
  const forward = cell(first!, "f");
  const reverse = cell(first!, "r");
  return fromTable({
    id,
    family: "Diodes and bridges",
    name,
    purpose: `${2 * diodes.length} readings on the diode range name the failed device.`,
    stored: true,
    prepare: [
      "Dead and proven; the link capacitor discharged and measured.",
      "Take the motor and the supply leads off: windings join the phases and read as shorts.",
    ],
    probes: probesOf(diodes),
    fields: [
      choice("where", "Leads", [
        ["out", "supply and motor leads are off"],
        ["in", "something is still connected"],
      ]),
      // One diode a row: forward, then reverse.
      ...diodes.flatMap((d) => [
        diodeVolts(cell(d, "f"), `Red ${d.anode}, black ${d.cathode}`, { hint: "about 0.4" }),
        diodeVolts(cell(d, "r"), `Red ${d.cathode}, black ${d.anode}`, { hint: "OL" }),
      ]),
    ],
    types,
    figures: { farthest: farthestOf(diodes) },
    findings: {
      faults: (r) =>
        faultsIn(r)
          .map((f) => `${f.diode} ${FAULT_WORDS[f.fault]}`)
          .join("; "),
    },
    working: diodes.map(
      (d) => `${d.anode} → ${d.cathode}: forward {${cell(d, "f")}}, reverse {${cell(d, "r")}}`,
    ),
    limits: limitsOf(forward, reverse),
    rows: [
      {
        code: "good",
        verdict: "good",
        when: when((faults) => faults.length === 0),
        says: "Every device conducts one way and blocks the other, and they are alike.",
      },
      {
        code: "turned",
        verdict: "doubtful",
        when: decided(ALL_BOUNDS, (r) => isTurned(diodes, readIn(r), boundsIn(r))),
        says: "Every one of them conducts the wrong way round: red and black were swapped, or the two rails. Nothing is said against the bridge.",
      },
      {
        code: "leads-on",
        verdict: "doubtful",
        when: all(
          is("where", "in"),
          when((faults) => faults.some((f) => f.fault !== "open")),
        ),
        says: "{faults}; but what is still connected can read so. Take the leads off and read these again.",
      },
      {
        code: "differs",
        verdict: "doubtful",
        when: when((faults) => faults.every((f) => f.fault === "differs")),
        says: "{faults}.",
      },
      { code: "failed", verdict: "bad", says: "{faults}." },
    ],
    edges: edgesOf(diodes, healthy, forward, reverse),
  });
}

const healthyEntries = (diodes: readonly BridgeDiode[]) =>
  Object.fromEntries(
    diodes.flatMap((d) => [
      [cell(d, "f"), "0.45"],
      [cell(d, "r"), "OL"],
    ]),
  );

/** The same with every forward reading at another value. */
function withAll(entries: Readonly<Record<string, string>>, diodes: readonly BridgeDiode[], volts: string) {
  return { ...entries, ...Object.fromEntries(diodes.map((d) => [cell(d, "f"), volts])) };
}

export const BRIDGE_TESTS = [
  bridgeTest("three-phase-bridge", "Three-phase bridge, six diodes", SIX, [
    "six-diode-bridge",
    "inverter-bridge",
  ]),
  bridgeTest("rectifier-bridge", "Rectifier bridge, four diodes", FOUR, ["bridge", "rectifier"]),
] as const;
