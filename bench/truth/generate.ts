import { readUnitOrThrow, type UnitModel } from "#core/unit/index.ts";
import { Draft, type DraftPart, type Rails } from "./draft.ts";

/**
 * A unit that nobody has tuned, by a seeded source of randomness: a supply of some kind, with or without a transformer,
 * a bridge and a regulator behind it, and branches of conductors, contacts and loads between its rails.
 */
export function generateUnit(random: () => number, seed: number): UnitModel {
  const draft = new Draft(random);
  const hertz = draft.pick([50, 60]);
  const kind = draft.pick(["mains", "mains", "dc", "split", "board", "board", "board"]);
  const mainsVolts = hertz === 50 ? 230 : 120;
  const supplied = supply(draft, kind, mainsVolts);
  const fused = draft.net();
  draft.add(
    draft.pick(["fuse", "breaker"]),
    { a: supplied.plus, b: fused },
    { amps: kind === "board" ? 10 : 40 },
  );
  const rails = { ...supplied, plus: fused };
  const low = kind === "board" ? boardSupply(draft, rails, mainsVolts) : kind === "dc" ? rails : undefined;
  const branches = draft.whole(2, 4);
  for (let b = 0; b < branches; b++) branch(draft, kind, rails, low, hertz);
  return readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: `generated-${seed}`,
    name: `Generated unit ${seed}`,
    hertz,
    ground: "GND",
    parts: draft.parts,
    observations: draft.parts.filter(({ type }) => WORKING.includes(type)).map(worksOf),
    states: [
      { id: "idle", name: "Idle", power: "live" },
      { id: "on", name: "On", power: "live", drives: draft.drives.map((output) => ({ output })) },
      { id: "dead", name: "Dead", power: "dead" },
    ],
  });
}

/** Parts whose work a customer sees. */
const WORKING = [
  "heater",
  "lamp",
  "motor",
  "solenoid",
  "igniter",
  "split-winding-motor",
  "peripheral",
  "dc-motor",
  "led",
  "led-display",
];

const worksOf = ({ id }: DraftPart) => ({
  id: `works-${id}`,
  kind: "works",
  question: `Does ${id} work?`,
  yes: `${id} works`,
  no: `${id} does not work`,
  state: "on",
  part: id,
  minutes: 0.3,
});

/** What feeds the unit. */
function supply(draft: Draft, kind: string, mainsVolts: number): Rails {
  if (kind === "dc") {
    const type = draft.pick(["dc-supply", "battery"]);
    const volts = draft.pick([12, 24, 48]);
    draft.add(type, { plus: "P0", minus: "GND" }, { volts, ohms: draft.between(0.02, 0.3) });
    return { plus: "P0", minus: "GND", volts, ac: false };
  }
  if (kind === "split") {
    draft.add("split-phase", { l1: "L1", l2: "L2", n: "N", pe: "GND" });
    return { plus: "L1", minus: draft.pick(["L2", "N"]), volts: 120, ac: true };
  }
  draft.add("mains", { l: "L", n: "N", pe: "GND" }, { volts: mainsVolts });
  return { plus: "L", minus: "N", volts: mainsVolts, ac: true };
}

/** Transformer, bridge, reservoir and regulator, with what always hangs on them; returns the rail before the regulator. */
function boardSupply(draft: Draft, rails: Rails, mainsVolts: number): Rails {
  const secondary = draft.pick([9, 12, 15]);
  const [s1, s2] = [draft.net(), draft.net()];
  draft.add(
    "transformer",
    { p1: rails.plus, p2: rails.minus, s1, s2 },
    {
      primaryVolts: mainsVolts,
      secondaryVolts: secondary,
      primaryOhms: draft.between(40, 200) * (mainsVolts / 230) ** 2,
      secondaryOhms: draft.between(0.3, 1.2),
      magnetisingAmps: 0.015,
    },
  );
  draft.add("bridge", { a1: s1, a2: s2, plus: "RAW", minus: "COM" });
  draft.add(
    "capacitor",
    { a: "RAW", b: "COM" },
    { farads: draft.between(470e-6, 3300e-6), esrOhms: draft.between(0.03, 0.2) },
  );
  draft.add("resistor", { a: "COM", b: "GND" }, { ohms: 0.05 });
  const set = draft.pick([5, 5, 8].filter((v) => v < secondary * 0.95));
  draft.add("regulator", { in: "RAW", out: "V", ground: "COM" }, { volts: set, limitAmps: 1.5 });
  draft.add("capacitor", { a: "V", b: "COM" }, { farads: draft.between(10e-6, 220e-6), esrOhms: 0.2 });
  draft.add("rail-load", { plus: "V", minus: "COM" }, { ohms: draft.between(set / 0.3, set / 0.04) });
  if (draft.isLikely(0.5))
    draft.add(
      "led-display",
      { plus: "V", minus: "COM" },
      { amps: draft.between(0.01, 0.05), volts: set, forwardVolts: 2 },
    );
  if (draft.isLikely(0.5)) {
    const m = draft.net();
    draft.add("resistor", { a: "V", b: m }, { ohms: 10_000 });
    draft.add("ntc", { a: m, b: "COM" }, { ohms25: 10_000 });
  }
  return { plus: "RAW", minus: "COM", volts: secondary * 1.25, ac: false };
}

