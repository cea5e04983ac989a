import { Fragment, jsx as element, jsxs as elements } from "react/jsx-runtime";
import { inLanguage } from "./inElement.ts";
import { spoken } from "./tongue.ts";

/**
 * What the compiler makes of every element of the interface (`jsxImportSource` in tsconfig.json): React's own, with its texts in
 * the language that is spoken. Sources keep their English, which is the key, as with gettext.
 */
export const jsx: typeof element = (type, props, key) => {
  const say = spoken();
  return element(type, say ? inLanguage(say, props as Record<string, unknown>) : props, key);
};

/** As `jsx`, for elements of several children. */
export const jsxs: typeof elements = (type, props, key) => {
  const say = spoken();
  return elements(type, say ? inLanguage(say, props as Record<string, unknown>) : props, key);
};

export { Fragment };
export type { JSX } from "react";
