import { describe, expect, test } from "@jest/globals";
import { readLine } from "./readLine.ts";
import { describeTraceProblem } from "./words.ts";

function thing(text: string) {
  const read = readLine(text);
  if (!read.ok) throw new Error(describeTraceProblem(read.problem));
  if (read.line.is !== "thing") throw new Error(`“${text}” is ${read.line.is}`);
  const { kind, id, word, values, colour } = read.line;
  return { kind: kind.id, id, word, values, colour };
}

function problem(text: string) {
  const read = readLine(text);
  return read.ok ? undefined : read.problem.code;
}

describe("things, as they are said", () => {
  test.each([
    ["fuse 10A", { kind: "fuse", values: { amps: 10 } }],
    ["F3 fuse 6.3 A", { kind: "fuse", id: "F3", values: { amps: 6.3 } }],
    ["F3", { kind: "fuse", id: "F3", values: {} }],
    ["thermal fuse", { kind: "thermal-fuse" }],
    ["P4.3 grey", { kind: "pin", id: "P4.3", colour: "grey" }],
    ["p4-3 GRAY", { kind: "pin", id: "P4.3", colour: "grey" }],
    ["P4.3 GY", { kind: "pin", id: "P4.3", colour: "grey" }],
    ["wire BLK 1.5m", { kind: "wire", colour: "black", values: { metres: 1.5 } }],
    ["GNYE", { kind: "wire", colour: "green/yellow" }],
    ["plug P4 pin 3 green/yellow", { kind: "pin", id: "P4.3", colour: "green/yellow" }],
    ["relay K3 24V", { kind: "relay", id: "K3", values: { volts: 24 } }],
    ["K3 24 V", { kind: "relay", id: "K3", values: { volts: 24 } }],
    ["element 2kW", { kind: "heater", values: { watts: 2000 } }],
    ["heating element HT1 26.5 ohm", { kind: "heater", id: "HT1", values: { ohms: 26.5 } }],
    ["heater 4k7", { kind: "heater", values: { ohms: 4700 } }],
    ["pump 60W M1", { kind: "motor", word: "pump", id: "M1", values: { watts: 60 } }],
    [
      "transformer 230/24V 40VA T1",
      { kind: "transformer", id: "T1", values: { volts: 230, outVolts: 24, watts: 40 } },
    ],
    ["coil K3", { kind: "coil", id: "K3" }],
    ["gas valve 24V", { kind: "gas-valve", values: { volts: 24 } }],
    ["wire grey 1.5m 0.75mm2", { kind: "wire", colour: "grey", values: { metres: 1.5, mm2: 0.75 } }],
    ["wire AWG 18 blue", { kind: "wire", colour: "blue", values: { awg: 18 } }],
    ["brown", { kind: "wire", colour: "brown" }],
    ["lid switch", { kind: "door-switch" }],
    ["board output Q2", { kind: "output", id: "Q2" }],
    ["load", { kind: "load", values: {} }],
    // Which of them it is, before its name.
    ["drain pump M1 60W", { kind: "motor", word: "drain pump", id: "M1", values: { watts: 60 } }],
    ["the fan motor", { kind: "motor", word: "fan motor" }],
    ["blower motor 230V", { kind: "motor", word: "blower motor", values: { volts: 230 } }],
    ["inlet valve Y2", { kind: "valve", word: "inlet valve", id: "Y2" }],
    ["on/off switch", { kind: "switch", word: "on/off switch" }],
    ["mains switch S1", { kind: "switch", word: "mains switch", id: "S1" }],
    ["Top element 2kW", { kind: "heater", word: "top element", values: { watts: 2000 } }],
    ["pump relay K2 24V", { kind: "relay", word: "pump relay", id: "K2", values: { volts: 24 } }],
    ["compressor relay", { kind: "relay", word: "compressor relay" }],
    ["heating element thermostat TS1", { kind: "thermostat", word: "heating element thermostat", id: "TS1" }],
    ["light switch", { kind: "switch", word: "light switch" }],
    ["door lamp", { kind: "lamp", word: "door lamp" }],
    ["grey wire", { kind: "wire", word: "wire", colour: "grey" }],
    ["F2 main fuse 10 amps", { kind: "fuse", word: "main fuse", id: "F2", values: { amps: 10 } }],
    // What stands for another kind is said by its whole name.
    ["gas safety valve 24V", { kind: "gas-valve" }],
    ["thermal switch", { kind: "cut-out" }],
    ["motor protector", { kind: "cut-out" }],
    ["safety switch", { kind: "limit-switch" }],
    // How a fuse is marked (IEC 60127-1, from memory).
    ["fuse T6.3A", { kind: "fuse", values: { amps: 6.3 } }],
    ["fuse T10AH250V F1", { kind: "fuse", id: "F1", values: { amps: 10, volts: 250 } }],
    ["fuse FF500mA", { kind: "fuse", values: { amps: 0.5 } }],
    ["10A fuse slow", { kind: "fuse", values: { amps: 10 } }],
    ["10A time-lag fuse", { kind: "fuse", values: { amps: 10 } }],
  ])("%s", (text, wanted) => expect(thing(text)).toMatchObject(wanted));
});

