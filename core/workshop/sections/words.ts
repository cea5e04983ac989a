import { FUNCTION_NAME, METER_FUNCTIONS } from "#core/meter/index.ts";
import type { Field, FieldKind, NameKind, Option } from "../field.ts";

export const field = (path: string, label: string, holds: FieldKind, hint?: string): Field => ({
  path: path.split("."),
  label,
  holds,
  ...(hint === undefined ? {} : { hint }),
});
/** A field that stands in the sheet too. */
export const cell = (...of: Parameters<typeof field>): Field => ({ ...field(...of), cell: true });

export const TEXT: FieldKind = { is: "text" };
export const LONG: FieldKind = { is: "text", long: true };
export const number = (unit?: string): FieldKind =>
  unit === undefined ? { is: "number" } : { is: "number", unit };
export const ref = (to: NameKind): FieldKind => ({ is: "ref", to });
export const refs = (to: NameKind): FieldKind => ({ is: "refs", to });
export const own = (of: NameKind): FieldKind => ({ is: "id", of });
export const yes = (unset: boolean): FieldKind => ({ is: "yes", unset });
export const choice = (of: readonly Option[], unset?: string): FieldKind =>
  unset === undefined ? { is: "choice", of } : { is: "choice", of, unset };

export const SIDES: readonly Option[] = [
  ["mains", "mains"],
  ["low-voltage", "low voltage"],
];
export const ACDC: readonly Option[] = [
  ["dc", "DC"],
  ["ac", "AC"],
];
export const VOLTS: readonly Option[] = [
  ["vac", "V AC"],
  ["vdc", "V DC"],
];
export const FUNCTIONS: readonly Option[] = METER_FUNCTIONS.map((f) => [f, FUNCTION_NAME[f]]);

export const positions = field("positions", "Switches stand", {
  is: "map",
  by: "part",
  value: choice([
    ["open", "open"],
    ["closed", "closed"],
  ]),
});
export const celsius = field("celsius", "Temperatures", { is: "map", by: "part", value: number("°C") });
export const thresholds: readonly Field[] = [
  cell("from", "From net", ref("net")),
  cell("to", "To net", ref("net")),
  cell("domain", "Volts are", choice(ACDC, "dc")),
  cell("above", "At or above", number("V")),
  cell("below", "At or below", number("V")),
];
export const conditions: readonly Field[] = [
  field("input", "Input", ref("input")),
  field("environment", "Or what surrounds it", ref("surrounding")),
  field("is", "Is", { is: "holds" }),
];
export const MINUTES = cell("minutes", "Minutes", number("min"));
export const COVER = cell("cover", "Behind cover", ref("cover"));
