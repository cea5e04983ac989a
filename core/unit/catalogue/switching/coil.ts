import { OPEN_OHMS, type Control } from "#core/circuit/index.ts";
import { coilHenries, type PartBuilder, type WithoutId } from "../partKind.ts";

/**
 * Pulls in at 70 % of the current at its coil voltage, drops out at 20 %, on AC at 30 % (the voltages of IEC 61810-1
 * class a, from memory; the armature is moved by the current).
 */
const PULL_IN = 0.7;
export const RELEASE = 0.2;
export const AC_RELEASE = 0.3;

export type Coil = Pick<RelayControl, "senses" | "pullIn" | "release" | "armature">;
type RelayControl = Extract<WithoutId<Control>, { kind: "relay" }>;

/**
 * A coil from coilA to coilB. Its ampere-turns move the armature: with a share of its turns left it takes that much
 * more current. On AC its inductance is less while the armature stands open.
 * @param share of the turns that are not shorted
 */
export function addWinding(
  build: PartBuilder,
  p: { coilVolts: number; coilOhms: number; amps?: number; inrush: number; release: number },
  open: boolean,
  share: number,
): Coil {
  const henries = (amps: number) => share ** 2 * coilHenries(p.coilVolts, amps, p.coilOhms, build.hertz);
  const rest = p.amps === undefined ? 0 : henries(p.inrush * p.amps);
  const work = p.amps === undefined ? 0 : henries(p.amps);
  const branch = build.branch("coil", build.node("coilA"), build.node("coilB"), {
    ohms: open ? OPEN_OHMS : share * p.coilOhms,
    henries: rest,
    tolerance: 0.1,
  });
  const amps = (l: number) =>
    p.coilVolts / Math.hypot(p.coilOhms, (2 * Math.PI * build.hertz * l) / share ** 2) / share;
  return {
    senses: { kind: "amps", branch },
    pullIn: PULL_IN * amps(rest),
    release: p.release * amps(work),
    ...(p.amps === undefined ? {} : { armature: { branch, restHenries: rest, workHenries: work } }),
  };
}
