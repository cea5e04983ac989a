import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import os from "node:os";
import path from "node:path";
import { describe, expect, test } from "@jest/globals";
import { main } from "../../bin/cli/main.ts";

const GLASSWASHER = "demo/units/glasswasher-gw4.json";

async function run(...argv: string[]): Promise<{ code: number; out: string; err: string }> {
  let out = "";
  let err = "";
  const code = await main(
    argv,
    (t) => (out += t),
    (t) => (err += t),
  );
  return { code, out, err };
}

function file(json: unknown): string {
  const at = path.join(mkdtempSync(path.join(os.tmpdir(), "zygodrome-unit-")), "unit.json");
  writeFileSync(at, typeof json === "string" ? json : JSON.stringify(json));
  return at;
}

/** A unit in a page: a lamp behind a switch and a fuse, without points, items or sequence. */
const LAMP = {
  format: "zygodrome-unit",
  version: 1,
  id: "lamp",
  name: "Lamp",
  ground: "N",
  parts: [
    {
      id: "IN",
      name: "Supply",
      type: "mains",
      terminals: { l: "L", n: "N", pe: "PE" },
      parameters: { volts: 120, ohms: 0.5 },
    },
    { id: "F1", name: "Fuse", type: "fuse", terminals: { a: "L", b: "LF" }, parameters: { amps: 5 } },
    {
      id: "S1",
      name: "Switch",
      type: "switch",
      terminals: { a: "LF", b: "SW" },
      parameters: { rest: "open" },
    },
    { id: "LA", name: "Lamp", type: "resistor", terminals: { a: "SW", b: "N" }, parameters: { ohms: 240 } },
    { id: "PE", name: "Earth", type: "resistor", terminals: { a: "PE", b: "N" }, parameters: { ohms: 1000 } },
  ],
  states: [
    { id: "on", name: "On", power: "live", positions: { S1: "closed" } },
    { id: "dead", name: "Dead", power: "dead" },
  ],
};

