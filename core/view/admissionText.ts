import { FUNCTION_NAME, FUNCTION_UNIT } from "#core/meter/index.ts";
import type { AdmissionProblem } from "#core/job/index.ts";
import { safetyTestName } from "./safetyText.ts";
import { valueText } from "./words.ts";

function negativeText({ value, fn }: Extract<AdmissionProblem, { code: "negative" }>): string {
  const shown = valueText(fn, value);
  switch (fn) {
    case "ohm":
    case "continuity":
      return `${shown} cannot be: a negative resistance means there is still voltage between the points. Prove them dead again.`;
    case "diode":
      return `${shown} cannot be: the diode range shows no volts below 0 on a dead circuit. Prove the points dead again.`;
    case "farad":
      return `${shown} cannot be: the capacitor is charged, or the number has a sign too many. Discharge it and measure again.`;
    case "hz":
      return `${shown}: a frequency has no sign. Is the minus a slip?`;
    default:
      return `${shown}: ${FUNCTION_NAME[fn]} has no sign. Was it DC, or is the minus a slip?`;
  }
}

/** The sentence for a problem, naming what and where. */
export function describeAdmissionProblem(problem: AdmissionProblem): string {
  switch (problem.code) {
    case "job-closed":
      return `This job was closed on ${problem.at.slice(0, 10)}; nothing more can be recorded in it.`;
    case "unknown":
      return `This unit has no ${problem.what} “${problem.id}”.`;
    case "same-point":
      return `Both probes are on ${problem.id}. A pair has two different points.`;
    case "band":
      return problem.needs === "live"
        ? `${problem.fn} needs the unit live, and the band says ${problem.band === "dead" ? "DEAD AND PROVEN" : "UNPROVEN"}. Declare LIVE first, or correct the function.`
        : `${problem.fn} needs the unit dead, and the band says ${problem.band === "live" ? "LIVE" : "UNPROVEN"}. Make it dead and prove it first: a meter on ohms across live points can be destroyed, and the number would mean nothing.`;
    case "look-band":
      return `This look is taken with the unit dead, and the band says ${problem.band === "live" ? "LIVE" : "UNPROVEN"}. Make it dead and prove it first.`;
    case "state-band":
      return `${problem.fn} cannot be read in the state “${problem.state}”.`;
    case "result-kind":
      return `This check is answered with ${problem.wanted}.`;
    case "impossible":
      if (FUNCTION_UNIT[problem.fn] === "V" && problem.limit >= 1000)
        return `${problem.value} V is beyond the ${problem.limit} V of the meter. Is the unit of the number right?`;
      return `${valueText(problem.fn, problem.value)} is more than any meter shows on ${FUNCTION_NAME[problem.fn]}: it ends at ${valueText(problem.fn, problem.limit, 2)}. Is the unit of the number right?`;
    case "negative":
      return negativeText(problem);
    case "trial":
      return problem.message;
    case "no-repair":
      return "Nothing says yet what was repaired. Record the repair first, or say why the job is closed without one.";
    case "no-proof":
      return "Nothing was measured or seen since the repair. Measure again what was wrong, or say why that is left out.";
    case "jumper":
      return `A jumper is still recorded as fitted: ${problem.where}. Take it off and record that first.`;
    case "safety-early":
      return "These tests are made after the repair. Record the repair first.";
    case "safety-band":
      return problem.needs === "dead"
        ? `This test is made with the unit unplugged and proven dead, and the band says ${problem.band === "live" ? "LIVE" : "UNPROVEN"}.`
        : `This test is made while the unit runs, and the band says ${problem.band === "dead" ? "DEAD AND PROVEN" : "UNPROVEN"}. Declare LIVE first.`;
    case "safety-open":
      return `${safetyTestName(problem.test)}: not entered since the repair. Make this test, or say why the job is closed without it.`;
    case "safety-fails":
      return `${safetyTestName(problem.test)}: it did not pass. The unit does not go back as repaired; mend what is wrong and test again, or hand it on.`;
    case "setting-open":
      return `“${problem.name}” is not said to be set on the new part yet.`;
    case "crossed":
      return `A wire sits at another's place: at ${problem.at} ${problem.found === "" ? "there is none" : `the ${problem.found} one was found`}. Put it right and enter it before anything is switched on.`;
    case "below-nothing":
      return "A reading of this test cannot be below nothing.";
    case "already-retracted":
      return "That finding has been retracted already.";
  }
}
