export type { Catalogue } from "./texts.ts";
export { translatorOf, type Translator } from "./translator.ts";
export { LANGUAGES, languageAmong, type Language } from "./languages.ts";
