import { FUNCTION_NAME, isOhms } from "#core/meter/index.ts";
import { showPoint } from "#core/entry/index.ts";
import { valueText } from "#core/view/index.ts";
import { liftOf, type UnitModel } from "#core/unit/index.ts";
import type { PracticeAction } from "./actions.ts";
import type { ExerciseKind } from "./exercise.ts";
import type { Shown } from "./shown.ts";
import type { Slip, SlipKind } from "./slips.ts";

/** What a kind of exercise is, in a line. */
export const KIND_TEXT: Readonly<Record<ExerciseKind, string>> = {
  "dead load": "Something does not work, and no code says why.",
  "stall with a code": "It stops on its way and shows a code.",
  trips: "Something that protects has opened.",
  "comes and goes": "It fails only at times.",
  "two faults": "Two things are wrong at once.",
  "wrong claim": "The last repairer was sure, and was wrong.",
  "wrong part fitted": "A part is in that looks right and is another value.",
  "misleading code": "The code points at something that is sound.",
};

export const DIFFICULTY_TEXT = {
  1: "a common fault",
  2: "any fault",
  3: "a small or rare one",
} as const;

const nameOf = (list: readonly { readonly id: string; readonly name: string }[], id: string) =>
  list.find((x) => x.id === id)?.name ?? id;

/** What was done, as a note in the record. */
export function actionText(unit: UnitModel, action: PracticeAction): string {
  switch (action.do) {
    case "power":
      return action.on ? "Power on" : "Power off, locked off";
    case "set": {
      const input = unit.sequence?.environment.find((e) => e.id === action.input);
      return `${input?.name ?? action.input}: ${nameOf(input?.settings ?? [], action.to)}`;
    }
    case "skip":
      return `Waited ${waitText(action.seconds)}`;
    case "lift":
      return `${liftOf(unit, action.lift)?.name ?? action.lift}: ${action.off ? "off" : "back on"}`;
    case "jumper":
      return `Jumper ${showPoint(action.from)} to ${showPoint(action.to)} ${action.on ? "fitted" : "taken off"}`;
    case "measure":
      return `${FUNCTION_NAME[action.fn]}, ${showPoint(action.red)} to ${showPoint(action.black)}`;
    case "look":
      return unit.observations.find((o) => o.id === action.observation)?.question ?? action.observation;
    case "provoke":
      return action.how === "wiggle" ? "Moved the looms" : "Warmed the board";
    case "feed":
      return `Fed ${nameOf(unit.parts, action.part)} by itself`;
    case "reset":
      return `Reset or renewed ${nameOf(unit.parts, action.part)}`;
    case "swap":
      return `Fitted a good ${nameOf(unit.items, action.item)}`;
    case "call":
      return `Called and repaired: ${nameOf(unit.items, action.item)}`;
    case "finish":
      return "Handed it back";
  }
}

const waitText = (seconds: number) =>
  seconds < 60 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 6) / 10} min`;

/** What it showed; "" where there is nothing to tell. */
export function shownText(unit: UnitModel, shown: Shown): string {
  switch (shown.kind) {
    case "reading":
      return readingText(shown);
    case "meter fuse":
      return "Flash: the meter's fuse has gone. Ohms on a live pair.";
    case "seen": {
      const o = unit.observations.find((x) => x.id === shown.observation);
      if (shown.answer === "not yet") return "It has not come to that yet: start it, and let it run.";
      if (shown.answer === "badly") return `${o?.yes ?? "yes"}, but weakly`;
      return shown.answer === "yes" ? (o?.yes ?? "yes") : (o?.no ?? "no");
    }
    case "fed":
      return shown.works ? "It works when it is fed by itself." : "It does not work even so.";
    case "reset":
      return shown.wasOpen ? "It was open; it is closed now." : "It was not open.";
    case "renewed":
      return "It is in. Does the unit work now?";
    case "refused":
      return `That cannot be done: ${shown.what}.`;
    case "finished":
      return shown.right ? "All is well." : "It is not as it should be.";
    case "done":
      return "";
  }
}

function readingText({ fn, frames }: Extract<Shown, { kind: "reading" }>): string {
  const value = frames.at(-1)!;
  if (!Number.isFinite(value)) return "OL";
  return isOhms(fn) && Math.abs(value) < 0.05 ? "0 Ω" : valueText(fn, value);
}

const SLIP_TEXT: Readonly<Record<SlipKind, string>> = {
  "ohms on live": "Ohms with the power on",
  "lift under power": "A plug moved under power",
  "fit under power": "Hands in it under power",
  "probe slipped": "The probe slipped on crowded pins",
  "guard bridged": "A jumper across what guards or protects",
  "charge touched": "A stored charge touched before it was gone",
  "reset again": "Reset once more with the cause still in",
  "bought in vain": "Bought in vain",
  "left bridged": "A jumper left in",
  "left off": "A plug left off",
};

/** "The probe slipped on crowded pins: P4·3 to P4·4". */
export function slipText(unit: UnitModel, { kind, at }: Slip): string {
  if (at === undefined) return SLIP_TEXT[kind];
  const item = unit.items.find((i) => i.id === at)?.name;
  const part = unit.parts.find((p) => p.id === at)?.name;
  return `${SLIP_TEXT[kind]}: ${item ?? part ?? showPoint(at)}`;
}