/** One load with its conductors and perhaps a contact, between the unit's rails or those of its low supply. */
function branch(draft: Draft, kind: string, rails: Rails, low: Rails | undefined, hertz: number): void {
  const onLow = low !== undefined && (kind === "dc" || draft.isLikely(0.4));
  const from = onLow ? low : rails;
  let at = from.plus;
  // Drawn anew for each, so that long rows are rare.
  for (let k = 0; k < draft.whole(1, 3); k++) at = conductor(draft, at, draft.net());
  at = contact(draft, at, low, !onLow && rails.ac);
  const back = draft.net();
  const amps = onLow ? draft.between(0.02, kind === "board" ? 0.08 : 2) : draft.between(0.1, 5);
  load(draft, { ...from, plus: at, minus: back, ac: !onLow && rails.ac }, amps, hertz);
  conductor(draft, back, from.minus);
}

/** @returns the far end */
function conductor(draft: Draft, a: string, b: string): string {
  const kind = draft.pick(["wire", "wire", "pin", "splice", "screw-terminal"]);
  draft.add(
    kind,
    { a, b },
    kind === "wire" ? { metres: draft.between(0.3, 6), mm2: draft.pick([0.5, 0.75, 1, 1.5]) } : {},
  );
  if (kind === "wire") draft.parts.at(-1)!["colour"] = draft.pick(["black", "red", "blue", "brown", "grey"]);
  return b;
}

/** @returns the net behind it; the one before it where there is none */
function contact(draft: Draft, at: string, low: Rails | undefined, onMains: boolean): string {
  const contact = draft.pick(["none", "switch", "relay", "relay", "thermostat", "triac"]);
  const next = draft.net();
  if (contact === "relay" && low) {
    const drive = draft.net();
    draft.add(
      "relay",
      { coilA: low.plus, coilB: drive, com: at, no: next },
      {
        coilVolts: Math.min(24, Math.round(low.volts)),
        coilOhms: draft.between(150, 700),
        coilDiode: draft.isLikely(0.5),
      },
    );
    draft.drives.push(draft.add("low-side-output", { out: drive, ground: low.minus }));
    return next;
  }
  if (contact === "triac" && onMains) {
    draft.drives.push(draft.add("triac-output", { mt1: at, mt2: next }));
    return next;
  }
  if (contact === "none") return at;
  draft.add(
    contact === "thermostat" ? "thermostat" : "switch",
    { a: at, b: next },
    { rest: draft.pick(["open", "closed", "closed"]) },
  );
  return next;
}

const AC_LOADS = ["heater", "lamp", "motor", "solenoid", "resistor", "igniter", "split"] as const;
const DC_LOADS = ["resistor", "lamp", "rail-load", "peripheral", "dc-motor", "led"] as const;

function load(draft: Draft, { plus, minus, volts, ac }: Rails, amps: number, hertz: number): void {
  const two = { "1": plus, "2": minus };
  const watts = volts * amps;
  const ohms = volts / amps;
  const choice = ac ? draft.pick(AC_LOADS) : draft.pick(DC_LOADS);
  switch (choice) {
    case "heater":
      return void draft.add("heater", { ...two, pe: "GND" }, { volts, watts });
    case "lamp":
      return void draft.add("lamp", two, { volts, watts });
    case "motor":
      return void draft.add("motor", two, { volts, amps, windingOhms: 0.12 * ohms });
    case "solenoid":
      return void draft.add("solenoid", two, { volts, amps, windingOhms: 0.3 * ohms });
    case "igniter":
      return void draft.add("igniter", two, { coldOhms: 1.7 * ohms, hotOhms: ohms });
    case "split": {
      const s = draft.net();
      draft.add(
        "split-winding-motor",
        { c: plus, r: minus, s, pe: "GND" },
        { volts, amps, runOhms: 0.1 * ohms, startOhms: 0.3 * ohms },
      );
      const farads = amps / volts / 2 / Math.PI / hertz / 2;
      return void draft.add("capacitor", { a: s, b: minus }, { farads, esrOhms: 1 });
    }
    case "rail-load":
      return void draft.add("rail-load", { plus, minus }, { ohms });
    case "peripheral":
      return void draft.add("peripheral", { plus, minus }, { volts, amps });
    case "dc-motor":
      return void draft.add("dc-motor", two, { volts, amps, windingOhms: 0.15 * ohms });
    case "led": {
      const m = draft.net();
      draft.add("resistor", { a: plus, b: m }, { ohms: (volts - 2) / 0.015 });
      return void draft.add("led", { a: m, k: minus });
    }
    case "resistor":
      return void draft.add("resistor", { a: plus, b: minus }, { ohms });
  }
}
