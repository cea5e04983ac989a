import type { Language, Translator } from "#core/language/index.ts";

/** How a page that is being written speaks; undefined where it speaks as the program is written. */
type Tongue = () => Translator | undefined;

let tongue: Tongue = () => undefined;

/** Says where the language comes from: a browser has one, a server one for every request. Called once, before anything is shown. */
export function speakBy(source: Tongue): void {
  tongue = source;
}

/** What is said in one go in a language of its own, such as a drawing on a paper. */
let now: Translator | undefined;

export function speaking<Made>(say: Translator | undefined, make: () => Made): Made {
  const before = now;
  now = say;
  try {
    return make();
  } finally {
    now = before;
  }
}

/** What is spoken where this is asked. */
export const spoken = (): Translator | undefined => now ?? tongue();

/** A text that reaches people past the elements of a page: a title of a window, a voice. */
export const translated = (text: string): string => spoken()?.(text) ?? text;

/** In which language people type and speak here beside English, and how the page shows them a unit's names. What is translated is German. */
export function typedIn(): { readonly language?: Language; readonly say?: Translator } {
  const say = spoken();
  return say ? { language: "de", say } : {};
}
