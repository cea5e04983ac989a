import { z } from "zod";
import { readingCheck } from "#core/diagnosis/index.ts";
import { describeAdmissionProblem, noOwnValueText, ownValueText } from "#core/view/index.ts";
import { misfits } from "#core/job/index.ts";
import { METER_FUNCTIONS } from "#core/meter/index.ts";
import { readUnitOrThrow, withMeasured } from "#core/unit/index.ts";
import { findOwnValue } from "../workers/analysis.ts";
import { newestFile } from "./models.ts";
import { takeUnitFile } from "./takeUnitFile.ts";

const id = z.string().min(1).max(80);

/** A reading on a sound unit, or across a part found good. */
export const soundReading = z.strictObject({
  state: id,
  lifts: z.array(id).max(20).default([]),
  fn: z.enum(METER_FUNCTIONS),
  red: id,
  black: id,
  value: z.number({ error: "Only a number tells a value: OL and a beep do not." }).finite(),
  /** Where it was read: "job 0152". */
  from: z.string().max(100).default(""),
});
export type SoundReading = z.infer<typeof soundReading>;

export type Kept =
  | { readonly ok: true; readonly said: string }
  | { readonly ok: false; readonly status: 404 | 409 | 422; readonly said: string };

/** Keeps what a reading tells of a part that nobody knew, as a new revision of the unit. */
export async function keepOwnValue(unitId: string, reading: SoundReading): Promise<Kept> {
  const newest = await newestFile(unitId);
  if (!newest) return { ok: false, status: 404, said: `This shop has no unit “${unitId}”.` };
  const unit = readUnitOrThrow(newest.file);
  const { state, lifts, fn, red, black, value, from } = reading;
  const setup = { state, lifts };
  const [misfit] = misfits(unit, {
    type: "twin",
    check: { kind: "reading", setup, fn, red, black },
    result: { kind: "value", value },
  });
  if (misfit)
    return {
      ok: false,
      status: 422,
      said:
        misfit.code === "state-power"
          ? `In “${misfit.state}” there is no such reading.`
          : describeAdmissionProblem(misfit),
    };
  if (red === black)
    return { ok: false, status: 422, said: describeAdmissionProblem({ code: "same-point", id: red }) };
  const found = await findOwnValue(unit, readingCheck(setup, fn, red, black), value);
  if ("code" in found) return { ok: false, status: 422, said: noOwnValueText(found) };
  const said = `${red} to ${black}${from === "" ? "" : `, ${from}`}`;
  const { part, parameter } = found;
  const next = withMeasured(newest.file, { part, parameter, value: found.value, said });
  const taken = await takeUnitFile(next, true, newest.hash);
  if (taken.status !== "taken")
    return { ok: false, status: 409, said: "The unit was changed by somebody else meanwhile. Try it again." };
  return { ok: true, said: `${ownValueText(found)} Kept as the unit's own value, in a new revision.` };
}
