import type { Draft } from "./draft.ts";
import type { Board } from "./generateDevices.ts";

/** Something of one purpose that a technician would point at, put between the rails of a board. */
type Block = (draft: Draft, board: Board) => void;

const SWITCHES = ["manual-switch", "door-switch", "limit-switch", "cut-out", "proof-switch"] as const;

/** A switch of some kind that may stand the other way while the unit is on. Returns the far end. */
function switched(draft: Draft, { positions }: Board, a: string): string {
  const b = draft.net();
  const rest = draft.pick(["open", "closed", "closed"] as const);
  const id = draft.add(draft.pick(SWITCHES), { a, b }, { rest });
  if (rest === "open" && draft.isLikely(0.7)) positions[id] = "closed";
  return b;
}

function heater(draft: Draft, { mains, earth }: Board, from: string, to = mains.minus): void {
  const watts = mains.volts * draft.between(0.5, 4);
  draft.add("heater", { "1": from, "2": to, pe: earth }, { volts: mains.volts, watts });
}

/** A resistor, lamp or small motor between two nets of a DC rail. */
function smallLoad(draft: Draft, volts: number, plus: string, minus: string): void {
  const amps = draft.between(0.03, 0.4);
  const two = { "1": plus, "2": minus };
  switch (draft.pick(["resistor", "lamp", "dc-motor"] as const)) {
    case "resistor":
      return void draft.add("resistor", { a: plus, b: minus }, { ohms: volts / amps });
    case "lamp":
      return void draft.add("lamp", two, { volts, watts: volts * amps });
    case "dc-motor":
      return void draft.add("dc-motor", two, { volts, amps, windingOhms: (0.15 * volts) / amps });
  }
}

const coilOf = (draft: Draft, volts: number) => ({
  coilVolts: Math.round(volts),
  coilOhms: draft.between(150, 700),
  coilDiode: draft.isLikely(0.5),
});

/** An output that pulls a net to the board's minus while it is called. */
function pulledLow(draft: Draft, { low }: Board): string {
  const out = draft.net();
  draft.drives.push(draft.add("low-side-output", { out, ground: low.minus }));
  return out;
}

/** An output that feeds a net from the board's plus while it is called. */
function fedHigh(draft: Draft, { low }: Board): string {
  const out = draft.net();
  draft.drives.push(draft.add("high-side-output", { supply: low.plus, out }));
  return out;
}

/** A row of switches before a heater. */
const chain: Block = (draft, board) => {
  let at = board.mains.plus;
  for (let n = draft.whole(2, 3); n > 0; n--) at = switched(draft, board, at);
  heater(draft, board, at);
};

/** A contactor on the mains, its coil behind a switch, both poles before a heater. */
const contactor: Block = (draft, board) => {
  const { mains } = board;
  const coilVolts = mains.volts;
  const coilAmps = draft.between(0.03, 0.08);
  const [t1, t2] = [draft.net(), draft.net()];
  const coilA = switched(draft, board, mains.plus);
  const poles = { coilA, coilB: mains.minus, l1: mains.plus, t1, l2: mains.minus, t2 };
  draft.add("contactor", poles, { coilVolts, coilAmps, coilOhms: (0.3 * coilVolts) / coilAmps });
  heater(draft, board, t1, t2);
};

/** A gas valve and a spark generator behind a switch, with a rod that senses and one that sparks. */
const burner: Block = (draft, board) => {
  const { mains, earth, positions } = board;
  const at = switched(draft, board, mains.plus);
  const amps = draft.between(0.08, 0.25);
  draft.add(
    "gas-valve",
    { "1": at, "2": mains.minus, pe: earth },
    { volts: mains.volts, amps, coilOhms: (0.3 * mains.volts) / amps },
  );
  draft.add("spark-driver", { "1": at, "2": mains.minus }, { volts: mains.volts, amps: 0.2 });
  const rod = draft.net();
  draft.add("resistor", { a: mains.plus, b: rod }, { ohms: draft.between(5e5, 2e6) });
  positions[draft.add("flame-sensor", { electrode: rod, earth })] = "closed";
  const tip = draft.net();
  draft.add("resistor", { a: mains.minus, b: tip }, { ohms: draft.between(1e4, 1e6) });
  draft.add("spark-gap", { electrode: tip, earth });
};

