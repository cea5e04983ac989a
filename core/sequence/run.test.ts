import { describe, expect, test } from "@jest/globals";
import { createActor, createMachine, SimulatedClock, type AnyStateMachine } from "xstate";
import { seeded } from "../../tests/support/random.ts";
import { readUnitOrThrow, type Board, type UnitModel } from "../unit/index.ts";
import { lintSequence, runSequence, stepTimes, World } from "./index.ts";

type Written = { [K in keyof Board]?: unknown } & { steps: object[]; start: string };

/** A lamp L1 on a 24 V supply behind output Q1, a heater behind Q2, a switch S1 that the board senses at 24 V. */
function unitWith(sequence: Partial<Written>): UnitModel {
  const load = (id: string, node: string) => ({
    id,
    name: id,
    type: "rail-load",
    terminals: { plus: "P", minus: node },
    parameters: { ohms: 100 },
  });
  const output = (id: string, node: string) => ({
    id,
    name: id,
    type: "low-side-output",
    terminals: { out: node, ground: "M" },
  });
  return readUnitOrThrow({
    format: "zygodrome-unit",
    version: 1,
    id: "bench",
    name: "Bench",
    ground: "M",
    parts: [
      {
        id: "IN",
        name: "Supply",
        type: "dc-supply",
        terminals: { plus: "P", minus: "M" },
        parameters: { volts: 24 },
      },
      load("L1", "N1"),
      output("Q1", "N1"),
      load("H1", "N2"),
      output("Q2", "N2"),
      {
        id: "S1",
        name: "Switch",
        type: "switch",
        terminals: { a: "P", b: "SENSE" },
        parameters: { rest: "open" },
      },
      {
        id: "R1",
        name: "Sense",
        type: "resistor",
        terminals: { a: "SENSE", b: "M" },
        parameters: { ohms: 1000 },
      },
      { id: "F1", name: "Fuse", type: "fuse", terminals: { a: "P", b: "PF" }, parameters: { amps: 1 } },
      {
        id: "R2",
        name: "Behind the fuse",
        type: "resistor",
        terminals: { a: "PF", b: "M" },
        parameters: { ohms: 100 },
      },
    ],
    states: [{ id: "on", name: "On", power: "live" }],
    sequence: {
      name: "Bench board",
      inputs: [{ id: "sensed", name: "switch closed", from: "SENSE", to: "M", above: 12 }],
      effects: [
        {
          id: "proof",
          name: "the lamp closes the switch",
          works: ["L1"],
          seconds: 5,
          fades: 2,
          positions: { S1: "closed" },
        },
      ],
      ...sequence,
    },
  });
}

const run = (sequence: Partial<Written>, ...faults: string[]) =>
  runSequence(
    new World(unitWith(sequence)),
    faults.map((name) => {
      const [part, mode] = name.split(":") as [string, string];
      return { part, mode };
    }),
  );

const proving: Written = {
  start: "prove",
  codes: [{ id: "E1", name: "not proven" }],
  steps: [
    {
      id: "prove",
      name: "Prove",
      drives: ["Q1"],
      expects: [{ input: "sensed" }],
      within: 8,
      next: "work",
      failure: { retries: 2, code: "E1", to: "stop" },
    },
    { id: "work", name: "Work", drives: ["Q1", "Q2"], waits: 30, next: "end" },
    { id: "end", name: "End" },
    { id: "stop", name: "Stop" },
  ],
};

