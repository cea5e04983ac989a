import { readUnitOrThrow, type UnitModel } from "#core/unit/index.ts";
import { Draft, type Rails } from "./draft.ts";
import { BLOCKS } from "./deviceBlocks.ts";

/** What blocks are put between: the mains behind what protects, a low supply, and the metal. */
export interface Board {
  readonly mains: Rails;
  readonly low: Rails;
  readonly earth: string;
  readonly hertz: number;
  /** Parts that stand otherwise while the unit is on, and how warm sensors are then. */
  readonly positions: Record<string, "open" | "closed">;
  readonly celsius: Record<string, number>;
}

const BLOCKS_A_UNIT = 4;

/**
 * A unit of the parts that `generateUnit` leaves out, so that between the two every part type of the catalogue is drawn:
 * a cord, something that protects, a switching supply, a charger with its battery or a rectifier behind a two-winding
 * primary, perhaps a step-down behind it, and some blocks of one purpose each (deviceBlocks.ts) in random places.
 */
export function generateDevices(random: () => number, seed: number): UnitModel {
  const draft = new Draft(random);
  const hertz = draft.pick([50, 60]);
  const board = supplies(draft, hertz);
  const left = [...BLOCKS];
  for (let n = 0; n < BLOCKS_A_UNIT; n++) {
    const block = draft.pick(left);
    left.splice(left.indexOf(block), 1);
    block(draft, board);
  }
  return readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: `devices-${seed}`,
    name: `Generated devices ${seed}`,
    hertz,
    ground: "GND",
    parts: draft.parts,
    states: [
      { id: "idle", name: "Idle", power: "live" },
      {
        id: "on",
        name: "On",
        power: "live",
        positions: board.positions,
        celsius: board.celsius,
        drives: draft.drives.map((output) => ({ output })),
      },
      { id: "dead", name: "Dead", power: "dead" },
    ],
  });
}

/** The mains through a cord and what protects, and a low supply of some kind, its minus on the metal. */
function supplies(draft: Draft, hertz: number): Board {
  const volts = hertz === 50 ? 230 : 120;
  draft.add("mains", { l: "L", n: "N", pe: "GND" }, { volts });
  draft.add(
    "cord",
    { lIn: "L", lOut: "L1", nIn: "N", nOut: "N1", peIn: "GND", peOut: "PE" },
    { metres: draft.between(1, 3), mm2: 1 },
  );
  const kind = draft.pick(["rcd", "rcbo", "soldered-fuse"] as const);
  let neutral = "N1";
  if (kind === "soldered-fuse") draft.add(kind, { a: "L1", b: "L2" }, { amps: 20 });
  else {
    neutral = "N2";
    const poles = { lIn: "L1", nIn: "N1", lOut: "L2", nOut: neutral };
    draft.add(kind, poles, { milliamps: draft.pick([30, 100]), ...(kind === "rcbo" ? { amps: 25 } : {}) });
  }
  const line = draft.isLikely(0.5) ? "L3" : "L2";
  if (line === "L3") draft.add("thermal-fuse", { a: "L2", b: line });
  const mains = { plus: line, minus: neutral, volts, ac: true };
  const low = lowSupply(draft, mains, hertz);
  draft.add("resistor", { a: low.minus, b: "PE" }, { ohms: 0.05 });
  return { mains, low, earth: "PE", hertz, positions: {}, celsius: {} };
}

function lowSupply(draft: Draft, mains: Rails, hertz: number): Rails {
  const volts = draft.pick([12, 15, 24]);
  const rail = { plus: "V", minus: "COM", volts, ac: false };
  const ends = { l: mains.plus, n: mains.minus, plus: "V", minus: "COM" };
  switch (draft.pick(["power-supply", "charger", "rectifier"] as const)) {
    case "power-supply":
      draft.add("power-supply", ends, { volts, limitAmps: draft.between(3, 6) });
      break;
    case "charger":
      draft.add("charger", ends, { volts: 1.12 * volts, limitAmps: draft.between(2, 4) });
      draft.add("battery", { plus: "V", minus: "COM" }, { volts, ohms: draft.between(0.03, 0.2) });
      break;
    case "rectifier": {
      const half = mains.volts / 2;
      draft.add(
        "power-transformer",
        { p1: mains.plus, p2: "PM", p3: "PM", p4: mains.minus, s1: "S1", tap: "ST", s2: "S2" },
        {
          primaryVolts: half,
          secondaryVolts: volts,
          primaryOhms: draft.between(3, 10) * (mains.volts / 230) ** 2,
          secondaryOhms: draft.between(0.1, 0.4),
          magnetisingAmps: 0.03,
        },
      );
      draft.add("rectifier", { a1: "S1", a2: "S2", plus: "V", minus: "COM" }, { sourceOhms: 0.3 });
      draft.add(
        "capacitor",
        { a: "V", b: "COM" },
        { farads: draft.between(1e-3, 4e-3), esrOhms: draft.between(0.03, 0.1) },
      );
      draft.add("resistor", { a: "ST", b: "COM" }, { ohms: 1e5 * (hertz / 50) });
      return { ...rail, volts: 1.3 * volts };
    }
  }
  return rail;
}