describe("supplies and ends", () => {
  test.each([
    ["mains 230V 50Hz", { is: "supply", current: "ac", volts: 230, hertz: 50, split: false }],
    ["supply 24V DC", { is: "supply", current: "dc", volts: 24 }],
    ["supply 24VAC", { is: "supply", current: "ac", volts: 24 }],
    ["battery 12V", { is: "supply", current: "dc", volts: 12 }],
    // Both ways of saying it mean two legs of 120 V.
    ["split 240V", { is: "supply", split: true, volts: 120 }],
    ["mains 240/120V 60Hz", { is: "supply", split: true, volts: 120, hertz: 60 }],
    ["from f1", { is: "from", at: "F1" }],
    ["back to N blue", { is: "to", at: "N", colour: "blue" }],
    ["to neutral", { is: "to", at: "N" }],
    ["to P4-1", { is: "to", at: "P4.1" }],
  ])("%s", (text, wanted) => {
    const read = readLine(text);
    expect(read.ok && read.line).toMatchObject(wanted);
  });
});

describe("what cannot be is asked about", () => {
  test.each([
    ["", "empty"],
    ["widget 5A", "unknown-kind"],
    ["slid 5", "unknown-kind"],
    ["fuse 10", "not-understood"],
    ["fuse 10A 6A", "not-understood"],
    ["relay K3 24V shiny", "not-understood"],
    ["double pole switch", "other-thing"],
    // What leads to a thing is none of it, and neither is a part of it.
    ["lead to motor", "not-understood"],
    ["wire from pump", "not-understood"],
    ["wire pump", "not-understood"],
    ["coil relay K3", "not-understood"],
    ["switch and lamp", "not-understood"],
    ["three phase motor", "other-thing"],
    ["gas pilot valve", "other-thing"],
    ["normally open switch", "other-thing"],
    ["dc motor 24V", "other-thing"],
    ["solid state relay", "other-thing"],
    ["latching relay", "other-thing"],
    ["current transformer", "other-thing"],
    ["LED driver", "other-thing"],
    ["spare fuse 10A", "other-thing"],
    ["bypassed door switch", "other-thing"],
    ["thermal relay", "other-thing"],
    ["switch slow", "not-understood"],
    ["mains filter 230V", "not-understood"],
    ["mains", "volts-missing"],
    ["supply 24V", "ac-or-dc"],
    ["mains 400V three-phase", "three-phase"],
    ["plug P4", "pin-number"],
    ["relay P4.3", "not-a-designator"],
    [`fuse ${"x".repeat(300)}`, "too-long"],
  ])("%s: %s", (text, code) => expect(problem(text)).toBe(code));

  test.each([
    ["mains 1000V", undefined],
    ["mains 1001V", "out-of-range"],
    ["mains 230V 40Hz", undefined],
    ["mains 230V 39Hz", "out-of-range"],
    ["fuse 630A", undefined],
    ["fuse 631A", "out-of-range"],
    ["element 100kW", undefined],
    ["element 101kW", "out-of-range"],
    ["wire 1000m", undefined],
    ["wire 1001m", "out-of-range"],
  ])("%s at the edge of what is believed: %s", (text, code) => expect(problem(text)).toBe(code));

  test("every sentence ends as one and names what was typed", () => {
    for (const text of ["widget 5A", "dc motor", "fuse 10", "mains", "supply 24V", "plug P4", "fuse 631A"]) {
      const read = readLine(text);
      expect(read.ok ? "" : describeTraceProblem(read.problem)).toMatch(/^[A-Z“0-9].*[.?”]$/u);
    }
    const read = readLine("fuse 10");
    expect(read.ok ? "" : describeTraceProblem(read.problem)).toContain("“10”");
  });
});
