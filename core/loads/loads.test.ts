import { describe, expect, test } from "@jest/globals";
import { demoUnits } from "../../tests/support/demoUnits.ts";
import {
  budget,
  forecasts,
  holds,
  isCleared,
  leakAmps,
  leakageSum,
  leastExpected,
  limitOf,
  nextStep,
  planStrip,
  play,
  seriesLamp,
  STRATEGIES,
  unitLoads,
  unitProtections,
  weighCauses,
  withNeeds,
  type Load,
  type PlanSettings,
  type StripStep,
} from "./index.ts";

const load = (id: string, amps: number, more: Partial<Load> = {}): Load => ({
  id,
  name: id,
  amps,
  minutes: 1,
  weight: 1,
  ...more,
});
const breaker = (amps: number, curve: "B" | "C" | "D" = "C") => ({ kind: "breaker", amps, curve }) as const;
const settings = (more: Partial<PlanSettings> = {}): PlanSettings => ({
  protection: breaker(16),
  tripMinutes: 3,
  mostTrips: 99,
  ...more,
});

describe("what a device holds", () => {
  // IEC 60898-1, from memory: B trips at once between 3 and 5 times its rating, C 5 to 10, D 10 to 20.
  test.each([
    ["B", 2.9, "holds"],
    ["B", 4, "may open"],
    ["B", 5, "opens"],
    ["C", 4.9, "holds"],
    ["C", 10, "opens"],
    ["D", 9.9, "holds"],
    ["D", 15, "may open"],
  ] as const)("curve %s at %d times its rating for a tenth of a second %s", (curve, multiple, wanted) => {
    expect(holds(breaker(10, curve), 10 * multiple, 0.1)).toBe(wanted);
  });

  test("1.13 times its rating for an hour holds, 1.45 times opens", () => {
    expect(holds(breaker(16), 16 * 1.13, 3600)).toBe("holds");
    expect(holds(breaker(16), 16 * 1.45, 3600)).toBe("opens");
  });

  // IEC 60127-2 sheet 3, from memory: a slow fuse at ten times its rating opens within 0.02 to 0.15 s.
  test("a slow fuse through a motor's start", () => {
    const fuse = { kind: "fuse", amps: 2, speed: "slow" } as const;
    expect(holds(fuse, 20, 0.01)).toBe("holds");
    expect(holds(fuse, 20, 0.1)).toBe("may open");
    expect(holds(fuse, 20, 0.5)).toBe("opens");
    expect(holds(fuse, 2, 1e5)).toBe("holds");
  });
});

describe("currents added up", () => {
  const motor = (id: string) => load(id, 3, { startAmps: 40, startSeconds: 0.3 });

  test("one load alone", () => {
    expect(budget([load("a", 30), load("b", 1)], breaker(16))).toMatchObject({
      finding: "single",
      single: [{ load: "a", how: "running" }],
    });
  });

  test("one load that opens it as it starts: 60 A on a B 10 for a tenth of a second and more", () => {
    expect(
      budget([load("m", 2, { startAmps: 60, startSeconds: 0.2 }), load("b", 1)], breaker(10, "B")),
    ).toMatchObject({
      finding: "single",
      single: [{ load: "m", how: "starting", holding: "opens" }],
    });
  });

  test("no single load, but the sum: 9 + 8 + 7 = 24 A on 16 A", () => {
    expect(budget([load("a", 9), load("b", 8), load("c", 7)], breaker(16))).toMatchObject({
      finding: "sum",
      sum: 24,
      single: [],
    });
  });

  test("a start on top of what runs: 40 + 10 = 50 A is 5 times 10 A on curve B", () => {
    expect(budget([motor("m"), load("h", 6)], breaker(10, "B"))).toMatchObject({ finding: "single" });
    expect(budget([motor("m"), load("h", 6)], breaker(13.5, "B"))).toMatchObject({
      finding: "start",
      startingLast: [{ load: "m", amps: 46 }],
    });
  });

  test("only when two start together: 80 A on a C 16", () => {
    expect(budget([motor("m"), motor("n")], breaker(16, "C"))).toMatchObject({
      finding: "together",
      together: [{ loads: ["m", "n"], amps: 80 }],
    });
    expect(budget([motor("m"), motor("n")], breaker(25, "C")).finding).toBe("none");
  });
});

