/** What a rule asks of an appliance's insulation, Ω, as it is read. From memory; local rules and the maker's go first. */
export const INSULATION_RULES = {
  class1: { ohms: 1e6, name: "with a protective earth", source: "IEC 62638, from memory" },
  heating: {
    ohms: 0.3e6,
    name: "with a protective earth, heating elements",
    source: "IEC 62638, from memory",
  },
  class2: { ohms: 2e6, name: "doubly insulated", source: "IEC 62638, from memory" },
} as const;
export type InsulationRule = keyof typeof INSULATION_RULES;

/** Insulation halves for every 10 °C; readings are compared at 40 °C, as IEEE 43 has it (from memory). */
export function insulationAt40(ohms: number, celsius: number): number {
  return ohms * 2 ** ((celsius - 40) / 10);
}

/** A winding by itself at 40 °C: good from the first on, Ω (IEEE 43, from memory), bad below the second (common practice). */
export const WINDING_GOOD = 5e6;
export const WINDING_BAD = 1e6;
