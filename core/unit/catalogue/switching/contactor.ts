import { z } from "zod";
import { OPEN_OHMS } from "#core/circuit/index.ts";
import { definePart } from "../partKind.ts";
import { JOINT_OHMS, timesFrom } from "../sizes.ts";
import { AC_RELEASE, addWinding } from "./coil.ts";

/** Two-pole contactor with an AC coil, given by its current at its voltage and its ohms. */
export const contactor = definePart({
  type: "contactor",
  terminals: ["coilA", "coilB", "l1", "t1", "l2", "t2"],
  parameters: z.strictObject({
    coilVolts: z.number().positive(),
    coilAmps: z.number().positive(),
    coilOhms: z.number().positive(),
    contactOhms: z.number().positive().default(0.003),
    /** Current before the armature has moved, over that after. Common practice, no source: 4 to 8. */
    inrush: z.number().min(1).max(15).default(5),
  }),
  across: [
    ["coilA", "coilB"],
    ["l1", "t1"],
    ["l2", "t2"],
  ],
  modes: [
    { id: "coil-open", name: "coil open", looks: "does not pull in and does not hum", weight: 0.8 },
    {
      id: "coil-shorted-turns",
      name: "coil turns shorted",
      looks: "buzzes, does not hold, coil hot and browned",
      weight: 0.2,
      sizes: timesFrom(0.2, 0.45, 2),
    },
    {
      id: "pole-1-open",
      name: "pole 1 does not close",
      looks: "pulls in; the load hums or stays off",
      weight: 0.7,
    },
    {
      id: "pole-2-open",
      name: "pole 2 does not close",
      looks: "pulls in; the load hums or stays off",
      weight: 0.7,
    },
    {
      id: "welded",
      name: "pole 1 welded",
      looks: "the load stays on, or one leg of it live, with the coil off",
      weight: 0.6,
    },
    {
      id: "pitted",
      name: "pole 1 pitted, high resistance",
      looks: "pitted or beaded contact faces; pole warm, voltage lost across it under load",
      weight: 0.8,
      sizes: JOINT_OHMS,
    },
  ],
  expand(build, p, { mode, severity }) {
    const share = mode === "coil-shorted-turns" ? severity! : 1;
    const winding = { ...p, amps: p.coilAmps, release: AC_RELEASE };
    const coil = addWinding(build, winding, mode === "coil-open", share);
    const pole = (n: 1 | 2) => {
      const first = n === 1;
      const restOhms = first && mode === "welded" ? p.contactOhms : OPEN_OHMS;
      const worn = first && mode === "pitted" ? severity! : 0;
      const workOhms = mode === `pole-${n}-open` ? OPEN_OHMS : p.contactOhms + worn;
      return {
        branch: build.branch(`pole-${n}`, build.node(`l${n}`), build.node(`t${n}`), { ohms: restOhms }),
        restOhms,
        workOhms,
      };
    };
    build.control({
      kind: "relay",
      ...coil,
      contacts: [pole(1), pole(2)],
    });
  },
});
