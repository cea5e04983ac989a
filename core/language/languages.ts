/** The languages that the interface speaks, each under its own name. */
export const LANGUAGES = { en: "English", de: "Deutsch" } as const;

export type Language = keyof typeof LANGUAGES;

const isLanguage = (tag: string): tag is Language => Object.hasOwn(LANGUAGES, tag);

/**
 * The language that somebody likes best of those that are spoken here.
 *
 * @param accepted as browsers send it (RFC 9110, 12.5.4): “de-AT, de;q=0.9, en;q=0.5”. Undefined where none of ours is in it.
 */
export function languageAmong(accepted: string): Language | undefined {
  const asked = accepted.split(",").map((one, order) => {
    const [tag = "", ...rest] = one.trim().toLowerCase().split(";");
    const q = rest.map((r) => /^\s*q=([\d.]+)\s*$/u.exec(r)?.[1]).find((v) => v !== undefined);
    return { tag: tag.split("-")[0]!, weight: q === undefined ? 1 : Number(q), order };
  });
  return asked
    .filter((a) => a.weight > 0)
    .sort((a, b) => b.weight - a.weight || a.order - b.order)
    .map((a) => a.tag)
    .find(isLanguage);
}
