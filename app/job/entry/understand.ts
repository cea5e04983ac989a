import type { ReadingCheck } from "#core/diagnosis/index.ts";
import { describeEntryProblem, parseEntry, type EntryProblem } from "#core/entry/index.ts";
import { admissionProblems, checkOf, type FindingBody, type JobState } from "#core/job/index.ts";
import { checkText, describeAdmissionProblem, resultText, setupText } from "#core/view/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { typedIn } from "../../language/tongue.ts";

/** What a line in the entry field came to. */
export interface Understood {
  readonly body?: FindingBody;
  readonly echo?: string;
  readonly problem?: string;
  /** The line is well formed but may not be recorded now: said at once, not only on Record. */
  readonly misplaced?: boolean;
  readonly wants?: "live" | "dead";
  /** What was not understood, for what can be offered instead. */
  readonly unclear?: EntryProblem;
}

interface Around {
  readonly unit: UnitModel;
  readonly state: JobState;
  /** The pair asked for, which a bare value answers. */
  readonly pending: ReadingCheck | undefined;
  /** The state that the unit was said to be in, taken for a reading whose line names none; else the last one measured in. */
  readonly defaultState: string | undefined;
  /** Read on the twin, whose power this job does not know. */
  readonly twin: boolean;
}

/** An id for judging an entry that is not made yet. */
export const NO_ID = "00000000-0000-4000-8000-000000000000";

/** Understands a line against the job as it stands. */
export function understand(text: string, { unit, state, pending, defaultState, twin }: Around): Understood {
  const deadState = unit.states.find((s) => s.power === "dead")!.id;
  const isLive = (id: string | undefined) => unit.states.some((s) => s.id === id && s.power === "live");
  const liveState = isLive(defaultState)
    ? defaultState!
    : (state.situation.state ?? unit.states.find((s) => s.power === "live")!.id);
  const result = parseEntry(unit, text, {
    ...(pending ? { pending } : {}),
    liveSetup: { state: liveState, lifts: twin ? [] : state.situation.lifts },
    isDead: state.band === "dead" && !twin,
    deadSetup: { state: deadState, lifts: twin ? [] : state.situation.lifts },
    ...typedIn(),
  });
  if (!result.ok) return { problem: describeEntryProblem(result.problem), unclear: result.problem };
  const { body } = result;
  const check = checkOf(unit, body);
  const echo = `${twin ? "On the known-good unit: " : ""}${checkText(unit, check)}, ${setupText(unit, check)}: ${resultText(unit, body)}`;
  if (twin && (body.check.kind !== "reading" || body.result.kind !== "value"))
    return {
      problem: "The known-good unit is compared by readings: a pair and what the meter shows.",
      misplaced: true,
    };
  const problems = admissionProblems(unit, state, { id: NO_ID, person: "", at: "", body }).filter(
    (p) => !twin || p.code !== "band",
  );
  if (problems.length === 0) return { body, echo };
  const band = problems.find((p) => p.code === "band");
  return {
    body,
    echo,
    problem: problems.map(describeAdmissionProblem).join(" "),
    misplaced: true,
    ...(band ? { wants: band.needs } : problems.some((p) => p.code === "look-band") ? { wants: "dead" } : {}),
  };
}
