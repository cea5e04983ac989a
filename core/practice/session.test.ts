import { describe, expect, test } from "@jest/globals";
import { demoUnit } from "../../tests/support/demoUnits.ts";
import type { Fault } from "../unit/index.ts";
import { freshTruth, PracticeSession, signsOf, type Hidden, type PracticeAction } from "./index.ts";

const unit = demoUnit("glasswasher-gw4");
const itemOf = (part: string, of = unit) => of.parts.find((p) => p.id === part)!.item;

function hiddenOf(faults: readonly Fault[], over: Partial<Hidden> = {}, of = unit): Hidden {
  return {
    faults,
    complaint: "Does not work.",
    signs: signsOf(of, freshTruth(of, faults)),
    items: faults.map((f) => itemOf(f.part, of)),
    ...over,
  };
}

/** A learner whose clock runs on by some seconds with every action. */
class Learner {
  readonly session: PracticeSession;
  clock = 0;
  constructor(hidden: Hidden, of = unit, seed = 1) {
    this.session = new PracticeSession(of, hidden, seed);
  }
  take(action: PracticeAction, seconds = 1) {
    this.clock += seconds;
    return this.session.take({ action, clock: this.clock });
  }
  start() {
    this.take({ do: "power", on: true });
    this.take({ do: "set", input: "program", to: "started" });
  }
  /** The display once it rests. */
  reads(fn: "vac" | "vdc" | "ohm", red: string, black: string) {
    const { shown } = this.take({ do: "measure", fn, red, black });
    return shown.kind === "reading" ? shown.frames.at(-1)! : undefined;
  }
  get snapshot() {
    return this.session.snapshot(this.clock);
  }
}

const cutOutOpen = () => new Learner(hiddenOf([{ part: "TC1", mode: "open" }]));

