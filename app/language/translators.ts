import { translatorOf, type Language, type Translator } from "#core/language/index.ts";

/** Where each language's texts are; English is what the sources have. A browser fetches those of its language only. */
const CATALOGUES: Partial<Record<Language, () => Promise<Translator>>> = {
  de: async () => translatorOf((await import("#core/german/index.ts")).german),
};

const made = new Map<Language, Promise<Translator>>();

/** What says the interface's texts in a language; undefined for English. Made once. */
export function translatorFor(language: Language): Promise<Translator> | undefined {
  const before = made.get(language);
  if (before) return before;
  const now = CATALOGUES[language]?.();
  if (now) made.set(language, now);
  return now;
}
