import { StateRuns, stateRuns } from "#core/sequence/index.ts";
import { CATALOGUE, type Fault, type Part, type UnitModel } from "#core/unit/index.ts";
import type { TrialCheck } from "../planning/checks.ts";
import { FALSE_ALARM, HIT_RATE } from "./circuitRows.ts";
import { ohmsTellOnBench } from "./ohmsOnBench.ts";
import type { AnswerRow } from "./rows.ts";
import type { Case, Suspect } from "../suspects/suspects.ts";

/** How far a trial may be believed. Common practice, no source. */
const CURED = 0.96;
const NOT_CURED = 0.03;
/** A part on the bench shows a fault that comes and goes half of the time. */
const LOOSE_ON_BENCH = 0.5;
/** A part that is bad shows it on the bench, where its ohms at rest do not say so by themselves (ohmsOnBench.ts). */
const BAD_SEEN_ON_BENCH = 0.92;

/**
 * Chances of "yes" to a swap, a bypass, a direct feed or a bench test in every case. A swap cures what is wrong in the
 * item; a jumper cures what runs as it should with the jumper in place; a fed load runs unless its own fault stops it; on the
 * bench a fuse is blown whatever blew it.
 * @param singles of each case, the single suspects in it (`singleSuspects`)
 * @param opens what protects and opens under a case
 */
export function trialRow(
  unit: UnitModel,
  singles: readonly (readonly Suspect[])[],
  cases: readonly Case[],
  check: TrialCheck,
  opens: (c: Case) => ReadonlySet<string>,
): AnswerRow {
  const { trial, subject } = check;
  const staysOpen = opensForGood(unit, subject);
  const otherValue = `other-value:${subject}`;
  const jumper = trial === "bypass" ? new Jumper(unit, subject) : undefined;
  const chance = Float64Array.from(cases, (c, i) => {
    const all = singles[i]!;
    switch (trial) {
      case "swap":
        // Where nothing is wrong there is nothing to see go.
        return i === 0 ? 0.5 : all.every((s) => s.item === subject) ? CURED : NOT_CURED;
      case "bypass":
        return i === 0 ? 0.5 : jumper!.cures(c.faults) ? CURED : NOT_CURED;
      case "feed":
        return all.some((s) => s.part === subject && stopsItsLoad(unit, s)) ? FALSE_ALARM : HIT_RATE;
      case "bench": {
        if (staysOpen && opens(c).has(subject)) return 1 - BAD_SEEN_ON_BENCH;
        const own = all.filter((s) => s.part === subject || s.id === otherValue);
        if (own.length === 0) return HIT_RATE;
        if (own.every((s) => s.intermittent !== undefined)) return LOOSE_ON_BENCH;
        const isPlain = c.faults.some((f) => f.part === subject && ohmsTellOnBench(unit, f));
        return 1 - (isPlain ? HIT_RATE : BAD_SEEN_ON_BENCH);
      }
      case "strip":
        throw new RangeError("Whether the fuses hold is settled by the circuit.");
    }
  });
  return { check, chance };
}

/** Of each case, the suspect in it, or both. */
export function singleSuspects(suspects: readonly Suspect[], cases: readonly Case[]): Suspect[][] {
  return cases.map((c) => {
    const suspect = suspects[c.suspect]!;
    return suspect.both?.map((i) => suspects[i]!) ?? [suspect];
  });
}

/** Whether a part protects, and once opened stays so: a reset or a cooling does not bring it back. */
function opensForGood(unit: UnitModel, id: string): boolean {
  const part = unit.parts.find((p) => p.id === id);
  return part !== undefined && CATALOGUE.get(part.type)!.protective?.resets === false;
}

/** A jumper's own ohms, clips and all. */
const JUMPER_OHMS = 0.02;

/** A unit with a jumper across one of its parts, run under faults. */
class Jumper {
  private readonly sound: StateRuns;
  private readonly jumpered: StateRuns;
  /** Parts with a terminal where the jumper has an end: what lies elsewhere it cannot cure. */
  private readonly near: ReadonlySet<string>;

  constructor(unit: UnitModel, subject: string) {
    const part = unit.parts.find((p) => p.id === subject)!;
    const [pair] = CATALOGUE.get(part.type)!.across;
    const [a, b] = (pair ?? Object.keys(part.terminals)).map((t) => part.terminals[t]!) as [string, string];
    const wire: Part = {
      id: `jumper:${subject}`,
      name: "Jumper",
      type: "gap",
      terminals: { a, b },
      parameters: { insulationOhms: JUMPER_OHMS },
      item: part.item,
      weights: {},
    };
    this.sound = stateRuns(unit);
    this.jumpered = new StateRuns({ ...unit, parts: [...unit.parts, wire] }, this.sound);
    this.near = new Set(
      unit.parts.filter((p) => Object.values(p.terminals).some((n) => n === a || n === b)).map((p) => p.id),
    );
  }

  /** Whether the unit does everything with the jumper in that it does when sound. */
  cures(faults: readonly Fault[]): boolean {
    if (!faults.some((f) => this.near.has(f.part))) return false;
    if (this.jumpered.openings(faults).length > 0) return false;
    return this.sound.unit.states.every((state) => {
      if (state.power === "dead") return true;
      const should = this.sound.seen(state.id, []);
      const does = this.jumpered.seen(state.id, faults);
      return (
        (does.reached || !should.reached) &&
        [...should.working].every(([id, work]) => work.how !== "well" || does.working.get(id)?.how === "well")
      );
    });
  }
}

/** Leaks to the case and wear that is only heard do not keep a fed load from running. */
function stopsItsLoad(unit: UnitModel, { id, part, works }: Suspect): boolean {
  const mode = id.slice(part!.length + 1);
  const isLoad = unit.courses.some((c) => c.load === part);
  return !works || (isLoad && mode !== "leak" && mode !== "leaking");
}
