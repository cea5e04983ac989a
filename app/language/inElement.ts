import type { Translator } from "#core/language/index.ts";

/** Attributes that people read or hear. */
const READ = [
  "alt",
  "aria-description",
  "aria-label",
  "aria-roledescription",
  "aria-valuetext",
  "label",
  "placeholder",
  "title",
] as const;
/** Where elements stood, while the text around them is translated: one of these characters, which no text has, for each. */
const FIRST_PLACE = 0xe000;
const PLACES = /[\ue000-\uf8ff]/u;

type Props = Readonly<Record<string, unknown>>;

/**
 * An element's properties in another language: its text, with elements in it put where the other language has them, and the
 * attributes that are read. What is marked `translate="no"` was written by people and stays.
 */
export function inLanguage(say: Translator, props: Props): Props {
  if (props.translate === "no") return props;
  let other: Record<string, unknown> | undefined;
  const put = (name: string, value: unknown) => {
    if (value !== props[name]) (other ??= { ...props })[name] = value;
  };
  for (const name of READ) if (typeof props[name] === "string") put(name, say(props[name]));
  if ("children" in props) put("children", children(say, props.children));
  return other ?? props;
}

function children(say: Translator, held: unknown): unknown {
  if (typeof held === "string") return say(held);
  if (!Array.isArray(held)) return held;
  const inner = held.map((c: unknown) => (Array.isArray(c) ? children(say, c) : c));
  if (!inner.some((c) => typeof c === "string")) return inner.some((c, i) => c !== held[i]) ? inner : held;
  // What shows nothing is no part of a text that it stands beside: a button without a key is its word.
  const shown = inner.filter((c) => !isNothing(c));
  const [only] = shown;
  if (shown.length === 1 && typeof only === "string" && say(only) !== only)
    return inner.map((c) => (c === only ? say(only) : c));
  const text = inner.map((c, i) => (isText(c) ? String(c) : String.fromCharCode(FIRST_PLACE + i))).join("");
  const other = say(text);
  if (other === text) return inner.map((c) => (typeof c === "string" ? say(c) : c));
  return other
    .split(/([\ue000-\uf8ff])/u)
    .filter((part) => part !== "")
    .map((part) => (PLACES.test(part) ? inner[part.charCodeAt(0) - FIRST_PLACE] : part));
}

const isNothing = (child: unknown): boolean =>
  child === undefined || child === null || typeof child === "boolean" || child === "";
const isText = (child: unknown): child is string | number =>
  typeof child === "string" || typeof child === "number";
