export type { Catalogue } from "./texts.ts";
export { translatorOf, type Translator } from "./translator.ts";
export { LANGUAGES, languageAmong, type Language } from "./languages.ts";
export {
  notationAt,
  saidAndWritten,
  writerFor,
  type ChosenNotation,
  type Notation,
  type Writer,
} from "./notation.ts";