describe("earth leakage", () => {
  // IEC 61008-1: 30 mA must hold up to 15 mA and trip at 30 mA.
  test.each([
    [[4, 5, 5], "holds", undefined],
    [[6, 7, 8], "may trip", undefined],
    [[11, 12, 13], "trips", undefined],
    [[28, 1, 1], "trips", "0"],
  ])("%j mA", (milliamps, holding, single) => {
    const sum = leakageSum(
      milliamps.map((m, i) => load(String(i), 1, { leakAmps: m / 1000 })),
      0.03,
    );
    expect(sum.holding).toBe(holding);
    expect(sum.single).toBe(single);
  });

  test("230 V over 20 kΩ leak 11.5 mA; nothing leaks through OL", () => {
    expect(leakAmps(230, 20_000)).toBeCloseTo(0.0115, 9);
    expect(leakAmps(230, Infinity)).toBe(0);
  });
});

describe("which load it is", () => {
  const loads = ["a", "b", "c", "d", "e", "f", "g"].map((id, i) => load(id, 1, { minutes: 0.5 + 0.4 * i }));

  test.each(STRATEGIES)("%s finds every load, and its forecast is the mean of its plays", (strategy) => {
    const plays = loads.map((l) => play(loads, [], strategy, settings(), l.id));
    expect(plays.map((p) => p.called)).toEqual(loads.map((l) => l.id));
    const mean = plays.reduce((sum, p) => sum + p.minutes, 0) / plays.length;
    expect(forecasts(loads, [], settings()).find((f) => f.strategy === strategy)!.minutes).toBeCloseTo(
      mean,
      6,
    );
  });

  test("one at a time spends one trip at most; halves spends few tries when a trip costs nothing", () => {
    for (const l of loads)
      expect(play(loads, [], "one at a time", settings(), l.id).trips).toBeLessThanOrEqual(1);
    const free = settings({ tripMinutes: 0 });
    const of = (s: (typeof STRATEGIES)[number]) =>
      forecasts(loads, [], free).find((f) => f.strategy === s)!.minutes;
    expect(of("least expected")).toBeLessThanOrEqual(of("one at a time") + 1e-9);
  });

  test("least expected is what trying every way of splitting gives", () => {
    const chance = new Map(loads.map((l, i) => [l.id, (i + 1) / 28]));
    const trip = 2;
    const cost = (list: readonly Load[]): number => {
      if (list.length < 2) return 0;
      const all = list.reduce((s, l) => s + chance.get(l.id)!, 0);
      const tries = list.slice(1).map((_, k) => {
        const [now, later] = [list.slice(0, k + 1), list.slice(k + 1)];
        const p = now.reduce((s, l) => s + chance.get(l.id)!, 0) / all;
        const minutes = now.reduce((s, l) => s + l.minutes, 0);
        return minutes + 1 + p * (trip + minutes + cost(now)) + (1 - p) * cost(later);
      });
      return Math.min(...tries);
    };
    expect(leastExpected(loads, chance, { tripMinutes: trip }).minutes).toBeCloseTo(cost(loads), 9);
  });

  test("begins with everything off; a trip then is the supply's or the outside's", () => {
    const first = nextStep(loads, [], "halves", settings());
    expect(first).toMatchObject({ kind: "connect", connected: [] });
    const tripped: StripStep[] = [
      { connected: [], tripped: true, spent: "reset" },
      { connected: [], tripped: true, spent: "reset" },
    ];
    const [supply, outside] = weighCauses(loads, tripped, limitOf(breaker(16)));
    expect([supply!.cause.kind, outside!.cause.kind]).toEqual(["supply", "outside"]);
    const pulled = weighCauses(loads, tripped, limitOf(breaker(16)), { tripped: true });
    expect(pulled[0]!.cause.kind).toBe("outside");
    expect(nextStep(loads, tripped, "halves", settings(), { tripped: true })).toMatchObject({
      kind: "called",
    });
  });

  test("names what goes back, and no more, and says that what has held stays on", () => {
    const named = loads.map((l) => ({ ...l, name: `Load ${l.id.toUpperCase()}` }));
    const held: StripStep[] = [{ connected: [], tripped: false, spent: "nothing" }];
    const first = nextStep(named, held, "one at a time", settings());
    const [tried] = first.kind === "connect" ? first.connected : [];
    expect(first).toMatchObject({ kind: "connect", why: `Put back Load ${tried!.toUpperCase()}.` });
    const second = nextStep(
      named,
      [...held, { connected: [tried!], tripped: false, spent: "nothing" }],
      "one at a time",
      settings(),
    );
    expect(second.kind === "connect" && second.why).toMatch(
      /^Put back Load [B-G]; what has held stays on\.$/,
    );
  });

  test("no more trips than the plan allows: then dead checks, and never another reset", () => {
    const steps: StripStep[] = [
      { connected: [], tripped: false, spent: "nothing" },
      { connected: ["a", "b", "c"], tripped: true, spent: "reset" },
      { connected: ["a", "b"], tripped: true, spent: "reset" },
    ];
    const next = nextStep(loads, steps, "halves", settings({ mostTrips: 2 }));
    expect(next).toMatchObject({ kind: "dead checks" });
    expect(next.kind === "dead checks" && next.why).toMatch(/2 resets are made: no more\. .*lamp in series/);
    // A lamp in series spends nothing.
    const lamp = steps.map((s) => ({ ...s, spent: "nothing" as const }));
    expect(nextStep(loads, lamp, "halves", settings({ mostTrips: 2 })).kind).toBe("connect");
  });

  test("a load that is over the limit by itself is called as that load, not as a sum", () => {
    const leaking = [load("a", 1, { leakAmps: 0.026 }), load("b", 1), load("c", 1)];
    const rcd = settings({ protection: { kind: "rcd", residualAmps: 0.03 } });
    expect(play(leaking, [], "least expected", rcd, "a").called).toBe("a");
  });

  test("the load that is known to leak is tried first", () => {
    const leaking = [load("a", 1), load("b", 1, { leakAmps: 0.012 }), load("c", 1)];
    const rcd = settings({ protection: { kind: "rcd", residualAmps: 0.03 } });
    const bare: StripStep[] = [{ connected: [], tripped: false, spent: "nothing" }];
    expect(nextStep(leaking, bare, "one at a time", rcd)).toMatchObject({ connected: ["b"] });
    // A large load is no likelier for being large.
    const heavy = [load("a", 1), load("b", 12), load("c", 1)];
    expect(nextStep(heavy, bare, "one at a time", settings())).toMatchObject({ connected: ["a"] });
  });

  test("a sum: each holds, all together trip", () => {
    const heavy = [load("a", 9), load("b", 8), load("c", 7)];
    const steps: StripStep[] = [{ connected: [], tripped: false, spent: "nothing" }];
    for (let turn = 0; turn < 12; turn++) {
      const next = nextStep(heavy, steps, "one at a time", settings());
      if (next.kind !== "connect") break;
      const sum = heavy.filter((l) => next.connected.includes(l.id)).reduce((s, l) => s + l.amps, 0);
      steps.push({ connected: next.connected, tripped: sum > 16, spent: sum > 16 ? "reset" : "nothing" });
    }
    expect(nextStep(heavy, steps, "one at a time", settings())).toMatchObject({
      kind: "called",
      cause: { cause: { kind: "sum" } },
    });
  });
});

