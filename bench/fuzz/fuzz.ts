import { parseEntry, type EntryContext } from "#core/entry/index.ts";
import { jobEvent } from "#core/job/index.ts";
import { parseQuantity, seeded } from "#core/quantity/index.ts";
import { predictReading } from "#core/meter/index.ts";
import { stateRuns } from "#core/sequence/index.ts";
import { lintUnit, readUnit, type UnitModel } from "#core/unit/index.ts";
import { mutated, randomText } from "./texts.ts";

/** What went wrong where nothing may: an error that is no answer, a number that is none, five seconds of the processor without an answer. */
export interface FuzzResult {
  readonly tried: number;
  /** Of them: taken as valid. Without any the rest would prove little. */
  readonly taken: number;
  readonly crashes: readonly string[];
  readonly hangs: readonly string[];
  readonly notFinite: readonly string[];
}

/** Of the processor: how long a machine that is busy with other things lets it wait says nothing of it. */
const HANG_MS = 5000;

class Tally implements FuzzResult {
  tried = 0;
  taken = 0;
  readonly crashes: string[] = [];
  readonly hangs: string[] = [];
  readonly notFinite: string[] = [];

  /** @param work whether it was taken; or words on a number that is none */
  try(what: () => string, work: () => boolean | string): void {
    this.tried++;
    const start = process.cpuUsage();
    try {
      const outcome = work();
      if (outcome === true) this.taken++;
      if (typeof outcome === "string") this.notFinite.push(`${outcome} in ${what()}`);
    } catch (error) {
      this.crashes.push(
        `${error instanceof Error ? (error.stack ?? error.message).split("\n").slice(0, 3).join(" ") : String(error)} of ${what()}`,
      );
    }
    const { user, system } = process.cpuUsage(start);
    if ((user + system) / 1000 > HANG_MS) this.hangs.push(what());
  }
}

const inShort = (text: string) => JSON.stringify(text.length > 160 ? `${text.slice(0, 160)}…` : text);

/** Quantities as a field takes them. */
export function fuzzQuantities(count: number, seed: number): FuzzResult {
  const [tally, random] = [new Tally(), seeded(seed)];
  for (let i = 0; i < count; i++) {
    const text = randomText(random, 7);
    tally.try(
      () => inShort(text),
      () => {
        const read = parseQuantity(text);
        if (!read.ok) return false;
        // OL is beyond the range, and the only value without an end.
        const { value } = read.quantity;
        return Number.isNaN(value) || (value === Infinity && !/[o0]\.?l|over|open/iu.test(text))
          ? `${value}`
          : true;
      },
    );
  }
  return tally;
}

/** Lines as the line takes them; what is taken must be an entry that the log would keep. */
export function fuzzLines(unit: UnitModel, count: number, seed: number): FuzzResult {
  const [tally, random] = [new Tally(), seeded(seed)];
  const live = unit.states.find((s) => s.power === "live")!;
  const dead = unit.states.find((s) => s.power === "dead")!;
  const context: EntryContext = {
    liveSetup: { state: live.id, lifts: [] },
    deadSetup: { state: dead.id, lifts: [] },
  };
  for (let i = 0; i < count; i++) {
    const text = randomText(random);
    const around = random() < 0.3 ? { ...context, isDead: true } : context;
    tally.try(
      () => inShort(text),
      () => {
        const read = parseEntry(unit, text, around);
        if (!read.ok) return false;
        const kept = jobEvent.shape.body.safeParse(read.body);
        return kept.success ? true : `no entry: ${kept.error.issues[0]!.message}`;
      },
    );
  }
  return tally;
}

/** Unit files: each is a model that can be worked with, or refused in words. */
export function fuzzUnits(
  files: readonly unknown[],
  count: number,
  seed: number,
  solveEvery = 5,
): FuzzResult {
  const [tally, random] = [new Tally(), seeded(seed)];
  for (let i = 0; i < count; i++) {
    const json = mutated(files[i % files.length], random);
    tally.try(
      () => `change ${i} of seed ${seed}`,
      () => {
        const read = readUnit(json);
        if (!read.ok) return false;
        lintUnit(read.unit);
        if (i % solveEvery === 0) return solved(read.unit);
        return true;
      },
    );
  }
  return tally;
}

/** Solves the unit's first state, healthy; words on the first voltage that is no number. */
function solved(unit: UnitModel): true | string {
  const [state] = unit.states;
  if (!state) return true;
  const { point, expanded } = stateRuns(unit).point({ state: state.id, lifts: [] }, []);
  const reference = expanded.nodeOf(firstTerminal(unit.parts[0]!));
  for (const part of unit.parts) {
    const name = firstTerminal(part);
    for (const fn of ["vac", "vdc"] as const) {
      const { value } = predictReading(point, fn, expanded.nodeOf(name), reference);
      if (!Number.isFinite(value)) return `${name}, ${fn}: ${value}`;
    }
  }
  return true;
}

const firstTerminal = ({ id, terminals }: UnitModel["parts"][number]) =>
  `${id}.${Object.keys(terminals)[0]!}`;
