import type { ChoiceField, FieldUnit, QuantityField, TextField } from "./test.ts";

const unit = (text: string, scale: number, base: FieldUnit["base"]): FieldUnit => ({ text, scale, base });

export const OHM = unit("Ω", 1, "Ω");
export const MEGOHM = unit("MΩ", 1e6, "Ω");
export const VOLT = unit("V", 1, "V");
export const MILLIVOLT = unit("mV", 1e-3, "V");
export const AMP = unit("A", 1, "A");
export const MILLIAMP = unit("mA", 1e-3, "A");
export const MICROAMP = unit("µA", 1e-6, "A");
export const MICROFARAD = unit("µF", 1e-6, "F");
export const WATT = unit("W", 1, "W");
export const VOLTAMP = unit("VA", 1, "VA");
export const CELSIUS = unit("°C", 1, "°C");
export const HERTZ = unit("Hz", 1, "Hz");
export const SECOND = unit("s", 1, "s");
export const MILLISECOND = unit("ms", 1e-3, "s");
export const METRE = unit("m", 1, "m");
export const MM2 = unit("mm²", 1, "mm²");
export const MILLIMETRE = unit("mm", 1e-3, "m");
export const PLAIN = unit("", 1, "");
export const PERCENT = unit("%", 0.01, "");

type Extra = Omit<QuantityField, "kind" | "id" | "label" | "unit">;

export function quantity(id: string, label: string, of: FieldUnit, extra: Extra = {}): QuantityField {
  return { kind: "quantity", id, label, unit: of, ...extra };
}

export function choice(id: string, label: string, options: ChoiceField["options"]): ChoiceField {
  return { kind: "choice", id, label, options };
}

/** What was seen, heard or felt; no answer stands there beforehand. */
export function asked(id: string, label: string, options: ChoiceField["options"]): ChoiceField {
  return { kind: "choice", id, label, options, asked: true };
}

export function text(
  id: string,
  label: string,
  extra: Omit<TextField, "kind" | "id" | "label"> = {},
): TextField {
  return { kind: "text", id, label, ...extra };
}

/** Asked of every test in ohms: what surrounds the part may read as well. */
export const WHERE = choice("where", "Where is it measured?", [
  ["out", "out of circuit, or one end lifted"],
  ["in", "in circuit, nothing lifted"],
]);

/** The diode range of a meter ends at 2 to 4 V, or at 12; a bare 550 in it is millivolts. Common practice, no source. */
const ONLY_MILLIVOLTS = 20;

/** A reading of the diode range: OL where it blocks, negative where the probes are swapped. */
export function diodeVolts(id: string, label: string, extra: Extra = {}): QuantityField {
  return quantity(id, label, VOLT, { open: true, polar: true, thousandthsFrom: ONLY_MILLIVOLTS, ...extra });
}

/** A reading of the capacitance range: OL for a short or more than its range, negative with the probes exchanged. */
export function faradsRead(id: string, label: string, extra: Extra = {}): QuantityField {
  return quantity(id, label, MICROFARAD, { open: true, polar: true, ...extra });
}
