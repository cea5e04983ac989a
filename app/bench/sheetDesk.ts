import { csvFormatRows, csvParseRows } from "d3";
import { z } from "zod";
import type { PlaceRow, Sheet } from "#core/component/index.ts";
import { translated } from "../language/tongue.ts";

const text = z.string().max(60);
const readings = z.record(text, z.string().max(30));
const sheet = z.object({
  name: z.string().max(80),
  dial: z.enum(["ohm", "diode"]),
  parked: text,
  parkedColour: z.enum(["red", "black"]),
  places: z.array(text).max(200),
  good: readings,
  here: readings,
});

/** In the language of whoever begins it. */
export const emptySheet = (): Sheet => ({
  name: "",
  dial: "ohm",
  parked: translated("ground"),
  parkedColour: "black",
  places: [],
  good: {},
  here: {},
});

const KEY = "zygodrome.sheet";

/** The sheet lives in this browser. What is stored and does not fit is left alone. */
export function loadSheet(): Sheet | undefined {
  try {
    const parsed = sheet.safeParse(JSON.parse(localStorage.getItem(KEY) ?? "null"));
    return parsed.success ? parsed.data : undefined;
  } catch {
    return undefined;
  }
}

export function saveSheet(kept: Sheet): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(kept));
  } catch {
    // Storage is full or forbidden: the sheet holds for as long as the page is open.
  }
}

const HEAD = ["place", "good board", "this board", "verdict"];

/** A sheet as a table that any spreadsheet opens; what it needs to be read in again stands in its first lines. */
export function sheetToCsv(kept: Sheet, rows: readonly PlaceRow[]): string {
  return csvFormatRows([
    ["sheet", kept.name],
    ["dial", kept.dial],
    [`${kept.parkedColour} parked on`, kept.parked],
    HEAD,
    ...rows.map((r) => [r.place, kept.good[r.place] ?? "", kept.here[r.place] ?? "", r.verdict]),
  ]);
}

/** Reads a table that was exported. @returns the sheet, or why it cannot be read and in which line */
export function sheetFromCsv(csv: string): Sheet | { readonly problem: string } {
  const rows = csvParseRows(csv.replace(/^\uFEFF/u, ""));
  const [name, dial, parked, head] = rows;
  if (name?.[0] !== "sheet")
    return { problem: "Line 1 should begin with “sheet”: this is no exported sheet." };
  if (dial?.[0] !== "dial" || !["ohm", "diode"].includes(dial[1] ?? ""))
    return { problem: "Line 2 should say “dial” and ohm or diode." };
  const colour = /^(red|black) parked on$/u.exec(parked?.[0] ?? "")?.[1];
  if (!colour) return { problem: "Line 3 should say which probe is parked: “black parked on”." };
  if (head?.[0] !== HEAD[0]) return { problem: "Line 4 should be the heads of the columns, “place” first." };
  const body = rows.slice(4).filter((r) => (r[0] ?? "").trim() !== "");
  const column = (k: number) =>
    Object.fromEntries(body.flatMap((r) => (r[k] ? [[r[0]!.trim(), r[k]] as const] : [])));
  const parsed = sheet.safeParse({
    name: name[1] ?? "",
    dial: dial[1],
    parked: parked?.[1] ?? "",
    parkedColour: colour,
    places: [...new Set(body.map((r) => r[0]!.trim()))],
    good: column(1),
    here: column(2),
  });
  return parsed.success
    ? parsed.data
    : { problem: `${parsed.error.issues[0]!.path.join(" ")}: ${parsed.error.issues[0]!.message}.` };
}