describe("predict", () => {
  test("a unit in a page: 120 V · 240/(240 + 0.5 + 0.008 + 0.015) at the lamp", async () => {
    const { code, out } = await run(
      "predict",
      file(LAMP),
      "--state",
      "on",
      "--pair",
      "SW,N",
      "--function",
      "vac",
      "--json",
    );
    expect(code).toBe(0);
    expect((JSON.parse(out) as { value: number }).value).toBeCloseTo((120 * 240) / 240.523, 2);
  });

  test("with a fault, and with a terminal lifted", async () => {
    const unit = file(LAMP);
    const value = async (...more: string[]) =>
      (JSON.parse((await run("predict", unit, ...more, "--json")).out) as { value: number | "OL" }).value;
    expect(
      await value("--state", "on", "--pair", "F1", "--function", "vac", "--fault", "F1:blown"),
    ).toBeCloseTo(120, 1);
    expect(await value("--state", "dead", "--pair", "SW,N", "--function", "ohm")).toBeCloseTo(240, 3);
    expect(
      await value("--state", "dead", "--pair", "LA.a,N", "--function", "ohm", "--lift", "LA.a"),
    ).toBeCloseTo(240, 3);
    // A net named as a point of the pair is the net, not what was lifted off it.
    expect(
      await value("--state", "dead", "--pair", "SW,N", "--function", "ohm", "--lift", "S1.b"),
    ).toBeCloseTo(240, 3);
    expect(await value("--state", "dead", "--pair", "S1.b,N", "--function", "ohm", "--lift", "LA.a")).toBe(
      "OL",
    );
  });

  test("a fuse that opens is named, with its current and how long it takes", async () => {
    const unit = structuredClone(LAMP);
    unit.parts[3]!.parameters = { ohms: 3.5 };
    const at = file(unit);
    const options = ["--state", "on", "--pair", "SW,N", "--function", "vac"];
    const { opened } = JSON.parse((await run("predict", at, ...options, "--json")).out) as {
      opened: { part: string; amps: number; seconds: [number, number] }[];
    };
    // 120 V over 0.5 + 3.5 + 0.023 Ω, six times the rating of 5 A: between the gates of 4 and 10 times.
    expect(opened).toHaveLength(1);
    expect(opened[0]!.amps).toBeCloseTo(120 / 4.023, 1);
    expect(opened[0]!.seconds[1]).toBeGreaterThan(0.02);
    expect(opened[0]!.seconds[1]).toBeLessThan(0.3);
    expect((await run("predict", at, ...options)).out).toMatch(/F1 opens at 29.8 A, within 0.\d+ s/);
  });

  test("an average-responding meter reads a bent wave otherwise; of anything but V AC it has nothing to say", async () => {
    const of = async (...more: string[]) => {
      const options = ["--state", "rinse-heat", "--pair", "TP12,GND", "--function", "vac", "--json"];
      const { out } = await run("predict", GLASSWASHER, ...options, ...more);
      return (JSON.parse(out) as { value: number }).value;
    };
    const ratio = (await of("--meter", "average")) / (await of());
    expect(ratio).toBeGreaterThan(0.9);
    expect(ratio).toBeLessThan(0.99);
    const wrong = await run(
      "predict",
      GLASSWASHER,
      "--state",
      "fill",
      "--pair",
      "TP12,GND",
      "--function",
      "vdc",
      "--meter",
      "average",
    );
    expect(wrong).toMatchObject({ code: 2, err: expect.stringContaining("V AC") as unknown as string });
  });

  test.each([
    [["--state", "on", "--pair", "SW,N"], /required option '--function/],
    [["--state", "on", "--pair", "SW,N", "--function", "volts"], /--function is one of vac, vdc/],
    [["--state", "off", "--pair", "SW,N", "--function", "vac"], /--state is one of on, dead/],
    [["--state", "on", "--pair", "SW,Q9", "--function", "vac"], /“Q9” is no point/],
    [["--state", "on", "--pair", "SW", "--function", "vac"], /no pair/],
    [["--state", "on", "--pair", "SW,N", "--function", "vac", "--fault", "F1:melted"], /it has blown/],
    [["--state", "on", "--pair", "SW,N", "--function", "vac", "--fault", "F9:blown"], /no part “F9”/],
    [
      ["--state", "on", "--pair", "SW,N", "--function", "vac", "--colour", "red"],
      /unknown option '--colour'/,
    ],
    [["--state", "on", "--pair", "SW,N", "--function", "vac", "--lift", "LA.z"], /no lift “LA.z”/],
  ])("called wrongly: %j", async (options, words) => {
    const { code, err, out } = await run("predict", file(LAMP), ...options);
    expect(code).toBe(2);
    expect(out).toBe("");
    expect(err).toMatch(words);
  });
});

describe("files", () => {
  test.each([
    ["not there", "nowhere.json", /cannot be read/],
    ["not JSON", file("{ oops"), /is not JSON/],
    ["not a unit", file({ format: "other" }), /format/],
    [
      "two faults",
      file({
        ...LAMP,
        ground: "X",
        parts: [
          ...LAMP.parts,
          { id: "F1", name: "Twin", type: "fuse", terminals: { a: "L", b: "LF" }, parameters: {} },
        ],
      }),
      /parts\[5\]\.parameters\.amps[\s\S]*parts\[5\]\.id[\s\S]*ground/,
    ],
  ])("%s", async (_name, at, words) => {
    const { code, err } = await run("lint", at);
    expect(code).toBe(2);
    expect(err).toMatch(words);
  });

  test("unknown commands are refused with the nearest; no command lists them all", async () => {
    const typo = await run("predikt");
    expect(typo.code).toBe(2);
    expect(typo.err).toMatch(/unknown command 'predikt'[\s\S]*predict/);
    const { code, out } = await run();
    expect(code).toBe(0);
    expect(out).toMatch(/predict[\s\S]*dictionary[\s\S]*diagnose[\s\S]*play[\s\S]*lint/);
  });

  test.each(["predict", "dictionary", "diagnose", "play", "lint"])(
    "%s --help says what it takes and does nothing",
    async (command) => {
      const { code, out, err } = await run(command, "--help");
      expect({ code, err }).toEqual({ code: 0, err: "" });
      expect(out).toContain(`Usage: zygodrome ${command} [options] <unit>`);
      expect(out).toContain("--json");
    },
  );
});

describe("dictionary", () => {
  test("as JSON: every check has a reading in every case", async () => {
    const { out } = await run("dictionary", file(LAMP), "--json");
    const { cases, checks } = JSON.parse(out) as {
      cases: { suspect: string }[];
      checks: { id: string; readings?: (number | "OL")[]; chance?: number[] }[];
    };
    expect(checks.every((c) => (c.readings ?? c.chance)!.length === cases.length)).toBe(true);
    const blown = cases.findIndex((c) => c.suspect === "F1:blown");
    expect(checks.find((c) => c.id === "dead/ohm/F1.a/F1.b")!.readings![blown]).not.toBe(0);
  });

  test("in words", async () => {
    expect((await run("dictionary", file(LAMP))).out).toMatch(/^Lamp: \d+ suspects in \d+ cases, \d+ checks/);
  });
});

/** Mains, switch, lamp and meter points: small enough that an outsider could write its readings by hand. */
const PLATE = {
  ...LAMP,
  id: "plate",
  items: [{ id: "lamp", name: "Lamp", remedy: "replace", price: 5, minutes: 5 }],
  parts: LAMP.parts.map((p) => (p.id === "LA" ? { ...p, item: "lamp" } : p)),
  points: ["IN.l", "F1.b", "S1.b", "LA.a", "LA.b"].map((id) => ({
    id,
    name: id,
    side: "mains",
    place: "rail",
    minutes: 0.2,
  })),
  references: [{ side: "mains", point: "LA.b", function: "vac" }],
};

describe("diagnose", () => {
  const findings = (...list: object[]) => file({ format: "zygodrome-findings", version: 1, findings: list });
  const volts = (red: string, value: number | string) => ({
    state: "on",
    function: "vac",
    red,
    black: "LA.b",
    value,
  });

  test("120 V at the lamp and an open lamp leave the lamp; nothing is ever certain", async () => {
    const written = findings(volts("LA.a", 119.8), {
      state: "dead",
      function: "ohm",
      red: "LA.a",
      black: "LA.b",
      value: "OL",
    });
    const { out, code } = await run("diagnose", file(PLATE), "--findings", written, "--json");
    const result = JSON.parse(out) as {
      items: { id: string; chance: number }[];
      call: { item: string; ready: boolean };
      suspects: { id: string; chance: number }[];
    };
    expect(code).toBe(0);
    expect(result.items[0]!.id).toBe("lamp");
    expect(result.items[0]!.chance).toBeGreaterThan(0.85);
    expect(result.call.item).toBe("lamp");
    for (const { chance } of result.suspects) {
      expect(chance).toBeGreaterThan(0);
      expect(chance).toBeLessThan(1);
    }
  });

  test("no findings: the checks worth making, with what each outcome would leave", async () => {
    const { out } = await run("diagnose", file(PLATE), "--findings", findings(), "--json");
    const { next } = JSON.parse(out) as { next: { bits: number; outcomes: { chance: number }[] }[] };
    expect(next.length).toBeGreaterThan(0);
    for (const { bits, outcomes } of next) {
      expect(bits).toBeGreaterThan(0);
      expect(outcomes.reduce((sum, o) => sum + o.chance, 0)).toBeCloseTo(1, 1);
    }
  });

  test("a zero that a second reading belies is to be measured again, and a swap counts", async () => {
    const written = findings(volts("LA.a", 0), volts("S1.b", 119.9), volts("LA.a", 119.8), {
      trial: "swap",
      subject: "lamp",
      yes: true,
    });
    const { out } = await run("diagnose", file(PLATE), "--findings", written, "--json");
    const result = JSON.parse(out) as { items: { id: string; chance: number }[]; outsideTheModel: boolean };
    expect(result.items[0]!.id).toBe("lamp");
    expect(result.outsideTheModel).toBe(false);
    const doubtful = findings(volts("S1.b", 119.9), volts("F1.b", 119.9), volts("IN.l", 0));
    const doubt = JSON.parse((await run("diagnose", file(PLATE), "--findings", doubtful, "--json")).out) as {
      measureAgain: { finding: number }[];
    };
    expect(doubt.measureAgain[0]!.finding).toBe(3);
  });

  test.each<[string, object, RegExp]>([
    ["a jumper across a fuse", { trial: "bypass", subject: "F1", yes: true }, /no jumper goes across it/],
    ["a point the unit lacks", volts("Q9", 1), /findings\.0\.red: the unit has no point “Q9”/],
    ["an observation it lacks", { observation: "hums", seen: true }, /no observation “hums”/],
    ["a state it lacks", { ...volts("LA.a", 1), state: "spin" }, /no state “spin”/],
    ["a value that is none", volts("LA.a", "many"), /findings\.0/],
  ])("%s is refused with its place", async (_name, finding, words) => {
    const { code, err } = await run("diagnose", file(PLATE), "--findings", findings(finding));
    expect(code).toBe(2);
    expect(err).toMatch(words);
  });
});

describe("play", () => {
  test("by every order, without noise, the right item is found; the same seed plays the same", async () => {
    for (const order of ["information", "supply-forward", "load-back", "middle-first"]) {
      const options = ["--order", order, "--noise", "0", "--slips", "0", "--json"];
      const { out } = await run("play", file(PLATE), ...options);
      const result = JSON.parse(out) as { rightShare: number; plays: object[] };
      expect({ order, right: result.rightShare > 0.85 }).toEqual({ order, right: true });
      expect((await run("play", file(PLATE), ...options)).out).toBe(out);
    }
  });

  test("with readings from a file, an outsider's unit is played; one for no check is named", async () => {
    const own = JSON.parse((await run("dictionary", file(PLATE), "--json")).out) as {
      cases: { suspect: string }[];
      checks: { id: string; readings?: (number | "OL")[] }[];
    };
    const column = own.cases.findIndex((c) => c.suspect === "LA:open");
    const readings = own.checks.flatMap((c) => (c.readings ? [[c.id, c.readings[column]!] as const] : []));
    const truth = { "LA:open": Object.fromEntries(readings) };
    const { out } = await run(
      "play",
      file(PLATE),
      "--truth",
      file(truth),
      "--noise",
      "0",
      "--slips",
      "0",
      "--json",
    );
    expect((JSON.parse(out) as { plays: object[] }).plays).toMatchObject([
      { fault: "LA:open", item: "lamp", right: true },
    ]);
    // What the file does not tell cannot be checked: the play goes on without it.
    const gap = Object.fromEntries(Object.entries(truth["LA:open"]).slice(1));
    expect((await run("play", file(PLATE), "--truth", file({ "LA:open": gap }))).code).toBe(0);
    const typo = await run("play", file(PLATE), "--truth", file({ "LA:open": { "on/vac/LA.z/LA.b": 1 } }));
    expect(typo.code).toBe(2);
    expect(typo.err).toMatch(/“LA:open” has a reading for on\/vac\/LA\.z\/LA\.b, which is no check of plate/);
    const stranger = await run("play", file(PLATE), "--truth", file({ "ZZ:open": {} }));
    expect(stranger.err).toMatch(/no part “ZZ”/);
    // A fault may carry its size, and the file may tell a check beyond the program's own list.
    const sized = { ...truth["LA:open"], "on/lowz/LA.a/LA.b": 0 };
    const more = await run("play", file(PLATE), "--truth", file({ "LA:open:1": sized }), "--json");
    expect(JSON.parse(more.out)).toMatchObject({ plays: [{ fault: "LA:open:1", item: "lamp" }] });
  });
});

describe("lint", () => {
  const rules = async (change: (unit: typeof LAMP & Record<string, unknown>) => void) => {
    const unit = structuredClone(LAMP) as typeof LAMP & Record<string, unknown>;
    change(unit);
    const { out, code } = await run("lint", file(unit), "--json");
    return {
      rules: (JSON.parse(out) as { findings: { rule: string; path: string }[] }).findings.map(
        (f) => `${f.rule} ${f.path}`,
      ),
      code,
    };
  };

  test("the glasswasher has nothing to be said against", async () => {
    expect(await run("lint", GLASSWASHER)).toMatchObject({
      code: 0,
      out: expect.stringContaining("nothing to say") as unknown as string,
    });
  });

  test.each<[string, (unit: typeof LAMP & Record<string, unknown>) => void, string, number]>([
    [
      "a net that goes nowhere",
      (u) => void (u.parts[3]!.terminals = { a: "SW", b: "NN" }),
      "floating-net parts[3].terminals.b",
      0,
    ],
    [
      "a part with both ends on one net",
      (u) => void (u.parts[1]!.terminals = { a: "L", b: "L" }),
      "one-terminal parts[1].terminals",
      1,
    ],
    [
      "live and neutral on one net",
      (u) => void (u.parts[0]!.terminals = { l: "N", n: "N", pe: "PE" }),
      "shorted-source parts[0].terminals",
      1,
    ],
    [
      "two supplies that disagree",
      (u) => void u.parts.push({ ...u.parts[0]!, id: "IN2", parameters: { volts: 230, ohms: 0.5 } } as never),
      "sources-in-conflict parts[5]",
      1,
    ],
    [
      "a wire without a colour",
      (u) =>
        void u.parts.push({
          id: "W1",
          name: "Wire",
          type: "wire",
          terminals: { a: "SW", b: "N" },
          parameters: { metres: 1, mm2: 1 },
        } as never),
      "wire-without-colour parts[5].colour",
      0,
    ],
    [
      "a position of a part that has none",
      (u) => void ((u.states[0]!.positions as Record<string, string>)["LA"] = "open"),
      "state-without-effect states[0].positions.LA",
      0,
    ],
    [
      "a battery that feeds the dead state",
      (u) => {
        const terminals = { plus: "L", minus: "N" };
        u.parts.push({
          id: "B1",
          name: "Battery",
          type: "battery",
          terminals,
          parameters: { volts: 12 },
        } as never);
        (u.states[1] as { positions?: Record<string, string> }).positions = { B1: "closed" };
      },
      "fed-when-dead states[1].positions.B1",
      1,
    ],
    [
      "a need that nobody asks for",
      (u) => void (u["needs"] = { logic: { name: "5 V", from: "L", to: "N", min: 4, max: 6 } }),
      "unused-need needs.logic",
      0,
    ],
    [
      "a cover that takes no time and hides nothing",
      (u) => void (u["covers"] = [{ id: "lid", name: "lid", minutes: 0 }]),
      "cover-without-minutes covers[0].minutes",
      0,
    ],
  ])("%s", async (_name, change, wanted, code) => {
    const found = await rules(change);
    expect(found.rules).toContain(wanted);
    expect(found.code).toBe(code);
  });
});

describe("the documented format", () => {
  test("the JSON Schemas in docs are the schemas that validate", async () => {
    const { SCHEMAS } = await import("../../bin/schema.ts");
    for (const [path, schema] of Object.entries(SCHEMAS))
      expect({ path, schema: JSON.parse(readFileSync(path, "utf8")) as unknown }).toEqual({
        path,
        schema: JSON.parse(JSON.stringify(schema())) as unknown,
      });
  });

  test("the example in docs/model-format.md reads, lints clean of errors and predicts what the page says", async () => {
    const page = readFileSync("docs/model-format.md", "utf8");
    const example = /```json\n([\s\S]+?)```/.exec(page)![1]!;
    const unit = file(example);
    expect((await run("lint", unit)).code).toBe(0);
    const { out } = await run(
      "predict",
      unit,
      "--state",
      "on",
      "--pair",
      "HT1",
      "--function",
      "vac",
      "--json",
    );
    const said = Number(/reads ([\d.]+) V across/.exec(page)![1]);
    expect((JSON.parse(out) as { value: number }).value).toBeCloseTo(said, 1);
  });
});
