import { readdirSync, readFileSync } from "node:fs";
import { settle } from "#core/circuit/index.ts";
import { predictReading } from "#core/meter/index.ts";
import { seeded } from "#core/quantity/index.ts";
import { stateRuns } from "#core/sequence/index.ts";
import { CATALOGUE, readUnitOrThrow, type UnitModel } from "#core/unit/index.ts";
import type { TruthFault } from "./elements.ts";
import { generateUnit } from "./generate.ts";
import { generateDevices } from "./generateDevices.ts";
import { againstRuns } from "./runs.ts";
import { sampleFaults } from "./sample.ts";
import { NoTruth, Simulated, type TruthPair, type TruthState } from "./simulate.ts";

/**
 * Readings of the demo units and of generated ones, healthy and with one or two faults of any size, against ngspice
 * decks written from the model; the dictionary's path against solving afresh; and what the dictionary says of states
 * against runs of the sequence. Prints one JSON object with `--json`; touches no file. `--readings N`, `--seed N`,
 * `--unit FILE` (may be repeated), `--show` lists what disagrees.
 */
const argument = (name: string) => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? undefined : process.argv[at + 1];
};
const wanted = Number(argument("readings") ?? 3000);
const seed = Number(argument("seed") ?? 1);
const show = process.argv.includes("--show");
const only = process.argv.flatMap((a, i) => (process.argv[i - 1] === "--unit" ? [a] : []));
const random = seeded(seed);
const PAIRS_A_CASE = 12;

const files = only.length > 0 ? only : readdirSync("demo/units").map((f) => `demo/units/${f}`);
const demo = files.map((f) => readUnitOrThrow(JSON.parse(readFileSync(f, "utf8"))));

const say = (text: string) => void process.stderr.write(`${text}\n`);

const totals = {
  readings: 0,
  agreed: 0,
  gross: 0,
  againstFresh: 0,
  negativeOhms: 0,
  cases: 0,
  notSettled: 0,
  chattering: 0,
  restInDeck: 0,
  notSaid: 0,
  noTruth: 0,
};
const disagreements: string[] = [];

const LIVE_VOLTS = ["vac", "vac", "vac", "vdc", "vdc", "vdc", "lowz"] as const;
const LIVE = [...LIVE_VOLTS, "aac", "adc"] as const;
const DEAD = ["ohm", "ohm", "ohm", "diode"] as const;
/** Parts that a clamp goes around: two ends and an own resistance. */
const CONDUCTORS = new Set([
  "wire",
  "pin",
  "splice",
  "screw-terminal",
  "fuse",
  "soldered-fuse",
  "breaker",
  "thermal-fuse",
]);

/** Pairs across parts and against the state's most usual return, as terminals. */
function samplePairs(unit: UnitModel, live: boolean): TruthPair[] {
  const terminals = unit.parts.flatMap((p) => Object.keys(p.terminals).map((t) => `${p.id}.${t}`));
  const across = unit.parts.flatMap((p) =>
    CATALOGUE.get(p.type)!
      .across.filter(([a, b]) => p.terminals[a] !== undefined && p.terminals[b] !== undefined)
      .map(([a, b]) => [`${p.id}.${a}`, `${p.id}.${b}`] as const),
  );
  const conductors = unit.parts.filter(({ type }) => CONDUCTORS.has(type));
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const ground = terminals.find((t) => netOf(unit, t) === unit.ground)!;
  const island = islandsOf(unit);
  const near = (red: string) =>
    pick(terminals.filter((t) => island(netOf(unit, t)) === island(netOf(unit, red))));
  return Array.from({ length: PAIRS_A_CASE }, (_, i): TruthPair => {
    const fn = live ? pick(conductors.length > 0 ? LIVE : LIVE_VOLTS) : pick(DEAD);
    if (fn === "aac" || fn === "adc") {
      const { id } = pick(conductors);
      return { fn, red: `${id}.a`, black: `${id}.b` };
    }
    if (i % 2 === 0) {
      const [red, black] = pick(across);
      return { fn, red, black };
    }
    const red = pick(terminals);
    const toGround = i % 4 === 1 && island(netOf(unit, red)) === island(unit.ground);
    return { fn, red, black: toGround ? ground : near(red) };
  });
}

