import type { Entries, Verdict } from "#core/component/index.ts";

/**
 * Readings that an expert would not let pass, or would not condemn: what they say was reckoned by hand beside each. The
 * limits are common practice, no source, but where a test's own page names one.
 */
export const READINGS: readonly (readonly [id: string, entries: Entries, verdict: Verdict, says: RegExp])[] =
  [
    // 10 mm² carries 63 A; 100 A needs 25 mm² (110 A): 2·100·5·(1.04/58)/25 = 0.7 V.
    [
      "cable-drop",
      { metres: "5", by: "mm2", size: "10", amps: "100", volts: "230" },
      "bad",
      /Too thin.* 25 mm²/,
    ],
    // 50 mm² carries 175 A.
    [
      "cable-drop",
      { metres: "5", by: "mm2", size: "50", amps: "180", volts: "230" },
      "bad",
      /Too thin.* 70 mm²/,
    ],
    ["cable-drop", { metres: "5", by: "mm2", size: "50", amps: "170", volts: "230" }, "good", /large enough/],
    [
      "cable-drop",
      { metres: "5", by: "mm2", size: "120", amps: "400", volts: "230" },
      "bad",
      /No size of this table/,
    ],
    // 2·16·20·(1.04/58)/1.5 = 7.65 V must be lost; 2 V are not possible.
    [
      "cable-drop",
      { metres: "20", by: "mm2", size: "1.5", amps: "16", volts: "230", lost: "2" },
      "doubtful",
      /less than its copper must/,
    ],
    [
      "diode",
      { where: "out", kind: "silicon", forward: "OL", reverse: "0.55" },
      "doubtful",
      /other way round/,
    ],
    ["diode", { where: "out", kind: "silicon", forward: "OL", reverse: "OL" }, "bad", /Open/],
    [
      "mosfet",
      { off: "0.45", body: "0.45", on: "0.1", gate: "OL" },
      "doubtful",
      /before its gate is charged/,
    ],
    ["mosfet", { off: "OL", body: "0.45", on: "0.1", gate: "OL" }, "good", /Blocks/],
    // A rail of 12 V: 10.8 to 13.2 V.
    ["supply-sag", { nominal: "12", rest: "20", worked: "18" }, "bad", /Too high at rest/],
    ["supply-sag", { nominal: "12", rest: "12.1", worked: "11.1" }, "good", /holds/],
    ["supply-sag", { nominal: "12", rest: "12.1", worked: "10.7" }, "bad", /sags/],
    ["supply-sag", { nominal: "12", rest: "13.1", worked: "12" }, "good", /holds/],
    ["supply-sag", { nominal: "12", rest: "13.3", worked: "12" }, "bad", /Too high/],
    // 96 V everywhere it should be: 80 % of 120 V.
    ["supply", { nominal: "120", ln: "96", le: "96", ne: "0.5" }, "bad", /supply is low/],
    ["supply", { nominal: "120", ln: "145", le: "145", ne: "0.5" }, "bad", /supply is high.*neutral/],
    ["supply", { nominal: "240", ln: "240", le: "120", ne: "120" }, "good", /Two legs/],
    ["supply", { nominal: "240", ln: "240", le: "240", ne: "121" }, "doubtful", /do not belong together/],
    ["supply", { nominal: "230", ln: "230", le: "230", ne: "1" }, "good", /where they belong/],
    // 24 V rated, primary at its rating: 40 V loaded is no healthy transformer.
    [
      "transformer",
      { ratedIn: "230", ratedOut: "24", va: "40", in: "230", loaded: "40" },
      "doubtful",
      /Too many/,
    ],
    [
      "transformer",
      { ratedIn: "230", ratedOut: "24", va: "40", in: "230", open: "40" },
      "doubtful",
      /Too many/,
    ],
    ["transformer", { ratedIn: "230", ratedOut: "24", va: "40", in: "230", open: "0" }, "bad", /open/],
    // 24 · 1.25 = 30 V without load.
    [
      "transformer",
      { ratedIn: "230", ratedOut: "24", va: "40", in: "230", open: "29.9" },
      "good",
      /Reads correctly/,
    ],
    [
      "transformer",
      { ratedIn: "230", ratedOut: "24", va: "40", in: "230", open: "30.1" },
      "doubtful",
      /Too many/,
    ],
    // ±10 % loaded: 21.6 to 26.4 V.
    [
      "transformer",
      { ratedIn: "230", ratedOut: "24", va: "40", in: "230", loaded: "21.7" },
      "good",
      /Reads correctly/,
    ],
    [
      "transformer",
      { ratedIn: "230", ratedOut: "24", va: "40", in: "230", loaded: "21.5" },
      "bad",
      /Too few/,
    ],
    [
      "transformer",
      { ratedIn: "230", ratedOut: "24", va: "40", in: "230", loaded: "26.5" },
      "doubtful",
      /Too many/,
    ],
    ["thermocouple", { hot: "25", cold: "25", reads: "0" }, "doubtful", /warm its measuring junction/],
    // 20 mV/0.1 A = 0.2 Ω: below every limit of the drop, and a fire at 16 A.
    ["joint", { drop: "20", amps: "0.1" }, "doubtful", /cannot be judged/],
    ["joint", { drop: "4", amps: "0.1" }, "good", /good joint/], // 0.04 Ω
    ["joint", { drop: "6", amps: "0.1" }, "doubtful", /cannot be judged/], // 0.06 Ω
    // 2 V across a loaded fuse at 120 V, 4 V at 230 V: tens of watts in the holder.
    ["fuse-live", { load: "on", nominal: "120", feed: "120", out: "118" }, "bad", /loses 2/],
    ["fuse-live", { load: "on", nominal: "230", feed: "230", out: "226" }, "bad", /loses 4/],
    // Half a per cent of 230 V is 1.15 V.
    ["fuse-live", { load: "on", nominal: "230", feed: "230", out: "228.9" }, "good", /under load/],
    ["fuse-live", { load: "on", nominal: "230", feed: "230", out: "228.8" }, "bad", /loses/],
    // A 63 mA fuse has about 20 Ω of its own.
    ["fuse-ohms", { where: "out", amps: "0.063", ohms: "20" }, "good", /conducts/],
    ["fuse-ohms", { where: "out", amps: "0.063", ohms: "40" }, "bad", /too much/],
    ["fuse-ohms", { where: "out", amps: "0.2", ohms: "2.2" }, "good", /conducts/],
    // ±20 % stands on most electrolytics.
    [
      "electrolytic",
      { looks: "whole", label: "1000", volts: "35", reads: "1350" },
      "doubtful",
      /reads too much/i,
    ],
    ["electrolytic", { looks: "whole", label: "1000", volts: "35", reads: "1190", esr: "0.02" }, "good", /./],
    [
      "electrolytic",
      { looks: "whole", label: "1000", volts: "35", reads: "1210", esr: "0.02" },
      "doubtful",
      /too much/,
    ],
    // 325²/10 = 10.6 kW for an instant; 325²/100 = 1056 Ω, so the next above, 2 kΩ, of 10 W.
    ["discharge", { farads: "470", volts: "325", ohms: "10" }, "bad", /would burn.* 2\.0 kΩ, 10 W/],
    ["discharge", { farads: "470", volts: "325", ohms: "1100" }, "told", /Below 30 V after/],
    // 12.7 V to 10.8 V at a lamp is a dead block, at a starter a good one.
    ["battery", { rest: "12.7", load: "10.8" }, "doubtful", /how many amps/],
    ["battery", { rest: "12.7", load: "10.8", amps: "200" }, "good", /holds/],
    ["battery", { rest: "12.7", load: "11.6" }, "good", /holds/],
    ["battery", { rest: "12.4" }, "doubtful", /Not full/],
    ["battery", { rest: "12.61" }, "doubtful", /^Full/],
    // 25.4 V over two blocks is 12.7 V each; 20.8 V under load 10.4 V each.
    ["battery", { blocks: "2", rest: "25.4", load: "24.4" }, "good", /Full/],
    ["battery", { blocks: "2", rest: "25.4", load: "20.8", amps: "10" }, "bad", /sags/],
    // 230²/5 VA = 10.6 kΩ: 529 Ω to 4.23 kΩ of wire.
    ["relay-coil", { current: "ac", volts: "230", watts: "5", ohms: "525" }, "bad", /shorted turns/],
    ["relay-coil", { current: "ac", volts: "230", watts: "5", ohms: "533" }, "good", /winding/],
    ["relay-coil", { current: "ac", volts: "230", watts: "5", ohms: "4200" }, "good", /winding/],
    ["relay-coil", { current: "ac", volts: "230", watts: "5", ohms: "4260" }, "doubtful", /hold it against/],
    ["relay-coil", { current: "ac", volts: "230", watts: "5", ohms: "10700" }, "bad", /burnt joint/],
    // All twelve pairs the wrong way round.
    [
      "three-phase-bridge",
      Object.fromEntries(
        ["U-P", "N-U", "V-P", "N-V", "W-P", "N-W"].flatMap((pair) => [
          [`f-${pair}`, "OL"],
          [`r-${pair}`, "0.42"],
        ]),
      ),
      "doubtful",
      /red and black were swapped/,
    ],
    // 2 MΩ on a 230 V appliance is what a rule asks, or is not, and is no good winding: 2·2^(−2) = 0.5 MΩ at 40 °C.
    ["insulation", { rule: "class1", reads: "2", celsius: "20", volts: "230" }, "good", /what is asked/],
    [
      "insulation",
      { rule: "class1", reads: "0.99", celsius: "20", volts: "230" },
      "bad",
      /Below what is asked/,
    ],
    ["insulation", { rule: "class2", reads: "2.01", celsius: "20", volts: "230" }, "good", /what is asked/],
    ["insulation", { rule: "class2", reads: "1.99", celsius: "20", volts: "230" }, "bad", /doubly insulated/],
    ["insulation", { rule: "heating", reads: "0.31", celsius: "20", volts: "230" }, "good", /what is asked/],
    ["insulation", { rule: "heating", reads: "0.29", celsius: "20", volts: "230" }, "bad", /Below/],
    ["insulation", { rule: "winding", reads: "2", celsius: "20", volts: "230" }, "bad", /leaks/],
    // 230 V, 2000 W are 26.45 Ω and 8.7 A; 40 Ω are another part's.
    ["volts-watts-ohms", { volts: "230", watts: "2000", ohms: "40" }, "doubtful", /do not belong together/],
    ["volts-watts-ohms", { volts: "230", watts: "2000", ohms: "26.4" }, "told", /8\.70 A/],
    ["volts-watts-ohms", { volts: "230", amps: "8.7" }, "told", /26\.4 Ω.*2001 W/],
    // 12²/0.4 = 360 Ω beside a label of 270 Ω.
    [
      "relay-coil",
      { current: "dc", volts: "12", watts: "0.4", data: "270", ohms: "270" },
      "doubtful",
      /one of the two/,
    ],
    // 46 Ω of a stop loop with its two 23 Ω resistors.
    [
      "microswitch",
      { loop: "loop", rest: "open", atRest: "OL", worked: "46" },
      "doubtful",
      /what should this loop read/,
    ],
    [
      "microswitch",
      { loop: "loop", series: "46", rest: "open", atRest: "OL", worked: "46" },
      "good",
      /changes/,
    ],
    [
      "microswitch",
      { loop: "loop", series: "46", rest: "open", atRest: "OL", worked: "0.3" },
      "bad",
      /bridged/,
    ],
    ["microswitch", { loop: "loop", series: "46", rest: "open", atRest: "OL", worked: "60" }, "bad", /burnt/],
    ["microswitch", { loop: "bare", rest: "open", atRest: "OL", worked: "46" }, "bad", /burnt/],
    // 50 mV at 0.1 A are 0.5 Ω: too little current to judge, and no good contact.
    ["contact-drop", { drop: "50", amps: "0.1" }, "doubtful", /cannot be judged at 100 mA/],
    ["contact-drop", { drop: "4", amps: "0.1" }, "good", /good contact/],
    // 24 V at the feed: there from 20.4 V, gone below 7.2 V.
    ["limit-chain", { points: "A B C D E", feed: "24", read: "C 23.8, D 0.3" }, "bad", /between C and D/],
    ["limit-chain", { points: "A B C D E", feed: "24", read: "C 14" }, "doubtful", /neither there nor gone/],
    ["limit-chain", { points: "A B C D E", read: "C 23.8" }, "doubtful", /volts at the feed/],
    ["limit-chain", { points: "A B C D E", feed: "24", read: "C 31" }, "doubtful", /more than the feed/],
    // A pin pair typed with a prefix: 1.2 MΩ is no coil and no contact.
    [
      "relay-pinout",
      { pins: "1 2 3 4 5", readings: "1-2 270, 3-4 beep, 1-5 1.2M" },
      "told",
      /Coil 1–2 \(270 Ω\)/,
    ],
    ["relay-pinout", { pins: "1 2 3", readings: "1-2 blue" }, "doubtful", /not ohms/],
    // A rail that never shows its dip on the display.
    ["supply-sag", { nominal: "12", rest: "12.1", worked: "11.9", lowest: "8.1" }, "bad", /dips to 8\.10 V/],
    ["supply-sag", { nominal: "12", rest: "12.1", worked: "11.9", seconds: "2" }, "doubtful", /ten seconds/],
    ["dc-motor", { runs: "slow", amps: "0.8", rated: "2" }, "bad", /worn brushes/],
    ["dc-motor", { runs: "slow", amps: "3.2", rated: "2" }, "bad", /binds/],
    ["dc-motor", { runs: "hums" }, "bad", /hums/],
    // From warm to cool it is the same curve: ln(5000/10000)/(1/313.15 − 1/293.15) = 3181.
    ["beta", { t1: "40", r1: "5k", t2: "20", r2: "10k" }, "told", /Beta 318\d/],
    ["beta", { t1: "40", r1: "10k", t2: "20", r2: "5k" }, "bad", /rises with temperature/],
    ["three-phase-motor", { uv: "0", vw: "0", wu: "0" }, "bad", /0 Ω between two phases/],
    // Without a beta its own cannot be told from the usual one's 3950.
    ["ntc", { at25: "10k", celsius: "60", reads: "3.2k" }, "doubtful", /enter its own/],
    ["flame-current", { reads: "3", cleaned: "no" }, "good", /Enough/],
    ["cable-drop", { metres: "5", by: "awg", size: "14", amps: "16", volts: "120" }, "bad", /Too thin/],
    ["cable-drop", { metres: "5", by: "awg", size: "14", amps: "14", volts: "120" }, "good", /large enough/],
    ["thermal-fuse", { where: "in", kind: "fuse", ohms: "46" }, "doubtful", /in the loop/],
    ["sensor-twin", { here: "0", twin: "0" }, "bad", /Both are shorted/],
    ["sensor-twin", { here: "OL", twin: "OL" }, "bad", /Both are open/],
    ["sensor-twin", { here: "0", twin: "10000" }, "bad", /One of them is shorted/],
  ];
