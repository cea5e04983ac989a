import { formatQuantity, type Unit } from "#core/quantity/index.ts";
import type { Field, FieldUnit } from "./test.ts";

/** What was entered, in base units; Infinity stands for OL. */
export class Values {
  private readonly numbers: ReadonlyMap<string, number>;
  private readonly words: ReadonlyMap<string, string>;
  constructor(numbers: ReadonlyMap<string, number>, words: ReadonlyMap<string, string>) {
    this.numbers = numbers;
    this.words = words;
  }
  /** The number in an optional field. */
  maybe(id: string): number | undefined {
    return this.numbers.get(id);
  }
  /** The number in a field that must be filled before a verdict is asked for. */
  get(id: string): number {
    const value = this.numbers.get(id);
    if (value === undefined) throw new RangeError(`The field “${id}” was not entered.`);
    return value;
  }
  word(id: string): string {
    return this.words.get(id) ?? "";
  }
  /** With other numbers in some fields: what a range of readings is judged at. */
  with(numbers: ReadonlyMap<string, number>): Values {
    return new Values(new Map([...this.numbers, ...numbers]), this.words);
  }
}

/** How a number of a test is written: in one of the meter's units, as a share, or with a unit of its own. */
export type Shown = Unit | "share" | "W" | "VA" | "" | (string & {});

/** A number that a test reckons from what was entered. Undefined where what it needs was not entered. */
export interface Figure {
  readonly shown: Shown;
  readonly digits?: number;
  readonly of: (r: Reckoning) => number | undefined;
}

/** A word that a test finds from what was entered: which pins are the coil, what a code means. */
export type Finding = (r: Reckoning) => string | undefined;

/** A place where a verdict changes. */
export interface Limit {
  /** The field or figure that is held against it. */
  readonly of: string;
  /** Where it lies, base units; undefined where it does not apply. */
  readonly at: number | ((r: Reckoning) => number | undefined);
  /** The printed line; {at} stands for where it lies. */
  readonly text: string | ((r: Reckoning) => string);
  readonly source: string;
  readonly digits?: number;
  /** How it is written, where that is not as its quantity is. */
  readonly shown?: Shown;
}

export interface Named {
  readonly fields: readonly Field[];
  readonly figures: Readonly<Record<string, Figure>>;
  readonly findings: Readonly<Record<string, Finding>>;
  readonly limits: Readonly<Record<string, Limit>>;
}

/** A beep, or none, in place of ohms: what stood in the field. */
export type Said = ReadonlyMap<string, string>;

/** What was entered and all that a table reckons from it, each by its name. */
export class Reckoning {
  readonly values: Values;
  private readonly named: Named;
  private readonly said: Said;
  constructor(named: Named, values: Values, said: Said = new Map()) {
    this.named = named;
    this.values = values;
    this.said = said;
  }

  /** A field's number or a figure; undefined where it was not entered or cannot be reckoned. */
  maybe(name: string): number | undefined {
    const figure = this.named.figures[name];
    return figure ? figure.of(this) : this.values.maybe(name);
  }

  get(name: string): number {
    const value = this.maybe(name);
    if (value === undefined) throw new RangeError(`“${name}” was neither entered nor can it be worked out.`);
    return value;
  }

  /** A choice's word, a text as it was typed, or a finding. */
  word(name: string): string {
    const finding = this.named.findings[name];
    return finding ? (finding(this) ?? "") : this.values.word(name);
  }

  /** Where a limit lies for these entries. */
  limit(id: string): number | undefined {
    const { at } = this.named.limits[id]!;
    return typeof at === "number" ? at : at(this);
  }

  /** The field or figure that is held against a limit. */
  quantityOf(id: string): string {
    return this.named.limits[id]!.of;
  }

  /** A number by its name as a meter or a hand would write it, or the word. */
  show(name: string, digits?: number): string {
    const said = this.said.get(name);
    if (said !== undefined) return said;
    const figure = this.named.figures[name];
    const field = this.named.fields.find((f) => f.id === name);
    if (!figure && field?.kind !== "quantity") return this.word(name);
    const value = this.maybe(name);
    if (value === undefined) return "";
    return figure
      ? show(value, figure.shown, digits ?? figure.digits)
      : show(value, shownOf((field as { unit: FieldUnit }).unit), digits);
  }

  private isNumber(name: string): boolean {
    const value = this.maybe(name);
    return this.said.has(name) || (value !== undefined && !Number.isNaN(value));
  }

  showLimit(id: string): string {
    const limit = this.named.limits[id]!;
    const at = this.limit(id);
    const figure = this.named.figures[limit.of];
    const field = this.named.fields.find((f) => f.id === limit.of);
    const shown = limit.shown ?? figure?.shown ?? (field?.kind === "quantity" ? shownOf(field.unit) : "");
    return at === undefined ? "—" : show(at, shown, limit.digits ?? figure?.digits);
  }

  /** A template with its {names} filled in; undefined where one of them was not entered. */
  fill(template: string): string | undefined {
    let whole = true;
    const text = template.replace(/\{([^}:]+)(?::(\d))?\}/gu, (_, name: string, digits?: string) => {
      const isText =
        this.named.findings[name] ?? this.named.fields.find((f) => f.id === name && f.kind !== "quantity");
      if (!isText && !this.isNumber(name)) whole = false;
      return this.show(name, digits === undefined ? undefined : Number(digits));
    });
    return whole ? text : undefined;
  }
}

const METER_UNITS: readonly string[] = ["V", "A", "Ω", "F", "Hz", "°C", "s"];

export function show(value: number, shown: Shown, digits = 3): string {
  if (shown === "share") return percent(value);
  if (shown === "°C") return `${Number(value.toFixed(1))} °C`.replace("-", "−");
  if (shown === "s") return duration(value, digits);
  // A capacitor's label is in µF, however many.
  if (shown === "F" && value >= 1e-6 && value < 0.1) return `${plain(1e6 * value, digits)} µF`;
  if (METER_UNITS.includes(shown)) return formatQuantity(value, shown as Unit, digits);
  if (value === Infinity) return "OL";
  if (shown === "mm") return `${plain(1000 * value, digits)} mm`;
  const number = plain(value, digits);
  return shown === "" ? number : `${number} ${shown}`;
}

const plain = (value: number, digits: number): string =>
  String(Number(value.toPrecision(digits))).replace("-", "−");

/** Seconds as people say them: 20 ms, 1.12 s, 10 min, 2 h. */
function duration(seconds: number, digits: number): string {
  if (seconds === Infinity) return "OL";
  if (seconds >= 7200) return `${plain(seconds / 3600, digits)} h`;
  if (seconds > 120) return `${plain(seconds / 60, digits)} min`;
  return seconds >= 1 || seconds === 0
    ? `${plain(seconds, digits)} s`
    : `${plain(1000 * seconds, digits)} ms`;
}

export const percent = (share: number): string =>
  `${Number((100 * share).toPrecision(3))} %`.replace("-", "−");

/** How a field's number is written: in the meter's unit of its base, else in its own. */
function shownOf(unit: FieldUnit): Shown {
  if (unit.base === "") return unit.text === "%" ? "share" : unit.text;
  return unit.base === "m" && unit.scale === 1e-3 ? "mm" : unit.base;
}
