import { describe, expect, test } from "@jest/globals";
import { judge } from "../../tests/support/judgedTest.ts";
import { typicalEsr } from "./parts/capacitors.ts";

/** Limits that go by what stands on the part: both sides of each, worked by hand. Common practice, no source, unless said. */
describe("a rail's window goes by its volts", () => {
  test.each([
    // 5 V ± 5 %, 5.5 V still, from there ± 10 %; above 30 V no more than 6 % below.
    ["5", "4.76", "good"],
    ["5", "4.74", "bad"],
    ["5", "5.24", "good"],
    ["5", "5.26", "bad"],
    ["5.5", "5.2", "bad"],
    ["5.6", "5.1", "good"],
    ["30", "27.1", "good"],
    ["30", "26.9", "bad"],
    ["31", "29.2", "good"],
    ["31", "29", "bad"],
  ])("%s V at %s V: %s", (nominal, volts, verdict) =>
    expect(judge("supply-sag", { nominal, rest: volts, worked: volts }).verdict).toBe(verdict),
  );
});

describe("a coil's holding current", () => {
  test.each([
    // 8 W of 24 V are 0.333 A; 1.4 times that is 0.467 A, twice 0.667 A.
    ["dc", "72", "0.46", "good"],
    ["dc", "72", "0.47", "bad"],
    ["ac", "20", "0.66", "good"],
    ["ac", "20", "0.67", "bad"],
  ])("%s: %s Ω and %s A are %s", (current, reads, hold, verdict) =>
    expect(judge("solenoid", { where: "out", current, volts: "24", watts: "8", reads, hold }).verdict).toBe(
      verdict,
    ),
  );
});

describe("leads tell in resistors of less than 40 Ω, where they are more than the meter's 1 %", () => {
  test.each([
    // 39 · 1.05 · 1.01 = 41.36 Ω, and 0.4 Ω of leads; 41 Ω would be 43.48.
    ["39", "41.3", "good"],
    ["39", "41.7", "doubtful"],
    ["39", "41.8", "bad"],
    ["41", "43.4", "good"],
    ["41", "43.6", "bad"],
  ])("%s Ω that reads %s Ω: %s", (value, reads, verdict) =>
    expect(judge("resistor", { where: "out", value, tolerance: "5", reads }).verdict).toBe(verdict),
  );
});

// A quarter of tan δ / (2π · 120 Hz · 100 µF): 0.12, 0.1, 0.15 and 0.2 make 398, 332, 497 and 663 mΩ (tan δ from memory).
test.each([
  [50, 0.398],
  [63, 0.332],
  [100, 0.332],
  [160, 0.497],
  [250, 0.497],
  [400, 0.663],
])("100 µF of %d V has typically %d Ω in series", (volts, ohms) =>
  expect(typicalEsr(100e-6, volts)).toBeCloseTo(ohms, 3),
);
