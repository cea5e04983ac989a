import { execFileSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { describe, expect, test } from "@jest/globals";
import { netlistOf, type NetlistOf } from "#core/formats/index.ts";
import { modesOf, readUnitOrThrow, type UnitModel } from "#core/unit/index.ts";
import { demoUnits } from "../support/demoUnits.ts";
import { seeded } from "../support/random.ts";

/** Exported netlists in ngspice (Debian's package): each reads what its own comments say that the points read. */
const folder = mkdtempSync(path.join(os.tmpdir(), "zygodrome-netlist-"));

interface Said {
  readonly what: string;
  readonly pair: string;
  readonly volts: number;
}

/** The readings that a netlist's comments promise. */
function saidIn(netlist: string): Said[] {
  return [...netlist.matchAll(/^\* (\S+ to \S+): v\((\S+)\) = (\S+); the meter shows/gm)].map(
    ([, what, pair, volts]) => ({ what: what!, pair: pair!, volts: Number(volts) }),
  );
}

/** Runs a netlist as it is, but for being asked for those pairs with all figures. */
function run(netlist: string, pairs: readonly string[]): number[] {
  const file = path.join(folder, "unit.cir");
  const ac = netlist.includes("\n.ac ");
  const analysis = ac ? /^\.ac (.*)$/m.exec(netlist)![0].slice(1) : "op";
  const control = [
    ".control",
    "set numdgt=12",
    analysis,
    ...pairs.map((pair, i) => {
      // The reference has no potential of its own to be asked for.
      const volts = pair.startsWith("0,") ? `0-v(${pair.slice(2)})` : `v(${pair.replace(/,0$/u, "")})`;
      return `let x${i} = ${ac ? `mag(${volts})` : volts}\necho PAIR ${i} $&x${i}`;
    }),
    "quit 0",
    ".endc",
    ".end",
  ];
  writeFileSync(
    file,
    netlist.replace(/^\.print.*\n/gm, "").replace(/^\.end\n?$/m, () => `${control.join("\n")}\n`),
  );
  const output = execFileSync("ngspice", ["-b", file], {
    encoding: "utf8",
    stdio: ["ignore", "pipe", "pipe"],
  });
  const found = pairs.map(() => NaN);
  for (const [, i, value] of output.matchAll(/^PAIR (\d+) (\S+)/gm)) found[Number(i)] = Number(value);
  return found;
}

function agrees(unit: UnitModel, of: NetlistOf): number {
  const netlist = netlistOf(unit, of);
  const said = saidIn(netlist);
  if (said.length === 0) return 0;
  const read = run(
    netlist,
    said.map((s) => s.pair),
  );
  const largest = Math.max(...said.map((s) => Math.abs(s.volts)));
  for (const [i, { what, volts }] of said.entries()) {
    // The simulator prints six figures of each potential, and its least conductance loads what is loose.
    const near = Math.abs(read[i]! - volts) <= 1e-3 * Math.abs(volts) + 1e-5 * largest + 1e-6;
    expect({ ...of, what, reads: near ? volts : read[i] }).toEqual({ ...of, what, reads: volts });
  }
  return said.length;
}

describe.each([...demoUnits().values()].map((u) => [u.id, u] as const))("%s", (_, unit) => {
  const states = unit.states.map((s) => s.id);

  test("sound, in every state, at the mains frequency and at DC", () => {
    let readings = 0;
    for (const state of states)
      for (const domain of ["ac", "dc"] as const) readings += agrees(unit, { state, domain });
    expect(readings).toBeGreaterThan(states.length * 10);
  });

  test("with faults drawn from all of them", () => {
    const random = seeded(11);
    const faults = unit.parts.flatMap((p) => modesOf(p).map((m) => ({ part: p.id, mode: m.id })));
    for (let i = 0; i < 6; i++) {
      const fault = faults[Math.floor(random() * faults.length)]!;
      const state = states[Math.floor(random() * states.length)]!;
      for (const domain of ["ac", "dc"] as const) agrees(unit, { state, domain, fault });
    }
  });
});

describe("a netlist", () => {
  /** 12 V over 1 kΩ and 2 kΩ: 8 V at the middle, by Ohm's law. */
  const divider = readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: "divider",
    name: "Divider – test",
    ground: "GND",
    parts: [
      {
        id: "B",
        name: "Battery",
        type: "battery",
        terminals: { plus: "1V", minus: "GND" },
        parameters: { volts: 12, ohms: 1e-6 },
      },
      {
        id: "R1",
        name: "Upper",
        type: "resistor",
        terminals: { a: "1V", b: "Mid.1" },
        parameters: { ohms: 1000 },
      },
      {
        id: "R2",
        name: "Lower",
        type: "resistor",
        terminals: { a: "Mid.1", b: "GND" },
        parameters: { ohms: 2000 },
      },
      {
        id: "R3",
        name: "Beside",
        type: "resistor",
        terminals: { a: "mid_1", b: "GND" },
        parameters: { ohms: 2000 },
      },
    ],
    points: [
      { id: "M", name: "Middle", terminal: "R2.a", side: "low-voltage", place: "here", minutes: 1 },
      { id: "G", name: "Ground", terminal: "R2.b", side: "low-voltage", place: "here", minutes: 1 },
    ],
    references: [{ side: "low-voltage", point: "G", function: "vdc" }],
    states: [{ id: "on", name: "On", power: "live" }],
  });

  test("says what the middle of a divider reads, by Ohm's law, and with a part open", () => {
    const [said] = saidIn(netlistOf(divider, { state: "on", domain: "dc" }));
    expect(said!.volts).toBeCloseTo(8, 5);
    const [open] = saidIn(
      netlistOf(divider, { state: "on", domain: "dc", fault: { part: "R2", mode: "open" } }),
    );
    expect(open!.volts).toBeCloseTo(12, 3);
    expect(netlistOf(divider, { state: "on", domain: "dc", fault: { part: "R2", mode: "open" } })).toContain(
      "* with a fault: Lower (R2), open",
    );
  });

  test("has plain comments, and a name of its own for each net that the simulator would take for another", () => {
    const netlist = netlistOf(divider, { state: "on", domain: "dc" });
    expect(netlist).toMatch(/^\* Divider {1,3}test: On\n/u);
    expect(netlist).toMatch(/ mid_1 /u);
    expect(netlist).toMatch(/ mid_1_2 /u);
    expect(netlist).toMatch(/ n_1v /u);
    // eslint-disable-next-line no-control-regex
    expect(netlist).toMatch(/^[\x00-\x7f]*$/u);
    expect(netlist.endsWith("\n.end\n")).toBe(true);
  });

  test("of a state or a fault that the unit does not have is refused", () => {
    expect(() => netlistOf(divider, { state: "off", domain: "dc" })).toThrow(RangeError);
    expect(() =>
      netlistOf(divider, { state: "on", domain: "dc", fault: { part: "R9", mode: "open" } }),
    ).toThrow(RangeError);
    expect(() => netlistOf(divider, { state: "on", domain: "dc", lifts: ["R9.a"] })).toThrow(RangeError);
  });
});
