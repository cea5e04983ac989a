import { translated } from "../../language/tongue.ts";

/** Says a sentence where the browser has a voice; else nothing happens. */
export function speak(text: string): void {
  if (!("speechSynthesis" in window)) return;
  const utterance = new SpeechSynthesisUtterance(translated(text));
  // The voice of the page's language, whatever the device speaks by itself.
  utterance.lang = document.documentElement.lang;
  window.speechSynthesis.cancel();
  window.speechSynthesis.speak(utterance);
}
