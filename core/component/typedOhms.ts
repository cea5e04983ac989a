import { parseQuantity } from "#core/quantity/index.ts";

/** What a meter says, as German-speaking people write it: no other field has these words. */
const IN_GERMAN: readonly (readonly [RegExp, string])[] = [
  [/^(?:offen|unendlich|überlauf)$/iu, "OL"],
  [/^(?:piep(?:t|st|ton)?|durchgang|ja)$/iu, "beep"],
  [/^(?:piept nicht|kein (?:piep(?:ton)?|durchgang)|stumm|nein)$/iu, "no beep"],
];

/** What was typed, with a German word of a meter's put in English. */
export function inEnglish(typed: string): string {
  return IN_GERMAN.find(([word]) => word.test(typed))?.[1] ?? typed;
}

/** Whether a word says that the meter beeped, or that it did not; undefined where it says neither. */
export function saysBeep(typed: string): boolean | undefined {
  if (/^(?:beeps?|buzz(?:es)?|yes)$/iu.test(typed)) return true;
  if (/^(?:no ?(?:beep|buzz)|silent|no)$/iu.test(typed)) return false;
  return undefined;
}

/** Ohms as they are typed in a list of readings, a beep as 0 and none as OL; undefined for what is no ohms. */
export function typedOhms(typed: string): number | undefined {
  // In a list “NO” is a contact, and a bare yes answers nothing.
  if (/^(?:yes|no|ja|nein)$/iu.test(typed)) return undefined;
  const english = inEnglish(typed);
  const beep = saysBeep(english);
  if (beep !== undefined) return beep ? 0 : Infinity;
  const parsed = parseQuantity(english);
  if (!parsed.ok || (parsed.quantity.unit ?? "Ω") !== "Ω" || parsed.quantity.value < 0) return undefined;
  return parsed.quantity.value;
}
