import { parseQuantity } from "#core/quantity/index.ts";
import { PRACTICE } from "#core/standards/index.ts";
import { decided } from "../table/conditions.ts";
import { quantity, text, VOLT } from "../table/fields.ts";
import type { Reckoning } from "../table/reckoning.ts";
import { fromTable } from "../table/table.ts";

export interface Chain {
  readonly points: readonly string[];
  /** By point: whether the feed's volts are there. */
  readonly has: Readonly<Record<string, boolean>>;
}
type Trouble = { readonly trouble: string };

/**
 * Reads a chain's points and what was measured at them: "S3 24.1, S5 0.2" or "S3 yes, S5 no".
 * @param present at these volts or more the feed has come so far
 * @param absent below these it has not
 */
export function readChain(
  points: string,
  read: string,
  feed: number | undefined,
  present: number | undefined,
  absent: number | undefined,
): Chain | Trouble {
  const list = points.split(/[\s,]+/u).filter(Boolean);
  if (list.length < 3)
    return { trouble: "A chain has three points or more: the feed, what lies between, and the end." };
  const has: Record<string, boolean> = { [list[0]!]: true, [list.at(-1)!]: false };
  for (const piece of read.split(/[,;\n]+/u)) {
    if (piece.trim() === "") continue;
    const [, point, said] = /^\s*(\S+)\s+(.+?)\s*$/u.exec(piece) ?? [];
    if (!point || !said)
      return { trouble: `“${piece.trim()}” was not understood. Write “S3 24.1” or “S3 yes”.` };
    if (!list.includes(point)) return { trouble: `“${point}” is not among the points.` };
    if (/^(?:yes|no)$/iu.test(said)) {
      has[point] = said.toLowerCase() === "yes";
      continue;
    }
    const parsed = parseQuantity(said);
    if (!parsed.ok || (parsed.quantity.unit ?? "V") !== "V")
      return { trouble: `“${said}” at ${point} is neither volts nor yes or no.` };
    if (feed === undefined || present === undefined || absent === undefined)
      return { trouble: `${point} was read in volts: enter the volts at the feed too.` };
    const volts = Math.abs(parsed.quantity.value);
    if (volts > 1.15 * feed)
      return { trouble: `${said} at ${point} is more than the feed has: check both readings.` };
    if (volts < present && volts >= absent)
      return {
        trouble: `${said} at ${point} is neither there nor gone: a contact on the way has ohms. Read the drop across each closed contact.`,
      };
    has[point] = volts >= present;
  }
  return { points: list, has };
}

/** Where to measure next in a chain of closed contacts: the middle of what is left between a good point and a bad one. */
export function nextInChain(
  points: readonly string[],
  readings: Readonly<Record<string, boolean>>,
): { readonly measure: string } | { readonly between: readonly [string, string] } | Trouble {
  let good = 0;
  let bad = points.length - 1;
  points.forEach((p, i) => {
    if (readings[p] === true) good = Math.max(good, i);
    if (readings[p] === false) bad = Math.min(bad, i);
  });
  if (good >= bad)
    return {
      trouble: `There are volts at ${points[good]}, beyond ${points[bad]} where there are none: one of the two readings slipped.`,
    };
  if (bad - good === 1) return { between: [points[good]!, points[bad]!] };
  return { measure: points[(good + bad) >> 1]! };
}

const chainOf = (r: Reckoning): Chain | { readonly trouble: string } =>
  readChain(r.word("points"), r.word("read"), r.maybe("feed"), r.limit("present"), r.limit("absent"));
const nextOf = (r: Reckoning) => {
  const chain = chainOf(r);
  return "trouble" in chain ? chain : nextInChain(chain.points, chain.has);
};

export const chain = fromTable({
  id: "limit-chain",
  family: "Coils and switches",
  name: "Limit chain, by halves",
  purpose: "Finds the open contact of a chain in as few readings as there are halvings.",
  live: true,
  prepare: [
    "Live, with the chain called to be closed. One reference for all readings.",
    "A limit that has tripped has a cause: never bridge it.",
  ],
  probes: [{ red: "the point named", black: "the chain's return", dial: "V" }],
  fields: [
    text("points", "Points in order", { hint: "S1 S2 S3 S4 S5 P2" }),
    quantity("feed", "Volts at the feed", VOLT, {
      optional: true,
      hint: "needed where volts are entered",
      usual: [0, 600],
    }),
    text("read", "Read so far", { hint: "S3 24.1, S5 0.2 or S3 yes, S5 no", optional: true }),
  ],
  types: ["thermostat", "cut-out", "limit-switch", "proof-switch"],
  findings: {
    trouble: (r) => {
      const next = nextOf(r);
      return "trouble" in next ? next.trouble : undefined;
    },
    span: (r) => {
      const next = nextOf(r);
      return "between" in next ? next.between.join(" and ") : undefined;
    },
    next: (r) => {
      const next = nextOf(r);
      return "measure" in next ? next.measure : undefined;
    },
  },
  limits: {
    present: {
      of: "feed",
      at: (r) => presentAbove(r),
      text: "there from {at}: 85 % of the feed",
      source: PRACTICE,
    },
    absent: { of: "feed", at: (r) => absentBelow(r), text: "gone below {at}: 30 %", source: PRACTICE },
  },
  facts: (r) => {
    const read = chainOf(r);
    const contacts = "trouble" in read ? 0 : read.points.length - 1;
    return contacts < 2
      ? []
      : [
          {
            text: `at most ${Math.ceil(Math.log2(contacts))} readings for ${contacts} contacts`,
            source: "halving, closed form",
          },
        ];
  },
  rows: [
    {
      code: "trouble",
      verdict: "doubtful",
      when: decided(["present", "absent"], (r) => r.word("trouble") !== ""),
      says: "{trouble}",
    },
    {
      code: "found",
      verdict: "bad",
      when: decided(["present", "absent"], (r) => r.word("span") !== ""),
      says: "Open between {span}.",
    },
    { code: "next", verdict: "told", says: "Measure at {next} next." },
  ],
});
const presentAbove = (r: Reckoning) => feedTimes(r, 0.85);
const absentBelow = (r: Reckoning) => feedTimes(r, 0.3);
function feedTimes(r: Reckoning, share: number): number | undefined {
  const feed = r.maybe("feed");
  return feed === undefined ? undefined : share * feed;
}
