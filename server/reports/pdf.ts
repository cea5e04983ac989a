import { createRequire } from "node:module";
import path from "node:path";
import pdfmake from "pdfmake";
import type { TDocumentDefinitions } from "pdfmake/interfaces";
import type { Translator } from "#core/language/index.ts";
import { documentIn } from "./inLanguage.ts";

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
// A document reads its fonts and nothing else, from here or from anywhere.
pdfmake.setLocalAccessPolicy((file: string) => path.resolve(file).startsWith(FONTS));
pdfmake.setUrlAccessPolicy(() => false);

/** Points in a millimetre (72 to the inch). */
export const MM = 72 / 25.4;

/** The document as PDF, A4, with its fonts in it; in another language, where one is given. */
export async function makePdf(
  written: TDocumentDefinitions,
  say: Translator | undefined,
): Promise<Uint8Array<ArrayBuffer>> {
  const document = say ? documentIn(say, written) : written;
  const buffer = await pdfmake
    .createPdf({
      pageSize: "A4",
      pageMargins: [18 * MM, 16 * MM, 18 * MM, 18 * MM],
      ...document,
      defaultStyle: { font: "Plex", fontSize: 10, lineHeight: 1.15, ...document.defaultStyle },
    })
    .getBuffer();
  return new Uint8Array(buffer);
}
