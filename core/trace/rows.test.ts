import { describe, expect, test } from "@jest/globals";
import { traceRows } from "./rows.ts";
import { traceUnit } from "./trace.ts";

function rows(...lines: string[]) {
  return traceRows(traceUnit({ id: "u", name: "U", maker: "" }, lines).walk, lines);
}

describe("a trace as its list shows it", () => {
  const shown = rows(
    "mains 230V 50Hz",
    "fuse 6.3A",
    "P1.1 brown",
    "relay K1 24V",
    "P4.3",
    "element 2kW",
    "P4.1 blue",
    "wobble",
    "to N",
    "from K1",
    "pump",
  );

  test("every line has its row, with what it is called and what it gave", () => {
    expect(shown.map((r) => [r.is, r.label, r.values].join("|"))).toEqual(
      [
        "supply|Supply|230 V AC, 50 Hz",
        "thing|Fuse F1|6.3 A",
        "thing|Pin P1·1|",
        "thing|Relay K1|24 V",
        "thing|Pin P4·3|",
        "thing|Heating element HT1|2 kW",
        "thing|Pin P4·1|",
        "problem|wobble|",
        "to|Back to N|",
        "from|On from K1|",
        "thing|Pump M1|",
      ].map((row) => row.replace("Heating element", shown[5]!.label.replace(" HT1", ""))),
    );
  });

  test("what sits on the board and what lies behind the load is marked", () => {
    expect(shown.map((r) => r.onBoard)).toEqual(shown.map((_, i) => i === 3));
    expect(shown.map((r) => r.behindLoad)).toEqual(shown.map((_, i) => i === 6 || i === 8));
    expect(shown.map((r) => r.load)).toEqual(shown.map((_, i) => i === 5 || i === 10));
  });

  test("what was taken for values that nobody gave is said", () => {
    expect(shown[10]!.taken).toEqual(["draws about 1.5 A", "reads about 30.7 Ω"]);
    expect(shown[5]!.taken).toEqual([]);
    expect(shown[7]!.problem).toMatchObject({ code: "unknown-kind" });
  });

  test("a split supply is told by both its voltages", () => {
    expect(rows("split 240V 60Hz")[0]!.values).toBe("240/120 V AC, 60 Hz");
    expect(rows("battery 12V")[0]!.values).toBe("12 V DC");
  });
});