/** Terminals of a part that a transformer, a coil or a converter keeps apart from its others. */
const APART: Readonly<Record<string, readonly (readonly string[])[]>> = {
  transformer: [
    ["p1", "p2"],
    ["s1", "s2"],
  ],
  "power-transformer": [
    ["p1", "p2"],
    ["p3", "p4"],
    ["s1", "tap", "s2"],
  ],
  "power-supply": [
    ["l", "n"],
    ["plus", "minus"],
  ],
  charger: [
    ["l", "n"],
    ["plus", "minus"],
  ],
  rectifier: [
    ["a1", "a2"],
    ["plus", "minus"],
  ],
  relay: [
    ["coilA", "coilB"],
    ["com", "no"],
  ],
  "change-over-relay": [
    ["coilA", "coilB"],
    ["com", "no", "nc"],
  ],
  "double-relay": [
    ["coilA", "coilB"],
    ["com1", "no1", "nc1"],
    ["com2", "no2", "nc2"],
  ],
  optotriac: [
    ["anode", "cathode"],
    ["mt1", "mt2"],
  ],
  contactor: [
    ["coilA", "coilB"],
    ["l1", "t1"],
    ["l2", "t2"],
  ],
};

/** Nets by the island they belong to: what stands between two islands is nobody's to say. */
function islandsOf(unit: UnitModel): (net: string) => string {
  const parent = new Map<string, string>();
  const root = (n: string): string => {
    const p = parent.get(n) ?? n;
    return p === n ? n : root(p);
  };
  for (const part of unit.parts) {
    const groups = APART[part.type] ?? [Object.keys(part.terminals)];
    for (const group of groups) {
      const nets = group.flatMap((t) => (part.terminals[t] === undefined ? [] : [part.terminals[t]]));
      for (const net of nets) parent.set(root(net), root(nets[0]!));
    }
  }
  return root;
}

function netOf(unit: UnitModel, terminal: string): string {
  const dot = terminal.lastIndexOf(".");
  return unit.parts.find((p) => p.id === terminal.slice(0, dot))!.terminals[terminal.slice(dot + 1)]!;
}

/** Below this a reading is nothing: leads, layout and what the simulators' own leaks make of an open net. */
const FLOOR = { vac: 0.05, lowz: 0.05, vdc: 0.02, aac: 0.01, adc: 0.01, ohm: 0.05, diode: 0.005 } as const;

function agrees(fn: TruthPair["fn"], ours: number, theirs: number): boolean {
  if (!Number.isFinite(ours) || !Number.isFinite(theirs)) return ours === theirs;
  const counts = 2 * countOf(theirs);
  return Math.abs(ours - theirs) <= Math.max(0.01 * Math.abs(theirs), counts, FLOOR[fn]);
}

/** One count of 6000 on the range that the reading falls in. */
function countOf(value: number): number {
  return 1e-3 * 10 ** Math.ceil(Math.log10(Math.max(1e-9, Math.abs(value)) / 6));
}

/** Nearer to its range's end than this a reading may be OL, or not. */
const OL_FROM = { vac: 0, lowz: 0, vdc: 0, aac: 0, adc: 0, ohm: 4e7, diode: 2.4 } as const;

function isGross(fn: TruthPair["fn"], ours: number, theirs: number): boolean {
  if (Number.isFinite(ours) !== Number.isFinite(theirs)) return Math.min(ours, theirs) < OL_FROM[fn];
  if (!Number.isFinite(ours)) return false;
  return Math.abs(ours - theirs) > 0.2 * Math.abs(theirs) + 5 * FLOOR[fn];
}

/** Whether what a deck's circuit decides comes to rest: a unit that starts and stops for ever has no reading in truth. */
function restsInDeck(
  unit: UnitModel,
  state: TruthState,
  faults: readonly TruthFault[],
  opened: readonly string[],
): boolean | undefined {
  try {
    return new Simulated(unit, state, faults, opened).read([]).settled;
  } catch (error) {
    if (!(error instanceof NoTruth)) throw error;
    return undefined;
  }
}

