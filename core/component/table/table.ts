import { always, type When } from "./conditions.ts";
import { Reckoning, type Figure, type Finding, type Limit, type Said, type Values } from "./reckoning.ts";
import type { Chart, ComponentTest, Edge, Judgement, Printed, Question, Verdict } from "./test.ts";

type Sentence = string | ((r: Reckoning) => string);

/** One line of a table: when it speaks, what it says. Sentences are templates: {ohms} is a field or figure as written. */
export interface Row {
  /** Its name within the test, for records and translations. */
  readonly code: string;
  readonly verdict: Verdict;
  /** Left out in the last row, which speaks when no other does. */
  readonly when?: When;
  readonly says: Sentence;
  readonly advice?: readonly Sentence[];
  readonly questions?: readonly Question[];
}

/** A component test as data. */
export interface Table extends Omit<ComponentTest, "judge" | "limitsAt" | "edges" | "codes"> {
  readonly figures?: Readonly<Record<string, Figure>>;
  readonly findings?: Readonly<Record<string, Finding>>;
  readonly limits?: Readonly<Record<string, Limit>>;
  /** Laws and codes that are used and decide no verdict: closed forms, the standard of a curve. */
  readonly facts?: readonly Printed[] | ((r: Reckoning) => readonly Printed[]);
  /** The arithmetic, line by line; a line is left out where something in it was not entered. */
  readonly working?: readonly Sentence[];
  /**
   * Faults that are collected: all that speak are joined, the worst verdict goes. Only where none speaks are the rows read.
   */
  readonly gather?: readonly Row[];
  /** The first that speaks gives the verdict. */
  readonly rows: readonly Row[];
  readonly chart?: (r: Reckoning) => Chart | undefined;
  readonly edges?: Readonly<Record<string, Edge>>;
}

const SEVERITY: readonly Verdict[] = ["told", "good", "doubtful", "bad"];

/**
 * A component test from its table.
 * @throws RangeError for a table that states a limit and does not apply it, or applies one it does not state
 */
export function fromTable(table: Table): ComponentTest {
  const {
    figures = {},
    findings = {},
    limits = {},
    facts = [],
    working = [],
    gather = [],
    rows,
    edges = {},
  } = table;
  const named = { fields: table.fields, figures, findings, limits };
  const applied = new Set([...gather, ...rows].flatMap((row) => row.when?.limits ?? []));
  for (const id of applied)
    if (!limits[id]) throw new RangeError(`${table.id} applies the limit “${id}” and does not state it.`);
  for (const id of Object.keys(limits))
    if (!applied.has(id)) throw new RangeError(`${table.id} states the limit “${id}” and does not apply it.`);
  if (rows.at(-1)?.when)
    throw new RangeError(`${table.id} has no last word: its last row must speak always.`);

  const printed = (r: Reckoning): Printed[] => [
    ...Object.entries(limits).flatMap(([id, limit]) => {
      const at = r.limit(id);
      if (at === undefined) return [];
      const text = typeof limit.text === "function" ? limit.text(r) : limit.text;
      const line = r.fill(text.replaceAll("{at}", r.showLimit(id)));
      return line === undefined ? [] : [{ text: line, source: limit.source, id, at }];
    }),
    ...(typeof facts === "function" ? facts(r) : facts),
  ];

  const judge = (values: Values, said?: Said): Judgement => {
    const r = new Reckoning(named, values, said);
    const write = (s: Sentence) => r.fill(typeof s === "function" ? s(r) : s);
    const gathered = gather.filter((row) => (row.when ?? always).holds(r));
    const speaking = gathered.length > 0 ? gathered : [rows.find((row) => (row.when ?? always).holds(r))!];
    const verdict = speaking
      .map((row) => row.verdict)
      .sort((a, b) => SEVERITY.indexOf(b) - SEVERITY.indexOf(a))[0]!;
    const chart = table.chart?.(r);
    const advice = speaking.flatMap((row) => (row.advice ?? []).flatMap((a) => write(a) || []));
    const questions = speaking.flatMap((row) => row.questions ?? []);
    return {
      verdict,
      code: speaking.map((row) => row.code).join("+"),
      sentence:
        gathered.length > 0
          ? sentence(gathered.map((row) => write(row.says) ?? ""))
          : (write(speaking[0]!.says) ?? ""),
      working: working.flatMap((line) => write(line) || []),
      limits: printed(r),
      ...(advice.length > 0 ? { advice } : {}),
      ...(questions.length > 0 ? { questions } : {}),
      ...(chart ? { chart } : {}),
    };
  };

  const limitsAt = (values: Values) => {
    const r = new Reckoning(named, values);
    return Object.fromEntries(
      Object.entries(limits).map(([id, limit]) => [id, { value: r.maybe(limit.of), at: r.limit(id) }]),
    );
  };
  const { id, family, name, purpose, live, stored, prepare, probes, fields, types } = table;
  const codes = [...new Set([...gather, ...rows].map((row) => row.code))];
  return {
    ...{ codes, id, family, name, purpose, prepare, probes, fields, types, edges, limitsAt, judge },
    ...(live ? { live } : {}),
    ...(stored ? { stored } : {}),
  };
}

/** Parts of a sentence joined, with a capital and a stop. */
function sentence(parts: readonly string[]): string {
  return `${parts.join("; ")}.`.replace(/^./u, (c) => c.toUpperCase());
}
