import type { JobRecord } from "#core/job/index.ts";
import type { UnitModel } from "#core/unit/index.ts";
import { itemName } from "./words.ts";
import type { JobView } from "./view.ts";

/** A job in plain words for whoever owns the unit. */
export interface CustomerPage {
  readonly complaint: string;
  readonly wrong: string;
  /** What showed it; undefined where nothing was measured for it. */
  readonly proof?: string;
  readonly done: readonly string[];
  /** What was looked at again since, and how it was. */
  readonly checked: readonly string[];
  readonly watch: readonly string[];
  /** Parts that were replaced, by name. */
  readonly parts: readonly string[];
}

/** What a job's page for the customer says. Figures are the ledger's. */
export function customerPage(unit: UnitModel, view: JobView, record: JobRecord): CustomerPage {
  const { state, ledger, proof } = view;
  const { call, repairs, closed } = state;
  const nameOf = (item: string) => itemName({ unit, suspects: unit.parts }, item);
  const last = repairs.at(-1)?.body ?? call?.body;
  const proving = ledger.find((row) => row.id === call?.body.proof);
  const right = proof?.rows.filter((r) => r.now === "right") ?? [];
  return {
    complaint: state.complaint,
    wrong:
      last === undefined
        ? "What is wrong is not found yet."
        : `${nameOf(last.item)}${modeText(unit, last.suspect)}.`,
    ...(proving
      ? {
          proof: `${asked(proving)} ${proving.result}${proving.expected ? `; a sound one shows ${proving.expected}` : ""}.`,
        }
      : {}),
    done: repairs.map(({ body }) => `${nameOf(body.item)}: ${sentence(body.what)}`),
    checked: [
      ...right.map((r) => `${asked(r)} was ${r.was}, is ${r.is}.`),
      ...(proof?.safety.flatMap((s) =>
        s.now === "passes" ? [`${s.name}: ${s.is}${s.limit && ` (${s.limit})`}.`] : [],
      ) ?? []),
    ],
    watch: [
      ...repairs.map(({ body }) => `What lay behind it: ${sentence(body.cause)}`),
      ...(closed?.body.waived === undefined
        ? []
        : [`The repair was not proven: ${sentence(closed.body.waived)} Please ring if it shows again.`]),
    ],
    parts: record.repairs.filter((r) => r.replaced && r.held).map((r) => nameOf(r.item)),
  };
}

/** A question as it is asked; a pair with the state it is read in. */
const asked = ({ check, setup }: { readonly check: string; readonly setup: string }) =>
  check.endsWith("?") ? check : `${check}, ${setup}:`;

/** ", open": how a listed part failed. */
function modeText(unit: UnitModel, suspect: string): string {
  const [part = "", mode = ""] = suspect.split(":");
  return unit.parts.some((p) => p.id === part) && mode !== "" ? `, ${mode.replaceAll("-", " ")}` : "";
}

const sentence = (text: string) => (/[.!?]$/u.test(text) ? text : `${text}.`);
