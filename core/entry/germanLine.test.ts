import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import { german } from "../german/index.ts";
import { translatorOf } from "../language/index.ts";
import { germanToWritten } from "./germanLine.ts";
import { describeEntryProblem, parseEntry, type EntryContext } from "./index.ts";

const unit = demoUnits().get("glasswasher-gw4")!;
const around: EntryContext = {
  liveSetup: { state: "standby", lifts: [] },
  deadSetup: { state: "dead", lifts: [] },
};
const inGerman: EntryContext = { ...around, language: "de", say: translatorOf(german) };
const understood = (line: string, context: EntryContext) => {
  const result = parseEntry(unit, line, context);
  if (!result.ok) throw new Error(`${line}: ${describeEntryProblem(result.problem)}`);
  return result.body;
};

/** Each German line means what the English one does. */
describe("a line in German", () => {
  test.each([
    ["P4.3 gegen N 118 vac", "P4.3 to N 118 vac"],
    ["P4.3 nach N 229,8 Volt Wechsel", "P4.3 to N 229.8 vac"],
    ["P4 Stift 3 gegen Neutralleiter 118 Volt Wechselspannung", "P4.3 to N 118 vac"],
    ["P vier Punkt drei zu N einhundertachtzehn Volt AC", "P4.3 to N 118 vac"],
    ["von P4.3 bis N zweihundertdreißig Volt Wechsel", "P4.3 to N 230 vac"],
    ["TP5 gegen Masse vier Komma neun Volt Gleich", "TP5 to GND 4.9 vdc"],
    ["TP5 gegen Masse minus fünf Volt Gleichspannung", "TP5 to GND -5 vdc"],
    ["HT1 26,4 Ohm", "HT1 26.4 ohm"],
    ["HT1 4,7 Kiloohm", "HT1 4.7 kohm"],
    ["HT1 ein Megaohm", "HT1 1 Mohm"],
    ["TC1 Ohm offen", "TC1 ohm OL"],
    ["TC1 unendlich", "TC1 OL"],
    ["K3.com zu K3.no kein Durchgang", "K3.com to K3.no no beep"],
    ["K3.com K3.no piept nicht", "K3.com K3.no no beep"],
    ["K3.com K3.no piept", "K3.com K3.no beep"],
    ["K3.com K3.no Durchgang", "K3.com K3.no beep"],
    ["C1 10 Mikrofarad", "C1 10 uF"],
    ["HT1 Zange 8 Milliampere", "HT1 clamp 8 mA"],
    ["HT1 8,6 Ampere Wechselstrom", "HT1 8.6 aac"],
    ["D1 Diode 0,52", "D1 diode 0.52"],
    ["P4.3 gegen N 230 Volt Wechsel in wash", "P4.3 to N 230 vac in wash"],
    ["P4.3 gegen N 0,3 Volt Wechsel in Bereitschaft", "P4.3 to N 0.3 vac in standby"],
    ["P4.3 gegen N niedrigste 198 Volt Wechsel", "P4.3 to N lowest 198 vac"],
    ["P4.3 gegen N höchster 240 Volt Wechsel", "P4.3 to N highest 240 vac"],
    ["HT1 44 Ohm P4 abgezogen", "HT1 44 ohm P4 off"],
    ["HT1 44 Ohm mit Stecker P4 ab", "HT1 44 ohm with plug P4 off"],
    ["HT1 offen mit P4 ab", "HT1 OL with P4 off"],
    ["HT1 44 Ohm P4 wieder dran", "HT1 44 ohm P4 back"],
    ["sieht verbrannt aus P4", "looks burnt P4"],
    ["K3 klickt nicht", "K3 clicks not"],
    ["Waschpumpe M1 langsam", "M1 slow"],
    ["P4.3 to N 118 vac", "P4.3 to N 118 vac"],
  ])("“%s” is “%s”", (line, english) =>
    expect(understood(line, inGerman)).toEqual(understood(english, around)),
  );

  test("an article is no number, and a name that a word is part of stays", () => {
    expect(germanToWritten("ein Riss an P4")).toBe("ein Riss to P4");
    expect(germanToWritten("Aussteuerung MIT1 VON2")).toBe("Aussteuerung MIT1 VON2");
  });

  test.each([
    ["null", "0"],
    ["zwölf", "12"],
    ["einundzwanzig", "21"],
    ["neunundneunzig", "99"],
    ["hundert", "100"],
    ["dreihundertvier", "304"],
    ["vierhundertsiebzehn", "417"],
    ["tausendzweihundert", "1200"],
    ["zweitausendfünfhundertsechzig", "2560"],
    ["hundertfach", "hundertfach"],
    ["nullundzwanzig", "nullundzwanzig"],
  ])("“%s” is %s", (said, written) => expect(germanToWritten(said)).toBe(written));

  test("is not taken where the page speaks English, and what is refused is refused alike", () => {
    expect(parseEntry(unit, "TC1 Ohm offen", around).ok).toBe(false);
    for (const [line, code] of [
      ["P4.3 gegen N flackert", "unsteady"],
      ["P4.3 gegen N ac 24 Volt Gleich", "contradiction"],
      ["P4.3 gegen N 230 Volt Wechsel in Nirgendwo", "unknown-state"],
      ["P99.3 gegen N 230 Volt Wechsel", "unknown-point"],
    ] as const)
      expect(parseEntry(unit, line, inGerman)).toMatchObject({ ok: false, problem: { code } });
  });

  test.each(["HT1 höchstens 5 Ohm", "HT1 mindestens 5 Ohm", "P4.3 N nicht 230 Volt Wechsel"])(
    "at most, at least and not are no reading: “%s”",
    (line) => expect(parseEntry(unit, line, inGerman).ok).toBe(false),
  );
});
