import { german } from "#core/german/index.ts";
import {
  notationAt,
  saidAndWritten,
  translatorOf,
  writerFor,
  type ChosenNotation,
  type Language,
  type Translator,
} from "#core/language/index.ts";
import type { TDocumentDefinitions } from "pdfmake/interfaces";

/** Where a document of pdfmake has text that people read, or holds what has. */
const HOLDERS = new Set([
  "body",
  "columns",
  "content",
  "info",
  "ol",
  "stack",
  "table",
  "text",
  "title",
  "ul",
]);

let toGerman: Translator | undefined;

/** What says the program's texts on paper in a language; undefined for English. */
export function translatorOnPaper(language: Language): Translator | undefined {
  return language === "de" ? (toGerman ??= translatorOf(german)) : undefined;
}

/** What says and writes the program's texts on a shop's paper about a unit; undefined where they are right as they are. */
export function sayOnPaper(
  language: Language,
  chosen: ChosenNotation,
  unit: { readonly hertz: number },
): Translator | undefined {
  return saidAndWritten(translatorOnPaper(language), writerFor(notationAt(chosen, unit.hertz))?.text);
}

/** The document with its texts in another language; its looks stay, and so do names, readings and what people wrote. */
export function documentIn(say: Translator, document: TDocumentDefinitions): TDocumentDefinitions {
  return within(say, document) as TDocumentDefinitions;
}

function within(say: Translator, part: unknown): unknown {
  if (typeof part === "string") return say(part);
  if (Array.isArray(part)) return part.map((p) => within(say, p));
  if (typeof part !== "object" || part === null) return part;
  return Object.fromEntries(
    Object.entries(part).map(([key, value]) => [
      key,
      HOLDERS.has(key) ? within(say, value) : (value as unknown),
    ]),
  );
}