describe("chances by hand", () => {
  const bare: StripStep = { connected: [], tripped: false, spent: "nothing" };
  const chances = (loads: Load[], steps: StripStep[], plug?: { tripped: boolean }) =>
    new Map(
      weighCauses(loads, steps, limitOf(breaker(16)), plug).map(({ cause, chance }) => [
        cause.kind === "load" ? cause.load : cause.kind,
        chance,
      ]),
    );

  // Starting weights: a load 1, the bare supply 0.5, outside 0.2, the sum only where it can be; a stray answer 1 in 100.
  test("one load and nothing tried: 1, 0.5 and 0.2 of 1.7", () => {
    const before = chances([load("a", 1)], []);
    expect(before.get("a")).toBeCloseTo(1 / 1.7, 12);
    expect(before.get("supply")).toBeCloseTo(0.5 / 1.7, 12);
    expect(before.get("outside")).toBeCloseTo(0.2 / 1.7, 12);
    expect(before.get("sum")).toBe(0);
  });

  test("the bare supply holds: 0.99 of the load's 1 against 0.01 of the others' 0.7", () => {
    expect(chances([load("a", 1)], [bare]).get("a")).toBeCloseTo(0.99 / (0.99 + 0.01 * 0.7), 12);
  });

  test("it trips with the unit's plug pulled: what lies before it", () => {
    const pulled = chances([load("a", 1)], [], { tripped: true });
    expect(pulled.get("outside")).toBeCloseTo((0.2 * 0.99) / (0.2 * 0.99 + 0.01 * 1.5), 12);
    expect(chances([load("a", 1)], [], { tripped: false }).get("outside")).toBeCloseTo(
      (0.2 * 0.01) / (0.2 * 0.01 + 0.99 * 1.5),
      12,
    );
  });

  test("the sum can be it where all together are too much and none is by itself", () => {
    expect(chances([load("a", 9), load("b", 8)], []).get("sum")).toBeCloseTo(0.4 / 3.1, 12);
    expect(chances([load("a", 8), load("b", 8)], []).get("sum")).toBe(0);
    expect(chances([load("a", 17), load("b", 1)], []).get("sum")).toBe(0);
  });

  test("a load that leaks half of what must hold is likelier by 9 times its share", () => {
    const rcd = limitOf({ kind: "rcd", residualAmps: 0.03 });
    const [a, b] = ["a", "b"].map((id) => load(id, 1, id === "a" ? { leakAmps: 0.0075 } : {}));
    const of = new Map(
      weighCauses([a!, b!], [], rcd).map((c) => [
        c.cause.kind === "load" ? c.cause.load : c.cause.kind,
        c.chance,
      ]),
    );
    expect(of.get("a")! / of.get("b")!).toBeCloseTo(1 + 9 * 0.5, 9);
  });
});

