import { z } from "zod";
import { INSULATION_OHMS, type ModeKind } from "../partKind.ts";

/** Insulation to the case, as a parameter. */
export const insulation = { insulationOhms: z.number().positive().default(INSULATION_OHMS) };

/** What a motor's mechanics do to it while its readings are right: looks, feel and sound tell. */
export const mechanics: readonly ModeKind[] = [
  {
    id: "stiff",
    name: "stiff, turns slowly",
    looks: "slow to start, warm; stiff or gritty when turned by hand",
    weight: 0.4,
    works: "slow",
  },
  {
    id: "bearing-worn",
    name: "bearing worn",
    looks: "growls or squeals; play in the shaft",
    weight: 0.4,
    works: "noisy",
  },
  {
    id: "coupling-slips",
    name: "wheel, coupling or gear slips",
    looks: "the motor is heard to run and nothing moves; a loose wheel, a stripped gear",
    weight: 0.3,
    works: false,
  },
];
