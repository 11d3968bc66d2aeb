/** Asks whoever sits before the page to sign in again; true once they have. */
type Ask = () => Promise<boolean>;

let ask: Ask | undefined;

/** Names who asks, as long as the page is shown; returns how to end that. */
export function asksToSignIn(how: Ask): () => void {
  ask = how;
  return () => {
    if (ask === how) ask = undefined;
  };
}

/** Is the same person signed in again, in place; false where they leave it, or where the page has no way to ask. */
export const signedInAgain = (): Promise<boolean> => ask?.() ?? Promise.resolve(false);
