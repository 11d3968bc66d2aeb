/** A browser that does not say when it rests is given so long, ms. */
const PAUSE = 200;
/** A page that never rests does not keep back for longer what follows it, ms. */
const LONGEST = 2000;
let hasRested = false;

/** Resolves once the page has nothing to do: what a page is alive without takes no time from what it needs. */
export async function atRest(): Promise<void> {
  if (typeof window === "undefined" || hasRested) return;
  await new Promise<void>((rest) => {
    if (typeof requestIdleCallback === "function") requestIdleCallback(() => rest(), { timeout: LONGEST });
    else setTimeout(rest, PAUSE);
  });
  hasRested = true;
}
