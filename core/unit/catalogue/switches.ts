import { z } from "zod";
import { OPEN_OHMS } from "#core/circuit/index.ts";
import { definePart, JOINT_OHMS, type ModeKind, type PartKind } from "./partKind.ts";

const parameters = z.strictObject({
  rest: z.enum(["open", "closed"]),
  ohms: z.number().positive().default(0.015),
});

function switchKind(type: string, modes: readonly ModeKind[]): PartKind<z.infer<typeof parameters>> {
  return definePart({
    type,
    terminals: ["a", "b"],
    parameters,
    across: [["a", "b"]],
    modes,
    expand(build, p, { mode, severity, position = p.rest }) {
      const closed = mode === "welded" ? true : mode === "open" ? false : position === "closed";
      const extra = mode === "high-resistance" ? severity! : 0;
      build.branch("contact", build.node("a"), build.node("b"), {
        ohms: closed ? p.ohms + extra : OPEN_OHMS,
      });
    },
  });
}

const high: ModeKind = {
  id: "high-resistance",
  name: "contact burnt, high resistance",
  weight: 0.4,
  severities: JOINT_OHMS,
};

/** Door, level, proof or limit switch: its position comes from the state. */
export const positionSwitch = switchKind("switch", [
  { id: "open", name: "does not close", weight: 1.2 },
  { id: "welded", name: "does not open", weight: 0.4 },
  high,
]);

/** Thermostat that opens above its setting; closed while the state says cold. */
export const thermostat = switchKind("thermostat", [
  { id: "open", name: "open", weight: 1 },
  { id: "welded", name: "welded closed", weight: 0.4 },
  high,
]);

/** Manual-reset thermal cut-out. */
export const cutout = switchKind("cut-out", [{ id: "open", name: "open or tripped", weight: 1.6 }, high]);
