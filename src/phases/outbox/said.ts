import type { IntentKind } from "@/core/log";

/** A kind of intent in words, with what it is about: `stepDone` of a step is “Step done: Fill the tank”. */
export function said(kind: IntentKind, about?: string): string {
  const words = kind.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
  const sentence = words[0]!.toUpperCase() + words.slice(1);
  return about ? `${sentence}: ${about}` : sentence;
}
