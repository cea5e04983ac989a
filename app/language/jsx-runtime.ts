import { Fragment, jsx as element, jsxs as elements, type JSX } from "react/jsx-runtime";
import { inLanguage } from "./inElement.ts";
import { spoken } from "./tongue.ts";

type Make = (type: React.ElementType, props: unknown, key?: React.Key) => React.ReactElement;

/**
 * What the compiler makes of every element of the interface (`jsxImportSource` in tsconfig.json): React's own, with its texts in
 * the language that is spoken. Sources keep their English, which is the key, as with gettext.
 *
 * A text is said once, where it goes onto the page or into a part of a library. The interface's own components are functions, and
 * pass on what they are given as it is written.
 */
const speaking =
  (make: Make): Make =>
  (type, props, key) => {
    const say = typeof type === "function" ? undefined : spoken();
    return make(type, say ? inLanguage(say, props as Record<string, unknown>) : props, key);
  };

export const jsx = speaking(element);
export const jsxs = speaking(elements);
export { Fragment, type JSX };