describe("the simulated unit", () => {
  test("runs its own sequence in time: it fills, washes, and heats in vain until it gives up with its code", () => {
    const learner = cutOutOpen();
    learner.take({ do: "power", on: true });
    learner.clock += 600;
    expect(learner.snapshot).toMatchObject({ isOn: true, works: { "display-lit": "well", fills: "not" } });
    learner.take({ do: "set", input: "program", to: "started" });
    learner.clock += 30;
    expect(learner.snapshot.works).toMatchObject({ fills: "well", washes: "not" });
    learner.clock += 60;
    expect(learner.snapshot.works).toMatchObject({ fills: "not", washes: "well" });
    learner.clock += 120;
    expect(learner.snapshot.works).toMatchObject({ washes: "not", doses: "well", "rinse-hot": "not" });
    expect(learner.snapshot.code).toBeUndefined();
    learner.clock += 1200;
    const step = unit.sequence!.steps.find((s) => s.state === "rinse-heat")!;
    expect(learner.snapshot.code).toBe(step.failure!.code);
  });

  test("with the water shut it does not come to the wash, and does once it is opened in time", () => {
    const shut = cutOutOpen();
    shut.take({ do: "set", input: "water", to: "off" });
    shut.start();
    shut.clock += 60;
    expect(shut.snapshot.works).toMatchObject({ fills: "well", washes: "not" });
    shut.take({ do: "set", input: "water", to: "on" });
    shut.clock += 65;
    expect(shut.snapshot.works).toMatchObject({ fills: "not", washes: "well" });
  });

  test("reads as the fault leaves it: volts before the open cut-out, none behind it, and no ohms through it", () => {
    const learner = cutOutOpen();
    learner.start();
    learner.clock += 250;
    expect(learner.reads("vac", "P4.3", "P1.2")).toBeCloseTo(230, -1);
    learner.take({ do: "power", on: false });
    expect(learner.reads("ohm", "TC1.1", "TC1.2")).toBe(Infinity);
    // 230 V, 2 kW by its plate: 26.45 Ω.
    const heater = unit.parts.find((p) => p.id === "HT1")!.parameters as { volts: number; watts: number };
    expect(learner.reads("ohm", "HT1.1", "HT1.2")).toBeCloseTo(heater.volts ** 2 / heater.watts, 0);
  });

  test("a display creeps up on its reading and rests on the meter's steps", () => {
    const learner = cutOutOpen();
    learner.start();
    learner.clock += 250;
    const { shown } = learner.take({ do: "measure", fn: "vac", red: "P4.3", black: "P1.2" });
    const frames = shown.kind === "reading" ? shown.frames : [];
    expect(frames).toHaveLength(3);
    expect([...frames].sort((a, b) => a - b)).toEqual(frames);
    expect(Math.abs(frames[2]! * 10 - Math.round(frames[2]! * 10))).toBeLessThan(1e-6);
  });

  test("what comes and goes is away at first, and there for a while once the looms are moved", () => {
    const hidden = hiddenOf([{ part: "TC1", mode: "open" }], { comesAndGoes: true });
    const learner = new Learner(hidden);
    expect(learner.reads("ohm", "TC1.1", "TC1.2")).toBeLessThan(1);
    learner.take({ do: "provoke", how: "wiggle" });
    expect(learner.reads("ohm", "TC1.1", "TC1.2")).toBe(Infinity);
    learner.clock += 20;
    const seen = new Set<number | undefined>();
    for (let i = 0; i < 60; i++) {
      learner.clock += 20;
      seen.add(Number.isFinite(learner.reads("ohm", "TC1.1", "TC1.2")) ? 0 : 1);
    }
    expect(seen.size).toBe(2);
  });

  test("a store has fallen below what its hazard asks for by the end of its wait", () => {
    const inverter = demoUnit("extractor-sx4");
    const hazard = inverter.hazards.find((h) => h.kind === "stored-energy")!;
    const learner = new Learner(hiddenOf([{ part: "S1", mode: "open" }], {}, inverter), inverter);
    const net = (id: string) => inverter.parts.find((p) => p.id === "C1")!.terminals[id];
    const at = (wanted: string | undefined) =>
      inverter.points.find(
        (p) =>
          p.net === wanted ||
          inverter.parts.some((x) =>
            Object.entries(x.terminals).some(
              ([t, n]) => n === wanted && `${x.id}.${t}` === (p.terminal ?? p.id),
            ),
          ),
      )!.id;
    const [plus, minus] = [at(net("a")), at(net("b"))];
    learner.take({ do: "power", on: true });
    learner.clock += 30;
    const live = learner.reads("vdc", plus, minus)!;
    // 230 V rectified: about 325 V.
    expect(live).toBeGreaterThan(290);
    learner.take({ do: "power", on: false });
    const early = learner.reads("vdc", plus, minus)!;
    expect(early).toBeGreaterThan(0.8 * live);
    learner.clock += hazard.waitSeconds! - 1;
    expect(learner.reads("vdc", plus, minus)).toBeLessThan(hazard.confirmBelowVolts!);
  });
});

describe("the end of an exercise", () => {
  test("is right once what was hidden is put right", () => {
    const learner = cutOutOpen();
    learner.take({ do: "call", item: itemOf("TC1") });
    expect(learner.take({ do: "finish" }).shown).toEqual({ kind: "finished", right: true });
    expect(learner.session.money).toBe(unit.items.find((i) => i.id === itemOf("TC1"))!.price);
    expect(learner.take({ do: "power", on: true }).shown).toMatchObject({ kind: "refused" });
  });

  test("is wrong with the fault still in, and the part was bought in vain", () => {
    const learner = cutOutOpen();
    const { slips } = learner.take({ do: "call", item: itemOf("HT1") });
    expect(slips.map((s) => s.kind)).toEqual(["bought in vain"]);
    expect(learner.take({ do: "finish" }).shown).toEqual({ kind: "finished", right: false });
  });

  test("needs both of two faults, and every plug and jumper where it belongs", () => {
    const both = hiddenOf([
      { part: "TC1", mode: "open" },
      { part: "Y1", mode: "coil-open" },
    ]);
    const one = new Learner(both);
    one.take({ do: "call", item: itemOf("TC1") });
    expect(one.take({ do: "finish" }).shown).toMatchObject({ right: false });
    const two = new Learner(both);
    two.take({ do: "call", item: itemOf("TC1") });
    two.take({ do: "call", item: itemOf("Y1") });
    const lift = unit.lifts[0]!.id;
    two.take({ do: "lift", lift, off: true });
    const end = two.take({ do: "finish" });
    expect(end.shown).toMatchObject({ right: false });
    expect(end.slips.map((s) => s.kind)).toEqual(["left off"]);
    const bridged = cutOutOpen();
    bridged.take({ do: "call", item: itemOf("TC1") });
    bridged.take({ do: "jumper", from: "HT1.1", to: "HT1.2", on: true });
    expect(bridged.take({ do: "finish" }).slips.map((s) => s.kind)).toEqual(["left bridged"]);
  });
});

