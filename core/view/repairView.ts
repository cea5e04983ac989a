import { liftOf, type UnitModel } from "#core/unit/index.ts";
import type { JobState } from "#core/job/index.ts";
import type { LedgerRow } from "./ledgerRow.ts";

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
  /** Nothing of it is open or wrong, and something was found right since the repair. */
  readonly proven: boolean;
}

/**
 * What proves the last repair: each check that was wrong when it was last made before it, and how it stands since. A check
 * that was right before proves nothing. Undefined before any repair.
 */
export function proofView(rows: readonly LedgerRow[], { ledger, repairs }: JobState): ProofView | undefined {
  if (repairs.length === 0) return undefined;
  const rowOf = new Map(rows.map((r) => [r.id, r]));
  const counting = ledger.filter((e) => !e.retracted && e.check.kind !== "trial" && !isHeld(e));
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
  return { rows: wrong, proven: right && !spoiled && wrong.every((r) => r.now === "right") };
}

const isHeld = ({ body }: JobState["ledger"][number]) =>
  body.result.kind === "value" && body.result.held !== undefined;

/** A wire that comes off with an item: where it is, and where it must go again. */
export interface TransferWire {
  readonly id: string;
  /** The terminal or pin of the item: "K3 com", "P4·3". */
  readonly at: string;
  readonly colour: string;
  readonly wire: string;
}

/** Every wire on an item, pin by pin: what has to come off it and go back to the same place. */
export function transferList(unit: UnitModel, items: readonly string[]): TransferWire[] {
  const parts = unit.parts.filter((p) => items.includes(p.item));
  const inside = new Set(parts.map((p) => p.id));
  const wires = unit.parts.filter((p) => p.type === "wire" && !inside.has(p.id));
  return parts
    .filter((p) => p.type !== "wire")
    .flatMap((part) =>
      Object.entries(part.terminals).flatMap(([terminal, net]) =>
        wires
          .filter((w) => Object.values(w.terminals).includes(net))
          .map((w) => ({
            id: `${part.id}.${terminal} ${w.id}`,
            at:
              part.type === "pin"
                ? part.id.replaceAll(".", "·")
                : `${part.id.replaceAll(".", "·")} ${terminal}`,
            colour: w.colour ?? "",
            wire: w.name,
          })),
      ),
    )
    .sort((a, b) => a.at.localeCompare(b.at, "en", { numeric: true }));
}

/** Leads that are still recorded as off: they go back before the unit runs. */
export const stillOff = (unit: UnitModel, { situation }: Pick<JobState, "situation">): string[] =>
  situation.lifts.map((lift) => liftOf(unit, lift)?.name ?? lift);