describe("a lamp in series", () => {
  test("lights fully on a short and passes no more than its own current: 100 W at 230 V are 0.43 A", () => {
    const short = seriesLamp(230, 100, 0);
    expect(short.glow).toBe("bright");
    expect(short.shortAmps).toBeCloseTo(100 / 230, 9);
    expect(short.loadVolts).toBeCloseTo(0, 6);
  });
  test("stays dark before a small load", () => {
    expect(seriesLamp(230, 100, 10_000).glow).toBe("dark");
    // The divider holds: volts across lamp and load make the supply.
    const { loadVolts } = seriesLamp(230, 100, 300);
    const across = 230 - loadVolts;
    const lampOhms = 529 * (1 / 12 + (11 / 12) * (across / 230));
    expect(across / loadVolts).toBeCloseTo(lampOhms / 300, 6);
  });
});

describe("the loads of a unit", () => {
  test("the glasswasher's heater draws 230 V / 26.45 Ω less what the wires take; its motors start at several times that", () => {
    const loads = unitLoads(demoUnits().get("glasswasher-gw4")!);
    const heater = loads.find((l) => l.id === "HT1")!;
    expect(heater.amps).toBeGreaterThan(8.3);
    expect(heater.amps).toBeLessThan(230 / 26.45);
    expect(loads.find((l) => l.id === "M1")!.startAmps! / loads.find((l) => l.id === "M1")!.amps).toBeCloseTo(
      5,
      9,
    );
  });
  test("the prover's protection: a leakage device of 30 mA and a breaker of 16 A", () => {
    expect(unitProtections(demoUnits().get("prover-pc2")!).map((p) => p.protection)).toEqual([
      { kind: "rcd", residualAmps: 0.03 },
      { kind: "breaker", amps: 16, curve: "C" },
    ]);
  });

  test("through the mains fuse a load on a low rail draws by its power, not by its amps", () => {
    const dock = demoUnits().get("dock-bd3")!;
    const screen = (device?: string) => unitLoads(dock, device).find((l) => l.id === "SCR")!.amps;
    // 0.8 A at 5 V are 4 W: some 0.02 A at 230 V, more with what the converters lose.
    expect(screen("F2")).toBeCloseTo(0.8, 1);
    expect(screen("F1")).toBeLessThan(0.1);
    expect(screen("F1")).toBeGreaterThan(0.015);
  });

  test("a load on another branch is none of this device's: the roaster's drum motor is not behind its 24 V fuse", () => {
    const roaster = demoUnits().get("roaster-dr6")!;
    const behind = (device: string) => unitLoads(roaster, device).map((l) => l.id);
    expect(behind("F1")).toContain("M1");
    expect(behind("F2")).not.toContain("M1");
    expect(behind("F2")).toContain("GV1");
  });

  test("a load behind a relay is tried where it is called; a plug that leaves a lead says so", () => {
    const loads = unitLoads(demoUnits().get("prover-pc2")!);
    const heater = loads.find((l) => l.id === "HT1")!;
    expect(heater.runIn?.state).toBe("prove");
    expect(heater.leaves).toEqual(["2"]);
    // The board that calls it is no load to take off; what draws as soon as the unit is on needs no call.
    expect(loads.map((l) => l.id)).not.toContain("MC");
    const screen = unitLoads(demoUnits().get("dock-bd3")!).find((l) => l.id === "SCR")!;
    expect(screen.runIn).toBeUndefined();
    const bare: StripStep[] = [{ connected: [], tripped: false, spent: "nothing" }];
    const next = nextStep([heater, load("x", 1)], bare, "one at a time", settings());
    expect(next).toMatchObject({ kind: "connect", run: [{ load: heater.name, state: heater.runIn!.name }] });
    // Once it has held there it need not be run again.
    const held: StripStep[] = [...bare, { connected: ["HT1"], tripped: false, spent: "nothing" }];
    const left = nextStep([heater, load("x", 1), load("y", 1)], held, "one at a time", settings());
    expect(left).toMatchObject({ kind: "connect", run: [] });
  });
});

