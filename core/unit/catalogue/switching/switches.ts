import { z } from "zod";
import { OPEN_OHMS } from "#core/circuit/index.ts";
import { definePart, type ModeKind, type PartKind } from "../partKind.ts";
import { JOINT_OHMS } from "../sizes.ts";

const parameters = z.strictObject({
  rest: z.enum(["open", "closed"]),
  ohms: z.number().positive().default(0.015),
});

function switchKind(
  type: string,
  modes: readonly ModeKind[],
  more: Pick<PartKind, "guards" | "protective"> = {},
): PartKind<z.infer<typeof parameters>> {
  return definePart({
    type,
    ...more,
    terminals: ["a", "b"],
    parameters,
    follows: "position",
    across: [["a", "b"]],
    modes,
    expand(build, p, { mode, severity, position = p.rest }) {
      const stands = mode === "stuck" ? p.rest : position;
      const closed = mode === "welded" || (mode !== "open" && stands === "closed");
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
  looks: "browned terminals; warm while it carries",
  weight: 0.4,
  sizes: JOINT_OHMS,
};
const open = (weight: number, looks: string): ModeKind => ({
  id: "open",
  name: "does not close",
  looks,
  weight,
});
const welded = (weight: number, looks: string): ModeKind => ({
  id: "welded",
  name: "does not open",
  looks,
  weight,
});
/** The contact is right and what should move it does not: it stays as it rests. */
const stuck = (weight: number, looks: string): ModeKind => ({
  id: "stuck",
  name: "its actuator does not move it",
  looks,
  weight,
});

/** Level or any other switch: its position comes from the state. */
export const positionSwitch = switchKind(
  "switch",
  [
    open(1.2, "no click, a bent lever, a worn cam, or nothing to see"),
    welded(0.4, "the unit acts as if it were never opened"),
    high,
  ],
  { guards: true },
);

/** Switch worked by hand: a rocker, a key, a push-button. */
export const manualSwitch = switchKind("manual-switch", [
  open(1, "feels loose or gritty; works when it is pressed harder"),
  welded(0.3, "the unit stays on whatever it is set to"),
  high,
]);

/** Door or lid switch. */
export const doorSwitch = switchKind(
  "door-switch",
  [
    open(1, "the door is shut and the unit takes it for open; no click as it closes"),
    welded(0.3, "the unit runs with the door open: take it out of use"),
    stuck(0.8, "striker bent, door dropped on its hinges, dirt under the lever"),
    high,
  ],
  { guards: true },
);

/** Limit switch of a travel, or a high limit of temperature or pressure. */
export const limitSwitch = switchKind(
  "limit-switch",
  [
    open(1, "the motion or the heat is stopped where it should not be"),
    welded(0.5, "runs past its end"),
    stuck(0.8, "a bent lever, a loose cam, ice or rust on the plunger"),
    high,
  ],
  { guards: true },
);

/** Proof of flow, pressure or speed: it must be seen to change before the unit goes on. */
export const proofSwitch = switchKind(
  "proof-switch",
  [
    open(1, "fan or pump runs, and the unit waits and locks out"),
    welded(0.6, "the unit refuses to start: proof is there before anything runs"),
    stuck(1, "a hose off, split or full of water; a blocked port; a sail caught"),
    high,
  ],
  { guards: true },
);

/** Thermostat that opens above its setting; closed while the state says cold. */
export const thermostat = switchKind(
  "thermostat",
  [
    { id: "open", name: "open", looks: "never calls for heat", weight: 1 },
    { id: "welded", name: "welded closed", looks: "too hot, stopped only by the cut-out", weight: 0.4 },
    high,
  ],
  { guards: true },
);

/** Manual-reset thermal cut-out. */
export const cutout = switchKind(
  "cut-out",
  [
    {
      id: "open",
      name: "open or tripped",
      looks: "its button stands out, or clicks when pushed in once cooled",
      weight: 1.6,
    },
    high,
  ],
  { guards: true, protective: { opensOn: "heat", mode: "open", poles: 1, resets: true } },
);
