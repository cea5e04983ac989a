import { PRACTICE } from "#core/standards/index.ts";
import { decided } from "../table/conditions.ts";
import { choice, text } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";
import { typedOhms } from "../typedOhms.ts";

/** One pair of terminals of a module: what it should do, and its ohms at rest and energised; Infinity for OL. */
export interface TerminalRow {
  readonly pair: string;
  readonly kind: "NO" | "NC" | undefined;
  readonly rest: number;
  readonly on: number;
}
type Trouble = { readonly trouble: string };

/** One reading of a line: a word, or two that belong together. */
const READING = String.raw`(no beep|no buzz|piept nicht|kein \S+|\S+)`;
const LINE = new RegExp(String.raw`^\s*(\S+)\s+(?:(NO|NC)\s+)?${READING}\s+${READING}\s*$`, "iu");

/** Reads "11-14 NO OL 0.1; 11-12 NC 0.1 OL": a pair, what it should do if it is known, ohms at rest and energised. */
export function readTerminals(typed: string): { readonly rows: TerminalRow[] } | Trouble {
  const rows: TerminalRow[] = [];
  for (const line of typed.split(/[;\n,]+/u)) {
    if (line.trim() === "") continue;
    const [, pair, kind, rest = "", on = ""] = LINE.exec(line) ?? [];
    const [restOhms, onOhms] = [typedOhms(rest), typedOhms(on)];
    if (!pair || restOhms === undefined || onOhms === undefined)
      return {
        trouble: `“${line.trim()}” was not understood. Write a pair, NO or NC, and two readings: “11-14 NO OL 0.1”.`,
      };
    rows.push({ pair, kind: kind?.toUpperCase() as "NO" | "NC" | undefined, rest: restOhms, on: onOhms });
  }
  return rows.length > 0
    ? { rows }
    : { trouble: "Enter the pairs, each with its reading at rest and energised." };
}

export type TerminalState = "closed" | "open" | "between";

/** What is wrong with each pair of a module, in words; and how many pairs of each kind change over. */
export function judgeTerminals(
  rows: readonly TerminalRow[],
  closed: number,
  open: number,
): {
  readonly faults: readonly string[];
  readonly makes: readonly string[];
  readonly breaks: readonly string[];
} {
  const state = (ohms: number): TerminalState =>
    ohms < closed ? "closed" : ohms > open ? "open" : "between";
  const faults: string[] = [];
  const makes: string[] = [];
  const breaks: string[] = [];
  for (const { pair, kind, rest, on } of rows) {
    const [before, after] = [state(rest), state(on)];
    if (before === "between" || after === "between") faults.push(`${pair} is neither open nor closed`);
    else if (before === after) faults.push(`${pair} stays ${before}`);
    else if (kind === "NO" && before === "closed") faults.push(`${pair} breaks where it should make`);
    else if (kind === "NC" && before === "open") faults.push(`${pair} makes where it should break`);
    else (before === "open" ? makes : breaks).push(pair);
  }
  return { faults, makes, breaks };
}

const judged = (r: Reckoning) => {
  const read = readTerminals(r.word("table"));
  return "trouble" in read ? read : judgeTerminals(read.rows, r.limit("closed")!, r.limit("open")!);
};

export const relayModule = fromTable({
  id: "relay-module",
  family: "Relays and contactors",
  name: "Relay module or two-pole relay, as one table",
  purpose: "Every pair of terminals at rest and energised: what makes, what breaks, what does neither.",
  prepare: [
    "Dead, proven, module out or its contact leads lifted.",
    "Name the pairs once and read them all at rest; energise from a fused supply of the coil's volts and read them all again.",
    "Of a module with two relays make one table for each coil: the other relay's pairs must not move.",
  ],
  probes: [
    {
      red: "one terminal of the pair",
      black: "the other",
      dial: "Ω",
      note: "all at rest, then all energised",
    },
  ],
  fields: [
    text("table", "Pair, NO or NC, at rest, energised", {
      hint: "11-14 NO OL 0.1; 11-12 NC 0.1 OL; 21-24 NO OL beep",
    }),
    choice("click", "Did it click?", [
      ["yes", "yes"],
      ["no", "no"],
    ]),
  ],
  types: ["relay", "change-over-relay", "double-relay", "contactor"],
  figures: {
    pairs: {
      shown: "",
      of: (r) => {
        const read = readTerminals(r.word("table"));
        return "trouble" in read ? undefined : read.rows.length;
      },
    },
  },
  findings: {
    trouble: (r) => {
      const found = judged(r);
      return "trouble" in found ? found.trouble : undefined;
    },
    faults: (r) => {
      const found = judged(r);
      return "faults" in found ? found.faults.join("; ") : undefined;
    },
    moves: (r) => {
      const found = judged(r);
      return "makes" in found && found.makes.length + found.breaks.length > 0 ? "yes" : undefined;
    },
    layout: (r) => {
      const found = judged(r);
      if (!("makes" in found)) return undefined;
      const part = (name: string, pairs: readonly string[]) =>
        pairs.length > 0 ? [`${name} ${pairs.join(", ")}`] : [];
      return [...part("makes", found.makes), ...part("breaks", found.breaks)].join("; ");
    },
  },
  working: ["{pairs} pairs: {layout}"],
  limits: {
    closed: { of: "pairs", at: 1, shown: "Ω", text: "closed below {at}", source: PRACTICE },
    open: { of: "pairs", at: 1e5, shown: "Ω", text: "open above {at}", source: PRACTICE },
  },
  rows: [
    {
      code: "unread",
      verdict: "doubtful",
      when: decided(["closed", "open"], (r) => r.word("trouble") !== ""),
      says: "{trouble}",
    },
    {
      code: "no-pull-in",
      verdict: "bad",
      when: decided(["closed", "open"], (r) => r.word("moves") === "" && r.word("click") === "no"),
      says: "Nothing moves and it does not click: coil open, too few volts at it, or the wrong terminals.",
    },
    {
      code: "faults",
      verdict: "bad",
      when: decided(["closed", "open"], (r) => r.word("faults") !== ""),
      says: "{faults}.",
      advice: ["Reflow the pins' joints and read again before it is condemned: heat cracks them."],
    },
    {
      code: "good",
      verdict: "good",
      says: "Every pair changes over: {layout}.",
      advice: ["Ohms prove no load contact: read the drop under load too."],
    },
  ],
});
