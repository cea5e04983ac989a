import { readUnitOrThrow, type UnitModel } from "#core/unit/index.ts";

type Part = Record<string, unknown> & { id: string; type: string; terminals: Record<string, string> };

/**
 * A unit that nobody has tuned, by a seeded source of randomness: a supply of some kind, with or without a transformer,
 * a bridge and a regulator behind it, and branches of conductors, contacts and loads between its rails.
 */
export function generateUnit(random: () => number, seed: number): UnitModel {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const between = (a: number, b: number) => a * (b / a) ** random();
  const parts: Part[] = [];
  let nets = 0;
  const net = () => `X${++nets}`;
  const add = (type: string, terminals: Record<string, string>, parameters: Record<string, unknown> = {}) => {
    const id = `P${parts.length + 1}`;
    parts.push({ id, name: `${type} ${id}`, type, terminals, parameters });
    return id;
  };
  const colour = ["black", "red", "blue", "brown", "grey"];
  const conductor = (a: string, b: string) => {
    const kind = pick(["wire", "wire", "pin", "splice", "screw-terminal"]);
    add(kind, { a, b }, kind === "wire" ? { metres: between(0.3, 6), mm2: pick([0.5, 0.75, 1, 1.5]) } : {});
    if (kind === "wire") parts.at(-1)!["colour"] = pick(colour);
  };
  const hertz = pick([50, 60]);
  const kind = pick(["mains", "mains", "dc", "split", "board", "board", "board"]);
  const drives: string[] = [];
  let rails: { plus: string; minus: string; volts: number; ac: boolean };
  const mainsVolts = hertz === 50 ? 230 : 120;
  if (kind === "dc") {
    add(
      pick(["dc-supply", "battery"]),
      { plus: "P0", minus: "GND" },
      { volts: pick([12, 24, 48]), ohms: between(0.02, 0.3) },
    );
    rails = {
      plus: "P0",
      minus: "GND",
      volts: (parts[0]!["parameters"] as { volts: number }).volts,
      ac: false,
    };
  } else if (kind === "split") {
    add("split-phase", { l1: "L1", l2: "L2", n: "N", pe: "GND" });
    rails = { plus: "L1", minus: pick(["L2", "N"]), volts: 120, ac: true };
  } else {
    add("mains", { l: "L", n: "N", pe: "GND" }, { volts: mainsVolts });
    rails = { plus: "L", minus: "N", volts: mainsVolts, ac: true };
  }
  const fused = net();
  add(pick(["fuse", "breaker"]), { a: rails.plus, b: fused }, { amps: kind === "board" ? 10 : 40 });
  rails = { ...rails, plus: fused };
  let low: { plus: string; minus: string; volts: number } | undefined;
  if (kind === "board") {
    const secondary = pick([9, 12, 15]);
    const [s1, s2] = [net(), net()];
    add(
      "transformer",
      { p1: rails.plus, p2: rails.minus, s1, s2 },
      {
        primaryVolts: mainsVolts,
        secondaryVolts: secondary,
        primaryOhms: between(40, 200) * (mainsVolts / 230) ** 2,
        secondaryOhms: between(0.3, 1.2),
        magnetisingAmps: 0.015,
      },
    );
    add("bridge", { a1: s1, a2: s2, plus: "RAW", minus: "COM" });
    add(
      "capacitor",
      { a: "RAW", b: "COM" },
      { farads: between(470e-6, 3300e-6), esrOhms: between(0.03, 0.2) },
    );
    add("resistor", { a: "COM", b: "GND" }, { ohms: 0.05 });
    const set = pick([5, 5, 8].filter((v) => v < secondary * 0.95));
    add("regulator", { in: "RAW", out: "V", ground: "COM" }, { volts: set, limitAmps: 1.5 });
    add("capacitor", { a: "V", b: "COM" }, { farads: between(10e-6, 220e-6), esrOhms: 0.2 });
    low = { plus: "RAW", minus: "COM", volts: secondary * 1.25 };
    add("rail-load", { plus: "V", minus: "COM" }, { ohms: between(set / 0.3, set / 0.04) });
    if (random() < 0.5)
      add(
        "led-display",
        { plus: "V", minus: "COM" },
        { amps: between(0.01, 0.05), volts: set, forwardVolts: 2 },
      );
    if (random() < 0.5) {
      const m = net();
      add("resistor", { a: "V", b: m }, { ohms: 10_000 });
      add("ntc", { a: m, b: "COM" }, { ohms25: 10_000 });
    }
  } else if (kind === "dc") low = { plus: rails.plus, minus: rails.minus, volts: rails.volts };
  const load = (plus: string, minus: string, volts: number, ac: boolean, amps: number) => {
    const choice = ac
      ? pick(["heater", "lamp", "motor", "solenoid", "resistor", "igniter", "split"])
      : pick(["resistor", "lamp", "rail-load", "peripheral", "dc-motor", "led"]);
    const watts = volts * amps;
    switch (choice) {
      case "heater":
        return void add("heater", { "1": plus, "2": minus, pe: "GND" }, { volts, watts });
      case "lamp":
        return void add("lamp", { "1": plus, "2": minus }, { volts, watts });
      case "motor":
        return void add(
          "motor",
          { "1": plus, "2": minus },
          { volts, amps, windingOhms: (0.12 * volts) / amps },
        );
      case "solenoid":
        return void add(
          "solenoid",
          { "1": plus, "2": minus },
          { volts, amps, windingOhms: (0.3 * volts) / amps },
        );
      case "igniter":
        return void add(
          "igniter",
          { "1": plus, "2": minus },
          { coldOhms: (1.7 * volts) / amps, hotOhms: volts / amps },
        );
      case "split": {
        const s = net();
        add(
          "split-winding-motor",
          { c: plus, r: minus, s, pe: "GND" },
          { volts, amps, runOhms: (0.1 * volts) / amps, startOhms: (0.3 * volts) / amps },
        );
        return void add(
          "capacitor",
          { a: s, b: minus },
          { farads: amps / volts / 2 / Math.PI / hertz / 2, esrOhms: 1 },
        );
      }
      case "rail-load":
        return void add("rail-load", { plus, minus }, { ohms: volts / amps });
      case "peripheral":
        return void add("peripheral", { plus, minus }, { volts, amps });
      case "dc-motor":
        return void add(
          "dc-motor",
          { "1": plus, "2": minus },
          { volts, amps, windingOhms: (0.15 * volts) / amps },
        );
      case "led": {
        const m = net();
        add("resistor", { a: plus, b: m }, { ohms: (volts - 2) / 0.015 });
        return void add("led", { a: m, k: minus });
      }
      default:
        return void add("resistor", { a: plus, b: minus }, { ohms: volts / amps });
    }
  };
  const branches = 2 + Math.floor(random() * 4);
  for (let b = 0; b < branches; b++) {
    const onLow = low !== undefined && (kind === "dc" || random() < 0.4);
    const from = onLow ? low! : rails;
    let at = from.plus;
    for (let k = 0; k < 1 + Math.floor(random() * 3); k++) {
      const next = net();
      conductor(at, next);
      at = next;
    }
    const contact = pick(["none", "switch", "relay", "relay", "thermostat", "triac"]);
    const next = net();
    if (contact === "relay" && low) {
      const drive = net();
      add(
        "relay",
        { coilA: low.plus, coilB: drive, com: at, no: next },
        {
          coilVolts: Math.min(24, Math.round(low.volts)),
          coilOhms: between(150, 700),
          coilDiode: random() < 0.5,
        },
      );
      drives.push(add("low-side-output", { out: drive, ground: low.minus }));
      at = next;
    } else if (contact === "triac" && !onLow && rails.ac) {
      drives.push(add("triac-output", { mt1: at, mt2: next }));
      at = next;
    } else if (contact !== "none") {
      add(
        contact === "thermostat" ? "thermostat" : "switch",
        { a: at, b: next },
        { rest: pick(["open", "closed", "closed"]) },
      );
      at = next;
    }
    const back = net();
    const amps = onLow ? between(0.02, kind === "board" ? 0.08 : 2) : between(0.1, 5);
    load(at, back, from.volts, !onLow && rails.ac, amps);
    conductor(back, from.minus);
  }
  return readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: `generated-${seed}`,
    name: `Generated unit ${seed}`,
    hertz,
    ground: "GND",
    parts,
    states: [
      { id: "idle", name: "Idle", power: "live" },
      { id: "on", name: "On", power: "live", drives: drives.map((output) => ({ output })) },
      { id: "dead", name: "Dead", power: "dead" },
    ],
  });
}
