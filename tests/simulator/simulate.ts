import { execFileSync } from "node:child_process";
import { mkdtempSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import type { Branch, Circuit, Constraint, Domain } from "#core/circuit/index.ts";
import { circuitCards, constraintCards, diodeCards } from "#core/formats/netlist/cards.ts";

const folder = mkdtempSync(path.join(os.tmpdir(), "zygodrome-simulator-"));

/**
 * Runs a circuit through ngspice (Debian's package; a general-purpose circuit simulator, used in tests only) and
 * returns the potential of every node in volts, complex, node 0 being 0. Contacts and outputs stand where they stand.
 */
export function simulate(circuit: Circuit, domain: Domain): { re: number; im: number }[] {
  const nodes = circuit.nodeNames.length;
  const deck = [
    "* written by the tests",
    ...circuitCards(circuit, domain, String),
    // Ties islands to the reference as lightly as may be, so that the matrix is regular.
    ...Array.from({ length: nodes - 1 }, (_, i) => `rtie${i + 1} ${i + 1} 0 1e11`),
    ".options gmin=1e-13 reltol=1e-7 abstol=1e-14 vntol=1e-10",
    ".control",
    "set numdgt=14",
    domain === "ac" ? `ac lin 1 ${circuit.hertz} ${circuit.hertz}` : "op",
    ...Array.from({ length: nodes - 1 }, (_, i) => {
      const v = `v(${i + 1})`;
      return domain === "ac"
        ? `let a${i} = real(${v})\nlet b${i} = imag(${v})\necho NODE ${i + 1} $&a${i} $&b${i}`
        : `let a${i} = ${v}\necho NODE ${i + 1} $&a${i} 0`;
    }),
    "quit 0",
    ".endc",
    ".end",
  ].join("\n");
  const file = path.join(folder, "deck.cir");
  writeFileSync(file, deck);
  const output = execFileSync("ngspice", ["-b", file], {
    encoding: "utf8",
    stdio: ["ignore", "pipe", "pipe"],
  });
  const volts = Array.from({ length: nodes }, () => ({ re: NaN, im: NaN }));
  volts[0] = { re: 0, im: 0 };
  for (const [, node, re, im] of output.matchAll(/^NODE (\d+) (\S+) (\S+)/gm))
    volts[Number(node)] = { re: Number(re), im: Number(im) };
  const silent = volts.findIndex((v) => Number.isNaN(v.re));
  if (silent >= 0) throw new Error(`ngspice gave no voltage for node ${silent}:\n${output}`);
  return volts;
}

/** Runs a circuit through time in ngspice, from rest, and returns one node's potential, against another. Sources as in core's transient. */
export function simulateTransient(
  circuit: Circuit,
  node: number,
  seconds: number,
  against = 0,
): { time: Float64Array; volts: Float64Array } {
  const step = 1 / (400 * circuit.hertz);
  const deck = [
    "* written by the tests",
    ...circuit.branches.flatMap(
      (branch, i) => diodeCards(circuit, branch, i, String) ?? timeCards(circuit, branch, i),
    ),
    ...circuit.constraints.flatMap(
      (constraint, i) =>
        regulatorCards(circuit, constraint, i) ?? constraintCards(constraint, i, "ac", String),
    ),
    ...Array.from({ length: circuit.nodeNames.length - 1 }, (_, i) => `rtie${i + 1} ${i + 1} 0 1e11`),
    ".options reltol=1e-5 abstol=1e-10 vntol=1e-7",
    ".control",
    "set numdgt=10",
    `tran ${step} ${seconds} 0 ${step} uic`,
    against > 0 ? `print v(${node},${against})` : `print v(${node})`,
    "quit 0",
    ".endc",
    ".end",
  ].join("\n");
  const file = path.join(folder, "transient.cir");
  writeFileSync(file, deck);
  const output = execFileSync("ngspice", ["-b", file], {
    encoding: "utf8",
    stdio: ["ignore", "pipe", "pipe"],
    maxBuffer: 1 << 28,
  });
  const rows = [...output.matchAll(/^\d+\s+(\S+)\s+(\S+)\s*$/gm)];
  return {
    time: Float64Array.from(rows, (r) => Number(r[1])),
    volts: Float64Array.from(rows, (r) => Number(r[2])),
  };
}

function timeCards(
  circuit: Circuit,
  { a, b, ohms, henries, farads, acVolts, dcVolts }: Branch,
  i: number,
): string[] {
  const cards = [`r${i} ${a} ${i}x ${ohms}`];
  cards.push(
    acVolts !== 0 || dcVolts !== 0
      ? `v${i} ${i}x ${i}y sin(${dcVolts} ${Math.SQRT2 * acVolts} ${circuit.hertz})`
      : `v${i} ${i}x ${i}y dc 0`,
  );
  cards.push(henries > 0 ? `l${i} ${i}y ${i}z ${henries} ic=0` : `vl${i} ${i}y ${i}z dc 0`);
  cards.push(farads > 0 ? `c${i} ${i}z ${b} ${farads} ic=0` : `vc${i} ${i}z ${b} dc 0`);
  return cards;
}

/** A regulator that follows its input's ripple: the lower of what it is set to and what the input leaves. */
function regulatorCards(circuit: Circuit, c: Constraint, i: number): string[] | undefined {
  const control = circuit.controls.find(
    (k) => k.kind === "regulator" && circuit.constraints[k.constraint] === c,
  );
  if (c.kind !== "regulator" || control?.kind !== "regulator") return undefined;
  const left = `(v(${c.a},${c.c})-${control.dropout})`;
  return [
    `bg${i} g${i} ${c.c} v=max(0,0.5*(${control.volts}+${left}-sqrt((${control.volts}-${left})^2+1e-6)))`,
    `vg${i} g${i} ${c.b} dc 0`,
    `fg${i} ${c.a} ${c.c} vg${i} 1`,
  ];
}