describe("a load that others must be on for", () => {
  const fill = load("fill", 1);
  const heat = load("heat", 5, { needs: ["fill"], runIn: { state: "heat", name: "Heat" } });
  const bare: StripStep = { connected: [], tripped: false, spent: "nothing" };

  test("has not held while what it needs was off", () => {
    const alone: StripStep = { connected: ["heat"], tripped: false, spent: "nothing" };
    expect(isCleared(heat, [alone])).toBe(false);
    expect(isCleared(heat, [{ ...alone, connected: ["heat", "fill"] }])).toBe(true);
    const chance = (steps: StripStep[]) =>
      weighCauses([fill, heat, load("x", 1)], steps, limitOf(breaker(16))).find(
        (c) => c.cause.kind === "load" && c.cause.load === "heat",
      )!.chance;
    expect(chance([bare, alone])).toBeGreaterThan(
      10 * chance([bare, { ...alone, connected: ["heat", "fill"] }]),
    );
  });

  test("is put back with it", () => {
    const next = nextStep([heat, fill], [bare], "one at a time", settings());
    expect(next.kind === "connect" && [...next.connected].sort()).toEqual(
      next.kind === "connect" && next.connected.includes("heat") ? ["fill", "heat"] : ["fill"],
    );
    for (const strategy of STRATEGIES)
      expect(play([fill, heat, load("x", 1)], [], strategy, settings(), "heat").called).toBe("heat");
  });

  test("where it and what it needs have tripped together, the next try leaves one of them off", () => {
    const tripped: StripStep = { connected: ["fill", "heat"], tripped: true, spent: "reset" };
    const next = nextStep(
      [heat, fill, load("x", 1, { weight: 0.1 })],
      [bare, tripped],
      "one at a time",
      settings(),
    );
    // Alone "heat" would not be called; the same two again would tell nothing.
    expect(next).toMatchObject({ kind: "connect" });
    const connected = next.kind === "connect" ? [...next.connected].sort() : [];
    expect(connected).not.toEqual(["fill", "heat"]);
    expect(connected.includes("fill") !== connected.includes("heat")).toBe(true);
  });

  test("of the demo units: nothing heats before it has filled, nothing lights before its fan has proved itself", () => {
    const needs = (unit: string, id: string) => {
      const model = demoUnits().get(unit)!;
      return withNeeds(model, unitLoads(model)).find((l) => l.id === id)!.needs;
    };
    expect(needs("glasswasher-gw4", "HT1")).toEqual(["Y1"]);
    expect(needs("roaster-dr6", "IG1")).toContain("M2");
    expect(needs("dock-bd3", "SCR")).toBeUndefined();
  });
});

