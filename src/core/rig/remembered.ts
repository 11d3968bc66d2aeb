import type { Rig } from "./rig";

/**
 * How many rigs are known again by what they say: a page is made twice of one rig, on the server and from
 * what came of it.
 */
const RECENT = 8;
const recent: { readonly text: string; readonly rig: Rig }[] = [];
const firstSeen = new WeakMap<Rig, Rig>();

/** The rig that was seen first of those that say the same, as far as one is remembered. */
function asSeen(rig: Rig): Rig {
  const known = firstSeen.get(rig);
  if (known) return known;
  const text = JSON.stringify(rig);
  const at = recent.findIndex((r) => r.text === text);
  const [same = { text, rig }] = at === -1 ? [] : recent.splice(at, 1);
  recent.unshift(same);
  recent.length = Math.min(recent.length, RECENT);
  firstSeen.set(rig, same.rig);
  return same.rig;
}

/**
 * A pure function of a rig and something that a text tells apart, computed once for each as long as the rig
 * is in use.
 */
export function remembered<A, T>(
  make: (rig: Rig, about: A) => T,
  keyOf: (about: A) => string,
): (rig: Rig, about: A) => T {
  const known = new WeakMap<Rig, Map<string, T>>();
  return (rig, about) => {
    const seen = asSeen(rig);
    const own = known.get(seen) ?? new Map<string, T>();
    known.set(seen, own);
    const key = keyOf(about);
    const had = own.get(key);
    if (had !== undefined) return had;
    const made = make(seen, about);
    own.set(key, made);
    return made;
  };
}
