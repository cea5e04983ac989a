import type { Kind, Quantity, QuantityResult, Unit } from "./quantity.ts";

const PREFIXES: ReadonlyMap<string, number> = new Map(
  Object.entries<number>({
    p: 1e-12,
    n: 1e-9,
    u: 1e-6,
    µ: 1e-6,
    μ: 1e-6,
    m: 1e-3,
    k: 1e3,
    K: 1e3,
    M: 1e6,
    meg: 1e6,
    G: 1e9,
  }),
);

const UNITS: ReadonlyMap<string, { readonly unit: Unit; readonly kind?: Kind }> = new Map(
  Object.entries<{ readonly unit: Unit; readonly kind?: Kind }>({
    v: { unit: "V" },
    volt: { unit: "V" },
    volts: { unit: "V" },
    vac: { unit: "V", kind: "ac" },
    "v~": { unit: "V", kind: "ac" },
    vdc: { unit: "V", kind: "dc" },
    "v=": { unit: "V", kind: "dc" },
    a: { unit: "A" },
    amp: { unit: "A" },
    amps: { unit: "A" },
    aac: { unit: "A", kind: "ac" },
    adc: { unit: "A", kind: "dc" },
    ω: { unit: "Ω" },
    ohm: { unit: "Ω" },
    ohms: { unit: "Ω" },
    r: { unit: "Ω" },
    f: { unit: "F" },
    hz: { unit: "Hz" },
    "°c": { unit: "°C" },
    s: { unit: "s" },
  }),
);

/** The power of ten is a number in figures only: "1e3" is a thousand, "2.5e" is not. */
const NUMBER = /^([+-]?)((?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d{1,3})?)(.*)$/iu;
/** Component marking with the prefix in place of the decimal mark: 4k7, 2M2, 0R22. */
const MARKED = /^([+-]?)(\d+)([kKMRrmuµμnpG])(\d+)(.*)$/u;

/**
 * Reads one engineering quantity: "24.6", "24,6", "4k7", "1.2 M", "−0.3 mV", "230 vac", "OL".
 *
 * A comma and a point are both decimal marks; thousands marks are refused, since "1,200" would be read two ways.
 * "M" is mega and "m" milli, as IEC 80000-1 has them; "K" is taken for kilo, as people write it.
 * @returns the value in base units, or the problem as data
 */
export function parseQuantity(text: string): QuantityResult {
  const tidy = text.trim().replace(/[−–]/gu, "-");
  if (tidy === "") return { ok: false, problem: { code: "empty" } };
  const overload = /^(?:ol|o\.l\.?|0l|over ?load|open)(?:\s*(.+))?$/iu.exec(tidy);
  if (overload) return withSuffix(Infinity, overload[1] ?? "", text);
  const read = readNumber(tidy, text);
  // Beyond what a number holds is not "over limit": nobody read it off a meter.
  return read.ok && !Number.isFinite(read.quantity.value)
    ? { ok: false, problem: { code: "not-a-number", at: tidy } }
    : read;
}

function readNumber(tidy: string, text: string): QuantityResult {
  const marked = MARKED.exec(tidy);
  if (marked) {
    const [, sign, whole, mark, fraction, rest] = marked as unknown as [
      string,
      string,
      string,
      string,
      string,
      string,
    ];
    const scale = mark === "R" || mark === "r" ? 1 : PREFIXES.get(mark)!;
    const value = Number(`${sign}${whole}.${fraction}`) * scale;
    const result = withSuffix(value, rest, text);
    if (result.ok && scale !== 1 && result.quantity.value !== value)
      return { ok: false, problem: { code: "two-prefixes", at: tidy } };
    const ohmsImplied = result.ok && result.quantity.unit === undefined && /[kKMRr]/u.test(mark);
    return ohmsImplied ? { ok: true, quantity: { value, unit: "Ω" } } : result;
  }

  const plain = NUMBER.exec(tidy);
  if (!plain) return { ok: false, problem: { code: "not-a-number", at: tidy } };
  const [, sign, digits, rest] = plain as unknown as [string, string, string, string];
  // One to three figures, a comma and three more: half the world reads a thousand there.
  if (/^[1-9]\d{0,2},\d{3}$/u.test(digits) && !/^[.,]/u.test(rest))
    return {
      ok: false,
      problem: {
        code: "two-readings",
        at: tidy,
        readings: [`${sign}${digits.replace(",", ".")}${rest}`, `${sign}${digits.replace(",", "")}${rest}`],
      },
    };
  if (/^[.,]\d/u.test(rest)) return { ok: false, problem: { code: "two-separators", at: tidy } };
  return withSuffix(Number(`${sign}${digits.replace(",", ".")}`), rest, text);
}

function withSuffix(value: number, rest: string, text: string): QuantityResult {
  const suffix = rest.trim();
  if (suffix === "") return { ok: true, quantity: { value } };
  const read = readSuffix(suffix);
  if (!read) {
    const problem = /^[\d.,]/u.test(suffix)
      ? ({ code: "not-a-number", at: text.trim() } as const)
      : ({ code: "unknown-unit", at: suffix } as const);
    return { ok: false, problem };
  }
  const quantity: Quantity = {
    value: value * read.scale,
    ...(read.unit ? { unit: read.unit } : {}),
    ...(read.kind ? { kind: read.kind } : {}),
  };
  return { ok: true, quantity };
}

function readSuffix(suffix: string): { scale: number; unit?: Unit; kind?: Kind } | undefined {
  const whole = UNITS.get(suffix.toLowerCase().replace(/\s+/gu, ""));
  if (whole) return { scale: 1, ...whole };
  const prefix = [...PREFIXES.keys()].find((p) => suffix === p || suffix.startsWith(p));
  // "meg" before "m": the longest prefix that fits wins.
  const longest = suffix.toLowerCase().startsWith("meg") ? suffix.slice(0, 3) : prefix;
  if (longest === undefined) return undefined;
  const scale = PREFIXES.get(longest) ?? PREFIXES.get(longest.toLowerCase())!;
  const unitText = suffix.slice(longest.length).replace(/\s+/gu, "").toLowerCase();
  if (unitText === "") return { scale };
  const unit = UNITS.get(unitText);
  return unit ? { scale, ...unit } : undefined;
}
