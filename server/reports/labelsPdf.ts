import type { Content, TDocumentDefinitions } from "pdfmake/interfaces";
import type { Translator } from "#core/language/index.ts";
import { transferList } from "#core/job/index.ts";
import { itemName } from "#core/view/index.ts";
import type { Job } from "../jobs/readJob.ts";
import { four } from "./customerPdf.ts";
import { MM } from "./paperSize.ts";
import { makePdf } from "./pdf.ts";

/** Labels across a sheet; each is 60 mm by 24 mm between its cuts. */
const ACROSS = 3;

/** A label for every wire on what is taken off: where it goes again, its colour, and the way back to the job. */
export function labelsPdf(
  { number, unit }: Job,
  items: readonly string[],
  address: string,
  say?: Translator,
): Promise<Uint8Array<ArrayBuffer>> {
  const wires = transferList(unit, items);
  const labels = wires.map(({ at, colour, wire }): Content => ({
    columns: [
      {
        width: "*",
        stack: [
          { text: at, bold: true, fontSize: 13 },
          { text: colour || "colour not known", bold: colour !== "" },
          { text: wire, fontSize: 7.5, color: "#333333" },
          { text: `job ${four(number)}`, fontSize: 7.5, color: "#333333" },
        ],
      },
      { width: 44, qr: address, fit: 44 },
    ],
    margin: [2, 2, 2, 2],
  }));
  const rows: Content[][] = [];
  for (let i = 0; i < labels.length; i += ACROSS)
    rows.push(Array.from({ length: ACROSS }, (_, k) => labels[i + k] ?? ""));
  const names = items.map((id) => itemName({ unit, suspects: unit.parts }, id)).join(", ");
  const document: TDocumentDefinitions = {
    pageMargins: [12 * MM, 12 * MM, 12 * MM, 12 * MM],
    info: { title: `Labels, job ${four(number)}` },
    content: [
      {
        text: `Job ${four(number)}, ${unit.name}: wires on ${names}. One label a wire, before it comes off.`,
        margin: [0, 0, 0, 6],
      },
      rows.length === 0
        ? "No wire is drawn on this item."
        : {
            table: {
              widths: Array.from({ length: ACROSS }, () => "*"),
              heights: 24 * MM,
              body: rows,
              dontBreakRows: true,
            },
            layout: "cuts",
          },
    ],
  };
  return makePdf(document, say);
}
