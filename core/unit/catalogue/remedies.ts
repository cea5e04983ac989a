/** What is really done about a failure, which is often less than replacing the item that it is of. */
export interface Remedy {
  readonly kind:
    "joint" | "solder" | "wire" | "part" | "protective" | "free" | "clean" | "set" | "reset" | "supply";
  /** As an order to the hands, one sentence. */
  readonly does: string;
  /** Minutes and material where the whole item is not replaced; undefined where it is. */
  readonly alone?: { readonly minutes: number; readonly price: number };
}

interface Row {
  readonly types: readonly string[];
  /** All modes of these types that no row before names, where it is left out. */
  readonly modes?: readonly string[];
  readonly remedy: Remedy;
}

const REPLACE: Remedy = { kind: "part", does: "Replace it by the same part, wires back one for one." };
const OWN_KIND = "Replace it by its own kind and rating, and no other";

const JOINTS = ["pin", "screw-terminal", "splice"];
const SWITCHES = ["switch", "manual-switch", "door-switch", "limit-switch", "proof-switch", "thermostat"];
const RELAYS = ["relay", "double-relay", "change-over-relay", "contactor"];
const MOTORS = ["motor", "dc-motor", "split-winding-motor", "three-phase-motor"];

/** The first row that has the type and the mode is the one. Minutes, prices and remedies: common practice, no source. */
const ROWS: readonly Row[] = [
  {
    types: JOINTS,
    remedy: {
      kind: "joint",
      does: "Renew the joint: both halves bright or new, crimped or screwed down, then pulled and wiggled.",
      alone: { minutes: 15, price: 2 },
    },
  },
  {
    types: ["wire", "cord"],
    modes: ["high-resistance"],
    remedy: {
      kind: "joint",
      does: "Renew the joint at the end that ran hot, and the wire as far as its insulation is hard.",
      alone: { minutes: 20, price: 3 },
    },
  },
  {
    types: ["wire"],
    remedy: {
      kind: "wire",
      does: "Renew the run in the same size, colour and temperature class, held where the old one was.",
      alone: { minutes: 25, price: 4 },
    },
  },
  {
    types: ["fuse", "soldered-fuse"],
    modes: ["high-resistance"],
    remedy: {
      kind: "joint",
      does: "Clean and tighten the holder or replace it; the fuse keeps its type and rating.",
      alone: { minutes: 15, price: 3 },
    },
  },
  {
    types: ["fuse", "soldered-fuse", "thermal-fuse"],
    remedy: { kind: "protective", does: `Find what it opened for first. ${OWN_KIND}.` },
  },
  {
    types: ["breaker", "rcd", "rcbo", "cut-out"],
    modes: ["open"],
    remedy: {
      kind: "reset",
      does: `Find what it opened for, then reset it once. ${OWN_KIND}, if it opens again with nothing wrong.`,
      alone: { minutes: 5, price: 0 },
    },
  },
  {
    types: ["breaker", "rcd", "rcbo", "cut-out"],
    remedy: { kind: "protective", does: `Clean and tighten its terminals. ${OWN_KIND}, if it stays so.` },
  },
  {
    types: RELAYS,
    modes: ["joint-cracked"],
    remedy: {
      kind: "solder",
      does: "Resolder its joints and look at the track beside them.",
      alone: { minutes: 20, price: 0 },
    },
  },
  {
    types: RELAYS,
    modes: [
      "contact-welded",
      "welded",
      "no-welded",
      "no-1-welded",
      "no-2-welded",
      "contact-pitted",
      "pitted",
      "no-pitted",
      "no-1-pitted",
    ],
    remedy: {
      kind: "part",
      does: "Replace it by the same relay, once its load is tested: a short welds the next one too.",
    },
  },
  {
    types: SWITCHES,
    modes: ["stuck"],
    remedy: {
      kind: "set",
      does: "Free or set what should press it, and try it by hand ten times.",
      alone: { minutes: 15, price: 0 },
    },
  },
  {
    types: MOTORS,
    modes: ["jammed", "stiff"],
    remedy: {
      kind: "free",
      does: "Free it: take out what is in it, turn it by hand, look at bearing and seal.",
      alone: { minutes: 25, price: 0 },
    },
  },
  {
    types: MOTORS,
    modes: ["coupling-slips"],
    remedy: {
      kind: "set",
      does: "Set or renew the coupling or belt, with its guard back on.",
      alone: { minutes: 25, price: 12 },
    },
  },
  {
    types: ["gas-valve"],
    remedy: { kind: "part", does: "Replaced by a licensed gas fitter, tested for leaks before it burns." },
  },
  {
    types: ["heater", "igniter", "solenoid", ...MOTORS],
    modes: ["leak", "leak-mid"],
    remedy: { kind: "part", does: "Dry it and measure its insulation again; replace it if the leak stays." },
  },
  {
    types: ["solenoid"],
    modes: ["stuck", "lets-by"],
    remedy: {
      kind: "clean",
      does: "Clean seat, plunger and strainer of scale and grit; replace it if it lets by still.",
      alone: { minutes: 20, price: 0 },
    },
  },
  {
    types: ["flame-sensor"],
    modes: ["dirty"],
    remedy: {
      kind: "clean",
      does: "Clean the rod bright, and look at the flame that soiled it.",
      alone: { minutes: 15, price: 0 },
    },
  },
  {
    types: ["spark-gap"],
    remedy: {
      kind: "set",
      does: "Clean the insulator and set the gap as the maker gives it.",
      alone: { minutes: 15, price: 0 },
    },
  },
  {
    types: ["thermocouple"],
    modes: ["reversed"],
    remedy: {
      kind: "set",
      does: "Change its two leads over, at the plug that was made wrong.",
      alone: { minutes: 10, price: 0 },
    },
  },
  {
    types: ["battery"],
    modes: ["flat"],
    remedy: {
      kind: "set",
      does: "Charge it, then load it once: find what let it run flat.",
      alone: { minutes: 20, price: 0 },
    },
  },
  {
    types: ["gap"],
    remedy: {
      kind: "clean",
      does: "Take out what bridges them, wash and dry the place, and look for where it came from.",
      alone: { minutes: 20, price: 0 },
    },
  },
  {
    types: ["mains", "split-phase"],
    remedy: { kind: "supply", does: "Put right by the supply company or a licensed electrician." },
  },
];

/** What is usually done about a kind of part that failed in a mode: to replace it, where nothing less helps. */
export function remedyOf(type: string, mode: string): Remedy {
  return (
    ROWS.find((row) => row.types.includes(type) && (row.modes === undefined || row.modes.includes(mode)))
      ?.remedy ?? REPLACE
  );
}
