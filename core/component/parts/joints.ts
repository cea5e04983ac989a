import {
  CARRIES_GAUGE,
  CARRIES_METRIC,
  carriesGauge,
  carriesMm2,
  conductorOhms,
  COPPER_PER_CELSIUS,
  gaugeMm2,
  PRACTICE,
  writtenGauge,
} from "#core/standards/index.ts";
import { all, any, over, under } from "../table/conditions.ts";
import { AMP, choice, METRE, MILLIVOLT, PLAIN, quantity, VOLT } from "../table/fields.ts";
import { show, type Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { DROP_FIGURES, SMALL_CURRENT } from "./drops.ts";

/** Volts lost in a copper run, there and back, at a temperature of the conductor. */
export function cableDrop(metres: number, mm2: number, amps: number, celsius = 20): number {
  return 2 * amps * conductorOhms(metres, mm2) * (1 + COPPER_PER_CELSIUS * (celsius - 20));
}

/** The smallest standard size that carries a current and loses no more than allowed, mm² (IEC 60228 sizes); undefined where none does. */
export function sizeFor(metres: number, amps: number, allowedVolts: number): number | undefined {
  return CARRIES_METRIC.find(
    ([s, carries]) => carries >= amps && cableDrop(metres, s, amps) <= allowedVolts,
  )?.[0];
}

/** The same among American wire gauges. */
export function gaugeFor(metres: number, amps: number, allowedVolts: number): number | undefined {
  return CARRIES_GAUGE.find(
    ([g, carries]) => carries >= amps && cableDrop(metres, gaugeMm2(g), amps) <= allowedVolts,
  )?.[0];
}

const isGauge = (r: Reckoning) => r.word("by") === "awg";
const mm2Of = (r: Reckoning) => (isGauge(r) ? gaugeMm2(r.get("size")) : r.get("size"));
/** A run may lose this share of its volts. Common practice, no source. */
const DROP_SHARE = 0.05;
/** The size that would do, in what the run's own was given in. */
function wouldDo(r: Reckoning): string | undefined {
  const [metres, amps, allowed] = [r.get("metres"), r.get("amps"), DROP_SHARE * r.get("volts")];
  if (isGauge(r)) {
    const gauge = gaugeFor(metres, amps, allowed);
    return gauge === undefined ? undefined : `AWG ${writtenGauge(gauge)}`;
  }
  const size = sizeFor(metres, amps, allowed);
  return size === undefined ? undefined : `${size} mm²`;
}

const cable = fromTable({
  id: "cable-drop",
  family: "Cables and joints",
  name: "Cable, drop and gauge",
  purpose: "What a run loses at its current, whether it may carry it, and the size that would do.",
  live: true,
  prepare: ["Live, load running: volts at both ends.", "Local rules for cables go before any figure here."],
  probes: [
    { red: "feed, at the source", black: "return, at the source", dial: "V" },
    { red: "feed, at the load", black: "return, at the load", dial: "V" },
  ],
  fields: [
    quantity("metres", "Length, one way", METRE, { usual: [0.1, 500], gauge: true, hint: "12 or 40 ft" }),
    choice("by", "Size given as", [
      ["mm2", "mm²"],
      ["awg", "AWG"],
    ]),
    quantity("size", "Size", PLAIN, {
      sizedBy: "by",
      usual: [0, 120],
      zero: true,
      signed: true,
      gauge: true,
      hint: "1.5, or 14, or 2/0",
    }),
    quantity("amps", "Current", AMP, { usual: [0.01, 300] }),
    quantity("volts", "System volts", VOLT, { usual: [3, 480] }),
    quantity("lost", "Lost between the ends, measured", VOLT, { optional: true, usual: [0, 100] }),
  ],
  types: ["cord", "wire"],
  figures: {
    mm2: { shown: "mm²", of: mm2Of },
    perMetre: { shown: "Ω", of: (r) => conductorOhms(1, mm2Of(r)) },
    drop: { shown: "V", of: (r) => cableDrop(r.get("metres"), mm2Of(r), r.get("amps")) },
    share: { shown: "share", of: (r) => r.get("drop") / r.get("volts") },
    heat: { shown: "W", of: (r) => r.get("drop") * r.get("amps") },
    more: {
      shown: "V",
      of: (r) => {
        const lost = r.maybe("lost");
        return lost === undefined || lost < r.get("drop") ? undefined : lost - r.get("drop");
      },
    },
    moreOhms: { shown: "Ω", of: (r) => times(r.maybe("more"), 1 / r.get("amps")) },
    moreWatts: { shown: "W", of: (r) => times(r.maybe("more"), r.get("amps")) },
  },
  findings: {
    enough: (r) => {
      const size = wouldDo(r);
      return size === undefined
        ? "No size of this table carries that: have it worked out by the local rules."
        : `${size} would do, if local rules allow it.`;
    },
    keeps: (r) => {
      const size = wouldDo(r);
      return size === undefined
        ? "no usual size keeps it below 5 %; shorten it"
        : `${size} would keep it below 5 %`;
    },
  },
  working: [
    "2 · {metres} · {perMetre} a metre · {amps} = {drop}, {share} of {volts}",
    "heat {heat} along the run",
    "{lost} measured, {more} more than its copper: {moreOhms} in a joint, {moreWatts} of heat in it",
  ],
  limits: {
    carries: {
      of: "amps",
      at: (r) => (isGauge(r) ? carriesGauge(r.get("size")) : carriesMm2(r.get("size"))),
      text: (r) =>
        isGauge(r) ? "about {at} for this gauge, at 60 °C" : "about {at} for this size in free air",
      source: "common practice and tables from memory: local rules go first",
    },
    joint: {
      of: "lost",
      at: (r) => 1.5 * r.get("drop") + 0.2,
      text: "measured, a joint is on the way above {at}",
      source: PRACTICE,
    },
    copper: {
      of: "lost",
      at: (r) => r.get("drop") / 1.5 - 0.2,
      text: "and less than {at} the copper cannot lose",
      source: PRACTICE,
    },
    share: { of: "share", at: DROP_SHARE, text: "at most {at} lost", source: PRACTICE },
  },
  facts: [
    {
      text: "1.04/58 Ω·mm²/m for stranded copper at 20 °C; AWG by ASTM B258",
      source: "IEC 60028, ASTM B258",
    },
  ],
  rows: [
    {
      code: "too-thin",
      verdict: "bad",
      when: over("carries"),
      says: "Too thin for {amps}: it will overheat. {enough}",
    },
    {
      code: "joint",
      verdict: "bad",
      when: over("joint"),
      says: "It loses more than its copper does: a joint on the way.",
    },
    {
      code: "less",
      verdict: "doubtful",
      when: under("copper"),
      says: "It loses less than its copper must: the length, the size or the current is another, or it was read without its load.",
    },
    { code: "loses", verdict: "doubtful", when: over("share"), says: "It loses {share}: {keeps}." },
    { code: "large-enough", verdict: "good", says: "The run is large enough." },
  ],
  edges: {
    carries: { with: { metres: "2", by: "mm2", size: "1.5", volts: "230" }, move: "amps", from: 10, to: 30 },
    joint: {
      with: { metres: "10", by: "mm2", size: "1.5", amps: "10", volts: "230" },
      move: "lost",
      from: 2.5,
      to: 8,
    },
    copper: {
      with: { metres: "20", by: "mm2", size: "1.5", amps: "15", volts: "230" },
      move: "lost",
      from: 1,
      to: 7,
    },
    share: { with: { by: "mm2", size: "1.5", amps: "10", volts: "230" }, move: "metres", from: 20, to: 90 },
  },
});

const times = (value: number | undefined, by: number) => (value === undefined ? undefined : value * by);

const joint = fromTable({
  id: "joint",
  family: "Cables and joints",
  name: "Joint, terminal or plug pin",
  purpose: "Ohms and heat of a joint from the millivolts across it.",
  live: true,
  prepare: ["Live, load running.", "Probes on the metal on both sides of the joint itself."],
  probes: [{ red: "before the joint", black: "after the joint", dial: "mV" }],
  fields: [
    quantity("drop", "Across it", MILLIVOLT, { usual: [0, 30], signed: true }),
    quantity("amps", "Current", AMP, { usual: [0.01, 300] }),
  ],
  types: ["pin", "screw-terminal", "splice"],
  figures: DROP_FIGURES,
  working: ["R = {lost} / {amps} = {ohms}", "heat = {watts}"],
  limits: {
    cooks: { of: "watts", at: 3, text: "above {at} in a plug pin it overheats", source: PRACTICE },
    heats: { of: "watts", at: 1, text: "above {at} it discolours", source: PRACTICE },
    bad: { of: "lost", at: 0.2, text: "bad above {at}", source: PRACTICE },
    ...SMALL_CURRENT,
    good: { of: "lost", at: 0.05, text: "good up to {at}", source: PRACTICE },
  },
  rows: [
    {
      code: "cooks",
      verdict: "bad",
      when: over("cooks"),
      says: "It overheats: the plastic around it will go. Renew the pin and its mate, and cut the wire back to bright copper.",
    },
    {
      code: "bad",
      verdict: "bad",
      when: any(over("heats"), over("bad")),
      says: "A bad joint: it heats and gets worse.",
    },
    {
      code: "too-little-current",
      verdict: "doubtful",
      when: all(under("telling"), over("surely")),
      says: "{ohms} cannot be judged at {amps}: load it and read again. At its full current it may overheat.",
    },
    {
      code: "not-good",
      verdict: "doubtful",
      when: over("good"),
      says: "Not good: clean and tighten, then read again.",
    },
    { code: "good", verdict: "good", says: "A good joint." },
  ],
  edges: {
    cooks: { with: { amps: "20" }, move: "drop", from: 0.1, to: 0.3 },
    heats: { with: { amps: "10" }, move: "drop", from: 0.06, to: 0.15 },
    bad: { with: { amps: "2" }, move: "drop", from: 0.1, to: 0.4 },
    telling: { with: { drop: "80" }, move: "amps", from: 0.5, to: 3 },
    surely: { with: { amps: "0.1" }, move: "drop", from: 0.001, to: 0.02 },
    good: { with: { amps: "5" }, move: "drop", from: 0.02, to: 0.15 },
  },
});

const sizes = fromTable({
  id: "gauge",
  family: "Cables and joints",
  name: "Gauge and cross-section",
  purpose: "From AWG to mm², ohms and amps.",
  prepare: [],
  probes: [],
  fields: [
    quantity("awg", "AWG", PLAIN, {
      usual: [-3, 40],
      zero: true,
      signed: true,
      gauge: true,
      hint: "14, or 2/0",
    }),
  ],
  types: ["wire", "cord"],
  figures: {
    mm2: { shown: "mm²", of: (r) => gaugeMm2(r.get("awg")) },
    thick: { shown: "mm", of: (r) => (2 * Math.sqrt(gaugeMm2(r.get("awg")) / Math.PI)) / 1000 },
    perMetre: { shown: "mΩ", of: (r) => 1000 * conductorOhms(1, gaugeMm2(r.get("awg"))) },
    carries: { shown: "A", of: (r) => carriesGauge(r.get("awg")) },
  },
  working: [(r) => `d = 0.127 · 92^((36 − ${show(r.get("awg"), "")})/39) = {thick}`],
  facts: [
    { text: "diameter of a gauge", source: "ASTM B258" },
    {
      text: "amps in a cable at 60 °C",
      source: "National Electrical Code, from memory: local rules go first",
    },
  ],
  rows: [
    {
      code: "told",
      verdict: "told",
      says: "{mm2}, {perMetre} a metre, stranded; about {carries} in a cable.",
    },
  ],
});

export const JOINT_TESTS = [cable, joint, sizes] as const;
