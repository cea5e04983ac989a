import { CATALOGUE, modesOf } from "#core/unit/index.ts";
import { z } from "zod";
import { isJson, type Field, type FieldKind, type Json, type Option } from "./field.ts";

/** How the catalogue's parameters are called, and what they are counted in. */
const SAID: Readonly<Record<string, readonly [label: string, unit?: string]>> = {
  amps: ["Current", "A"],
  awg: ["Gauge", "AWG"],
  baseAmps: ["Base current", "A"],
  beta: ["Beta", "K"],
  biasOhms: ["Bias", "Ω"],
  bleederOhms: ["Bleeder", "Ω"],
  bondOhms: ["Bond of neutral and earth", "Ω"],
  bondWhenDead: ["Bonded when dead too"],
  carries: ["Carries for good", "times its rating"],
  channel: ["Channel"],
  coilAmps: ["Coil current", "A"],
  coilDiode: ["Diode across the coil"],
  coilOhms: ["Coil", "Ω"],
  coilSupply: ["Coil runs on"],
  coilVolts: ["Coil voltage", "V"],
  coldOhms: ["Cold", "Ω"],
  coldShare: ["Cold resistance is hot over", "times"],
  contactOhms: ["Contact", "Ω"],
  crimpOhms: ["Each crimp", "Ω"],
  dropVolts: ["Drop", "V"],
  dropout: ["Dropout", "V"],
  duty: ["Share of time low"],
  efficiency: ["Efficiency", "share"],
  emission: ["Emission coefficient"],
  esrOhms: ["ESR", "Ω"],
  farads: ["Capacitance", "F"],
  filterOhms: ["Across the input", "Ω"],
  flameOhms: ["Flame", "Ω"],
  forwardAmps: ["at", "A"],
  forwardVolts: ["Forward voltage", "V"],
  henries: ["Inductance", "H"],
  hotOhms: ["Hot", "Ω"],
  inrush: ["Inrush", "times"],
  insulationOhms: ["Insulation", "Ω"],
  leakOhms: ["Leak", "Ω"],
  limitAmps: ["Gives at most", "A"],
  linkFarads: ["Link capacitance", "F"],
  magnetisingAmps: ["Magnetising current", "A"],
  metres: ["Length", "m"],
  milliamps: ["Trips at", "mA"],
  minimumVolts: ["Runs from", "V"],
  mm2: ["Size", "mm²"],
  neutralOhms: ["Neutral", "Ω"],
  ohms: ["Resistance", "Ω"],
  ohms0: ["At 0 °C", "Ω"],
  ohms25: ["At 25 °C", "Ω"],
  onOhms: ["While on", "Ω"],
  polarity: ["Polarity"],
  position: ["Wiper stands at", "share"],
  powerFactor: ["Power factor"],
  primaryOhms: ["Primary", "Ω"],
  primaryVolts: ["Primary voltage", "V"],
  pullUpOhms: ["Pull-up", "Ω"],
  rest: ["At rest"],
  runOhms: ["Run winding", "Ω"],
  secondaryOhms: ["Secondary", "Ω"],
  secondaryVolts: ["Secondary voltage", "V"],
  seriesOhms: ["Series resistance", "Ω"],
  snubberOhms: ["Snubber", "Ω"],
  sourceOhms: ["Source", "Ω"],
  speed: ["Speed"],
  spreadVolts: ["Its drop may be off by", "V"],
  startOhms: ["Start winding", "Ω"],
  supply: ["Runs on"],
  supplyOhms: ["Draws as", "Ω"],
  switchCelsius: ["Switches at", "°C"],
  thresholdVolts: ["Threshold", "V"],
  tolerance: ["Tolerance", "share"],
  triggerAmps: ["Trigger current", "A"],
  volts: ["Voltage", "V"],
  watts: ["Power", "W"],
  windingOhms: ["Winding", "Ω"],
  zenerVolts: ["Zener voltage", "V"],
};

/** A value of a kind of part, as the workshop asks for it. */
export interface Parameter {
  readonly field: Field;
  /** Without it the part has no model. */
  readonly needed: boolean;
  /** What holds where nothing is said, as text. */
  readonly unset: string | undefined;
}

interface Property {
  readonly type?: string;
  readonly enum?: readonly string[];
  readonly default?: string | number | boolean;
}

