/**
 * Path of the first text that cannot be kept: with a NUL, which PostgreSQL's text has no place for, or half a surrogate pair, which
 * is no character. Undefined where all of it can.
 */
export function uncleanText(value: unknown, path: readonly string[] = []): string | undefined {
  if (typeof value === "string") return isClean(value) ? undefined : path.join(".") || "text";
  if (value === null || typeof value !== "object") return undefined;
  for (const [key, inner] of Object.entries(value)) {
    if (!isClean(key)) return [...path, "a name"].join(".");
    const found = uncleanText(inner, [...path, key]);
    if (found !== undefined) return found;
  }
  return undefined;
}

const isClean = (text: string) => !text.includes("\0") && !/\p{Surrogate}/u.test(text);
