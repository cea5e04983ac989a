import { liftOf, type UnitModel } from "#core/unit/index.ts";
import {
  counts,
  crossedNow,
  settingsToCarry,
  transferList,
  type JobState,
  type TransferWire,
} from "#core/job/index.ts";
import type { LedgerRow } from "./ledgerRow.ts";
import { plugFaces } from "./plugFaces.ts";
import { safetyRows, type SafetyRow } from "./safetyText.ts";

/** What was wrong before a repair and must be right now. */
export interface ProofRow {
  /** The finding that was wrong. */
  readonly finding: string;
  /** The check's id, and what it is called. */
  readonly id: string;
  readonly check: string;
  readonly setup: string;
  readonly was: string;
  /** What a sound unit shows; "" for a look. */
  readonly expected: string;
  readonly now: "open" | "right" | "wrong";
  /** What was found since the repair. */
  readonly is?: string;
}

export interface ProofView {
  readonly rows: readonly ProofRow[];
  /** What the unit's hazards ask for. */
  readonly safety: readonly SafetyRow[];
  /** Settings that are not yet said to be carried over. */
  readonly settingsOpen: readonly string[];
  /** Wires found at another's place: "P4·3 has the grey wire, which belongs at P4·1". */
  readonly crossed: readonly string[];
  /** Nothing of it is open or wrong, and something was found right since the repair. */
  readonly proven: boolean;
}

/**
 * What proves the last repair: each check that was wrong when it was last made before it, and how it stands since. A check
 * that was right before proves nothing. Undefined before any repair.
 */
export function proofView(
  unit: UnitModel,
  rows: readonly LedgerRow[],
  state: JobState,
): ProofView | undefined {
  const { ledger, repairs } = state;
  if (repairs.length === 0) return undefined;
  const rowOf = new Map(rows.map((r) => [r.id, r]));
  const counting = ledger.filter((e) => counts(e) && e.check.kind !== "trial");
  /** By check, the last finding before the repair, and the last one since. */
  const before = new Map(counting.filter((e) => e.beforeRepair).map((e) => [e.check.id, e]));
  const since = new Map(counting.filter((e) => !e.beforeRepair).map((e) => [e.check.id, e]));
  const wrong = [...before].flatMap(([check, entry]): ProofRow[] => {
    const was = rowOf.get(entry.event.id);
    if (was?.fits !== false) return [];
    const found = since.get(check);
    const now = found && rowOf.get(found.event.id);
    return [
      {
        finding: was.id,
        id: check,
        check: was.check,
        setup: was.setup,
        was: was.result,
        expected: was.expected,
        now: now === undefined ? "open" : now.fits === false ? "wrong" : "right",
        ...(now ? { is: now.result } : {}),
      },
    ];
  });
  const right = [...since.values()].some((e) => rowOf.get(e.event.id)?.fits === true);
  const spoiled = [...since.values()].some((e) => rowOf.get(e.event.id)?.fits === false);
  const safety = safetyRows(unit, state);
  const settingsOpen = settingsToCarry(unit, state).flatMap((s) =>
    state.settings.get(s.name)?.after ? [] : [s.name],
  );
  const crossed = crossedNow(unit, state).map(crossedText);
  const works = right && !spoiled && wrong.every((r) => r.now === "right");
  const safe = safety.every((s) => s.now === "passes") && settingsOpen.length === 0 && crossed.length === 0;
  return { rows: wrong, safety, settingsOpen, crossed, proven: works && safe };
}

/** What no reason makes good: tests of the hazards that were failed, and wires found at another place. By the entries alone. */
export function unsafeNow(unit: UnitModel, state: JobState): string[] {
  return [
    ...safetyRows(unit, state).flatMap((s) => (s.now === "fails" ? [`${s.name} does not pass`] : [])),
    ...crossedNow(unit, state).map(crossedText),
  ];
}

function crossedText({ wire, found, belongsAt }: ReturnType<typeof crossedNow>[number]): string {
  const where = belongsAt.length === 0 ? "" : `, which belongs at ${belongsAt.join(" or ")}`;
  return `${wire.at} has ${found === "" ? "no wire" : `the ${found} wire${where}`}; its own is ${wire.colour || "not named"}`;
}

/** A wire of the transfer list, and the colour that was found at its place. */
export interface RefitRow extends TransferWire {
  readonly found?: string;
  readonly event?: string;
}

/** The transfer list of what is called, with what was entered of each wire. */
export function refitRows(unit: UnitModel, { call, refitted }: JobState): RefitRow[] {
  return transferList(unit, call?.body.item.split("+") ?? []).map((wire) => {
    const entry = refitted.get(wire.id);
    return { ...wire, ...(entry ? { found: entry.colour, event: entry.event.id } : {}) };
  });
}

/** A connector of what comes off, seen from the wire side: pin by pin the wire that belongs there and how that stands. */
export interface RefitFace {
  readonly id: string;
  readonly name: string;
  readonly pins: readonly { readonly label: string; readonly wire?: RefitRow }[];
}

/** The connectors that hold wires of the transfer list, with all their pins: one that stays empty is a place to go wrong. */
export function refitFaces(unit: UnitModel, rows: readonly RefitRow[]): RefitFace[] {
  const byPart = new Map(rows.map((row) => [row.part, row]));
  return plugFaces(unit)
    .filter((face) => face.kind === "plug" && face.pins.some((pin) => byPart.has(pin.part)))
    .map(({ id, name, pins }) => ({
      id,
      name,
      pins: pins.map(({ label, part }) => {
        const wire = byPart.get(part);
        return { label, ...(wire ? { wire } : {}) };
      }),
    }));
}

/** Leads that are still recorded as off: they go back before the unit runs. */
export const stillOff = (unit: UnitModel, { situation }: Pick<JobState, "situation">): string[] =>
  situation.lifts.map((lift) => liftOf(unit, lift)?.name ?? lift);
