import { describe, expect, test } from "@jest/globals";
import { COMPONENT_TESTS, readEntries } from "../index.ts";

/**
 * Where each limit lies, base units, for the entries at which its boundary test stands. Kept by hand, so that no limit moves
 * unnoticed; what the figures rest on stands beside each limit in its table. Reckoned: 0.5 + 0.3/10 = 0.53 Ω (fuse),
 * 12²/0.4 = 360 Ω ±15 % (coil), 230²/2000 = 26.45 Ω /1.1 and /0.9 (heater), 4.7 kΩ·0.95·0.99 (resistor),
 * 0.3 + 0.005·100 + 0.005·138.51/0.385 °C (platinum), 2.5 % of 33.275 − 1.000 mV (type K), 1.5·2.391 + 0.2 V (cable).
 */
const REGISTER: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  "fuse-ohms": { most: 0.53, surely: 0.636 },
  "fuse-live": { present: 195.5, lost: 0.5, beyond: 0.5, gone: 69 },
  "fuse-curve": { rating: 1, gate: 2.1 },
  "thermal-fuse": { closed: 1, open: 1000 },
  "breaker-curve": {
    hold: 1.13,
    trip: 1.45,
    overload: 2.55,
    instant: 5,
    surely: 10,
    rush: 0.1,
    soonest: 1,
    latest: 60,
    hour: 3600,
  },
  "residual-device": { least: 0.015, most: 0.03, soon: 0.13, slow: 0.3, slowAtFive: 0.04 },
  "relay-coil": {
    short: 1,
    agree: 0.15,
    turns: 252,
    low: 306,
    high: 414,
    windingLeast: 529,
    windingMost: 4232,
    impedance: 10580,
  },
  "relay-contacts": { closed: 1, film: 5, open: 1e5 },
  "contact-drop": { gone: 5, bad: 0.3, heat: 2, telling: 1, surely: 0.05, worn: 0.1 },
  "three-phase-bridge": { short: 0.1, low: 0.3, high: 0.8, blocks: 2, alike: 0.06 },
  "rectifier-bridge": { short: 0.1, low: 0.3, high: 0.8, blocks: 2, alike: 0.06 },
  diode: { short: 0.05, low: 0.4, high: 0.8, blocks: 2 },
  varistor: { leak: 1e6 },
  transistor: { short: 0.1, low: 0.4, high: 0.85, blocks: 2 },
  mosfet: { gate: 1e6, short: 0.1, blocks: 2, bodyLow: 0.3, bodyHigh: 0.8, on: 0.4 },
  triac: { short: 10, blocks: 1e6, gateLow: 10, gateHigh: 500, gateOpen: 5000 },
  "twin-in-circuit": { alike: 0.15 },
  "run-capacitor": { low: 0.94, high: 1.06, replace: 0.9, most: 1.2 },
  electrolytic: { lost: 0.8, much: 1.2, esrBad: 0.149208, esrHigh: 0.0845511, leak: 1e5 },
  ripple: { hardly: 0.196824, good: 0.787296, bad: 1.31216 },
  discharge: { burst: 100, lasting: 10, harmless: 0.1, patience: 60, long: 5 },
  "capacitor-replacement": { less: 0.8, more: 1.5, volts: 25, heat: 105 },
  resistor: { low: 4420.35, high: 4984.35, leads: 11.005, alike: 1 },
  parallel: { high: 10100, alone: 9900 },
  ntc: { short: 200, rises: 10200, moves: 9700, close: 0.1, degrees: 3 },
  ptc: { cold: 0.25, falls: 100, steep: 200 },
  rtd: { short: 20, allowed: 2.59877, leads: 2 },
  thermocouple: { telling: 0.5, close: 0.806878, nothing: 0.1 },
  beta: { apart: 5, falls: 0, low: 2000, high: 6000 },
  "sensor-twin": { short: 2, alike: 0.05 },
  "sensor-trend": { moves: 0.05, returns: 0.1 },
  heater: { low: 24.0455, high: 29.3889, far: 48.4909, sheath: 1e6, sheathShort: 1000 },
  igniter: { short: 20, low: 40, high: 90, aged: 135 },
  "volts-watts-ohms": { agree: 0.1 },
  "split-motor": { earth: 1e6, alike: 1, sum: 7.8 },
  "three-phase-motor": { earth: 1e6, balance: 0.05, digits: 0.2 },
  "dc-motor": { sags: 0.85, fed: 1, much: 1.5, idle: 0.5 },
  insulation: { asked: 1e6, bad: 1e6, good: 5e6 },
  "drive-by-hand": { reach: 0.95, beyond: 1.05, quick: 0.75, slow: 1.25 },
  solenoid: { low: 14.4, high: 21.6, hold: 0.0695652 },
  microswitch: { closed: 1, film: 5, short: 40.4, open: 1e5, travel: 0.002 },
  transformer: {
    fed: 195.5,
    overfed: 264.5,
    power: 1.05,
    openLow: 21.6,
    openHigh: 30,
    loadedLow: 21.6,
    loadedHigh: 26.4,
  },
  "flame-current": { enough: 2, least: 1 },
  "spark-gap": { short: 0.0005, narrow: 0.00315, wide: 0.00485 },
  hall: { supply: 3, swing: 0.1, stuckHigh: 0.3, high: 0.7, low: 0.15, above: 1.1 },
  flow: { agrees: 0.5 },
  "cable-drop": { carries: 16, joint: 3.78621, copper: 4.58161, share: 0.05 },
  joint: { cooks: 3, heats: 1, bad: 0.2, telling: 1, surely: 0.05, good: 0.05 },
  battery: {
    cell: 10.8,
    flat: 12,
    full: 12.6,
    sags: 10.5,
    tired: 11.5,
    still: 0.05,
    ask: 1.2,
    rises: -0.05,
    telling: 0.5,
    charges: 13.2,
    over: 14.9,
    ripple: 0.3,
  },
  supply: {
    low: 195.5,
    high: 264.5,
    least: 207,
    most: 253,
    none: 13.8,
    halves: 14.4,
    sums: 14.4,
    starred: 8.32,
    ghostFrom: 34.5,
    ghost: 18,
    stiff: 218.5,
  },
  "supply-sag": { restLow: 10.8, restHigh: 13.2, worked: 10.8, workedHigh: 13.2, lowest: 10.8, long: 10 },
};

describe("where every limit lies", () => {
  const stated = COMPONENT_TESTS.flatMap((of) => Object.keys(of.edges).map((limit) => [of, limit] as const));

  test("the register names every limit that has an edge, and no other", () => {
    const listed = Object.entries(REGISTER).flatMap(([id, limits]) =>
      Object.keys(limits).map((l) => `${id}: ${l}`),
    );
    expect(listed.sort()).toEqual(stated.map(([of, limit]) => `${of.id}: ${limit}`).sort());
  });

  for (const [of, limit] of stated)
    test(`${of.id}: ${limit}`, () => {
      const edge = of.edges[limit]!;
      const { values } = readEntries(of, { ...edge.with, [edge.move]: "1" });
      const { at } = of.limitsAt(values!.with(new Map([[edge.move, (edge.from + edge.to) / 2]])))[limit]!;
      const wanted = REGISTER[of.id]?.[limit] ?? NaN;
      expect(Math.abs(at! - wanted)).toBeLessThanOrEqual(1e-4 * Math.abs(wanted));
    });
});
