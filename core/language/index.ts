export { translatorOf, type Catalogue, type Translator } from "./translator.ts";
export { LANGUAGES, languageAmong, type Language } from "./languages.ts";
