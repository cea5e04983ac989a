import type { Content, TDocumentDefinitions } from "pdfmake/interfaces";
import type { Translator } from "#core/language/index.ts";
import type { JobPaper } from "./jobPaper.ts";
import { costs, four, head, section } from "./customerPdf.ts";
import { makePdf } from "./pdf.ts";

/** The shop's page: the call, every finding with who and when, how the suspects stood, and where the time went. */
export function shopPdf(
  paper: JobPaper,
  address: string,
  /** How the suspects stood after each finding, drawn; undefined where they are not computed. */
  chart: string | undefined,
  say?: Translator,
): Promise<Uint8Array<ArrayBuffer>> {
  const { job, page, view, record, names } = paper;
  const { minutes } = record;
  const document: TDocumentDefinitions = {
    info: { title: `Job ${four(job.number)}, ${job.unit.name}, findings` },
    content: [
      head(paper, address),
      { text: page.complaint, fontSize: 12, margin: [0, 2, 0, 8] },
      section("The call", [
        { text: page.wrong, bold: true },
        ...(page.proof ? [page.proof] : []),
        ...view.state.repairs.map(({ event, body }) => ({
          text: `${body.what} Behind it: ${body.cause} (${names[event.person] ?? event.person}, ${event.at.slice(0, 10)})`,
        })),
      ]),
      ...safeguards(paper),
      ...(chart === undefined ? [] : [section("Suspects after each finding", [{ svg: chart }])]),
      section("What was found", [findings(paper)]),
      ...(view.state.claims.length === 0
        ? []
        : [
            section(
              "Claimed, not measured",
              view.state.claims.map((c) => ({ text: c.text })),
            ),
          ]),
      section("Where the time went", [
        {
          text: `Diagnosing ${whole(minutes.diagnosing)} min, repairing ${whole(minutes.repairing)} min, proving ${whole(minutes.proving)} min; waiting ${days(minutes.waiting)}. ${record.checks} checks.`,
        },
      ]),
      costs(paper),
    ],
  };
  return makePdf(document, say);
}

/** What was tested before it went back, set on the new part, and ordered. */
function safeguards({ view: { proof, state } }: JobPaper): Content[] {
  const lines = [
    ...(proof?.safety.map((s) => `${s.name}: ${s.is ?? "not made"}${s.limit && ` (${s.limit})`}`) ?? []),
    ...[...state.settings].map(
      ([name, { before, after }]) =>
        `${name}: ${before ? `was ${before.value}, ` : ""}${after ? `set to ${after.value}` : "not set"}`,
    ),
    ...state.orders.map(
      (o) => `Part from ${o.supplier}, ${o.event.at.slice(0, 10)}${o.arrived ? "" : ", not here yet"}`,
    ),
  ];
  return lines.length === 0 ? [] : [section("Before it goes back", lines)];
}

const whole = (minutes: number) => String(Math.round(minutes));
const days = (minutes: number) =>
  minutes < 1440 ? `${Math.round(minutes / 60)} h` : `${(minutes / 1440).toFixed(1)} days`;

function findings({ view, names }: JobPaper): Content {
  const bold = (text: string) => ({ text, bold: true });
  return {
    table: {
      headerRows: 1,
      widths: [62, "*", 66, 66, 74],
      body: [
        ["When, who", "Check", "Result", "Healthy", "Verdict"].map(bold),
        ...view.ledger.map((row) => [
          `${row.at.slice(0, 10)} ${row.at.slice(11, 16)} ${(names[row.person] ?? row.person).split(" ")[0]}`,
          {
            text: `${row.check}, ${row.setup}${row.watched ? `; ${row.watched}` : ""}`,
            ...(row.retracted ? { decoration: "lineThrough" as const } : {}),
          },
          { text: row.result, bold: true },
          row.expected,
          row.retracted ? `taken back${row.retracted.why && `: ${row.retracted.why}`}` : row.verdict,
        ]),
      ],
    },
    layout: "lightHorizontalLines",
    fontSize: 8.5,
  };
}
