import type { UnitModel } from "#core/unit/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import { toScale } from "../dictionary/scale.ts";
import type { Evidence } from "../inference/evidence.ts";
import { netOf } from "../planning/pointNets.ts";
import type { Case, Suspect, SuspectList } from "./suspects.ts";
import { unlistedFaults, type Unlisted } from "./unlisted.ts";

/** A reading says more of where a fault lies than what a customer misses. */
const READING_WEIGHT = 4;
/** Standard deviations from which a reading is not the healthy unit's. */
const ODD = 3;
/** Nets with more ends than this lead everywhere, so nothing is near because of them. */
const RAIL_ENDS = 5;
/** … and what hangs on such a net is as far away as this many parts. */
const RAIL_AWAY = 4;
/** Parts between a finding and a fault beyond which they have little to do with each other. */
const FAR = 6;

/** Wires in the wrong place have no size: one run of the unit each, so that hardly any needs to be left out. */
const MOST_WIRINGS = 48;
/** Of those with a size, so many that lie beside what is suspected most. */
const MOST_BESIDE = 12;

/**
 * The unlisted faults that may have to do with what was found, by how near they lie to what is not as in the healthy
 * unit: numbered after the dictionary's own suspects, with their cases. Each that is tried is a run of the unit for each of
 * its sizes.
 * @param most how many of those that have a size
 * @param leading the part that is suspected most: what lies beside it may do what it does, wherever the findings lie
 */
export function relevantUnlisted(
  dictionary: Dictionary,
  findings: readonly Evidence[],
  most: number,
  leading?: string,
): SuspectList {
  const { unit } = dictionary;
  const { unit: wide, list } = unlistedFaults(unit);
  const distances = findings.flatMap((f) => {
    const nets = oddNets(dictionary, f);
    const weight = f.kind === "reading" ? READING_WEIGHT : 1;
    return nets.length > 0 ? [{ weight, distance: distancesFrom(unit, nets) }] : [];
  });
  const netsOf = new Map(wide.parts.map((p) => [p.id, Object.values(p.terminals)]));
  const ranked = (nearness: (nets: readonly string[]) => number) =>
    list
      .map((entry) => {
        const nets = entry.sizes[0]!.flatMap((f) => netsOf.get(f.part)!);
        return { entry, score: nearness(nets) * Math.sqrt(entry.suspect.prior) };
      })
      .sort((a, b) => b.score - a.score)
      .map(({ entry }) => entry);
  const nearestFirst = ranked((nets) =>
    distances.reduce((sum, { weight, distance }) => sum + weight * closeness(nets, distance), 0),
  );
  const sized = nearestFirst
    .filter(hasSizes)
    .filter(atMostOfAKind(Math.ceil(most / 3)))
    .slice(0, most);
  const part = unit.parts.find((p) => p.id === leading);
  const besideIt = part ? distancesFrom(unit, Object.values(part.terminals)) : undefined;
  const beside = besideIt
    ? ranked((nets) => closeness(nets, besideIt))
        .filter(hasSizes)
        .slice(0, MOST_BESIDE)
    : [];
  const wirings = nearestFirst.filter((entry) => !hasSizes(entry)).slice(0, MOST_WIRINGS);
  const wanted = [...new Set([...sized, ...beside, ...wirings])];
  const suspects: Suspect[] = [];
  const cases: Case[] = [];
  for (const entry of wanted) {
    const suspect = dictionary.suspects.length + suspects.length;
    suspects.push(entry.suspect);
    for (const faults of entry.sizes)
      cases.push({ suspect, share: 1 / entry.sizes.length, faults, wide: true });
  }
  return { suspects, cases };
}

const hasSizes = ({ sizes }: Unlisted) => sizes.length > 1;

/** 1 on the nets that distances are from, less with every part between. */
function closeness(nets: readonly string[], distance: ReadonlyMap<string, number>): number {
  return 1 / (1 + Math.min(FAR, ...nets.map((n) => distance.get(outer(n)) ?? FAR)));
}

/** Lets the first few of every kind pass, so that one kind does not crowd out the others. */
function atMostOfAKind(most: number): (entry: Unlisted) => boolean {
  const counts = new Map<string, number>();
  return ({ suspect }) => {
    const kind = suspect.unlisted!;
    counts.set(kind, (counts.get(kind) ?? 0) + 1);
    return counts.get(kind)! <= most;
  };
}

/** A net behind a joint of its own counts as the net outside it. */
function outer(net: string): string {
  const at = net.indexOf("~");
  return at < 0 ? net : net.slice(0, at);
}

/** The nets that a finding is about, where it is not what the healthy unit would show. */
function oddNets(dictionary: Dictionary, finding: Evidence): string[] {
  const { unit } = dictionary;
  if (finding.kind === "claim") return [];
  const row = dictionary.row(finding.check);
  if (finding.kind === "seen") {
    if (!("chance" in row) || finding.check.kind !== "observation") return [];
    if (!finding.badly && finding.seen === row.chance[0]! > 0.5) return [];
    const { observation } = finding.check;
    const { part: id } = unit.observations.find((o) => o.id === observation)!;
    const part = unit.parts.find((p) => p.id === id);
    return part ? Object.values(part.terminals) : [];
  }
  if ("chance" in row) return [];
  if (finding.kind === "reading") {
    const off = Math.abs(toScale(finding.check.fn, finding.value) - row.mean[0]!);
    if (off < ODD * Math.hypot(row.sd[0]!, row.slope[0]! * 0.03)) return [];
  }
  return [finding.check.red, finding.check.black].flatMap((id) => {
    const point = unit.points.find((p) => p.id === id);
    return (point && netOf(unit, point.terminal ?? point.id)) ?? [];
  });
}

/** Parts between every net and the nearest of some, not counting ways over rails. */
function distancesFrom(unit: UnitModel, from: readonly string[]): Map<string, number> {
  const ends = new Map<string, string[][]>();
  for (const part of unit.parts) {
    const nets = Object.values(part.terminals);
    for (const net of nets) ends.set(net, [...(ends.get(net) ?? []), nets]);
  }
  const distance = new Map(from.map((net) => [net, 0]));
  const open = [...distance.keys()];
  for (let k = 0; k < open.length; k++) {
    const net = open[k]!;
    const parts = ends.get(net) ?? [];
    if (parts.length > RAIL_ENDS) continue;
    for (const nets of parts)
      for (const next of nets)
        if (!distance.has(next)) {
          const rail = ends.get(next)!.length > RAIL_ENDS;
          distance.set(next, distance.get(net)! + (rail ? RAIL_AWAY : 1));
          open.push(next);
        }
  }
  return distance;
}
