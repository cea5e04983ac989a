import { describe, expect, test } from "@jest/globals";
import { german } from "../german/index.ts";
import { readLine } from "./readLine.ts";

/** What a German line is read as, but for the word that it was called by. */
const meaning = (text: string) => {
  const read = readLine(text);
  if (!read.ok) return read.problem;
  return read.line.is === "thing" ? { ...read.line, word: "" } : read.line;
};

describe("a German line means what the English one does", () => {
  test.each([
    ["Netz 230V 50Hz", "mains 230V 50Hz"],
    ["Versorgung 24 V Gleichspannung", "supply 24V DC"],
    ["Versorgung 24 V Wechselspannung", "supply 24V AC"],
    ["Batterie 12V", "battery 12V"],
    ["Akku 24 V", "battery 24V"],
    ["Steckdose 230V", "outlet 230V"],
    ["Sicherung 10A", "fuse 10A"],
    ["Feinsicherung F3 6,3 A", "fuse F3 6.3A"],
    ["Sicherung 10 Ampere", "fuse 10A"],
    ["Thermosicherung TF2", "thermal fuse TF2"],
    ["Temperatursicherung", "thermal fuse"],
    ["Leitungsschutzschalter 16A", "breaker 16A"],
    ["Sicherungsautomat CB1", "breaker CB1"],
    ["Temperaturbegrenzer", "cut-out"],
    ["Thermostat TS1", "thermostat TS1"],
    ["Türschalter S2", "door switch S2"],
    ["Deckelschalter", "lid switch"],
    ["Endschalter", "limit switch"],
    ["Druckschalter", "pressure switch"],
    ["Schwimmerschalter", "float switch"],
    ["Not-Aus", "emergency stop"],
    ["Schlüsselschalter S1", "key switch S1"],
    ["Relais K3 24V", "relay K3 24V"],
    ["Schütz K1", "contactor K1"],
    ["Spule K3", "coil K3"],
    ["Relaisspule K3", "coil K3"],
    ["Platinenausgang Q2", "board output Q2"],
    ["Widerstand R4 4k7", "resistor R4 4k7"],
    ["Klemme TB1", "terminal TB1"],
    ["Stecker P4 Stift 3 grau", "plug P4 pin 3 grey"],
    ["P4.3 grau", "P4.3 grey"],
    ["Draht schwarz 1,5 m", "wire black 1.5m"],
    ["Leitung grün-gelb 0,75mm²", "wire green/yellow 0.75mm²"],
    ["blau", "blue"],
    ["Heizelement 2kW", "element 2kW"],
    ["Heizstab HT1 26,5 Ohm", "element HT1 26.5 ohm"],
    ["Heizung 2000 Watt", "element 2000 W"],
    ["Lüfter M2", "fan M2"],
    ["Umwälzpumpe M1 60 W", "pump M1 60W"],
    ["Lüftermotor 24V", "motor 24V"],
    ["Verdichter", "compressor"],
    ["Gasventil 24V", "gas valve 24V"],
    ["Gas-Sicherheitsventil 24V", "gas valve 24V"],
    ["Thermoschalter", "thermal switch"],
    ["Sicherheitsschalter", "safety switch"],
    ["Sicherheitstemperaturbegrenzer TH1", "cut-out TH1"],
    ["Feinsicherung T6,3A", "fuse 6.3A"],
    ["Magnetventil Y1", "valve Y1"],
    ["Kontrolllampe H1", "lamp H1"],
    ["Trafo 230/24V 40VA", "transformer 230/24V 40VA"],
    ["Netzteil PSU1 24V", "power supply PSU1 24V"],
    ["Steuerplatine A1", "board A1"],
    ["Last", "load"],
    ["von F1", "from F1"],
    ["ab F1", "from F1"],
    ["weiter von P4.3 grau", "from P4.3 grey"],
    ["zurück zu N", "to N"],
    ["zurück zum Nullleiter", "to neutral"],
    ["nach N", "to N"],
    ["zu Masse", "to ground"],
  ])("%s", (german, english) => {
    expect(readLine(english).ok).toBe(true);
    expect(meaning(german)).toEqual(meaning(english));
  });
});

test.each(["fuse", "relay", "element", "motor", "pump", "valve", "lamp", "transformer"])(
  "the button “%s” begins a line that is understood in German too",
  (label) => expect(meaning(german[label]!)).toEqual(meaning(label)),
);

describe("a German line", () => {
  test("keeps the word that the thing was called by", () => {
    expect(readLine("umwälzpumpe M1 60 W")).toMatchObject({ ok: true, line: { word: "Umwälzpumpe" } });
    expect(readLine("pump M1 60 W")).toMatchObject({ ok: true, line: { word: "pump" } });
  });

  test.each([
    ["Versorgung 24V", { code: "ac-or-dc", volts: 24 }],
    ["Netz", { code: "volts-missing" }],
    ["Netz 400V Drehstrom", { code: "three-phase" }],
    ["Sicherung 1000A", { code: "out-of-range" }],
    ["Stecker P4", { code: "pin-number", id: "P4" }],
    // What nobody knows is told as it was written.
    ["Drehstrommotor", { code: "unknown-kind" }],
    ["Zeitrelais", { code: "unknown-kind" }],
    ["Wendeschütz", { code: "unknown-kind" }],
    ["Gleichstrommotor", { code: "unknown-kind" }],
    ["Stromstoßrelais", { code: "unknown-kind" }],
    ["Halbleiterrelais", { code: "unknown-kind" }],
    ["LED-Treiber", { code: "unknown-kind" }],
    ["Ersatzsicherung", { code: "unknown-kind" }],
    ["Dingsbums 24V", { code: "unknown-kind", words: "Dingsbums 24V" }],
    ["Sicherung 10A quer", { code: "not-understood", token: "quer" }],
  ])("%s lacks what an English one would", (text, problem) => {
    expect(readLine(text)).toMatchObject({ ok: false, problem });
  });
});
