/** IEC 60062: the colours' figures, multipliers, tolerances (%) and temperature coefficients (10⁻⁶/K). */
export const COLOURS = {
  black: { digit: 0, power: 0, ppm: 250 },
  brown: { digit: 1, power: 1, tolerance: 1, ppm: 100 },
  red: { digit: 2, power: 2, tolerance: 2, ppm: 50 },
  orange: { digit: 3, power: 3, tolerance: 0.05, ppm: 15 },
  yellow: { digit: 4, power: 4, tolerance: 0.02, ppm: 25 },
  green: { digit: 5, power: 5, tolerance: 0.5, ppm: 20 },
  blue: { digit: 6, power: 6, tolerance: 0.25, ppm: 10 },
  violet: { digit: 7, power: 7, tolerance: 0.1, ppm: 5 },
  grey: { digit: 8, power: 8, tolerance: 0.01, ppm: 1 },
  white: { digit: 9, power: 9 },
  gold: { power: -1, tolerance: 5 },
  silver: { power: -2, tolerance: 10 },
  pink: { power: -3 },
} as const satisfies Record<string, { digit?: number; power?: number; tolerance?: number; ppm?: number }>;

export type Colour = keyof typeof COLOURS;

export interface Marking {
  readonly ohms: number;
  /** Share: 0.05 for ±5 %. Undefined where the marking does not say. */
  readonly tolerance?: number;
  /** 10⁻⁶ per kelvin. */
  readonly ppm?: number;
}

export type MarkingResult =
  { readonly ok: true; readonly marking: Marking } | { readonly ok: false; readonly problem: string };

const wrong = (problem: string): MarkingResult => ({ ok: false, problem });

/** Reads three to six bands (IEC 60062), first band first. Three bands mean ±20 %. */
export function readBands(bands: readonly string[]): MarkingResult {
  const unknown = bands.find((b) => !Object.hasOwn(COLOURS, b));
  if (unknown !== undefined)
    return wrong(`“${unknown}” is no colour of the code. Use ${Object.keys(COLOURS).join(", ")}.`);
  if (bands.length < 3 || bands.length > 6)
    return wrong(`A resistor has three to six bands; these are ${bands.length}.`);
  const of = bands.map(
    (b) => COLOURS[b as Colour] as { digit?: number; power?: number; tolerance?: number; ppm?: number },
  );
  const figures = bands.length >= 5 ? 3 : 2;
  const bad = of.slice(0, figures).findIndex((c) => c.digit === undefined);
  if (bad >= 0)
    return wrong(`Band ${bad + 1} is ${bands[bad]}, which is no figure. Is it read from the wrong end?`);
  const power = of[figures]!.power;
  if (power === undefined) return wrong(`${bands[figures]} is no multiplier.`);
  const toleranceBand = of[figures + 1];
  if (toleranceBand && toleranceBand.tolerance === undefined)
    return wrong(
      `Band ${figures + 2} is ${bands[figures + 1]}, which is no tolerance. Is it read from the wrong end?`,
    );
  const last = of[figures + 2];
  if (last && last.ppm === undefined) return wrong(`${bands[figures + 2]} is no temperature coefficient.`);
  const digits = of.slice(0, figures).reduce((n, c) => 10 * n + c.digit!, 0);
  return {
    ok: true,
    marking: {
      ohms: Number((digits * 10 ** power).toPrecision(6)),
      tolerance: (toleranceBand?.tolerance ?? 20) / 100,
      ...(last?.ppm === undefined ? {} : { ppm: last.ppm }),
    },
  };
}

/** The bands of a value: four for two figures, five for three; undefined where it has more figures than bands. */
export function bandsFor(ohms: number, tolerance = 0.05): Colour[] | undefined {
  const figures = tolerance < 0.05 ? 3 : 2;
  const power = Math.floor(Math.log10(ohms)) - figures + 1;
  const digits = Math.round(ohms / 10 ** power);
  if (Math.abs(digits * 10 ** power - ohms) > 1e-6 * ohms) return undefined;
  const colour = (has: (c: (typeof COLOURS)[Colour]) => boolean) =>
    (Object.keys(COLOURS) as Colour[]).find((name) => has(COLOURS[name]));
  const named = [
    ...String(digits)
      .split("")
      .map((d) => colour((c) => "digit" in c && c.digit === Number(d))),
    colour((c) => "power" in c && c.power === power),
    colour((c) => "tolerance" in c && Math.abs(c.tolerance - 100 * tolerance) < 1e-9),
  ];
  return named.every((n) => n !== undefined) ? named : undefined;
}

/** EIA-96: two figures are a place in the E96 series, a letter the multiplier. From memory of the code's table. */
const EIA96_POWER: Readonly<Record<string, number>> = {
  Z: -3,
  Y: -2,
  R: -2,
  X: -1,
  S: -1,
  A: 0,
  B: 1,
  H: 1,
  C: 2,
  D: 3,
  E: 4,
  F: 5,
};

/** Reads the marking of a chip resistor: "103", "4702", "4R7", "R10", "0", "01C" (EIA-96). */
export function readChip(code: string, e96: readonly number[]): MarkingResult {
  const tidy = code.trim().toUpperCase();
  if (/^0+$/u.test(tidy)) return { ok: true, marking: { ohms: 0 } };
  const point = /^(\d*)R(\d*)$/u.exec(tidy);
  if (point && point[1]! + point[2]! !== "")
    return { ok: true, marking: { ohms: Number(`${point[1] || 0}.${point[2] || 0}`) } };
  if (/^\d{3,4}$/u.test(tidy)) {
    const power = Number(tidy.at(-1));
    return {
      ok: true,
      marking: { ohms: Number(tidy.slice(0, -1)) * 10 ** power, tolerance: tidy.length === 4 ? 0.01 : 0.05 },
    };
  }
  const eia = /^(\d\d)([A-Z])$/u.exec(tidy);
  if (eia) {
    const place = Number(eia[1]);
    const power = EIA96_POWER[eia[2]!];
    if (place >= 1 && place <= 96 && power !== undefined)
      return {
        ok: true,
        marking: { ohms: Number((100 * e96[place - 1]! * 10 ** power).toPrecision(6)), tolerance: 0.01 },
      };
  }
  return wrong(`“${code}” is no chip marking known here. Examples: 103, 4702, 4R7, 01C.`);
}

/** The three- or four-figure marking of a value; undefined where it has too many figures. */
export function chipCode(ohms: number, figures: 2 | 3 = 2): string | undefined {
  if (ohms === 0) return "0";
  const least = 10 ** (figures - 1);
  if (ohms < least) {
    const text = Number(ohms.toPrecision(figures)).toString();
    if (Math.abs(Number(text) - ohms) >= 1e-6 * ohms) return undefined;
    return text.includes(".") ? text.replace(/^0?\./u, "R").replace(".", "R") : `${text}R`;
  }
  const power = Math.floor(Math.log10(ohms) + 1e-9) - figures + 1;
  const digits = Math.round(ohms / 10 ** power);
  return Math.abs(digits * 10 ** power - ohms) < 1e-6 * ohms && power <= 9 ? `${digits}${power}` : undefined;
}
