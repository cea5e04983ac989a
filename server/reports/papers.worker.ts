import { createRequire } from "node:module";
import path from "node:path";
import pdfmake from "pdfmake";
import type { TDocumentDefinitions } from "pdfmake/interfaces";
import { move } from "piscina";
import { giveWay } from "../workers/threadPriority.ts";
import { MM } from "./paperSize.ts";

giveWay();

/** A face with Ω, µ and ° that is a whole file: the application's own is cut into alphabets. */
const FONTS = path.dirname(
  createRequire(import.meta.url).resolve("@expo-google-fonts/ibm-plex-sans/package.json"),
);
const face = (folder: string, file: string) => path.join(FONTS, folder, `IBMPlexSans_${file}.ttf`);

pdfmake.addFonts({
  Plex: {
    normal: face("400Regular", "400Regular"),
    bold: face("700Bold", "700Bold"),
    italics: face("400Regular_Italic", "400Regular_Italic"),
    bolditalics: face("700Bold_Italic", "700Bold_Italic"),
  },
});
// What is more than data does not pass between threads: a document names these.
pdfmake.addTableLayouts({
  cuts: {
    hLineStyle: () => ({ dash: { length: 3 } }),
    vLineStyle: () => ({ dash: { length: 3 } }),
  },
});
// A document reads its fonts and nothing else, from here or from anywhere.
pdfmake.setLocalAccessPolicy((file: string) => path.resolve(file).startsWith(FONTS));
pdfmake.setUrlAccessPolicy(() => false);

/** The document as PDF, A4, with its fonts in it. */
export default async function makePaper(document: TDocumentDefinitions): Promise<Uint8Array<ArrayBuffer>> {
  const buffer = await pdfmake
    .createPdf({
      pageSize: "A4",
      pageMargins: [18 * MM, 16 * MM, 18 * MM, 18 * MM],
      ...document,
      defaultStyle: { font: "Plex", fontSize: 10, lineHeight: 1.15, ...document.defaultStyle },
    })
    .getBuffer();
  const pdf = new Uint8Array(buffer);
  return move(pdf) as unknown as typeof pdf;
}