describe("proofs, retries and watches", () => {
  test("a proof that comes after 5 s is waited for; then the work takes its 30 s", () => {
    const { reached, end, seconds, worked } = run(proving);
    expect(reached).toEqual(["prove", "work", "end"]);
    // At 35 s it ends; the switch falls back 2 s after the lamp is off.
    expect({ end: end.kind, seconds }).toEqual({ end: "rest", seconds: 37 });
    expect([...worked].sort()).toEqual(["H1", "L1"]);
  });

  test("its steps lie one after the other: 5 s to the proof, 30 s of work, 2 s until the switch has fallen back", () => {
    expect(stepTimes(run(proving))).toEqual({
      steps: { prove: { from: 0, to: 5 }, work: { from: 5, to: 35 }, end: { from: 35, to: 37 } },
      seconds: 37,
    });
  });

  test("a step that is tried again lasts from its first entry to its last end; one never entered has no time", () => {
    expect(stepTimes(run(proving, "S1:open")).steps).toEqual({
      prove: { from: 0, to: 24 },
      stop: { from: 24, to: 26 },
    });
  });

  test("without the proof it tries three times 8 s and stops with its code", () => {
    const { reached, failedAt, code, seconds } = run(proving, "S1:open");
    expect({ reached, failedAt, code, seconds }).toEqual({
      reached: ["prove", "stop"],
      failedAt: "prove",
      code: "E1",
      seconds: 26,
    });
  });

  test("a lamp that does not light proves nothing", () => {
    expect(run(proving, "L1:open").code).toBe("E1");
    expect(run(proving, "Q1:dead").worked.has("L1")).toBe(false);
  });

  test("a watch breaks off whatever the step does; without a step to go to it locks out", () => {
    const watched = {
      ...proving,
      watches: [{ id: "w", name: "switch", input: "sensed", steps: ["work"], code: "E1" }],
    };
    expect(run(watched).end.kind).toBe("rest");
    const broken = run({ ...watched, effects: [] }, "S1:welded");
    expect(broken.end.kind).toBe("rest");
    const loose = run({
      ...watched,
      steps: [{ id: "prove", name: "Prove", waits: 3, next: "work" }, ...proving.steps.slice(1)],
    });
    expect(loose).toMatchObject({ end: { kind: "lock-out", code: "E1" }, failedAt: "work", seconds: 3 });
  });

  test("an output that protects itself lets go above its current", () => {
    const guarded = (amps: number) =>
      run({ ...proving, protections: [{ output: "Q2", amps, code: "E1" }] }).end.kind;
    // 24 V over 102 Ω is 0.235 A.
    expect(guarded(0.3)).toBe("rest");
    expect(guarded(0.2)).toBe("lock-out");
  });

  test("a fuse that opens on the way stays open", () => {
    const board: Written = {
      start: "a",
      effects: [],
      steps: [
        { id: "a", name: "A", waits: 1, next: "b" },
        { id: "b", name: "B" },
      ],
      alive: [],
    };
    const unit = unitWith(board);
    unit.parts.find((p) => p.id === "R2")!.parameters = { ohms: 4, tolerance: 0.05 };
    expect(runSequence(new World(unit), []).opened).toEqual([{ part: "F1", mode: "blown", why: "current" }]);
  });

  test("steps that go round for ever are a cycle; a round without time hits no clock and is one too", () => {
    const blink: Written = {
      start: "on",
      effects: [],
      steps: [
        { id: "on", name: "On", drives: ["Q1"], waits: 1, next: "off" },
        { id: "off", name: "Off", waits: 1, next: "on" },
      ],
    };
    expect(run(blink).end.kind).toBe("cycle");
    const instant = {
      ...blink,
      steps: [
        { id: "on", name: "On", next: "off" },
        { id: "off", name: "Off", next: "on" },
      ],
    };
    expect(run(instant).end.kind).toBe("cycle");
  });

  test("an effect that undoes its own cause swings without end and is stopped", () => {
    const swing = run({
      start: "swing",
      effects: [
        {
          id: "proof",
          name: "closes",
          when: [{ input: "sensed", is: false }],
          seconds: 1,
          fades: 1,
          positions: { S1: "closed" },
        },
      ],
      steps: [{ id: "swing", name: "Swing" }],
    });
    expect(swing.end.kind).toBe("bound");
    expect(swing.moments.length).toBeLessThan(500);
  });
});

