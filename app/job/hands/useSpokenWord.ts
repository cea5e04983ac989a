import { useEffect, useRef, useState } from "react";
import { useAlive } from "../../ui/useAlive.ts";

/** As much of speech recognition as is used here (Web Speech API, W3C community draft). */
interface Recognition {
  continuous: boolean;
  lang: string;
  onresult: ((event: { readonly results: SpeechRecognitionResultList }) => void) | null;
  onerror: ((event: { readonly error: string }) => void) | null;
  onend: (() => void) | null;
  start(): void;
  abort(): void;
}
type Recognizes = new () => Recognition;

/** Whether what was heard ends with one of the words. */
export function endsWithWord(heard: string, words: readonly string[]): boolean {
  const plain = ` ${heard
    .toLowerCase()
    .replaceAll(/[^\p{L}\p{N}]+/gu, " ")
    .trim()}`;
  return words.some((word) => plain.endsWith(` ${word}`));
}

/**
 * Calls `heard` when one of the words is said, while it listens. Some browsers send what they hear to their maker to be understood,
 * so it listens only when asked to, and only while there is something to confirm.
 * @returns why it hears nothing, in words; undefined where it hears
 */
export function useSpokenWord(
  words: readonly string[],
  listens: boolean,
  heard: () => void,
): string | undefined {
  const [deaf, setDeaf] = useState<string>();
  const alive = useAlive();
  const last = useRef(heard);
  useEffect(() => {
    last.current = heard;
  });
  useEffect(() => {
    if (!listens) return;
    const Recognizer = recognizer();
    if (!Recognizer) return;
    const listening = new Recognizer();
    let over = false;
    listening.continuous = true;
    // What is heard is in the page's language, as are the words.
    listening.lang = document.documentElement.lang;
    listening.onresult = ({ results }) => {
      const said = results[results.length - 1]?.[0]?.transcript ?? "";
      if (!over && endsWithWord(said, words)) last.current();
    };
    listening.onerror = ({ error }) => {
      if (error === "no-speech" || error === "aborted") return;
      over = true;
      setDeaf(
        "It cannot listen here: the microphone or the network is not to be had. Any key or pedal takes the reading.",
      );
    };
    // It stops by itself now and then.
    listening.onend = () => !over && listening.start();
    listening.start();
    return () => {
      over = true;
      listening.abort();
    };
  }, [listens, words]);
  if (alive && !recognizer())
    return "This browser does not understand speech. Any key or pedal takes the reading.";
  return deaf;
}

function recognizer(): Recognizes | undefined {
  const { SpeechRecognition, webkitSpeechRecognition } = window as {
    SpeechRecognition?: Recognizes;
    webkitSpeechRecognition?: Recognizes;
  };
  return SpeechRecognition ?? webkitSpeechRecognition;
}
