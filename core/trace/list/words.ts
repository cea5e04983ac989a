import type { Cell, ListProblem, RowProblem } from "./row.ts";

const CELL: Readonly<Record<Cell, string>> = {
  from: "From",
  to: "To",
  colour: "Colour",
  size: "Size",
  length: "Length",
};

/** What is wrong with a row, as a sentence that says what to do; rows are counted from 1. */
export function describeRowProblem(problem: RowProblem): string {
  switch (problem.code) {
    case "missing":
      return `${CELL[problem.cell]} is empty: where does this wire ${problem.cell === "from" ? "begin" : "end"}?`;
    case "no-terminal":
      return `Which terminal of ${problem.part}? Write ${problem.part}.1 or ${problem.part}.2.`;
    case "not-an-end":
      return `“${problem.text}” is no end of a wire. Write part and terminal (F1.2), or L, N, PE.`;
    case "same-ends":
      return "Both ends are the same place.";
    case "twice":
      return `Row ${problem.other + 1} joins the same two places already. Remove one.`;
    case "colour":
      return `“${problem.text}” is no wire colour known here. Write brown, BN or BRN, green/yellow or GNYE, or leave it empty.`;
    case "size":
      return `“${problem.text}” is no wire size. Write 0.75 (mm²) or AWG 18, or leave it empty.`;
    case "length":
      return `“${problem.text}” is no length. Write 1.2 m, 450 mm or 3 ft, or leave it empty.`;
  }
}

/** What is wrong with the list or a part of it, as a sentence that says what to do. */
export function describeListProblem(problem: ListProblem): string {
  switch (problem.code) {
    case "supply":
    case "part-line":
      return problem.message;
    case "unknown-part":
      return `What is ${problem.part}? Its letters don't say. Write it beside: fuse, switch, relay, element, motor.`;
    case "ends":
      return `${problem.part} is a ${problem.kind} and takes ${problem.wanted} wires' ends; the rows name ${problem.terminals.length}: ${problem.terminals.join(", ")}.`;
    case "no-way-there":
      return `Nothing in the list leads from ${problem.from} to ${problem.part}: a wire is missing, or an end is misspelt.`;
    case "no-way-back":
      return `Nothing in the list leads from ${problem.part} back to ${problem.to}: a wire is missing, or an end is misspelt.`;
    case "no-load":
      return "No load is in the list: name the element, motor, valve or lamp that should work.";
    case "own-minus":
      return `${problem.part} runs on DC: list the minus of its output as its own minus.`;
    case "too-many":
      return `More than ${problem.most} rows: split the list.`;
  }
}
