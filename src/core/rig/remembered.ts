import type { Rig } from "./rig";

/** A pure function of a rig and something that a text tells apart, computed once for each as long as the rig is in use. */
export function remembered<A, T>(
  make: (rig: Rig, about: A) => T,
  keyOf: (about: A) => string,
): (rig: Rig, about: A) => T {
  const known = new WeakMap<Rig, Map<string, T>>();
  return (rig, about) => {
    const own = known.get(rig) ?? new Map<string, T>();
    known.set(rig, own);
    const key = keyOf(about);
    const had = own.get(key);
    if (had !== undefined) return had;
    const made = make(rig, about);
    own.set(key, made);
    return made;
  };
}