describe("what the lint says of a sequence", () => {
  test.each<[string, Partial<Written>, string]>([
    [
      "a step that nothing leads to",
      { ...proving, steps: [...proving.steps, { id: "lost", name: "Lost" }] },
      "unreachable-step sequence.steps[4]",
    ],
    [
      "a round without time",
      {
        start: "a",
        effects: [],
        steps: [
          { id: "a", name: "A", next: "b" },
          { id: "b", name: "B", next: "a" },
        ],
      },
      "timeless-loop sequence.steps[0]",
    ],
    [
      "a failure without a time",
      { ...proving, steps: [{ ...proving.steps[0], within: undefined }, ...proving.steps.slice(1)] },
      "never-fails sequence.steps[0].within",
    ],
    [
      "an input that nothing looks at",
      { start: "a", steps: [{ id: "a", name: "A" }] },
      "unused-input sequence.inputs[0]",
    ],
    ["a healthy unit that stops with a code", { ...proving, effects: [] }, "bad-end sequence.steps"],
  ])("%s", (_name, sequence, wanted) => {
    expect(lintSequence(unitWith(sequence)).map((f) => `${f.rule} ${f.path}`)).toContain(wanted);
  });

  test.each<[string, Partial<Written>, RegExp]>([
    [
      "a drive of no output",
      { start: "a", steps: [{ id: "a", name: "A", drives: ["L1"] }] },
      /sequence\.steps\[0\]\.drives\[0\]: there is no output of a board “L1”/,
    ],
    [
      "an input without a threshold",
      { ...proving, inputs: [{ id: "sensed", name: "x", from: "SENSE", to: "M" }] },
      /sequence\.inputs\[0\]: input “sensed” has no threshold/,
    ],
    [
      "a step that is not there",
      { start: "a", steps: [{ id: "a", name: "A", next: "b" }] },
      /sequence\.steps\[0\]\.next: there is no step “b”/,
    ],
    [
      "an environment without that setting",
      {
        ...proving,
        environment: [
          {
            id: "e",
            name: "E",
            rest: "on",
            run: "off",
            settings: [
              { id: "on", name: "on" },
              { id: "of", name: "of" },
            ],
          },
        ],
      },
      /there is no setting “off”/,
    ],
  ])("%s is refused when the file is read", (_name, sequence, words) => {
    expect(() => unitWith(sequence)).toThrow(words);
  });
});

/** Generated machines against xstate, a general statechart library, on its simulated clock. */
describe("the same machine in another interpreter", () => {
  test.each(Array.from({ length: 25 }, (_, i) => i + 1))("seed %d", (seed) => {
    const random = seeded(seed);
    const count = 3 + Math.floor(random() * 6);
    const pick = () => `s${Math.floor(random() * count)}`;
    const settings = { door: random() < 0.5 ? "open" : "shut", call: random() < 0.5 ? "yes" : "no" };
    const steps = Array.from({ length: count }, (_, i) => ({
      id: `s${i}`,
      waits: 1 + Math.floor(random() * 20),
      next: pick(),
      // Onward only: a round of steps that leave at once would never let the clock move.
      leaves:
        i < count - 1 && random() < 0.4
          ? [
              {
                environment: random() < 0.5 ? "door" : "call",
                to: `s${i + 1 + Math.floor(random() * (count - 1 - i))}`,
              },
            ]
          : [],
      // A proof that never comes: S1 stays open.
      proof: random() < 0.3,
      within: 2 + Math.floor(random() * 10),
      to: pick(),
    }));
    const wanted = { door: "open", call: "yes" };
    const unit = unitWith({
      start: "s0",
      effects: [],
      environment: [
        {
          id: "door",
          name: "Door",
          rest: "shut",
          run: settings.door,
          settings: [
            { id: "shut", name: "shut" },
            { id: "open", name: "open" },
          ],
        },
        {
          id: "call",
          name: "Call",
          rest: "no",
          run: settings.call,
          settings: [
            { id: "no", name: "no" },
            { id: "yes", name: "yes" },
          ],
        },
      ],
      steps: steps.map(({ id, waits, next, leaves, proof, within, to }) => ({
        id,
        name: id,
        waits,
        next,
        leaves: leaves
          .filter((l) => l.to !== id)
          .map((l) => ({
            when: [{ environment: l.environment, is: wanted[l.environment as "door" | "call"] }],
            to: l.to,
          })),
        ...(proof ? { expects: [{ input: "sensed" }], within, failure: { to } } : {}),
      })),
    });
    const ours = runSequence(new World(unit), []).moments.flatMap((m, i, all) =>
      i === 0 || all[i - 1]!.step !== m.step || all[i - 1]!.at !== m.at ? [`${m.step}@${m.at}`] : [],
    );
    const theirs = visits(steps, settings, wanted);
    const entries = dedupe(ours);
    expect(entries.length).toBeGreaterThan(0);
    expect(dedupe(theirs).slice(0, entries.length)).toEqual(entries);
  });
});