function compare(unit: UnitModel, state: string, faults: readonly TruthFault[]): void {
  const runs = stateRuns(unit);
  const setup = { state, lifts: [] };
  totals.cases++;
  const { stand, expanded, point } = runs.point(setup, faults);
  const all = [...faults, ...stand.opened];
  const opened = stand.opened.map((o) => o.part);
  const fresh = settle(all.length > 0 ? expanded.withFaults(all) : expanded.circuit);
  const label = `${unit.id} ${state} ${faults.map((f) => `${f.part}:${f.mode}${f.severity === undefined ? "" : `:${f.severity.toPrecision(3)}`}`).join("+") || "healthy"}`;
  if (point.status !== "settled") {
    totals.notSettled++;
    if (point.status === "chatter") totals.chattering++;
    const rests = restsInDeck(unit, stand.state, faults, opened);
    if (rests !== false) totals.restInDeck++;
    const there = rests === undefined ? "has no answer" : rests ? "rests" : "does not rest either";
    if (show) say(`not settled: ${label}: ${point.unsettled.join()}; the deck ${there}`);
    return;
  }
  const live = stand.state.power === "live";
  const pairs = samplePairs(unit, live);
  let truth;
  try {
    truth = new Simulated(unit, stand.state, faults, opened).read(pairs);
  } catch (error) {
    if (!(error instanceof NoTruth)) throw new Error(label, { cause: error });
    totals.noTruth++;
    if (show) say(`no truth: ${label}: ${error.message}`);
    return;
  }
  if (!truth.settled) {
    totals.noTruth++;
    if (show) say(`no truth: ${label}: the deck's own controls do not rest`);
    return;
  }
  pairs.forEach((pair, i) => {
    const [p, q] = [expanded.nodeOf(pair.red), expanded.nodeOf(pair.black)];
    const ours = predictReading(point, pair.fn, p, q).value;
    const own = pair.fn === "vac" ? Math.abs(ours) : ours;
    const theirs = truth.values[i]!;
    totals.readings++;
    if (pair.fn === "ohm" && own < 0) totals.negativeOhms++;
    const again = predictReading(fresh, pair.fn, p, q).value;
    if (!agrees(pair.fn, own, again)) {
      totals.againstFresh++;
      if (show) say(`afresh: ${label} ${pair.fn} ${pair.red} ${pair.black}: ${own} afresh ${again}`);
    }
    if (agrees(pair.fn, own, theirs)) return void totals.agreed++;
    if (isGross(pair.fn, own, theirs)) totals.gross++;
    disagreements.push(
      `${label} ${pair.fn} ${pair.red} ${pair.black}: ours ${own.toPrecision(5)}, theirs ${theirs.toPrecision(5)}`,
    );
  });
}

/**
 * Two thirds over the demo units, one third over generated ones, of everyday parts and of the others in turn; healthy, single
 * and double faults.
 */
for (let n = 0; totals.readings < wanted; n++) {
  const generated = only.length === 0 && n % 3 === 2;
  const generate = n % 6 === 2 ? generateUnit : generateDevices;
  const unit = generated ? generate(seeded(seed * 1000 + n), n) : demo[n % demo.length]!;
  const state = unit.states[Math.floor(random() * unit.states.length)]!.id;
  compare(unit, state, sampleFaults(unit, [1, 1, 2, 0, 1, 2][Math.floor(random() * 6)]!, random));
  if (n % 20 === 0) process.stderr.write(`${totals.readings} readings, ${totals.agreed} agree\n`);
}
const runs = againstRuns(demo, show);
const result = {
  readings: totals.readings,
  agree: totals.agreed / totals.readings,
  gross: totals.gross / totals.readings,
  dictionaryAgainstFresh: totals.againstFresh,
  negativeOhms: totals.negativeOhms,
  cases: totals.cases,
  notSettled: totals.notSettled / totals.cases,
  ofThemChattering: totals.chattering / totals.cases,
  /** Of them those that the reference simulator brings to rest, or has no answer for. */
  ofThemRestInDeck: totals.restInDeck / totals.cases,
  noTruth: totals.noTruth / totals.cases,
  ...runs,
};
if (show) for (const d of disagreements) say(d);
process.stdout.write(
  process.argv.includes("--json")
    ? `${JSON.stringify(result)}\n`
    : Object.entries(result)
        .map(([k, v]) => `${k.padEnd(24)} ${v}\n`)
        .join(""),
);
