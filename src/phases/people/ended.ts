/** Asks whoever sits before the page to sign in again; true once they have. */
type Ask = () => Promise<boolean>;

let ask: Ask | undefined;
/** Told once somebody asks, and what hastens that; absent where nobody will. */
let coming:
  | { readonly here: Promise<void>; readonly come: () => void; readonly hasten: () => void }
  | undefined;

/** Says that the page will have a way to ask, which comes behind it, at once where it is `hasten`ed; returns how to end that. */
export function willAskToSignIn(hasten: () => void): () => void {
  let come!: () => void;
  const here = new Promise<void>((resolve) => (come = resolve));
  coming = { here, come, hasten };
  return () => {
    coming = undefined;
    come();
  };
}

/** Names who asks, as long as the page is shown; returns how to end that. */
export function asksToSignIn(how: Ask): () => void {
  ask = how;
  coming?.come();
  return () => {
    if (ask === how) ask = undefined;
  };
}

/** Is the same person signed in again, in place; false where they leave it, or where the page has no way to ask. */
export async function signedInAgain(): Promise<boolean> {
  if (!ask) {
    coming?.hasten();
    await coming?.here;
  }
  return ask?.() ?? false;
}