/** Entries only: a step seen again at a later time without a change between is the same stay. */
function dedupe(visits: readonly string[]): string[] {
  return visits.filter((v, i) => i === 0 || visits[i - 1]!.split("@")[0] !== v.split("@")[0]);
}

interface Generated {
  readonly id: string;
  readonly waits: number;
  readonly next: string;
  readonly leaves: readonly { environment: string; to: string }[];
  readonly proof: boolean;
  readonly within: number;
  readonly to: string;
}

function visits(
  steps: readonly Generated[],
  settings: { door: string; call: string },
  wanted: { door: string; call: string },
): string[] {
  const seen: string[] = [];
  const clock = new SimulatedClock();
  const seconds = () => Math.round(clock.now() / 1000);
  const machine: AnyStateMachine = createMachine({
    initial: "s0",
    states: Object.fromEntries(
      steps.map((s) => {
        const leave = s.leaves.find(
          (l) => l.to !== s.id && settings[l.environment as "door"] === wanted[l.environment as "door"],
        );
        const timed = s.proof
          ? { [s.within * 1000]: { target: s.to, reenter: true } }
          : { [s.waits * 1000]: { target: s.next, reenter: true } };
        return [
          s.id,
          {
            entry: () => void seen.push(`${s.id}@${seconds()}`),
            ...(leave ? { always: { target: leave.to } } : { after: timed }),
          },
        ];
      }),
    ),
  });
  const actor = createActor(machine, { clock });
  actor.start();
  for (let i = 0; i < 600; i++) clock.increment(1000);
  return seen;
}

describe("what somebody sets while it runs", () => {
  const environment = [
    {
      id: "switch",
      name: "Switch",
      rest: "off",
      run: "off",
      settings: [
        { id: "off", name: "off" },
        { id: "on", name: "on", positions: { S1: "closed" } },
      ],
    },
  ];
  const waiting = unitWith({
    start: "idle",
    environment,
    inputs: [{ id: "sense", name: "sense", from: "SENSE", to: "M", above: 12 }],
    steps: [
      { id: "idle", name: "Idle", leaves: [{ when: [{ input: "sense", is: true }], to: "lit" }] },
      { id: "lit", name: "Lit", drives: ["Q1"], waits: 10, next: "done" },
      { id: "done", name: "Done", leaves: [{ when: [{ input: "sense", is: false }], to: "idle" }] },
    ],
  });
  const runOf = (
    scenario: Parameters<typeof runSequence>[2],
    faults: Parameters<typeof runSequence>[1] = [],
  ) => runSequence(new World(waiting), faults, scenario);
  const stepsOf = (run: ReturnType<typeof runOf>) =>
    run.moments.filter((m, i) => m.step !== run.moments[i - 1]?.step).map((m) => [m.step, m.at]);

  test("happens when it is set: it leaves its rest, and goes back to it", () => {
    const run = runOf({
      changes: [
        { at: 5, environment: { switch: "on" } },
        { at: 40, environment: { switch: "off" } },
      ],
    });
    expect(stepsOf(run)).toEqual([
      ["idle", 0],
      ["lit", 5],
      ["done", 15],
      ["idle", 40],
    ]);
    expect(run.end.kind).toBe("rest");
  });

  test("is not heeded before its time, and the run stands where it was left", () => {
    const changes = [{ at: 5, environment: { switch: "on" } }];
    expect(stepsOf(runOf({ changes, until: 4.9 }))).toEqual([["idle", 0]]);
    const lit = runOf({ changes, until: 14.9 });
    expect(lit.end.kind).toBe("until");
    expect(lit.moments.at(-1)).toMatchObject({ step: "lit" });
    expect(runOf({ changes, until: 15.1 }).moments.at(-1)).toMatchObject({ step: "done" });
  });

  test("may be a fault that comes: the lamp goes out in its step", () => {
    const open = [{ part: "L1", mode: "open" }];
    const changes = [
      { at: 5, environment: { switch: "on" } },
      { at: 9, faults: open },
    ];
    const working = runOf({ changes }).moments.filter((m) => m.step === "lit" && m.seconds > 0);
    expect(working.map((m) => [m.at, m.working.has("L1")])).toEqual([
      [5, true],
      [9, false],
    ]);
  });
});
