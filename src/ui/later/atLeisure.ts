import { atRest } from "./atRest";

/** So long a page is left alone after it rests, ms. */
const LEISURE = 5000;

/**
 * Resolves some seconds after the page rests. For what nobody can want before, and what is to be here once
 * the line is gone.
 */
export async function atLeisure(): Promise<void> {
  await atRest();
  await new Promise((go) => setTimeout(go, LEISURE));
}
