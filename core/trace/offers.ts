import type { Walk } from "./walk.ts";

/** Something that usually follows: what the button says, and the line that it writes or begins. */
export interface TraceOffer {
  readonly label: string;
  readonly text: string;
  /** The line is whole as it stands; otherwise something is still to be typed behind it. */
  readonly whole: boolean;
}

const whole = (label: string, text = label): TraceOffer => ({ label, text, whole: true });
const begins = (label: string, text: string): TraceOffer => ({ label, text, whole: false });

const SUPPLIES = [
  whole("mains 230 V", "mains 230V 50Hz"),
  whole("mains 120 V", "mains 120V 60Hz"),
  whole("240/120 V split", "split 240V 60Hz"),
  whole("24 V AC", "supply 24V AC"),
  whole("24 V DC", "supply 24V DC"),
  whole("12 V battery", "battery 12V"),
];
const PROTECTION = [begins("fuse", "fuse "), whole("door switch"), whole("switch"), whole("cut-out")];
const SWITCHING = [
  begins("relay", "relay K"),
  whole("board output"),
  whole("thermostat"),
  whole("proof switch"),
];
const LOADS = [
  begins("element", "element "),
  begins("motor", "motor "),
  begins("pump", "pump "),
  begins("valve", "valve "),
  begins("lamp", "lamp "),
  begins("transformer", "transformer "),
  whole("board"),
  whole("load, unknown", "load"),
];

/** What usually comes next at the end of a trace, the likeliest first. */
export function traceOffers({ supply, circuits }: Walk): TraceOffer[] {
  if (!supply) return SUPPLIES;
  const last = circuits.at(-1);
  const end = last?.things.filter((t) => t.line !== undefined).at(-1);
  const pin = begins(
    "plug pin",
    end?.kind.role === "pin" ? `${end.id.slice(0, end.id.indexOf(".") + 1)}` : "P",
  );
  if (!last || last.closed) {
    const from = circuits
      .flatMap((c) => c.things)
      .filter(
        (t) =>
          t.line !== undefined && (t.made.gives !== undefined || (t.kind.role !== "load" && !t.behindLoad)),
      );
    const starts = from.slice(-4).map((t) => whole(`from ${t.id}`));
    return last ? [...starts, ...PROTECTION] : [...PROTECTION, ...SWITCHING, pin, ...LOADS];
  }
  if (last.load)
    return [
      last.feed.back === "MINUS" ? whole("back to minus", "to minus") : whole("back to N", "to N"),
      pin,
      ...PROTECTION.slice(1),
    ];
  const had = new Set(last.things.map((t) => t.kind.id));
  const switched = had.has("relay") || had.has("output") || had.has("thermostat");
  const fresh = PROTECTION.filter((o) => !had.has(o.label));
  return switched
    ? [pin, ...LOADS, ...fresh]
    : had.size === 0
      ? [...fresh, ...SWITCHING, pin, ...LOADS]
      : [pin, ...SWITCHING, ...LOADS, ...fresh];
}
