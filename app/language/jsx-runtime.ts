import { Fragment, jsx as element, jsxs as elements, type JSX } from "react/jsx-runtime";
import { inLanguage } from "./inElement.ts";
import { spoken, spokenAsWritten, spokenInCalculation } from "./tongue.ts";

type Make = (type: React.ElementType, props: unknown, key?: React.Key) => React.ReactElement;

/**
 * What the compiler makes of every element of the interface (`jsxImportSource` in tsconfig.json): React's own, with its texts in
 * the language that is spoken, and its numbers as the shop reads them. Sources keep their English, which is the key, as with gettext.
 *
 * A text is said once, where it goes onto the page or into a part of a library. The interface's own components are functions, and
 * pass on what they are given as it is written.
 */
const speaking =
  (make: Make): Make =>
  (type, props, key) => {
    if (typeof type === "function") return make(type, props, key);
    const given = props as Record<string, unknown>;
    const say = (
      "data-calculation" in given
        ? spokenInCalculation
        : "data-as-written" in given
          ? spokenAsWritten
          : spoken
    )();
    return make(type, say ? inLanguage(say, given) : props, key);
  };

export const jsx = speaking(element);
export const jsxs = speaking(elements);
export { Fragment, type JSX };
