import type { UnitModel } from "#core/unit/index.ts";
import type { Dictionary } from "../dictionary/dictionary.ts";
import type { Suspect } from "./suspects.ts";

/**
 * What mostly lies behind a failure, by mode and kind of part, most particular first. Common practice, no source.
 * A replaced part fails again where its cause is still there.
 */
const CAUSES: readonly { readonly type?: RegExp; readonly mode: RegExp; readonly cause: string }[] = [
  {
    type: /fuse|breaker/,
    mode: /blown|open|tripped/,
    cause: "A fuse is a symptom: find what it blew for before fitting another.",
  },
  {
    type: /heater|igniter/,
    mode: /open/,
    cause:
      "Worn out, run dry, scaled up or held on by a welded contact: look at the contact and at what limits it.",
  },
  {
    type: /heater|motor|pump|fan/,
    mode: /leak/,
    cause: "Moisture or a cracked sheath or winding: dry it, and look where the water came from.",
  },
  {
    type: /relay|contactor/,
    mode: /weld/,
    cause: "A short or a start current through the contact: test the load before the new relay meets it.",
  },
  {
    type: /relay|contactor/,
    mode: /open|pitted|high|joint/,
    cause: "Wear, or a solder joint cracked by heat: a load near the contact's rating shortens its life.",
  },
  {
    type: /motor|pump|fan/,
    mode: /winding|short|open|seized|stall/,
    cause: "Overheating: turn it by hand, look for a jam, a worn bearing, a weak run capacitor.",
  },
  {
    type: /capacitor/,
    mode: /./,
    cause: "Age and heat; a hot neighbour or ripple current is hard on the next one too.",
  },
  {
    type: /diode|bridge|rectifier|zener/,
    mode: /short/,
    cause: "A short behind it or a surge: test what it feeds, and the varistor.",
  },
  {
    type: /output|driver|triac|mosfet|switch/,
    mode: /dead|short/,
    cause: "Its load or the wire to it was shorted at some time: test both before the new board drives them.",
  },
  {
    type: /wire|pin|connector|terminal|splice|cable/,
    mode: /high|corro/,
    cause:
      "A loose or corroded joint runs hot and spreads: clean or replace both halves, tighten, look for water.",
  },
  {
    type: /wire|pin|connector|terminal|splice|cable/,
    mode: /open/,
    cause: "Flexing, chafing or a pulled plug: follow the run to where it bends and is held.",
  },
  {
    type: /ntc|rtd|ptc|thermocouple|sensor/,
    mode: /./,
    cause: "Moisture in the sensor or its plug, or a strained lead.",
  },
  { type: /varistor|spark/, mode: /./, cause: "A surge: ask about storms, and test what lies behind it." },
  {
    type: /door|lid|switch|limit/,
    mode: /./,
    cause: "A worn or bent actuator: look at what should press it.",
  },
];

/** The sentence on what may have caused a fault; undefined where nothing general is known. */
export function likelyCause(dictionary: Dictionary, suspect: Suspect): string | undefined {
  if (suspect.both) {
    const [cause, effect] = suspect.both.map((i) => dictionary.suspects[i]!) as [Suspect, Suspect];
    const own = likelyCause(dictionary, cause);
    return `${cause.name} may be what took ${effect.name} with it. ${own ?? ""}`.trim();
  }
  const type = typeOf(dictionary.unit, suspect.part);
  if (type === undefined) return undefined;
  const mode = suspect.id.slice(suspect.part!.length + 1);
  return CAUSES.find((c) => (c.type?.test(type) ?? true) && c.mode.test(mode))?.cause;
}

function typeOf({ parts }: UnitModel, id: string | undefined): string | undefined {
  return parts.find((p) => p.id === id)?.type;
}

/** Mending one component on a board, by kind: its price and the minutes at the bench. Common practice, no source. */
const BENCH_REPAIR: readonly { readonly type: RegExp; readonly price: number; readonly minutes: number }[] = [
  { type: /relay/, price: 6, minutes: 30 },
  { type: /fuse/, price: 1, minutes: 20 },
  { type: /diode|zener|rectifier|bridge|varistor/, price: 2, minutes: 30 },
  { type: /capacitor/, price: 2, minutes: 25 },
  { type: /output|triac|mosfet|regulator|converter/, price: 5, minutes: 45 },
  { type: /transformer/, price: 18, minutes: 40 },
  { type: /resistor|led/, price: 1, minutes: 25 },
];

/** The two ways to put a board right. Money and minutes at the bench or the cabinet. */
export interface BoardOrComponent {
  readonly component: string;
  readonly board: { readonly price: number; readonly minutes: number };
  readonly repair: { readonly price: number; readonly minutes: number };
}

/** Board against component, where the suspect is one part of an item that holds several, and can be soldered. */
export function boardOrComponent({ unit }: Dictionary, suspect: Suspect): BoardOrComponent | undefined {
  const item = unit.items.find((i) => i.id === suspect.item);
  if (!item || suspect.part === undefined || item.remedy !== "replace") return undefined;
  const onBoard = unit.parts.filter((p) => p.item === item.id);
  const type = typeOf(unit, suspect.part)!;
  const repair = BENCH_REPAIR.find((r) => r.type.test(type));
  if (onBoard.length < 4 || !repair) return undefined;
  return {
    component: suspect.name,
    board: { price: item.price, minutes: item.minutes },
    repair: { price: repair.price, minutes: item.minutes + repair.minutes },
  };
}
