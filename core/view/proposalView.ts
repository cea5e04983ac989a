import type { Check, Dictionary, Posterior, Proposal } from "#core/diagnosis/index.ts";
import { showPoint } from "#core/entry/index.ts";
import { bandFor, type JobState } from "#core/job/index.ts";
import { FUNCTION_NAME } from "#core/meter/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { briefSeconds } from "./briefStates.ts";
import { cautionsFor, type Caution } from "./cautions.ts";
import { secondsText } from "./sequenceView.ts";
import { TRIAL_NAME } from "./trialWords.ts";
import { checkText, itemName, listText, minutesText, outcomeText, setupText, stepTexts } from "./words.ts";

export interface ProbeView {
  readonly id: string;
  readonly label: string;
  readonly name: string;
  readonly place: string;
  readonly colour?: string;
}

export interface ProposalView {
  readonly check: Check;
  /** The same reading once more, since much rests on it. */
  readonly repeat: boolean;
  readonly title: string;
  readonly red?: ProbeView;
  readonly black?: ProbeView;
  readonly dial: string;
  readonly setup: string;
  readonly time: string;
  readonly live: boolean;
  /** What the power band must say before it may be made; undefined for what is seen from outside. */
  readonly needs?: "live" | "dead";
  /** Hazards of this step, the most dangerous first. */
  readonly cautions: readonly Caution[];
  /** What must be done before reading, in words, in the order of safe work. */
  readonly before: readonly string[];
  readonly bits: number;
  readonly outcomes: readonly {
    readonly label: string;
    readonly chance: number;
    readonly leaves: string;
    readonly clears: number;
    readonly nothing: boolean;
  }[];
}

/** A check as the card shows it: where the probes go, what comes before it, what each outcome leaves. */
export function proposalView(
  dictionary: Dictionary,
  posterior: Posterior,
  { situation }: JobState,
  { check, cost, repeat, gain, outcomes }: Proposal,
): ProposalView {
  const { unit } = dictionary;
  const needs = bandFor(unit, check);
  const reading = check.kind === "reading";
  const brief = briefSeconds(dictionary, posterior, check);
  return {
    check,
    repeat,
    title: repeat ? `Again: ${checkText(unit, check)}` : checkText(unit, check),
    ...(reading ? { red: probe(unit, check.red), black: probe(unit, check.black) } : {}),
    dial:
      check.kind === "reading"
        ? FUNCTION_NAME[check.fn]
        : check.kind === "trial"
          ? TRIAL_NAME[check.trial]
          : unit.observations.find((o) => o.id === check.observation)!.kind,
    setup: setupText(unit, check),
    time: minutesText(cost.minutes),
    live: cost.live,
    ...(needs === undefined ? {} : { needs }),
    cautions: cautionsFor(unit, situation, check),
    before: [
      ...stepTexts(
        unit,
        cost.steps.filter((s) => s.kind !== "measure"),
      ),
      ...(brief === undefined
        ? []
        : [`set the probes first: take it during the next try, which stays so for ${secondsText(brief)}`]),
    ],
    bits: gain,
    outcomes: outcomes.map((o) => ({
      label: outcomeText(check, o.label, unit),
      chance: o.chance,
      leaves: listText(
        o.leaves.map((l) => itemName(dictionary, l.item)),
        3,
      ),
      clears: o.clears.length,
      nothing:
        o.label.kind === "about" &&
        (reading && check.fn === "ohm" ? !Number.isFinite(o.label.value) : Math.abs(o.label.value) < 1),
    })),
  };
}

function probe(unit: UnitModel, id: string): ProbeView {
  const point = unit.points.find((p) => p.id === id)!;
  return {
    id,
    label: showPoint(id),
    name: point.name,
    place: point.place,
    ...(point.colour ? { colour: point.colour } : {}),
  };
}