/** What lies across the mains, and two conductors that lie close. */
const suppressor: Block = (draft, { mains, low }) => {
  draft.add("varistor", { a: mains.plus, b: mains.minus });
  draft.add("gap", draft.isLikely(0.5) ? { a: mains.plus, b: mains.minus } : { a: low.plus, b: low.minus });
};

/** A heater behind a triac that light fires. */
const fired: Block = (draft, board) => {
  const { low, mains } = board;
  const [anode, mt2] = [draft.net(), draft.net()];
  const ohms = (low.volts - 1.3) / draft.between(0.008, 0.02);
  draft.add("resistor", { a: low.plus, b: anode }, { ohms });
  draft.add("optotriac", { anode, cathode: pulledLow(draft, board), mt1: mains.plus, mt2 });
  heater(draft, board, mt2);
};

/** A three-phase motor at the legs of an inverter that does not switch, its link fed by a six-diode bridge. */
const drive: Block = (draft, { mains, earth }) => {
  const [p, n] = [draft.net(), draft.net()];
  const legs = { u: draft.net(), v: draft.net(), w: draft.net() };
  draft.add("six-diode-bridge", { u: mains.plus, v: mains.minus, w: mains.minus, p, n });
  draft.add(
    "inverter-bridge",
    { ...legs, p, n },
    { linkFarads: draft.between(2e-4, 6e-4), bleederOhms: draft.between(5e4, 2e5) },
  );
  draft.add("three-phase-motor", { ...legs, pe: earth }, { windingOhms: draft.between(1, 20) });
};

/** A load that rests on one side of a relay and works on the other. */
const changedOver: Block = (draft, board) => {
  const { low } = board;
  const [no, nc] = [draft.net(), draft.net()];
  draft.add(
    "change-over-relay",
    { coilA: low.plus, coilB: pulledLow(draft, board), com: low.plus, no, nc },
    coilOf(draft, low.volts),
  );
  smallLoad(draft, low.volts, no, low.minus);
  smallLoad(draft, low.volts, nc, low.minus);
};

/** A motor that two contacts of one relay reverse. */
const reversed: Block = (draft, board) => {
  const { low } = board;
  const [com1, com2] = [draft.net(), draft.net()];
  draft.add(
    "double-relay",
    {
      coilA: low.plus,
      coilB: pulledLow(draft, board),
      com1,
      no1: low.plus,
      nc1: low.minus,
      com2,
      no2: low.minus,
      nc2: low.plus,
    },
    coilOf(draft, low.volts),
  );
  const amps = draft.between(0.1, 0.4);
  const volts = low.volts;
  draft.add("dc-motor", { "1": com1, "2": com2 }, { volts, amps, windingOhms: (0.15 * volts) / amps });
};

/** A relay's coil, or a small load, that a transistor or a MOSFET of either polarity switches. */
const transistor: Block = (draft, board) => {
  const { low } = board;
  const gated = draft.isLikely(0.5);
  const high = draft.isLikely(0.5);
  const [at, node, mid] = [draft.net(), draft.net(), draft.net()];
  const rail = high ? low.plus : low.minus;
  const drive = high ? pulledLow(draft, board) : fedHigh(draft, board);
  draft.add(
    "resistor",
    { a: drive, b: at },
    { ohms: gated ? draft.between(100, 1000) : (1e3 * low.volts) / draft.between(2, 8) },
  );
  draft.add("resistor", { a: at, b: rail }, { ohms: gated ? 1e5 : draft.between(1e4, 5e4) });
  if (gated) draft.add("mosfet", { gate: at, drain: node, source: rail }, { channel: high ? "p" : "n" });
  else
    draft.add("transistor", { base: at, collector: node, emitter: rail }, { polarity: high ? "pnp" : "npn" });
  const [plus, minus] = high ? [node, low.minus] : [low.plus, node];
  if (draft.isLikely(0.5)) return smallLoad(draft, low.volts, plus, minus);
  draft.add("relay", { coilA: plus, coilB: minus, com: low.plus, no: mid }, coilOf(draft, low.volts));
  smallLoad(draft, low.volts, mid, low.minus);
};