describe("slips cost", () => {
  const kinds = (learner: Learner, action: PracticeAction) => learner.take(action).slips.map((s) => s.kind);

  test("ohms across live volts blow the meter's fuse; between dead points under power they only tell nothing", () => {
    const learner = cutOutOpen();
    learner.start();
    learner.clock += 250;
    const step = learner.take({ do: "measure", fn: "ohm", red: "P4.3", black: "P1.2" });
    expect(step.shown).toEqual({ kind: "meter fuse" });
    expect(step.slips).toMatchObject([{ kind: "ohms on live", danger: true }]);
    expect(step.check).toBeUndefined();
    const harmless = learner.take({ do: "measure", fn: "ohm", red: "TC1.2", black: "HT1.1" });
    expect(harmless.shown.kind).toBe("reading");
    expect(harmless.check).toBeUndefined();
  });

  test("plugs, jumpers and parts are moved dead", () => {
    const learner = cutOutOpen();
    const lift = unit.lifts[0]!.id;
    expect(kinds(learner, { do: "lift", lift, off: true })).toEqual([]);
    expect(kinds(learner, { do: "lift", lift, off: false })).toEqual([]);
    learner.start();
    expect(kinds(learner, { do: "lift", lift, off: true })).toEqual(["lift under power"]);
    expect(kinds(learner, { do: "swap", item: itemOf("TC1") })).toEqual(["fit under power"]);
  });

  test("a jumper across what guards is one, whether or not it is taken off again; across a load it is none", () => {
    const learner = cutOutOpen();
    expect(kinds(learner, { do: "jumper", from: "TC1.1", to: "TC1.2", on: true })).toEqual(["guard bridged"]);
    expect(kinds(learner, { do: "jumper", from: "TC1.1", to: "TC1.2", on: false })).toEqual([]);
    expect(kinds(learner, { do: "jumper", from: "Y1.1", to: "Y1.2", on: true })).toEqual([]);
  });

  test("a reset is free once, and a slip from then on", () => {
    const learner = new Learner(hiddenOf([{ part: "HT1", mode: "open" }]));
    expect(kinds(learner, { do: "reset", part: "F1" })).toEqual([]);
    expect(kinds(learner, { do: "reset", part: "F1" })).toEqual(["reset again"]);
  });

  describe("a stored charge", () => {
    const inverter = demoUnit("extractor-sx4");
    const { waitSeconds } = inverter.hazards.find((h) => h.kind === "stored-energy")!;
    const item = itemOf("S1", inverter);
    const switchedOff = (faults: readonly Fault[], wait: number, of = inverter) => {
      const learner = new Learner(hiddenOf(faults, {}, of), of);
      learner.take({ do: "power", on: true });
      learner.clock += 20;
      learner.take({ do: "power", on: false });
      learner.clock += wait;
      return learner;
    };
    const doorSwitch: Fault = { part: "S1", mode: "open" };
    /** Neither the bleeder nor the control supply draws on the link any more. */
    const hardlyDrawn: readonly Fault[] = [
      { part: "R2", mode: "open" },
      { part: "PS1", mode: "dead" },
    ];

    test("is left alone until its wait is over", () => {
      const pull = (wait: number) => kinds(switchedOff([doorSwitch], wait), { do: "swap", item });
      expect(pull(waitSeconds! - 2)).toEqual(["charge touched"]);
      expect(pull(waitSeconds!)).toEqual([]);
    });

    test("that hardly anything draws on stands after the wait that the unit names, and is a slip still", () => {
      const hazards = inverter.hazards.map((h) =>
        h.kind === "stored-energy" ? { ...h, waitSeconds: 100 } : h,
      );
      const hasty = { ...inverter, hazards };
      expect(kinds(switchedOff(hardlyDrawn, 101, hasty), { do: "swap", item })).toContain("charge touched");
      expect(kinds(switchedOff([doorSwitch], 101, hasty), { do: "swap", item })).toEqual([]);
    });

    /**
     * By hand: 1 MΩ of leak beside the 500 kΩ of the supply's filter, at 470 µF: 157 s. 322 V · e^(−100/157) = 170 V,
     * and half a volt after a quarter of an hour more.
     */
    test("falls as the circuit draws on it", () => {
      const link = (seconds: number) => switchedOff(hardlyDrawn, seconds).reads("vdc", "LP", "GL")!;
      expect(link(100)).toBeGreaterThan(166);
      expect(link(100)).toBeLessThan(174);
      expect(link(1000)).toBeLessThan(1);
    });
  });

  test("now and then a probe slips on crowded live pins, and never on dead ones", () => {
    const hidden = hiddenOf([{ part: "Y1", mode: "coil-open" }]);
    const slipped = (on: boolean) => {
      let count = 0;
      for (let seed = 1; seed <= 200; seed++) {
        const learner = new Learner(hidden, unit, seed);
        if (on) learner.start();
        learner.clock += 30;
        count += kinds(learner, { do: "measure", fn: "vac", red: "P4.1", black: "P1.2" }).length;
      }
      return count;
    };
    // One in forty of 200.
    const live = slipped(true);
    expect(live).toBeGreaterThan(0);
    expect(live).toBeLessThan(15);
    expect(slipped(false)).toBe(0);
  });
});

