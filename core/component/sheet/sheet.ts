import { parseQuantity } from "#core/quantity/index.ts";
import { PRACTICE } from "#core/standards/index.ts";
import { inEnglish, saysBeep } from "../typedOhms.ts";

/** Readings at one place of two boards that differ by more than this share differ. Common practice, no source. */
export const DIFFERS_SHARE = 0.15;
/** Below this share of what it should read a place is shorted, above its inverse open. Common practice, no source. */
export const SHORT_SHARE = 0.05;
/** Ohms below this are a short on any board; both boards may have it there, and then it is no fault. Common practice, no source. */
export const SHORT_OHMS = 1;
/** Volts of the diode range below this are a short. Common practice, no source. */
export const SHORT_VOLTS = 0.05;

export const SHEET_SOURCE = PRACTICE;

export type SheetDial = "ohm" | "diode";

/** A sheet of like pairs: one probe is parked, the other walks; once on a good board, once on this one. */
export interface Sheet {
  readonly name: string;
  readonly dial: SheetDial;
  /** Where the parked probe is, and which one it is. */
  readonly parked: string;
  readonly parkedColour: "red" | "black";
  /** The places the other probe walks, in order. */
  readonly places: readonly string[];
  /** By place: as it was typed. Empty while it is not read. */
  readonly good: Readonly<Record<string, string>>;
  readonly here: Readonly<Record<string, string>>;
}

export type PlaceVerdict = "alike" | "shorted" | "open" | "differs" | "unread";

export interface PlaceRow {
  readonly place: string;
  readonly good: number | undefined;
  readonly here: number | undefined;
  /** By field: why what was typed cannot be used. */
  readonly problems: { readonly good?: string; readonly here?: string };
  readonly verdict: PlaceVerdict;
  /** This board's reading over the good one's; undefined where one of them is OL or nothing. */
  readonly share: number | undefined;
}

/** Reads what was typed at a place: a number, OL, a beep; undefined for nothing. */
function readPlace(typed: string | undefined, dial: SheetDial): { value?: number; problem?: string } {
  const tidy = (typed ?? "").trim();
  if (tidy === "") return {};
  const english = inEnglish(tidy);
  const beep = saysBeep(english);
  if (beep !== undefined) return { value: beep ? 0 : Infinity };
  const parsed = parseQuantity(english);
  if (!parsed.ok) return { problem: `“${tidy}” is not a reading. Write 4.7k, 0.55, OL or beep.` };
  const { value, unit } = parsed.quantity;
  const wanted = dial === "ohm" ? "Ω" : "V";
  if (unit !== undefined && unit !== wanted)
    return { problem: `${unit} does not belong here: the dial is on ${wanted}.` };
  if (value < 0)
    return {
      problem: `${tidy}: negative. Something is charged, or the probes are swapped; discharge and read again.`,
    };
  return { value };
}

function verdictOf(good: number, here: number, dial: SheetDial): PlaceVerdict {
  if (good === here) return "alike";
  const short = dial === "ohm" ? SHORT_OHMS : SHORT_VOLTS;
  if (here < short && good < short) return "alike";
  if (here < short || (good < Infinity && here < SHORT_SHARE * good)) return "shorted";
  if (here === Infinity || (good < Infinity && here > good / SHORT_SHARE)) return "open";
  if (good === Infinity) return "differs";
  return Math.abs(here / good - 1) > DIFFERS_SHARE ? "differs" : "alike";
}

/** Every place of a sheet with its verdict. */
export function judgeSheet(sheet: Sheet): PlaceRow[] {
  return sheet.places.map((place): PlaceRow => {
    const [good, here] = [readPlace(sheet.good[place], sheet.dial), readPlace(sheet.here[place], sheet.dial)];
    const both = good.value !== undefined && here.value !== undefined;
    return {
      place,
      good: good.value,
      here: here.value,
      problems: {
        ...(good.problem ? { good: good.problem } : {}),
        ...(here.problem ? { here: here.problem } : {}),
      },
      verdict: both ? verdictOf(good.value!, here.value!, sheet.dial) : "unread",
      share:
        both && good.value! > 0 && good.value! < Infinity && here.value! < Infinity
          ? here.value! / good.value!
          : undefined,
    };
  });
}

/** The place that the walking probe goes to next: the first that is not read on the board at hand. */
export function nextPlace(sheet: Sheet, board: "good" | "here"): string | undefined {
  return sheet.places.find((place) => (sheet[board][place] ?? "").trim() === "");
}

/** Places as they are listed: one a line, or apart by commas; "1-8" is eight pins. Doubles are left out. */
export function readPlaces(text: string): string[] {
  const places = text
    .split(/[\n,;]+/u)
    .map((p) => p.trim())
    .filter((p) => p !== "")
    .flatMap((p) => {
      const range = /^(.*?)(\d{1,3})\s*[-–]\s*(\d{1,3})$/u.exec(p);
      if (!range) return [p];
      const [prefix, from, to] = [range[1]!, Number(range[2]), Number(range[3])];
      return to > from && to - from < 200
        ? Array.from({ length: to - from + 1 }, (_, i) => `${prefix}${from + i}`)
        : [p];
    });
  return [...new Set(places)];
}

/** The same places with a good board's readings, and nothing of this one: for the next board of the kind. */
export const forNextBoard = (sheet: Sheet): Sheet => ({ ...sheet, here: {} });

/** A good board made of this one: its readings become what the next is held against. */
export const asGoodBoard = (sheet: Sheet): Sheet => ({
  ...sheet,
  good: { ...sheet.good, ...sheet.here },
  here: {},
});
