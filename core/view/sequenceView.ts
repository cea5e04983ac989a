import type { Dictionary, Posterior } from "#core/diagnosis/index.ts";
import { runSequence, stepTimes, World, type StepTimes, type SymptomTable } from "#core/sequence/index.ts";
import type { Board, BoardStep, UnitModel } from "#core/unit/index.ts";

/** One step of the unit's sequence, as an ordinary run goes through it and as this job's findings leave it. */
export interface StepView {
  readonly id: string;
  readonly name: string;
  /** State in which its readings are taken, in words. */
  readonly state?: string;
  /** Seconds from power-up to power-up's next step, in the healthy run; undefined where that never comes here. */
  readonly from?: number;
  readonly to?: number;
  readonly drives: readonly string[];
  readonly expects: readonly string[];
  /** What the board does when the proof stays away. */
  readonly otherwise: string;
  /** Courses whose readings belong to this step. */
  readonly courses: readonly { readonly id: string; readonly name: string }[];
  /** Chance, given the findings, that a run stops here; undefined until the symptoms are known. */
  readonly stops?: number;
  /** A finding says that it was reached, or that it was not. */
  readonly said?: boolean;
}

export interface SequenceView {
  readonly name: string;
  readonly steps: readonly StepView[];
  /** Length of the healthy run, s. */
  readonly seconds: number;
  /** Step at which a run most likely stops, with its chance and the code then shown. */
  readonly stall?: { readonly step: string; readonly chance: number; readonly code?: string };
  /** Chance that a run comes to its good end. */
  readonly wellChance?: number;
}

const known = new WeakMap<UnitModel, StepTimes>();

/** Of a unit whose symptoms are not known yet. */
function timesByRun(unit: UnitModel): StepTimes {
  let times = known.get(unit);
  if (!times) known.set(unit, (times = stepTimes(runSequence(new World(unit), []))));
  return times;
}

/** The sequence as the job's screen shows it; undefined for a unit without one. */
export function sequenceView(
  dictionary: Dictionary,
  posterior: Posterior,
  said: ReadonlyMap<string, boolean>,
): SequenceView | undefined {
  const { unit } = dictionary;
  const board = unit.sequence;
  if (!board) return undefined;
  const table = dictionary.symptomsSoFar();
  const times = table?.times ?? timesByRun(unit);
  const stops = table && stopChances(posterior, table);
  const steps = board.steps.map((step) => stepView(unit, board, step, times, stops, said));
  const likeliest = stops && [...stops.steps].sort((a, b) => b[1] - a[1])[0];
  return {
    name: board.name,
    steps,
    seconds: times.seconds,
    ...(likeliest
      ? {
          stall: {
            step: likeliest[0],
            chance: likeliest[1],
            ...codeAt(posterior, table, likeliest[0]),
          },
          wellChance: stops.well,
        }
      : {}),
  };
}

/** Chance of each step to be the one a run stops at, and of a run that comes to its good end. */
function stopChances(
  posterior: Posterior,
  { rows }: SymptomTable,
): { steps: Map<string, number>; well: number } {
  const steps = new Map<string, number>();
  let well = 0;
  rows.forEach(({ stalledAt }, i) => {
    const chance = posterior.cases[i]!;
    if (stalledAt === undefined) well += chance;
    else steps.set(stalledAt, (steps.get(stalledAt) ?? 0) + chance);
  });
  return { steps, well };
}

/** The code most likely shown by a run that stops at a step. */
function codeAt(posterior: Posterior, { rows }: SymptomTable, step: string): { code?: string } {
  const codes = new Map<string, number>();
  rows.forEach(({ stalledAt, code }, i) => {
    if (stalledAt === step && code !== undefined)
      codes.set(code, (codes.get(code) ?? 0) + posterior.cases[i]!);
  });
  const [best] = [...codes].sort((a, b) => b[1] - a[1]);
  return best ? { code: best[0] } : {};
}

function stepView(
  unit: UnitModel,
  board: Board,
  step: BoardStep,
  times: StepTimes,
  stops: { steps: Map<string, number> } | undefined,
  said: ReadonlyMap<string, boolean>,
): StepView {
  const nameOf = (part: string) => unit.parts.find((p) => p.id === part)!.name;
  const state = unit.states.find((s) => s.id === step.state);
  return {
    id: step.id,
    name: step.name,
    ...(state ? { state: state.name } : {}),
    ...times.steps[step.id],
    drives: step.drives.map(nameOf),
    expects: [
      ...step.expects.map(({ input, is }) => {
        const name = board.inputs.find((i) => i.id === input)!.name;
        return `${is ? "" : "no "}${name}${step.within === undefined ? "" : ` within ${secondsText(step.within)}`}`;
      }),
      ...(step.waits > 0 ? [`at least ${secondsText(step.waits)}`] : []),
    ],
    otherwise: otherwiseText(board, step),
    courses: unit.courses.filter((c) => c.state === step.state).map(({ id, name }) => ({ id, name })),
    ...(stops ? { stops: stops.steps.get(step.id) ?? 0 } : {}),
    ...(said.has(step.id) ? { said: said.get(step.id)! } : {}),
  };
}

function otherwiseText(board: Board, { failure }: BoardStep): string {
  if (!failure) return "";
  const { retries, to, code } = failure;
  const tries = retries > 0 ? [`tries ${retries === 1 ? "once more" : `${retries} times more`}`] : [];
  const shows = code === undefined ? [] : [`shows ${board.codes.find((c) => c.id === code)!.id}`];
  const goes = to === undefined ? ["locks out"] : [`goes to “${board.steps.find((s) => s.id === to)!.name}”`];
  return [...tries, ...shows, ...goes].join(", ");
}

/** "40 s", "12 min", "4 h 30 min". */
export function secondsText(seconds: number): string {
  if (seconds < 120) return `${Math.round(seconds)} s`;
  const minutes = Math.round(seconds / 60);
  if (minutes < 120) return `${minutes} min`;
  const rest = minutes % 60;
  return `${Math.floor(minutes / 60)} h${rest > 0 ? ` ${rest} min` : ""}`;
}