describe("a plan for twenty-four loads", () => {
  const many = Array.from({ length: 24 }, (_, i) =>
    load(`l${i}`, 1 + (i % 3), { minutes: 0.5 + 0.4 * (i % 5), weight: 1 + (i % 4) }),
  );
  test("finds each of them, and counts what was spent", () => {
    for (const hidden of [many[0]!, many[11]!, many[23]!])
      expect(play(many, [], "least expected", settings(), hidden.id).called).toBe(hidden.id);
    const steps: StripStep[] = [
      { connected: [], tripped: false, spent: "nothing" },
      { connected: ["l0"], tripped: true, spent: "reset" },
      { connected: ["l1"], tripped: true, spent: "nothing" },
    ];
    const plan = planStrip({ loads: many, steps, strategy: "halves", settings: settings() });
    expect(plan.spent).toBe(1);
    expect(plan.costs.map((c) => c.strategy)).toEqual([...STRATEGIES]);
    expect(plan.causes[0]!.chance).toBeGreaterThanOrEqual(plan.causes[1]!.chance);
  });
});

describe("halves", () => {
  const weighted = (weights: readonly number[]) => weights.map((weight, i) => load(`w${i}`, 0.1, { weight }));
  const begun: StripStep[] = [{ connected: [], tripped: false, spent: "nothing" }];
  const first = (weights: readonly number[]) => {
    const next = nextStep(weighted(weights), begun, "halves", settings());
    return next.kind === "connect" ? next.connected : [];
  };
  // The run of the likeliest whose chance is nearest to half of all.
  test.each([
    [[1, 1, 1, 1], 2],
    [[1, 1], 1],
    [[9, 1, 1, 1], 1],
    [[3, 3, 1, 1], 1],
    [[2, 2, 2, 2, 2, 2], 3],
    [[4, 3, 2, 1], 1],
    [[1, 1, 1, 1, 1], 2],
  ] as const)("of chances %j the first %d are put back", (weights, count) => {
    expect(first(weights)).toHaveLength(count);
    // The likeliest come first.
    expect(first(weights)[0]).toBe("w0");
  });

  // Everything else has held: one of four alike is the cause, or with chances 9, 1, 1, 1 the first in nine of twelve.
  test.each([
    [[1, 1, 1, 1], 1 / 2],
    [[9, 1, 1, 1], 9 / 12],
    [[2, 2, 2, 2, 2, 2], 1 / 2],
  ])("of chances %j the next try trips at %d", (weights, chance) => {
    const next = nextStep(weighted(weights), begun, "halves", settings());
    expect(next.kind === "connect" && Math.abs(next.trips - chance)).toBeLessThan(0.06);
  });
});