/** A rail held by a zener, and a load behind a diode. */
const clamped: Block = (draft, { low }) => {
  const [k, d] = [draft.net(), draft.net()];
  const zenerVolts = draft.pick([5.1, 6.8, 8.2]);
  draft.add(
    "resistor",
    { a: low.plus, b: k },
    { ohms: (low.volts - zenerVolts) / draft.between(0.01, 0.04) },
  );
  draft.add("zener", { a: low.minus, k }, { zenerVolts });
  draft.add("rail-load", { plus: k, minus: low.minus }, { ohms: zenerVolts / draft.between(0.001, 0.008) });
  draft.add("diode", { a: low.plus, k: d });
  draft.add("rail-load", { plus: d, minus: low.minus }, { ohms: low.volts / draft.between(0.02, 0.3) });
};

/** A step-down with what hangs on it. */
const stepDown: Block = (draft, { low }) => {
  const out = draft.net();
  draft.add("buck-regulator", { in: low.plus, out, ground: low.minus }, { volts: 5 });
  draft.add("peripheral", { plus: out, minus: low.minus }, { volts: 5, amps: draft.between(0.05, 0.5) });
  const line = draft.net();
  draft.add("serial-port", { plus: out, minus: low.minus, line });
  draft.add("resistor", { a: line, b: low.minus }, { ohms: draft.between(1e5, 1e6) });
  if (draft.isLikely(0.5)) draft.add("led-display", { plus: out, minus: low.minus }, { amps: 0.03 });
};

/** Sensors on dividers, and one that counts. */
const sensors: Block = (draft, board) => {
  const { low, celsius, positions } = board;
  const divider = (draw: (a: string) => string, ohms: number) => {
    const at = draft.net();
    draft.add("resistor", { a: low.plus, b: at }, { ohms });
    celsius[draw(at)] = draft.between(25, 160);
  };
  divider((a) => draft.add("ntc", { a, b: low.minus }, { ohms25: 1e4 }), 1e4);
  divider((a) => draft.add("rtd", { a, b: low.minus }), 2200);
  divider((a) => draft.add("ptc", { a, b: low.minus }, { ohms25: 100, switchCelsius: 110 }), 4700);
  const plus = draft.net();
  draft.add("resistor", { a: plus, b: low.minus }, { ohms: draft.between(1e4, 1e6) });
  celsius[draft.add("thermocouple", { plus, minus: low.minus })] = draft.between(100, 900);
  const [out, wiper] = [draft.net(), draft.net()];
  draft.add("resistor", { a: low.plus, b: out }, { ohms: 4700 });
  const counter = draft.add("pulse-sensor", { plus: low.plus, minus: low.minus, out });
  if (draft.isLikely(0.5)) positions[counter] = "closed";
  draft.add(
    "potentiometer",
    { a: low.plus, w: wiper, b: low.minus },
    { ohms: draft.pick([1e3, 1e4]), position: draft.between(0.1, 0.9) },
  );
  draft.add("resistor", { a: wiper, b: low.minus }, { ohms: draft.between(1e4, 1e5) });
};

/** A lamp of a board's plus that an output of its own feeds, through a wire that may chafe. */
const outputLamp: Block = (draft, board) => {
  const { low, earth } = board;
  const [from, to] = [fedHigh(draft, board), draft.net()];
  draft.add("wire", { a: from, b: to, pe: earth }, { metres: draft.between(0.5, 5), mm2: 0.5 });
  smallLoad(draft, low.volts, to, low.minus);
};

export const BLOCKS: readonly Block[] = [
  chain,
  contactor,
  burner,
  suppressor,
  fired,
  drive,
  changedOver,
  reversed,
  transistor,
  clamped,
  stepDown,
  sensors,
  outputLamp,
];
