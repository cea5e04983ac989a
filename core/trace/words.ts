import type { TraceProblem } from "./line.ts";

/** A problem of a line as a sentence that says what to do. */
export function describeTraceProblem(problem: TraceProblem): string {
  switch (problem.code) {
    case "empty":
      return "Nothing is written here.";
    case "too-long":
      return "This is too long for one line: write one thing a line.";
    case "unknown-kind":
      return `“${problem.words}” names nothing known here. Begin with what it is: fuse, switch, cut-out, relay, element, motor, wire.`;
    case "not-understood":
      return `“${problem.token}” is not understood on this line. Leave it out, or write its unit: 10A, 230V, 2kW, 47Ω.`;
    case "other-thing":
      return `“${problem.token}” makes another thing of it than a line can say. If it is in the circuit, trace it as “load” or “switch”, and give it its type in the workshop.`;
    case "out-of-range":
      return `${problem.token} is not believed: between ${problem.from} and ${problem.to} would be.`;
    case "volts-missing":
      return "How many volts? Write it like “mains 230V” or “supply 24V DC”.";
    case "ac-or-dc":
      return `Is it AC or DC? Write “supply ${problem.volts}V AC” or “supply ${problem.volts}V DC”.`;
    case "three-phase":
      return "A three-phase supply can't be traced yet: trace the one phase that feeds this load, as “mains 230V”.";
    case "supply-first":
      return "Begin with the supply: “mains 230V”, “battery 24V”, “supply 24V AC”.";
    case "second-supply":
      return "This unit has its supply already. Go on from one of its conductors (“from L2”) or from a part (“from T1”).";
    case "from-what":
      return "From which part? Write its name: “from F1”.";
    case "no-such-part":
      return `Nothing traced so far is called ${problem.at}.${problem.known.length === 0 ? "" : ` There is ${listed(problem.known)}.`}`;
    case "used-twice":
      return `${problem.id} is there already. To go on from it write “from ${problem.id}”, to come back to it “to ${problem.id}”.`;
    case "not-a-designator":
      return `${problem.id} is a pin of a plug. Write the plug's pin on a line of its own.`;
    case "pin-number":
      return problem.id === undefined
        ? "Which pin? Write plug and pin: P4.3."
        : `Which pin of ${problem.id}? Write ${problem.id}.1, ${problem.id}.2 and so on.`;
    case "nothing-between":
      return "Nothing was traced since the circuit began.";
    case "no-load":
      return "No load yet in this circuit. Add what does the work: element, motor, valve, lamp, or “load” if you don't know.";
    case "own-end":
      return `${problem.at} is in this same circuit. A circuit goes back to the supply, or to a part of another one.`;
    case "coil-of-what":
      return "Which relay's coil? Write its name: “coil K3”.";
    case "model":
      return problem.message;
  }
}

/** Names in a row, the first few of many. */
function listed(names: readonly string[]): string {
  const shown = names.filter((n) => !n.startsWith("W.")).slice(0, 8);
  return shown.length < 2 ? shown.join("") : `${shown.slice(0, -1).join(", ")} and ${shown.at(-1)!}`;
}
