/** A word to whoever sits here, at the top of the page, for a few seconds; what shows it comes with the first one. */
import type { ReactNode } from "react";

export type Tone = "success" | "warning" | "error";
export interface Word {
  tone: Tone;
  content: ReactNode;
  seconds: number;
}

type Listener = (word: Word) => void;
let listener: Listener | null = null;
let waiting: Word[] = [];
let called: (() => void) | null = null;

const say =
  (tone: Tone) =>
  (content: ReactNode, seconds = 4): void => {
    const word = { tone, content, seconds };
    if (listener) listener(word);
    else {
      waiting.push(word);
      called?.();
    }
  };

export const message = { success: say("success"), warning: say("warning"), error: say("error") };

/** whoever shows words: what was said before it came is said now */
export function listenToWords(heard: Listener): () => void {
  listener = heard;
  waiting.splice(0).forEach(heard);
  waiting = [];
  return () => void (listener = null);
}

/** @param first called when there is a word and nobody to show it */
export function onFirstWord(first: () => void): () => void {
  called = first;
  if (waiting.length) first();
  return () => void (called = null);
}