describe("what the eyes tell", () => {
  const look = (learner: Learner, observation: string) => {
    const { shown } = learner.take({ do: "look", observation });
    return shown.kind === "seen" ? shown.answer : shown.kind;
  };

  test("is not told before the unit has come to it", () => {
    const learner = cutOutOpen();
    expect(look(learner, "fills")).toBe("not yet");
    learner.start();
    expect(look(learner, "washes")).toBe("not yet");
    learner.clock += 100;
    expect([look(learner, "fills"), look(learner, "washes"), look(learner, "K2-clicks")]).toEqual([
      "yes",
      "yes",
      "yes",
    ]);
    learner.clock += 1500;
    expect(look(learner, "rinse-hot")).toBe("no");
  });

  test("a dead board is seen to do nothing at once", () => {
    const learner = new Learner(hiddenOf([{ part: "F1", mode: "blown" }]));
    learner.start();
    expect([look(learner, "display-lit"), look(learner, "fills")]).toEqual(["no", "no"]);
  });

  test("names what does not exist", () => {
    const learner = cutOutOpen();
    expect(learner.take({ do: "look", observation: "nothing" }).shown).toEqual({
      kind: "refused",
      what: "nothing",
    });
    expect(learner.take({ do: "measure", fn: "vac", red: "X9.9", black: "P1.2" }).shown.kind).toBe("refused");
    expect(learner.take({ do: "set", input: "door", to: "ajar" }).shown.kind).toBe("refused");
    expect(learner.take({ do: "feed", part: "F1" }).shown.kind).toBe("refused");
    expect(learner.take({ do: "call", item: "no item" }).shown.kind).toBe("refused");
  });
});
