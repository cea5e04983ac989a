import { saidAndWritten, type Language, type Translator, type Writer } from "#core/language/index.ts";

/** How a page that is being written speaks; without a translator as the program is written, without a writer with its units and marks. */
export interface Tongue {
  readonly say?: Translator | undefined;
  readonly write?: Writer | undefined;
}

let source: () => Tongue = () => ({});

/** Says where the language comes from: a browser has one, a server one for every request. Called once, before anything is shown. */
export function speakBy(from: () => Tongue): void {
  source = from;
}

/** What is said in one go in a language of its own, such as a drawing on a paper. */
let now: Tongue | undefined;

export function speaking<Made>(tongue: Tongue, make: () => Made): Made {
  const before = now;
  now = tongue;
  try {
    return make();
  } finally {
    now = before;
  }
}

const tongue = (): Tongue => now ?? source();

const inTongue = ({ say, write }: Tongue, way: keyof Writer): Translator | undefined =>
  saidAndWritten(say, write?.[way]);

/** What is spoken where this is asked: texts in its language, numbers as the shop reads them. */
export const spoken = (): Translator | undefined => inTongue(tongue(), "text");

/** The same for a calculation, whose numbers belong to the units that stand in it. */
export const spokenInCalculation = (): Translator | undefined => inTongue(tongue(), "calculation");

/** The same for a text about ways of writing, whose numbers and units stay as they are. */
export const spokenAsWritten = (): Translator | undefined => tongue().say;

/** A text that reaches people past the elements of a page: a title of a window, a voice. */
export const translated = (text: string): string => spoken()?.(text) ?? text;

/** In which language people type and speak here beside English, and how the page shows them a unit's names. What is translated is German. */
export function typedIn(): { readonly language?: Language; readonly say?: Translator } {
  const { say } = tongue();
  const shown = spoken();
  return { ...(say ? { language: "de" as const } : {}), ...(shown ? { say: shown } : {}) };
}