/** The values that a kind of part takes: those that must be said first. Paths count from the part. None for a kind unknown. */
export function parametersOf(type: string): Parameter[] {
  const kind = CATALOGUE.get(type);
  if (!kind) return [];
  const { properties = {}, required = [] } = z.toJSONSchema(kind.parameters, { io: "input" }) as {
    properties?: Readonly<Record<string, Property>>;
    required?: readonly string[];
  };
  return Object.entries(properties)
    .map(([name, property]): Parameter => {
      const [label, unit] = SAID[name] ?? [name];
      return {
        field: { path: ["parameters", name], label, holds: holdsOf(property, unit) },
        needed: required.includes(name),
        unset: property.default === undefined ? undefined : String(property.default),
      };
    })
    .sort((a, b) => Number(b.needed) - Number(a.needed));
}

function holdsOf({ type, enum: words, default: unset }: Property, unit: string | undefined): FieldKind {
  if (words) {
    const of = words.map((w): Option => [w, w]);
    return typeof unset === "string" ? { is: "choice", of, unset } : { is: "choice", of };
  }
  if (type === "boolean") return { is: "yes", unset: unset === true };
  return unit === undefined ? { is: "number" } : { is: "number", unit };
}

/** What a parameter is called: "Winding". */
export const parameterLabel = (name: string): string => SAID[name]?.[0] ?? name;

/** Whether every parameter of the catalogue has words of its own. */
export const hasWords = (name: string): boolean => name in SAID;

/** Kinds of part there are, as they are said: "low side output". */
export const PART_KINDS: readonly Option[] = [...CATALOGUE.keys()]
  .map((type): Option => [type, type.replaceAll("-", " ")])
  .sort(([, a], [, b]) => a.localeCompare(b, "en"));

/** The terminals of a kind of part, and whether each may be left unconnected. */
export function terminalsOf(type: string): readonly { readonly name: string; readonly optional: boolean }[] {
  const kind = CATALOGUE.get(type);
  return (kind?.terminals ?? []).map((name) => ({ name, optional: kind?.optional?.includes(name) ?? false }));
}

/** The ways a kind of part fails. */
export function modesOfKind(type: string): readonly Option[] {
  return (CATALOGUE.get(type)?.modes ?? []).map((m) => [m.id, m.name]);
}

/** A part of another kind: what its terminals and values had in common with the former one stays. */
export function withKind(part: Json, type: string): Json {
  const terminals = new Set(terminalsOf(type).map((t) => t.name));
  const values = new Set(parametersOf(type).map((p) => p.field.path[1]!));
  const keep = (had: unknown, known: ReadonlySet<string>) =>
    Object.fromEntries(Object.entries((had ?? {}) as Json).filter(([k]) => known.has(k)));
  const rest = Object.fromEntries(
    Object.entries(part).filter(([k]) => !["parameters", "weights", "sizes"].includes(k)),
  );
  const kept = keep(part["parameters"], values);
  return {
    ...rest,
    type,
    terminals: keep(part["terminals"], terminals),
    ...(Object.keys(kept).length > 0 ? { parameters: kept } : {}),
  };
}

/** One way a part can fail, with its share of all of them, per hundred. */
export interface PartFailure {
  readonly id: string;
  readonly name: string;
  readonly looks: string;
  readonly share: number;
}

/** The ways a part can fail as it is wired and valued now, the likeliest first; none for a kind unknown. */
export function failuresOf(part: Json): PartFailure[] {
  const kind = CATALOGUE.get(typeof part["type"] === "string" ? part["type"] : "");
  if (!kind) return [];
  const weights = isJson(part["weights"]) ? part["weights"] : {};
  const modes = modesOf({
    type: kind.type,
    terminals: (part["terminals"] ?? {}) as Record<string, string>,
    parameters: isJson(part["parameters"]) ? part["parameters"] : {},
  }).map((mode) => {
    const own = weights[mode.id];
    return { mode, weight: typeof own === "number" && own >= 0 ? own : mode.weight };
  });
  const all = modes.reduce((sum, m) => sum + m.weight, 0);
  return modes
    .filter((m) => m.weight > 0)
    .sort((a, b) => b.weight - a.weight)
    .map(({ mode: { id, name, looks }, weight }) => ({
      id,
      name,
      looks,
      share: Math.round((100 * weight) / all),
    }));
}
