import Papa from "papaparse";
import { readAsked } from "#server/logbook/asked.ts";
import { answer, QUESTIONS } from "#server/logbook/logbook.ts";
import { readSettings } from "#server/shop/settings.ts";
import type { Route } from "./+types/logbook-table";

/** An answer of the logbook as a table for a spreadsheet (RFC 4180). */
export async function loader({ params, request }: Route.LoaderArgs) {
  const id = QUESTIONS.find((q) => `${q}.csv` === params.table);
  if (!id)
    throw new Response(`The logbook has these tables: ${QUESTIONS.map((q) => `${q}.csv`).join(", ")}.`, {
      status: 404,
    });
  const [{ heads, rows }, { decimal }] = await Promise.all([
    answer(id, readAsked(new URL(request.url).searchParams)),
    readSettings(),
  ]);
  const cell = (value: string | number | null) =>
    typeof value === "number" && decimal === "comma" ? String(value).replace(".", ",") : value;
  const text = Papa.unparse([[...heads], ...rows.map((row) => row.map(cell))], {
    escapeFormulae: true,
    delimiter: decimal === "comma" ? ";" : ",",
  });
  return new Response(text, {
    headers: {
      "Content-Type": "text/csv; charset=utf-8",
      "Content-Disposition": `attachment; filename="logbook-${id}.csv"`,
    },
  });
}
