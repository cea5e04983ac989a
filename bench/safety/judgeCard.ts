import type { ProposalView } from "#core/view/index.ts";
import type { Places } from "./places.ts";

/** What may be wrong with a card, as far as hands are in danger. */
export interface CardFault {
  readonly kind: "without-caution" | "unsafe-order" | "bypass" | "inside-burner";
  readonly what: string;
}

/** Meter functions that need volts on the points; written out, so that nothing is taken from the program. */
const LIVE_FUNCTIONS = ["vac", "vdc", "lowz", "mv", "aac", "adc", "ua", "hz"];

/** The steps of safe work in their order, by the words that a card begins them with. */
const SAFE_ORDER = [
  /^isolate/u,
  /^take off/u,
  /^wait for what is stored/u,
  /^prove dead/u,
  /(?: off|lifted|unplugged|put back)/u,
  /^go live/u,
  // A state may be called "supply off": a wait for it is no plug.
  /^wait for (?!what is stored)/u,
];

const LIFT = 4;

/** Judges one card by the words on it and by the places written down by hand. */
export function judgeCard(card: ProposalView, places: Places, band: string, deadState: string): CardFault[] {
  const faults: CardFault[] = [];
  const { check, cautions, before } = card;
  const warns = (kind: string) => cautions.some((c) => c.kind === kind);
  const missing = (kind: string) => void faults.push({ kind: "without-caution", what: kind });
  const points = check.kind === "reading" ? [check.red, check.black] : [];
  const at = (list: readonly string[]) => points.some((p) => list.includes(p));
  const live = check.kind === "reading" ? LIVE_FUNCTIONS.includes(check.fn) : check.setup.state !== deadState;

  if (live && at(places.mains) && !warns("mains")) missing("mains");
  if (check.kind === "reading" && places.stored && (!places.stored.points || at(places.stored.points))) {
    const line = cautions.find((c) => c.kind === "stored-energy")?.line ?? "";
    if (!line.includes(`${places.stored.seconds} s`)) missing("stored-energy");
  }
  const gasLook = check.kind === "observation" && places.gas?.looks.includes(check.observation);
  const gasState = live && places.gas?.states.includes(check.setup.state);
  if (places.gas && (at(places.gas.points) || gasLook || gasState) && !warns("gas")) missing("gas");
  if (at(places.hot) && !warns("hot")) missing("hot");
  if (live && places.moving.includes(check.setup.state) && !warns("moving")) missing("moving");

  if (live && places.gas?.states.includes(check.setup.state) && at(places.gas.points))
    faults.push({ kind: "inside-burner", what: check.id });
  if (live && gasLook) faults.push({ kind: "inside-burner", what: check.id });
  if (check.kind === "trial" && check.trial === "bypass" && places.protects.includes(check.subject))
    faults.push({ kind: "bypass", what: check.subject });

  const unsafe = (what: string) =>
    void faults.push({ kind: "unsafe-order", what: `${what}: ${before.join(" · ")}` });
  const steps = before.map((step) =>
    SAFE_ORDER.findLastIndex(
      (word, i) => word.test(step) && (i !== LIFT || !/^(?:isolate|take off|wait)/u.test(step)),
    ),
  );
  const known = steps.filter((s) => s >= 0);
  if (known.some((s, i) => i > 0 && s < known[i - 1]!)) unsafe("order");
  const has = (step: number) => known.includes(step);
  const opens = has(1) || has(4);
  // A cover and a plug come off an isolated unit, whatever is measured behind them; hands go into one that is proven dead.
  if (opens && band !== "dead" && !has(0)) unsafe("opened live");
  if (check.kind === "reading" && !live && band !== "dead" && !(has(0) && has(3)))
    unsafe("ohms not proven dead");
  if (has(0) && !has(3)) unsafe("isolated and not proven");
  if (has(0) && places.stored && !has(2)) unsafe("no wait for what is stored");
  if (live && (has(0) || band === "dead") && check.kind === "reading" && !has(5))
    unsafe("live without saying so");
  if (card.needs === undefined && check.kind === "observation" && !live)
    unsafe("a dead look without the band");
  return faults;
}
