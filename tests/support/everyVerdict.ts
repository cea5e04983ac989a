import type { Entries, Verdict } from "#core/component/index.ts";

/**
 * The lines of the tables that no other case comes to, each by readings as they are met at a bench. Where it is not plain from
 * the readings the reckoning stands above. Verdicts are common practice, no source, unless a test's own page names a standard.
 */
export const VERDICTS: readonly (readonly [id: string, entries: Entries, verdict: Verdict, code: string])[] =
  [
    // Fuses, breakers, leakage
    ["thermal-fuse", { where: "in", kind: "fuse", ohms: "0.1" }, "doubtful", "closed-or-bridged"],
    ["thermal-fuse", { where: "out", kind: "self", ohms: "9" }, "bad", "burnt"],
    ["thermal-fuse", { where: "out", kind: "button", ohms: "OL" }, "bad", "tripped"],
    ["thermal-fuse", { where: "out", kind: "self", ohms: "OL" }, "bad", "stays-open"],
    // Sixteen times its rating is beyond every B: at once, and it took a second.
    ["breaker-curve", { amps: "10", curve: "B", load: "160", seconds: "1", did: "tripped" }, "bad", "late"],
    // Twice its rating in half a second: at 2.55 times it may not be under a second, at less still less.
    ["breaker-curve", { amps: "10", curve: "C", load: "20", seconds: "0.5", did: "tripped" }, "bad", "weak"],
    ["fuse-live", { load: "on", nominal: "24", feed: "23.1", out: "24.6" }, "doubtful", "turned"],
    [
      "breaker-curve",
      { amps: "10", curve: "C", load: "9", seconds: "60", did: "held" },
      "good",
      "holds-rightly",
    ],
    [
      "residual-device",
      { rated: "30", type: "A", delay: "general", wave: "sine", trip: "45" },
      "bad",
      "insensitive",
    ],
    // A selective one holds for 130 ms at its rating.
    [
      "residual-device",
      { rated: "300", type: "A", delay: "selective", wave: "sine", trip: "220", once: "20" },
      "bad",
      "hasty",
    ],

    // Relays and contacts
    ["relay-coil", { where: "in", current: "dc", volts: "12", ohms: "OL" }, "bad", "open"],
    [
      "relay-coil",
      { where: "in", current: "dc", volts: "12", data: "360", ohms: "0.3" },
      "doubtful",
      "short-in-circuit",
    ],
    ["relay-coil", { where: "out", current: "dc", volts: "12", data: "360", ohms: "0.3" }, "bad", "short"],
    ["relay-coil", { where: "out", current: "dc", volts: "12", ohms: "355" }, "doubtful", "no-data"],
    [
      "relay-coil",
      { where: "in", current: "dc", volts: "12", data: "360", ohms: "110" },
      "doubtful",
      "turns-or-beside",
    ],
    ["relay-coil", { where: "out", current: "dc", volts: "12", data: "360", ohms: "290" }, "doubtful", "low"],
    ["relay-coil", { where: "out", current: "dc", volts: "12", data: "360", ohms: "900" }, "bad", "high"],
    ["relay-contacts", { noRest: "40k", click: "yes", noOn: "0.1" }, "bad", "leaks"],
    ["relay-contacts", { noRest: "OL", click: "yes", noOn: "OL" }, "bad", "does-not-close"],
    ["relay-contacts", { noRest: "OL", click: "no", noOn: "OL" }, "bad", "no-pull-in"],
    ["relay-contacts", { noRest: "OL", click: "yes", noOn: "35" }, "bad", "pitted"],
    ["relay-contacts", { noRest: "OL", click: "yes", noOn: "3.5" }, "doubtful", "film"],
    [
      "relay-contacts",
      { noRest: "OL", click: "yes", noOn: "0.2", ncRest: "3", ncOn: "OL" },
      "doubtful",
      "break-film",
    ],
    [
      "relay-contacts",
      { noRest: "0.2", click: "yes", noOn: "OL", ncRest: "OL", ncOn: "0.2" },
      "doubtful",
      "exchanged",
    ],
    ["relay-contacts", { noRest: "OL", click: "yes", noOn: "0.1", ncRest: "OL" }, "bad", "break-open"],
    ["relay-contacts", { noRest: "OL", click: "yes", noOn: "0.1", ncRest: "8" }, "bad", "break-pitted"],
    [
      "relay-contacts",
      { noRest: "OL", click: "yes", noOn: "0.1", ncRest: "0.1", ncOn: "0.1" },
      "bad",
      "break-stays",
    ],
    ["relay-module", { table: "11-14 NO OL", click: "yes" }, "doubtful", "unread"],
    ["contact-drop", { drop: "9000", amps: "1" }, "bad", "not-closed"],
    // 0.23 V at 5 A: 46 mΩ
    ["contact-drop", { drop: "230", amps: "5" }, "doubtful", "worn"],
    ["solenoid", { where: "out", current: "dc", volts: "12", watts: "8", reads: "OL" }, "bad", "open"],
    // 12² / 8 = 18 Ω
    [
      "solenoid",
      { where: "in", current: "dc", volts: "12", watts: "8", reads: "4" },
      "doubtful",
      "low-in-circuit",
    ],
    ["solenoid", { where: "out", current: "dc", volts: "12", watts: "8", reads: "60" }, "bad", "high"],
    // 12 V over 17 Ω are 0.7 A, and it draws twice that.
    [
      "solenoid",
      { where: "out", current: "dc", volts: "12", watts: "8", reads: "17", hold: "1.4" },
      "bad",
      "draws-dc",
    ],
    [
      "solenoid",
      { where: "out", current: "ac", volts: "24", watts: "10", reads: "8", hold: "2.4" },
      "bad",
      "not-in",
    ],
    ["microswitch", { rest: "open", atRest: "0.1", worked: "OL" }, "doubtful", "other-way"],

    // Diodes, bridges, semiconductors
    [
      "diode",
      { where: "in", kind: "silicon", forward: "0.01", reverse: "0.01" },
      "doubtful",
      "short-in-circuit",
    ],
    [
      "diode",
      { where: "in", kind: "silicon", forward: "0.55", reverse: "1.1" },
      "doubtful",
      "reverse-in-circuit",
    ],
    ["diode", { where: "out", kind: "silicon", forward: "0.55", reverse: "1.1" }, "bad", "leaky"],
    ["diode", { where: "out", kind: "silicon", forward: "0.25", reverse: "OL" }, "doubtful", "odd"],
    ["diode", { where: "out", kind: "zener", forward: "0.7", reverse: "OL" }, "good", "good-zener"],
    [
      "rectifier-bridge",
      {
        ...{ "f-~1-+": "OL", "f-−-~1": "OL", "f-~2-+": "OL", "f-−-~2": "OL" },
        ...{ "r-~1-+": "0.52", "r-−-~1": "0.53", "r-~2-+": "0.52", "r-−-~2": "0.52" },
      },
      "doubtful",
      "turned",
    ],
    [
      "rectifier-bridge",
      {
        where: "in",
        ...{ "f-~1-+": "0.01", "f-−-~1": "0.53", "f-~2-+": "0.52", "f-−-~2": "0.52" },
        ...{ "r-~1-+": "0.01", "r-−-~1": "OL", "r-~2-+": "OL", "r-−-~2": "OL" },
      },
      "doubtful",
      "leads-on",
    ],
    [
      "rectifier-bridge",
      {
        ...{ "f-~1-+": "0.7", "f-−-~1": "0.53", "f-~2-+": "0.52", "f-−-~2": "0.52" },
        ...{ "r-~1-+": "OL", "r-−-~1": "OL", "r-~2-+": "OL", "r-−-~2": "OL" },
      },
      "doubtful",
      "differs",
    ],
    ["varistor", { where: "in", looks: "whole", ohms: "20k" }, "doubtful", "beside"],
    ["transistor", { v12: "OL", v13: "OL", v21: "0.66", v23: "OL", v31: "OL", v32: "OL" }, "bad", "none"],
    ["mosfet", { off: "OL", body: "0.5", on: "0.1", gate: "0.6" }, "bad", "gate"],
    ["mosfet", { off: "OL", body: "OL", on: "0.1", gate: "OL" }, "bad", "body"],
    ["mosfet", { off: "OL", body: "0.5", on: "OL", gate: "OL" }, "doubtful", "stays-off"],
    ["triac", { main: "12k", gate: "60" }, "bad", "leaks"],
    ["triac", { main: "OL", gate: "OL" }, "bad", "gate-open"],
    ["triac", { main: "OL", gate: "0.2" }, "bad", "gate-short"],

    // Capacitors
    ["run-capacitor", { label: "30", reads: "38" }, "bad", "reads-much"],
    ["run-capacitor", { label: "30", reads: "28" }, "doubtful", "reads-out"],
    ["run-capacitor", { label: "30", reads: "29.5" }, "good", "good"],
    ["run-capacitor", { label: "30", reads: "29.5", label2: "5", reads2: "OL" }, "bad", "reads2-over"],
    ["run-capacitor", { label: "30", reads: "29.5", label2: "5", reads2: "3" }, "bad", "reads2-lost"],
    ["run-capacitor", { label: "30", reads: "29.5", label2: "5", reads2: "6.5" }, "bad", "reads2-much"],
    ["run-capacitor", { label: "30", reads: "29.5", label2: "5", reads2: "4.65" }, "doubtful", "reads2-out"],
    ["electrolytic", { looks: "whole", label: "1000", volts: "25", reads: "OL" }, "doubtful", "over"],
    ["electrolytic", { looks: "whole", label: "1000", volts: "25", reads: "450" }, "bad", "lost"],
    ["electrolytic", { looks: "whole", label: "1000", volts: "25", leak: "2k" }, "bad", "leaks"],
    ["electrolytic", { looks: "whole", label: "1000", volts: "25", esr: "0.1" }, "doubtful", "esr-high"],
    ["electrolytic", { looks: "whole", label: "1000", volts: "25" }, "doubtful", "looks-only"],
    // 0.5 A for 10 ms out of 1000 µF: 5 V at most; more than half as much again.
    ["ripple", { farads: "1000", amps: "0.5", hertz: "50", pulses: "2", reads: "2.2" }, "doubtful", "more"],
    ...(
      [
        [{ newF: "220" }, "farads"],
        [{ newT: "85" }, "heat"],
        [{ esr: "worse" }, "esr"],
        [{ fits: "no" }, "fits"],
      ] as const
    ).map(([other, code]): [string, Entries, Verdict, string] => [
      "capacitor-replacement",
      {
        ...{
          oldF: "100",
          oldV: "25",
          oldT: "105",
          newF: "100",
          newV: "25",
          newT: "105",
          esr: "same",
          fits: "yes",
        },
        ...other,
      },
      "bad",
      code,
    ]),
    ["resistor", { where: "in", value: "4k7", tolerance: "5", reads: "OL" }, "bad", "open"],
    ["resistor", { where: "out", value: "4k7", tolerance: "5", reads: "3k9" }, "bad", "low"],
    ["parallel", { value: "10k", reads: "10k" }, "good", "alone"],

    // Temperature
    ["ntc", { at25: "10k", celsius: "20", reads: "OL" }, "bad", "open"],
    ["ntc", { at25: "10k", celsius: "20", reads: "0" }, "bad", "short"],
    ["ntc", { at25: "10k", celsius: "25", reads: "10k", warm: "OL" }, "bad", "opens-warm"],
    ["ntc", { at25: "10k", celsius: "25", reads: "10k", warm: "9.95k" }, "doubtful", "still"],
    ["ptc", { nominal: "100", cold: "400" }, "bad", "cold"],
    ["ptc", { nominal: "100", cold: "100", hot: "60" }, "bad", "falls"],
    ["ptc", { nominal: "100", cold: "100", hot: "150" }, "doubtful", "flat"],
    ["rtd", { kind: "100", celsius: "20", reads: "OL" }, "bad", "open"],
    ["rtd", { kind: "100", celsius: "20", reads: "0" }, "bad", "short"],
    ["thermocouple", { hot: "200", cold: "20", reads: "7.3", ohms: "OL" }, "bad", "open"],
    ["thermocouple", { hot: "200", cold: "20", reads: "OL" }, "bad", "open-volts"],
    ["thermocouple", { hot: "200", cold: "20", reads: "0" }, "bad", "short"],
    // Type K has 8.138 − 0.798 = 7.34 mV at 200 °C over 20 °C (IEC 60584-1).
    ["thermocouple", { hot: "200", cold: "20", reads: "5.5" }, "bad", "off"],
    ["beta", { t1: "20", r1: "12k", t2: "23", r2: "11k" }, "doubtful", "close"],
    // ln(32.65/1) / (1/273.15 − 1/298.15) = 11 355
    ["beta", { t1: "0", r1: "32.65k", t2: "25", r2: "1k" }, "doubtful", "odd"],
    ["sensor-twin", { here: "10k", twin: "OL" }, "bad", "one-open"],
    ["sensor-twin", { here: "10k", twin: "6k" }, "bad", "differ"],
    ["sensor-trend", { cool: "10k", warm: "6k", jumps: "jumps" }, "bad", "jumps"],
    ["sensor-trend", { cool: "0", warm: "0", jumps: "smooth" }, "bad", "short"],
    ["sensor-trend", { cool: "10k", warm: "6k", back: "7k", jumps: "smooth" }, "doubtful", "stays"],

    // Heat and flame. 230² / 2000 = 26.45 Ω
    [
      "heater",
      { where: "out", volts: "230", watts: "2000", reads: "26.5", sheath: "0" },
      "bad",
      "sheath-short",
    ],
    ["heater", { where: "in", volts: "230", watts: "2000", reads: "12" }, "doubtful", "low-in-circuit"],
    ["heater", { where: "out", volts: "230", watts: "2000", reads: "53" }, "bad", "far"],
    ["heater", { where: "out", volts: "230", watts: "2000", reads: "26.5" }, "good", "good-ohms"],
    ["igniter", { kind: "carbide", looks: "whole", reads: "OL" }, "bad", "open"],
    ["igniter", { kind: "carbide", looks: "whole", reads: "0" }, "bad", "short"],
    ["igniter", { kind: "nitride", looks: "whole", reads: "5" }, "doubtful", "low"],
    ["igniter", { kind: "nitride", looks: "whole", reads: "95" }, "bad", "aged"],
    ["igniter", { kind: "nitride", looks: "whole", reads: "69" }, "doubtful", "ageing"],
    ["flame-current", { reads: "-3", least: "1", cleaned: "no" }, "doubtful", "turned"],
    ["flame-current", { reads: "1.1", least: "1", cleaned: "yes" }, "bad", "barely"],
    ["spark-gap", { gap: "1", touches: "free" }, "doubtful", "narrow"],
    ["spark-gap", { gap: "8", touches: "free" }, "bad", "wide"],
    ["volts-watts-ohms", { volts: "230" }, "doubtful", "nothing"],

    // Motors and what they drive
    ["split-motor", { ab: "6.7", bc: "2.1", ca: "4.6", earth: "0.2" }, "bad", "earth"],
    ["split-motor", { ab: "OL", bc: "2.1", ca: "OL" }, "bad", "open"],
    ["three-phase-motor", { uv: "4", vw: "4", wu: "4", earth: "0.2" }, "bad", "earth"],
    ["three-phase-motor", { uv: "OL", vw: "OL", wu: "OL" }, "bad", "all-open"],
    ["three-phase-motor", { uv: "4", vw: "OL", wu: "OL" }, "bad", "one-open"],
    ["three-phase-motor", { uv: "4", vw: "4", wu: "OL" }, "doubtful", "cannot-be"],
    ["dc-motor", { runs: "yes", rated: "2", amps: "6" }, "doubtful", "heavy"],
    ["dc-motor", { runs: "slow" }, "bad", "slow"],
    ["dc-motor", { runs: "no" }, "bad", "dead"],
    ["dc-motor", { runs: "no", volts: "0.2", supply: "12.6" }, "doubtful", "not-fed"],
    // A tenth apart, of which the meter's last digit is one.
    ["three-phase-motor", { uv: "0.4", vw: "0.5", wu: "0.4" }, "doubtful", "too-few-ohms"],
    ["drive-by-hand", { feel: "free", sound: "quiet", travel: "96", should: "80" }, "doubtful", "beyond"],
    ["drive-by-hand", { feel: "free", sound: "quiet", seconds: "5", normal: "12" }, "doubtful", "quick"],
    ["insulation", { rule: "winding", celsius: "20", volts: "230", reads: "OL" }, "good", "over-range"],
    ["insulation", { rule: "winding", celsius: "40", volts: "230", reads: "2" }, "doubtful", "low"],
    ["drive-by-hand", { feel: "loose", sound: "quiet" }, "bad", "loose"],
    ["drive-by-hand", { feel: "free", sound: "grinds" }, "bad", "grinds"],
    ["drive-by-hand", { feel: "stiff", sound: "quiet" }, "doubtful", "stiff"],
    ["drive-by-hand", { feel: "free", sound: "quiet", normal: "10", seconds: "21" }, "doubtful", "slow"],
    ["hall", { supply: "5", high: "0.2", low: "4.8" }, "doubtful", "contradiction"],
    ["hall", { supply: "5", high: "4.9", low: "4.8" }, "bad", "stays-high"],
    ["hall", { supply: "5", high: "2.5", low: "0.2" }, "doubtful", "weak"],
    // 60 · 37.5 / 450 = 5 l/min
    ["flow", { hertz: "37.5", k: "450", jug: "8" }, "bad", "few"],
    ["flow", { hertz: "37.5", k: "450", jug: "3" }, "bad", "many"],

    // Supplies, transformers, batteries, joints
    [
      "transformer",
      { ratedIn: "230", ratedOut: "24", va: "40", in: "230", secondary: "OL" },
      "bad",
      "secondary-open",
    ],
    ["transformer", { ratedIn: "230", ratedOut: "24", va: "40", in: "0" }, "doubtful", "not-fed"],
    ["transformer", { ratedIn: "230", ratedOut: "24", va: "40", in: "230", open: "19" }, "bad", "low"],
    [
      "transformer",
      { ratedIn: "230", ratedOut: "24", va: "40", in: "230", open: "27", loaded: "17", load: "1" },
      "bad",
      "sags",
    ],
    ["transformer", { ratedIn: "230", ratedOut: "24", va: "40", in: "230" }, "doubtful", "not-read"],
    // 0.28 V at 2 A: 140 mΩ; 0.055 V at 5 A: 11 mΩ
    ["joint", { drop: "280", amps: "2" }, "bad", "bad"],
    ["joint", { drop: "55", amps: "5" }, "doubtful", "not-good"],
    ["battery", { blocks: "2", rest: "25.2", charging: "25.2" }, "bad", "no-charge"],
    ["battery", { blocks: "2", rest: "25.2", charging: "31" }, "bad", "overcharge"],
    ["battery", { blocks: "2", rest: "25.2", charging: "27.6", ripple: "900" }, "bad", "ripple"],
    ["battery", { blocks: "1", rest: "11.2" }, "doubtful", "flat"],
    ["battery", { blocks: "1", rest: "12.3", load: "11.9" }, "good", "holds"],
    ["supply", { nominal: "230", ln: "230", le: "1", ne: "1" }, "bad", "open-earth"],
    ["supply", { nominal: "230", ln: "0.5", le: "0.5", ne: "0" }, "bad", "open-live"],
    ["supply-sag", { nominal: "12", rest: "9" }, "bad", "low"],
    ["supply-sag", { nominal: "12", rest: "12", worked: "17" }, "bad", "high-worked"],
    ["supply-sag", { nominal: "12", rest: "12.1" }, "doubtful", "at-rest"],

    // Lines that other cases come near to
    ["varistor", { where: "out", looks: "whole", ohms: "20k" }, "bad", "leaks"],
    ["run-capacitor", { label: "30", reads: "OL" }, "bad", "reads-over"],
    ["ripple", { farads: "1000", amps: "0.5", hertz: "50", pulses: "2" }, "told", "computed"],
    ["chip-code", { code: "99Q" }, "doubtful", "unread"],
    // 4.7 kΩ and 5.1 kΩ are neighbours in E24.
    ["value-to-code", { ohms: "4950", tolerance: "5" }, "told", "nearest"],
    ["ntc", { at25: "10k", beta: "3950", celsius: "25", reads: "10.2k" }, "good", "good"],
    ["ptc", { nominal: "100", cold: "95" }, "good", "good-cold"],
    ["beta", { t1: "0", r1: "OL", t2: "25", r2: "10k" }, "bad", "no-curve"],
    ["heater", { where: "out", volts: "230", watts: "2000", reads: "OL" }, "bad", "open"],
    // Up to 26.45 / 0.9 = 29.4 Ω it is within its tolerance, from 2 · 26.45 / 1.1 = 48.1 Ω one of two branches may be open.
    ["heater", { where: "out", volts: "230", watts: "2000", reads: "38" }, "doubtful", "high"],
    ["split-motor", { ab: "0", bc: "2.1", ca: "2.1" }, "bad", "short"],
    // 9 V of 12 V
    ["dc-motor", { runs: "slow", volts: "9", supply: "12" }, "doubtful", "sags"],
    ["microswitch", { rest: "open", atRest: "OL", worked: "OL" }, "bad", "stays-open"],
    ["microswitch", { rest: "open", atRest: "OL", worked: "2.4" }, "doubtful", "film"],
    ["microswitch", { rest: "open", atRest: "2.4", worked: "140" }, "bad", "between"],
    ["hall", { supply: "0.2", high: "0.1", low: "0" }, "doubtful", "no-supply"],
    ["flow", { hertz: "37.5", k: "450" }, "told", "told"],
    // The copper loses 2 · 5 m · 12 mΩ · 10 A = 1.2 V, and 4 V are lost.
    [
      "cable-drop",
      { metres: "5", by: "mm2", size: "1.5", amps: "10", volts: "230", lost: "4" },
      "bad",
      "joint",
    ],
    ["battery", { blocks: "1", rest: "10.5" }, "bad", "cell"],
    ["battery", { blocks: "2", rest: "25.4", load: "27.2", amps: "8" }, "doubtful", "rises"],
    ["battery", { blocks: "2", rest: "24.4", load: "22.4", amps: "5" }, "doubtful", "tired"],
    ["battery", { blocks: "2", rest: "25.6", load: "25.6" }, "doubtful", "no-fall"],
    ["supply", { nominal: "240", ln: "240", le: "239", ne: "1" }, "doubtful", "no-second-leg"],
    ["supply", { nominal: "240-neutral", ln: "240", le: "239", ne: "1" }, "good", "good"],
    // 8 W of 24 V are 0.33 A; a DC coil cannot draw 0.6 A through its 72 Ω.
    [
      "solenoid",
      { where: "out", current: "dc", volts: "24", watts: "8", reads: "72", hold: "0.6" },
      "bad",
      "draws-dc",
    ],
    // A quick one of 250 mA reads some 3 Ω new.
    ["fuse-ohms", { where: "out", amps: "0.25", ohms: "4" }, "doubtful", "somewhat-high"],
    // The base's junction to pin 2 conducts backwards as well.
    [
      "transistor",
      { v12: "0.66", v13: "0.67", v21: "0.66", v23: "OL", v31: "OL", v32: "OL" },
      "doubtful",
      "more",
    ],
    ["battery", { blocks: "1", rest: "12.7", load: "12.7", amps: "0.1" }, "doubtful", "hardly-loaded"],
    ["triac", { kind: "thyristor", main: "OL", gate: "OL" }, "doubtful", "gate-junction"],
    ["triac", { kind: "triac", main: "OL", gate: "1.5k" }, "doubtful", "gate-sensitive"],
    // 1 A / (2 · 50 Hz · 4.7 mF) = 2.13 V peak to peak, 0.61 V as AC; with its load off next to nothing.
    ["ripple", { farads: "4700", amps: "1", hertz: "50", pulses: "2", reads: "0.03" }, "doubtful", "hardly"],
    // 1 MΩ · 1 mF · ln(400/30) = 43 minutes
    ["discharge", { farads: "1000", volts: "400", ohms: "1M" }, "doubtful", "too-slow"],
    // 5 mJ through 1 kΩ: 106 W for a tenth of a millisecond
    ["discharge", { farads: "0.1", volts: "325", ohms: "1000" }, "told", "falls"],
    ["resistor", { where: "out", value: "0.22", tolerance: "5", reads: "0.4" }, "doubtful", "leads"],
    [
      "resistor",
      { where: "out", value: "0.22", tolerance: "5", reads: "0.4", leads: "0.18" },
      "good",
      "good",
    ],
    ["resistor", { where: "out", value: "0.22", tolerance: "5", reads: "0.4", leads: "0.05" }, "bad", "high"],
    // 107.79 Ω at 20 °C and 0.9 Ω of wires, which are 2.3 °C
    ["rtd", { kind: "100", celsius: "20", reads: "108.7" }, "doubtful", "wires"],
    ["rtd", { kind: "100", celsius: "20", reads: "108.7", leads: "0.9" }, "good", "good"],
    // 108.57 Ω at 22 °C; wires never make it less.
    ["rtd", { kind: "100", celsius: "22", reads: "106.8" }, "bad", "off"],
    [
      "transformer",
      { ratedIn: "120", ratedOut: "24", va: "40", in: "232", open: "49" },
      "doubtful",
      "overfed",
    ],
    ["supply", { nominal: "230", ln: "230", le: "230", ne: "0.4", lowz: "150" }, "bad", "weak"],
    ["supply", { nominal: "120", ln: "104", le: "103", ne: "1" }, "doubtful", "somewhat-low"],
    ["supply", { nominal: "230", ln: "258", le: "257", ne: "1" }, "doubtful", "somewhat-high"],
    ["supply", { nominal: "230", ln: "231", le: "115", ne: "116" }, "bad", "divided"],
    ["supply", { nominal: "240-neutral", ln: "240", le: "120", ne: "120" }, "bad", "divided"],
    ["supply", { nominal: "240", ln: "210", le: "105", ne: "105" }, "doubtful", "legs-off"],
    ["supply", { nominal: "240", ln: "240", le: "150", ne: "91" }, "bad", "unequal-legs"],
    // 208 V / √3 = 120 V
    ["supply", { nominal: "240", ln: "208", le: "120", ne: "120" }, "doubtful", "two-phases"],
  ];
