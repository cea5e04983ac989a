import type { Entries, Verdict } from "#core/component/index.ts";

/** Three-phase bridge: healthy but for what is given. */
export const bridge = (changed: Entries = {}): Entries => ({
  "f-U-P": "0.41",
  "f-N-U": "0.41",
  "f-V-P": "0.42",
  "f-N-V": "0.41",
  "f-W-P": "0.41",
  "f-N-W": "0.42",
  "r-U-P": "OL",
  "r-N-U": "OL",
  "r-V-P": "OL",
  "r-N-V": "OL",
  "r-W-P": "OL",
  "r-N-W": "OL",
  ...changed,
});
export const four = (changed: Entries = {}): Entries => ({
  "f-~1-+": "0.52",
  "f-−-~1": "0.53",
  "f-~2-+": "0.52",
  "f-−-~2": "0.52",
  "r-~1-+": "OL",
  "r-−-~1": "OL",
  "r-~2-+": "OL",
  "r-−-~2": "OL",
  ...changed,
});
const npn = { v12: "OL", v13: "OL", v21: "0.66", v23: "0.65", v31: "OL", v32: "OL" };

/**
 * Worked by hand; the arithmetic stands in the comment. Limits are common practice, no source, unless the test's own
 * page names a standard.
 */
export const EXAMPLES: readonly (readonly [id: string, entries: Entries, verdict: Verdict, says: RegExp])[] =
  [
    // 0.5 + 0.3/10 = 0.53 Ω at most
    ["fuse-ohms", { amps: "10", ohms: "0.1" }, "good", /conducts/],
    ["fuse-ohms", { amps: "10", ohms: "OL" }, "bad", /Blown/],
    ["fuse-ohms", { amps: "0.1", ohms: "3" }, "good", /conducts/], // 0.5 + 3 = 3.5 Ω
    ["fuse-ohms", { where: "in", amps: "10", ohms: "0.1" }, "doubtful", /Lift one end/],
    ["fuse-live", { load: "on", nominal: "230", feed: "231", out: "230.8" }, "good", /under load/],
    ["fuse-live", { load: "off", nominal: "230", feed: "231", out: "231" }, "doubtful", /Switch the load on/],
    ["fuse-live", { load: "on", nominal: "230", feed: "231", out: "2" }, "bad", /Open/],
    ["fuse-live", { load: "on", nominal: "230", feed: "120", out: "120" }, "doubtful", /before the fuse/],
    // 40 A on a 10 A slow fuse is 4 times: IEC 60127-2 sheet 3 says 0.15 s to 3 s
    ["fuse-curve", { amps: "10", sheet: "3", load: "40", when: "once" }, "told", /150 ms to 3 s.*short/],
    ["fuse-curve", { amps: "10", sheet: "3", load: "8", when: "minutes" }, "told", /for good/],
    ["thermal-fuse", { kind: "fuse", ohms: "OL" }, "bad", /too much heat/],
    ["thermal-fuse", { kind: "button", ohms: "0.2" }, "good", /Closed/],
    // 13 A on 10 A is 1.3 times: it must hold for an hour only up to 1.13, and within the hour it may not trip (IEC 60898-1)
    [
      "breaker-curve",
      { amps: "10", curve: "C", load: "11", seconds: "600", did: "tripped" },
      "bad",
      /must hold/,
    ],
    [
      "breaker-curve",
      { amps: "10", curve: "C", load: "13", seconds: "4000", did: "tripped" },
      "doubtful",
      /either/,
    ],
    // 30 A on 10 A: 2.55 times and more opens within 60 s
    [
      "breaker-curve",
      { amps: "10", curve: "C", load: "30", seconds: "70", did: "held" },
      "bad",
      /does not protect/,
    ],
    [
      "breaker-curve",
      { amps: "10", curve: "C", load: "30", seconds: "20", did: "tripped" },
      "good",
      /as its curve asks/,
    ],
    [
      "breaker-curve",
      { amps: "10", curve: "C", load: "30", seconds: "20", did: "held" },
      "doubtful",
      /either/,
    ],
    [
      "breaker-curve",
      { amps: "10", curve: "C", load: "120", seconds: "0.05", did: "tripped" },
      "good",
      /as its curve asks/,
    ],
    [
      "breaker-curve",
      { amps: "80", curve: "C", load: "120", seconds: "7300", did: "held" },
      "bad",
      /does not protect/,
    ],
    // 30 mA: between 15 and 30 mA, within 0.3 s and 0.04 s at five times (IEC 61008-1)
    ["residual-device", { rated: "30", type: "A", trip: "22", once: "180", five: "25" }, "good", /must/],
    ["residual-device", { rated: "30", type: "A", trip: "12" }, "doubtful", /leak on the circuit/],
    ["residual-device", { rated: "30", type: "A", trip: "OL" }, "bad", /does not trip/],
    ["residual-device", { rated: "30", type: "A", trip: "22", once: "350" }, "bad", /slowly/],
    // Pulsating DC up to 1.4 times: 42 mA; a type AC does not see it
    ["residual-device", { rated: "30", type: "A", wave: "pulsating", trip: "40" }, "good", /must/],
    ["residual-device", { rated: "30", type: "AC", wave: "pulsating", trip: "OL" }, "told", /sine only/],
    [
      "relay-module",
      { table: "11-14 NO OL 0.1; 11-12 NC 0.1 OL", click: "yes" },
      "good",
      /makes 11-14; breaks 11-12/,
    ],
    ["relay-module", { table: "11-14 NO OL OL; 21-24 NO OL beep", click: "yes" }, "bad", /11-14 stays open/],
    ["relay-module", { table: "11-14 NO OL OL", click: "no" }, "bad", /does not click/],
    ["relay-module", { table: "11-14 NO 0.1 OL", click: "yes" }, "bad", /breaks where it should make/],
    // 6/10 = 40 % down, and back to within 5 %
    ["sensor-trend", { cool: "10k", warm: "6k", back: "9.5k", jumps: "smooth" }, "good", /follows/],
    ["sensor-trend", { cool: "10k", warm: "9.8k", jumps: "smooth" }, "bad", /does not follow/],
    ["sensor-trend", { cool: "10k", warm: "OL", jumps: "smooth" }, "bad", /opens with warmth/],
    [
      "drive-by-hand",
      { feel: "free", sound: "quiet", travel: "98", should: "100" },
      "good",
      /what drives it/,
    ],
    ["drive-by-hand", { feel: "free", sound: "quiet", travel: "60", should: "100" }, "bad", /stops short/],
    ["drive-by-hand", { feel: "stuck", sound: "quiet" }, "bad", /Jammed/],
    // 12² / 0.4 = 360 Ω; 352 is 98 %
    ["relay-coil", { current: "dc", volts: "12", watts: "0.4", ohms: "352" }, "good", /whole/],
    ["relay-coil", { current: "dc", volts: "12", watts: "0.4", ohms: "180" }, "bad", /Shorted turns/],
    // 19 measured where 18 is expected is good
    ["relay-coil", { current: "dc", volts: "24", data: "18", ohms: "19" }, "good", /whole/],
    [
      "relay-pinout",
      { pins: "1 2 3 4 5", readings: "1-2 270, 3-4 0.1" },
      "told",
      /Coil 1–2.*Closed at rest: 3–4.*Joins nothing at rest: 5/,
    ],
    ["relay-contacts", { noRest: "0.1", noOn: "0.1", click: "yes" }, "bad", /welded/],
    [
      "relay-contacts",
      { noRest: "OL", noOn: "0.1", ncRest: "0.1", ncOn: "OL", click: "yes" },
      "good",
      /changes over/,
    ],
    // 0.35 V at 10 A are 35 mΩ and 3.5 W
    ["contact-drop", { drop: "350", amps: "10" }, "bad", /Pitted/],
    ["contact-drop", { drop: "40", amps: "10" }, "good", /good contact/],
    ["three-phase-bridge", bridge(), "good", /alike/],
    ["three-phase-bridge", bridge({ "f-N-V": "0.0", "r-N-V": "0.0" }), "bad", /N to V shorted/],
    ["three-phase-bridge", bridge({ "f-W-P": "OL" }), "bad", /W to P open/],
    // What is connected can short a device and cannot open one.
    [
      "three-phase-bridge",
      bridge({ where: "in", "f-N-V": "0.0", "r-N-V": "0.0" }),
      "doubtful",
      /Take the leads/,
    ],
    ["three-phase-bridge", bridge({ where: "in", "f-W-P": "OL" }), "bad", /W to P open\.$/],
    [
      "three-phase-bridge",
      bridge({ where: "in", "f-W-P": "OL", "f-N-V": "0.0", "r-N-V": "0.0" }),
      "doubtful",
      /N to V shorted; W to P open|W to P open; N to V shorted/,
    ],
    ["three-phase-bridge", bridge({ where: "in" }), "good", /alike/],
    ["three-phase-bridge", bridge({ "f-U-P": "0.60" }), "doubtful", /U to P differs/],
    ["rectifier-bridge", four(), "good", /alike/],
    ["rectifier-bridge", four({ "r-~2-+": "0.9" }), "bad", /~2 to \+ conducts backwards/],
    ["diode", { kind: "silicon", forward: "0.55", reverse: "OL" }, "good", /blocks/],
    ["diode", { kind: "silicon", forward: "0.0", reverse: "0.0" }, "bad", /Shorted/],
    ["diode", { kind: "led", forward: "OL", reverse: "OL" }, "doubtful", /1 kΩ/],
    ["varistor", { looks: "whole", ohms: "OL" }, "good", /No leak/],
    ["varistor", { looks: "burnt", ohms: "OL" }, "bad", /surge/],
    ["transistor", npn, "good", /NPN, base on pin 2/],
    ["transistor", { ...npn, v13: "0.0", v31: "0.0" }, "bad", /Shorted between pins 1 and 3/],
    ["mosfet", { off: "OL", body: "0.5", on: "0.1", gate: "OL" }, "good", /turns on/],
    ["mosfet", { off: "0.02", body: "0.02", on: "0.02", gate: "OL" }, "bad", /Shorted from drain/],
    ["triac", { main: "OL", gate: "60" }, "good", /Blocks/],
    ["triac", { main: "2", gate: "60" }, "bad", /always run/],
    // |820 − 1000| / 1000 = 18 %
    ["twin-in-circuit", { here: "820", twin: "1000" }, "doubtful", /differ/],
    ["twin-in-circuit", { here: "960", twin: "1000" }, "good", /alike/],
    // 35.7 µF on a 35 µF and 5.06 µF on a 5 µF are good: 102 %, 101 %
    ["run-capacitor", { label: "35", reads: "35.7", label2: "5", reads2: "5.06" }, "good", /good/],
    ["run-capacitor", { label: "35", reads: "30" }, "bad", /lost too much/], // 86 %
    // tan δ 0.15 at 25 V: a quarter of 0.15/(2π·120·1000 µF) = 0.050 Ω; 0.4 Ω is eight times
    [
      "electrolytic",
      { looks: "whole", label: "1000", volts: "25", reads: "990", esr: "0.4" },
      "bad",
      /series resistance is too high/,
    ],
    ["electrolytic", { looks: "bad", label: "1000", volts: "25" }, "bad", /looks condemn/],
    [
      "electrolytic",
      { looks: "whole", label: "1000", volts: "25", reads: "980", esr: "0.05" },
      "good",
      /Good/,
    ],
    // 0.5 A / (2·50 Hz·2200 µF) = 2.27 V peak to peak, /(2√3) = 0.656 V AC
    ["ripple", { farads: "2200", amps: "0.5", hertz: "50", reads: "0.6" }, "good", /No more ripple/],
    ["ripple", { farads: "2200", amps: "0.5", hertz: "50", reads: "2.0" }, "bad", /32\.8/], // 0.656 / 2.0
    // 1000 Ω · 470 µF · ln(325/30) = 1.12 s; 325²/1000 = 106 W at first
    ["discharge", { farads: "470", volts: "325", ohms: "1000", watts: "25" }, "told", /1\.12 s/],
    ["discharge", { farads: "470", volts: "325", ohms: "1000", watts: "5" }, "bad", /burn/], // 106 W > 50 W
    [
      "capacitor-replacement",
      {
        oldF: "1000",
        oldV: "16",
        oldT: "85",
        newF: "1000",
        newV: "25",
        newT: "105",
        esr: "same",
        fits: "yes",
      },
      "good",
      /stripe/,
    ],
    [
      "capacitor-replacement",
      {
        oldF: "1000",
        oldV: "25",
        oldT: "105",
        newF: "1000",
        newV: "16",
        newT: "105",
        esr: "same",
        fits: "yes",
      },
      "bad",
      /too few volts/,
    ],
    ["resistor", { value: "4k7", tolerance: "5", reads: "4.69k" }, "good", /Within/],
    // 10k beside 12.6k: 5.57k, the glasswasher's sensor divider
    [
      "resistor",
      { where: "in", value: "10k", tolerance: "1", beside: "12.6k", reads: "5.57k" },
      "good",
      /Within/,
    ],
    ["resistor", { where: "in", value: "10k", tolerance: "1", reads: "11.5k" }, "bad", /no neighbour/],
    [
      "resistor",
      { where: "in", value: "10k", tolerance: "1", reads: "5.57k" },
      "doubtful",
      /12\.6 kΩ beside/,
    ],
    ["colour-code", { count: "4", bands: "yellow violet red gold" }, "told", /4\.700 kΩ, ±5 %/],
    ["colour-code", { count: "4", bands: "yellow violet black red brown" }, "doubtful", /five bands/],
    ["colour-code", { count: "5", bands: "yellow violet black red" }, "doubtful", /One is missing/],
    // Below its first gate (2.1 times, from memory) a slow 10 A fuse has no time of its own.
    ["fuse-curve", { amps: "10", sheet: "3", load: "15", when: "minutes" }, "told", /hold for hours/],
    ["chip-code", { code: "103" }, "told", /10\.00 kΩ/],
    ["chip-code", { code: "01C" }, "told", /10\.00 kΩ, ±1 %/],
    ["value-to-code", { ohms: "4.7k", tolerance: "5" }, "told", /yellow, violet, red, gold; chip 472/],
    // 1/(1/5k57 − 1/10k) = 12.57k
    ["parallel", { value: "10k", reads: "5.57k" }, "told", /12\.6 kΩ/],
    ["parallel", { value: "10k", reads: "OL" }, "bad", /high or open/],
    // 10k·exp(3950·(1/293.15 − 1/298.15)) = 12.5k; "about 12 kΩ at 20 °C"
    ["ntc", { at25: "10k", beta: "3950", celsius: "20", reads: "12.4k", warm: "8k" }, "good", /falls/],
    ["ntc", { at25: "10k", beta: "3950", celsius: "20", reads: "12.4k", warm: "15k" }, "bad", /rises/],
    ["ntc", { at25: "10k", beta: "3950", celsius: "25", reads: "20k" }, "bad", /says 10\.2 °C/],
    ["ptc", { nominal: "100", cold: "105", hot: "900" }, "good", /steep/],
    ["ptc", { nominal: "100", cold: "OL" }, "bad", /Open/],
    // IEC 60751: Pt100 at 100 °C is 138.51 Ω
    ["rtd", { kind: "100", celsius: "100", reads: "138.5" }, "good", /should/],
    ["rtd", { kind: "100", celsius: "100", reads: "145" }, "bad", /off by 1[67]\.\d °C/],
    // IEC 60584: type K 800 °C 33.275 mV − 25 °C 1.000 mV = 32.275 mV
    ["thermocouple", { hot: "800", cold: "25", reads: "32.2" }, "good", /Reads correctly/],
    ["thermocouple", { hot: "800", cold: "25", reads: "-32.2" }, "bad", /reversed/],
    // ln(32650/10000) / (1/273.15 − 1/298.15) = 3855
    ["beta", { t1: "0", r1: "32.65k", t2: "25", r2: "10k" }, "told", /Beta 385\d/],
    ["beta", { t1: "0", r1: "10k", t2: "25", r2: "32.65k" }, "bad", /no NTC/],
    ["sensor-twin", { here: "10.1k", twin: "10k" }, "good", /agree/],
    // 120² / 325 = 44.3 Ω
    ["heater", { volts: "120", watts: "325", reads: "44", sheath: "OL" }, "good", /no path/],
    ["heater", { volts: "120", watts: "325", reads: "20" }, "bad", /shorted turns/],
    ["heater", { volts: "230", watts: "2000", reads: "26.4", sheath: "0.1" }, "bad", /leaks to its sheath/],
    ["igniter", { kind: "carbide", looks: "whole", reads: "62" }, "good", /cold/],
    ["igniter", { kind: "carbide", looks: "cracked", reads: "62" }, "bad", /Cracked/],
    ["volts-watts-ohms", { volts: "230", watts: "2000" }, "told", /26\.[45] Ω, 8\.70 A/],
    // 2.1 + 4.6 = 6.7: common is the terminal the highest pair leaves out
    ["split-motor", { ab: "6.7", bc: "2.1", ca: "4.6" }, "good", /Common is c, run b, start a/],
    ["split-motor", { ab: "6.7", bc: "2.1", ca: "4.6", marked: "a" }, "doubtful", /label/],
    ["split-motor", { ab: "4.0", bc: "4.0", ca: "4.0" }, "told", /three-phase/],
    // Alike within 5 % of the highest (0.5255 Ω of 10.51), or within 0.1 Ω of leads.
    ["split-motor", { ab: "10", bc: "10.51", ca: "10.2" }, "told", /three-phase/],
    ["split-motor", { ab: "10", bc: "10.9", ca: "10.4" }, "bad", /should be equal/],
    ["split-motor", { ab: "1", bc: "1.08", ca: "1.05" }, "told", /three-phase/],
    ["split-motor", { ab: "1", bc: "1.12", ca: "1.05" }, "bad", /should be equal/],
    ["split-motor", { ab: "9.0", bc: "2.1", ca: "4.6" }, "bad", /should be equal/],
    ["three-phase-motor", { uv: "2.10", vw: "2.12", wu: "2.09" }, "good", /Balanced/],
    ["three-phase-motor", { uv: "2.10", vw: "1.40", wu: "2.09" }, "bad", /Out of balance/],
    ["dc-motor", { runs: "yes" }, "good", /what should feed it/],
    ["dc-motor", { runs: "no", ohms: "OL" }, "bad", /brushes/],
    // 20 MΩ at 20 °C are 20·2^−2 = 5 MΩ at 40 °C
    ["insulation", { reads: "20", celsius: "20", volts: "230" }, "good", /Good/],
    ["insulation", { reads: "2", celsius: "20", volts: "230" }, "bad", /leaks/], // 0.5 MΩ
    // 230² / 8 = 6.6 kΩ for DC; an AC coil's wire is 3 to 90 % of that
    ["solenoid", { current: "ac", volts: "230", watts: "8", reads: "3.1k" }, "good", /whole/],
    ["solenoid", { current: "dc", volts: "12", watts: "8.5", reads: "17" }, "good", /whole/], // 144/8.5 = 16.9
    ["solenoid", { current: "dc", volts: "12", watts: "8.5", reads: "5" }, "bad", /Shorted turns/],
    ["microswitch", { rest: "open", atRest: "OL", worked: "0.2" }, "good", /changes/],
    ["microswitch", { rest: "open", atRest: "0.1", worked: "0.1" }, "bad", /welded/],
    [
      "microswitch",
      { rest: "open", atRest: "OL", worked: "0.2", travel: "4", most: "2.5" },
      "bad",
      /too late/,
    ],
    ["limit-chain", { points: "A B C D E" }, "told", /Measure at C/],
    ["twin-in-circuit", { here: "OL", twin: "OL" }, "good", /alike/],
    ["twin-in-circuit", { here: "OL", twin: "470" }, "bad", /One is open/],
    ["limit-chain", { points: "A B C D E", read: "C yes, D no" }, "bad", /between C and D/],
    ["limit-chain", { points: "A B C D E", read: "D yes, B no" }, "doubtful", /slipped/],
    // 120/120 · 24 = 24 V; 1.2 A · 25 V = 30 VA of 40
    [
      "transformer",
      { ratedIn: "120", ratedOut: "24", va: "40", in: "120", open: "28", loaded: "25", load: "1.2" },
      "good",
      /Reads correctly/,
    ],
    [
      "transformer",
      { ratedIn: "120", ratedOut: "24", va: "40", in: "120", loaded: "24", load: "2.5" },
      "doubtful",
      /Overloaded/,
    ],
    [
      "transformer",
      { ratedIn: "120", ratedOut: "24", va: "40", in: "120", primary: "OL" },
      "bad",
      /primary is open/,
    ],
    ["flame-current", { reads: "3", least: "1", cleaned: "no" }, "good", /Enough/],
    ["flame-current", { reads: "0.6", least: "1", cleaned: "no" }, "doubtful", /clean the rod/],
    ["flame-current", { reads: "0.6", least: "1", cleaned: "yes" }, "bad", /even when clean/],
    ["spark-gap", { gap: "4", touches: "free" }, "good", /Right/],
    ["spark-gap", { gap: "4", touches: "touches" }, "bad", /shorts the driver/],
    ["hall", { supply: "5", high: "4.9", low: "0.2" }, "good", /swings/],
    ["hall", { supply: "5", high: "0.2", low: "0.2" }, "bad", /stays low/],
    // 60·37.5/450 = 5 l/min
    ["flow", { hertz: "37.5", k: "450", jug: "5.1" }, "good", /agrees/],
    // 2 · 10 m · 11.95 mΩ/m · 10 A = 2.39 V of 230 V, 1 %
    [
      "cable-drop",
      { metres: "10", by: "mm2", size: "1.5", amps: "10", volts: "230" },
      "good",
      /large enough/,
    ],
    [
      "cable-drop",
      { metres: "10", by: "mm2", size: "1.5", amps: "10", volts: "12" },
      "doubtful",
      /mm² would keep/,
    ],
    ["cable-drop", { metres: "2", by: "mm2", size: "0.75", amps: "12", volts: "230" }, "bad", /overheat/],
    // 0.4 V at 10 A: 40 mΩ, 4 W
    ["joint", { drop: "400", amps: "10" }, "bad", /overheats/],
    ["joint", { drop: "20", amps: "10" }, "good", /good joint/],
    ["gauge", { awg: "14" }, "told", /2\.08 mm²/],
    ["battery", { rest: "12.7", load: "12.1", charging: "13.8" }, "good", /Full/],
    ["battery", { rest: "12.7", load: "9.8" }, "bad", /sags to 9\.80 V/],
    ["battery", { rest: "12.7" }, "doubtful", /clears nothing/],
    ["supply", { nominal: "230", ln: "231", le: "230", ne: "0.8" }, "good", /belong/],
    ["supply", { nominal: "230", ln: "231", le: "0.5", ne: "230" }, "bad", /reversed/],
    ["supply", { nominal: "230", ln: "40", le: "230", ne: "190" }, "bad", /neutral is open/],
    ["supply", { nominal: "230", ln: "90", le: "85", ne: "4", lowz: "2" }, "bad", /Ghost/],
    // ln(32.65/10) / (1/273.15 − 1/298.15) = 3854; the second reading is the nominal one.
    ["beta", { t1: "0", r1: "32.65k", t2: "25", r2: "10k" }, "told", /Beta 3,?85\d, 10\.00? kΩ at 25/],
    // 48 V must stay above 45 V
    ["supply-sag", { nominal: "48", rest: "48", worked: "44" }, "bad", /sags/],
    ["supply-sag", { nominal: "48", rest: "48", worked: "46.5" }, "good", /holds/],
  ];
