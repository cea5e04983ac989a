import type { Content, TDocumentDefinitions } from "pdfmake/interfaces";
import type { Translator } from "#core/language/index.ts";
import { money } from "#core/quantity/index.ts";
import { DEFERENCE } from "#core/view/index.ts";
import type { JobPaper } from "./jobPaper.ts";
import { makePdf } from "./pdf.ts";

/** The customer's page: what was wrong, what showed it, what was done, what it costs, and until when it is warranted. */
export function customerPdf(
  paper: JobPaper,
  address: string,
  say?: Translator,
): Promise<Uint8Array<ArrayBuffer>> {
  const { job, page, record } = paper;
  const document: TDocumentDefinitions = {
    info: { title: `Job ${four(job.number)}, ${job.unit.name}` },
    content: [
      head(paper, address),
      { text: page.complaint, fontSize: 12, margin: [0, 2, 0, 8] },
      section("What was wrong", [
        { text: page.wrong, bold: true, fontSize: 13 },
        ...(page.proof ? [page.proof] : []),
      ]),
      ...list("What was done", page.done),
      ...list("Seen since", page.checked),
      ...list("What to watch", page.watch),
      ...(record.outcome === undefined || record.outcome === "repaired" ? [costs(paper)] : []),
      ...warranty(paper),
      { text: DEFERENCE, fontSize: 8.5, color: "#444444", margin: [0, 14, 0, 0] },
    ],
  };
  return makePdf(document, say);
}

export const four = (number: number) => String(number).padStart(4, "0");

/** Shop, job and unit, and the job's address as a square code. */
export function head({ job, names, record, settings }: JobPaper, address: string): Content {
  const people = [...new Set(job.events.map((e) => names[e.person] ?? e.person))].join(", ");
  return {
    columns: [
      {
        width: "*",
        stack: [
          { text: `${settings.shopName} · job ${four(job.number)}`, color: "#444444" },
          { text: job.unit.name, fontSize: 18, bold: true },
          { text: [job.unit.maker, job.label].filter(Boolean).join(", ") },
          {
            text: `Taken in ${record.openedAt.slice(0, 10)}${record.closedAt ? `, closed ${record.closedAt.slice(0, 10)}` : ""}; ${people}`,
            color: "#444444",
          },
        ],
      },
      { width: 62, qr: address, fit: 62 },
    ],
    margin: [0, 0, 0, 6],
  };
}

export function section(title: string, content: Content[]): Content {
  return {
    stack: [
      {
        canvas: [{ type: "line", x1: 0, y1: 0, x2: 493, y2: 0, lineWidth: 0.8 }],
        margin: [0, 6, 0, 3],
      },
      { text: title, bold: true, color: "#444444", margin: [0, 0, 0, 2] },
      ...content,
    ],
  };
}

const list = (title: string, lines: readonly string[]): Content[] =>
  lines.length === 0
    ? []
    : [
        section(
          title,
          lines.map((text) => ({ text, margin: [0, 0, 0, 2] })),
        ),
      ];

/** The bill, line by line, beside what was estimated. */
export function costs({ bill, estimate, page, settings, record }: JobPaper): Content {
  const sum = (amount: number) => ({ text: money(amount, settings.currency), alignment: "right" as const });
  const rows = [
    [`Labour, ${bill.labourHours} h`, sum(bill.labour)],
    ["Travel", sum(bill.travel)],
    ...bill.parts.map((line, i) => [page.parts[i] ?? "Part", sum(line.sum)]),
    ["Tax", sum(bill.tax)],
    [
      { text: "All of it", bold: true },
      { ...sum(bill.total), bold: true },
    ],
  ];
  return section(record.outcome === undefined ? "What it costs so far" : "What it costs", [
    { table: { widths: ["*", 90], body: rows }, layout: "lightHorizontalLines" },
    ...(estimate
      ? [
          {
            text: `Estimated when the fault was found: ${money(estimate.total, settings.currency)}.`,
            color: "#444444",
            margin: [0, 3, 0, 0] as [number, number, number, number],
          },
        ]
      : []),
  ]);
}

function warranty({ warrantyUntil, page }: JobPaper): Content[] {
  if (warrantyUntil === undefined) return [];
  const parts = page.parts.length === 0 ? "The work" : `The work and ${page.parts.join(", ")}`;
  return [
    section("Warranty", [
      {
        text: `${parts}: until ${warrantyUntil}. Keep this page; its number and the square code find the job again.`,
      },
    ]),
  ];
}
