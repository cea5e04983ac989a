import { describe, expect, test } from "@jest/globals";
import { followedBy, readMeterLog, summariseLog, type Sample } from "./meterLog.ts";

const table = (text: string, separator = ",") => text.split("\n").map((line) => line.split(separator));

describe("a logging meter's table", () => {
  test("with heads, in whatever order, with a unit in a column", () => {
    expect(readMeterLog(table("Unit,Value,Time\nV,230.1,0\nV,229.8,0.5"))).toEqual({
      samples: [
        { seconds: 0, value: 230.1 },
        { seconds: 0.5, value: 229.8 },
      ],
      unit: "V",
      kind: undefined,
      problems: [],
    });
  });

  test("without heads: time, value, unit; a decimal comma, a prefix, OL", () => {
    const { samples, unit } = readMeterLog(table("10;4,7;kOhm\n11;OL;kOhm\n12,5;900;Ohm", ";"));
    expect(unit).toBe("Ω");
    expect(samples).toEqual([
      { seconds: 0, value: 4700 },
      { seconds: 1, value: Infinity },
      { seconds: 2.5, value: 900 },
    ]);
  });

  test("with the unit in the head, or after the number, and times by the clock or the calendar", () => {
    expect(readMeterLog(table("time,value [mV]\n0:00:59,12\n0:01:00.5,14"))).toMatchObject({
      samples: [
        { seconds: 0, value: 0.012 },
        { seconds: 1.5, value: 0.014 },
      ],
      unit: "V",
    });
    const dated = readMeterLog(table("2026-11-27 10:00:00,24.1 vdc\n2026-11-27T10:01:00,0 vdc"));
    expect(dated).toMatchObject({ unit: "V", kind: "dc", problems: [] });
    expect(dated.samples.map((s) => s.seconds)).toEqual([0, 60]);
  });

  test.each([
    // 2028 is a leap year and 2100 is none; clocks east of Greenwich are ahead.
    ["2028-02-28 23:59:30", "2028-02-29 00:00:00", 30],
    ["2028-02-29 12:00", "2028-03-01 12:00", 86_400],
    ["2100-02-28T12:00:00", "2100-03-01T12:00:00", 86_400],
    ["2026-12-31T23:59:59,5", "2027-01-01T00:00:00", 0.5],
    ["2026-11-27T10:00:00Z", "2026-11-27T11:30:00+01:00", 1800],
  ])("from %s to %s are %d s", (from, to, seconds) => {
    const { samples, problems } = readMeterLog([
      ["time", "value"],
      [from, "1"],
      [to, "2"],
    ]);
    expect(problems).toEqual([]);
    expect(samples[1]!.seconds).toBeCloseTo(seconds, 6);
  });

  test.each(["2026-13-01 10:00", "2026-11-32 10:00", "2026-11-27 10:61", "27.11.2026 10:00"])(
    "%s is no time",
    (time) => {
      expect(
        readMeterLog([
          ["time", "value"],
          [time, "1"],
        ]).samples,
      ).toEqual([]);
    },
  );

  test("without times counts its rows", () => {
    expect(readMeterLog(table("value\n1\n2\n3")).samples.map((s) => s.seconds)).toEqual([0, 1, 2]);
  });

  test("names each row that it leaves out, as a spreadsheet counts it", () => {
    const { samples, problems } = readMeterLog(
      table("time,value,unit\n0,230,V\nnoon,230,V\n1,,V\n2,230,Ohm\n1.5,229,V\n1,228,V"),
    );
    expect(samples.map((s) => s.value)).toEqual([230, 229]);
    expect(problems.map((p) => p.row)).toEqual([3, 4, 5, 7]);
    expect(problems[0]!.message).toMatch(/^“noon” is no time/u);
    expect(problems[2]!.message).toBe("It is in Ω, and the log in V.");
    expect(problems[3]!.message).toBe("Its time is before that of the row above.");
  });

  test("of anything else gives no sample and throws nothing", () => {
    for (const cells of [[], [[]], [[""]], table("<html>,<b>"), table("a,b,c\nd,e,f")])
      expect(readMeterLog(cells).samples).toEqual([]);
  });
});

describe("what a log comes to", () => {
  const samples = (...values: number[]): Sample[] => values.map((value, seconds) => ({ seconds, value }));
  const drops = (...values: number[]) =>
    summariseLog(samples(...values))!.dropOuts.map((d) => [d.from, d.seconds]);

  test("usual, lowest, highest, and how long", () => {
    expect(summariseLog(samples(230, 231, 4, 229, 230))).toEqual({
      seconds: 4,
      count: 5,
      usual: 230,
      away: 4,
      lowest: 4,
      highest: 231,
      dropOuts: [{ from: 2, seconds: 1 }],
    });
    expect(summariseLog([])).toBeUndefined();
  });

  test("a reading is away below half and above twice what is usual, on either side of it not", () => {
    expect(drops(100, 100, 50, 100, 100)).toEqual([]);
    expect(drops(100, 100, 49.9, 100, 100)).toEqual([[2, 1]]);
    expect(drops(10, 10, 20, 10, 10)).toEqual([]);
    expect(drops(10, 10, 20.1, 10, 10)).toEqual([[2, 1]]);
    // −24 V is what is usual: closer to nothing is away, as it is for +24 V.
    expect(drops(-24, -24, -11, -24, -24)).toEqual([[2, 1]]);
    expect(drops(-24, -24, -13, -24, -24)).toEqual([]);
  });

  test("a loop that opens, and an open one that now and then closes", () => {
    expect(drops(0.3, 0.3, Infinity, Infinity, 0.3)).toEqual([[2, 2]]);
    expect(drops(Infinity, Infinity, 0.4, Infinity, Infinity)).toEqual([[2, 1]]);
  });

  test("one that lasts to the end lasts as long as the log did; around nothing there is none", () => {
    expect(drops(24, 24, 24, 0, 0)).toEqual([[3, 1]]);
    expect(drops(0, 0, 0, 3, 0)).toEqual([]);
  });
});

describe("what was done while a reading was watched", () => {
  const dropOuts = [
    { from: 10, seconds: 1 },
    { from: 43, seconds: 2 },
  ];
  test("a drop-out belongs to what was done up to three seconds before it began", () => {
    const after = (seconds: number) => followedBy([{ seconds, text: "heated" }], dropOuts)[0]!.followed;
    expect([6.9, 7, 10, 10.1].map(after)).toEqual([0, 1, 1, 0]);
  });

  test("the same is told once, in the order in which it was first done", () => {
    const marks = [9, 20, 42, 42].map((seconds, i) => ({ seconds, text: i === 1 ? "cooled" : "wiggled" }));
    expect(followedBy(marks, dropOuts)).toEqual([
      { text: "wiggled", times: 3, followed: 3 },
      { text: "cooled", times: 1, followed: 0 },
    ]);
    expect(followedBy([], dropOuts)).toEqual([]);
  });
});
