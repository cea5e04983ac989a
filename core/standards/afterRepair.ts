import { INSULATION_RULES } from "./insulationRules.ts";

/** What a repaired appliance must show before it goes back, each value in Ω or A with its source. */
export const AFTER_REPAIR = {
  /** Protective earth, plug pin to bare metal, with a lead of up to 5 m. */
  earthOhms: { most: 0.3, source: "IEC 62638, from memory" },
  /** Live and neutral joined, to earth, at 500 V DC; heating elements take up damp. */
  insulationOhms: { least: INSULATION_RULES.class1.ohms, source: INSULATION_RULES.class1.source },
  heatingOhms: { least: INSULATION_RULES.heating.ohms, source: INSULATION_RULES.heating.source },
  /** In the protective earth while it runs. */
  leakageAmps: { most: 3.5e-3, source: "IEC 62638, from memory" },
} as const;
