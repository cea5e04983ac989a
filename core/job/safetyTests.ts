import { AFTER_REPAIR, PRACTICE } from "#core/standards/index.ts";
import type { UnitModel } from "#core/unit/index.ts";

export const SAFETY_TESTS = ["earth", "insulation", "leakage", "gas-tight", "dry", "guards", "runs"] as const;
export type SafetyTestId = (typeof SAFETY_TESTS)[number];

/** A test that a repaired unit's hazards ask for before it goes back. */
export interface SafetyTest {
  readonly id: SafetyTestId;
  /** What is measured, in Ω or A; undefined for what is seen. */
  readonly limit?: { readonly unit: "Ω" | "A"; readonly least?: number; readonly most?: number };
  readonly source: string;
  /** What the power must be declared as. */
  readonly band?: "live" | "dead";
}

type HazardKind = UnitModel["hazards"][number]["kind"];

/** Each test with the hazards that ask for it. Which hazard asks for which: common practice, no source. */
const ASKED_BY: Readonly<Record<SafetyTestId, readonly HazardKind[]>> = {
  earth: ["mains"],
  insulation: ["mains"],
  leakage: ["mains"],
  "gas-tight": ["gas"],
  dry: ["water"],
  guards: ["mains", "stored-energy", "gas", "hot", "moving", "water"],
  // Asked by the unit's sequence, not by a hazard.
  runs: [],
};

/** The tests that a unit's hazards and its sequence ask for after a repair, in the order in which they are made: dead ones first. */
export function safetyTestsOf(unit: UnitModel): readonly SafetyTest[] {
  const kinds = new Set(unit.hazards.map((h) => h.kind));
  const isAsked = (id: SafetyTestId) =>
    id === "runs" ? unit.sequence !== undefined : ASKED_BY[id].some((kind) => kinds.has(kind));
  return SAFETY_TESTS.filter(isAsked).map((id) => testOf(unit, id));
}

function testOf(unit: UnitModel, id: SafetyTestId): SafetyTest {
  switch (id) {
    case "earth": {
      const { most, source } = AFTER_REPAIR.earthOhms;
      return { id, limit: { unit: "Ω", most }, source, band: "dead" };
    }
    case "insulation": {
      const { least, source } = unit.parts.some((p) => p.type === "heater")
        ? AFTER_REPAIR.heatingOhms
        : AFTER_REPAIR.insulationOhms;
      return { id, limit: { unit: "Ω", least }, source, band: "dead" };
    }
    case "leakage": {
      const { most, source } = AFTER_REPAIR.leakageAmps;
      return { id, limit: { unit: "A", most }, source, band: "live" };
    }
    case "runs":
      return { id, source: PRACTICE, band: "live" };
    case "gas-tight":
    case "dry":
    case "guards":
      return { id, source: PRACTICE };
  }
}

/** Whether what was entered passes; at the limit it does. An answer of yes is that it is tight, dry, back and working. */
export function passes({ limit }: SafetyTest, result: number | boolean): boolean {
  if (typeof result === "boolean") return result;
  return result >= (limit?.least ?? 0) && result <= (limit?.most ?? Infinity);
}
