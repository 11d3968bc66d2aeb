/** A step and what it waits for, by their ids. */
export interface Waiting {
  readonly id: string;
  readonly needs: readonly string[];
}

/**
 * Steps that wait for one another in a circle, in its order; undefined where none do. A step that is not
 * among them is waited for by nobody.
 */
export function loopIn(steps: readonly Waiting[]): readonly string[] | undefined {
  const needsOf = new Map(steps.map((s) => [s.id, s.needs]));
  const free = new Set<string>();
  const follow = (id: string, way: readonly string[]): readonly string[] | undefined => {
    const seen = way.indexOf(id);
    if (seen !== -1) return way.slice(seen);
    if (free.has(id)) return undefined;
    for (const need of needsOf.get(id) ?? []) {
      const loop = follow(need, [...way, id]);
      if (loop) return loop;
    }
    free.add(id);
    return undefined;
  };
  for (const { id } of steps) {
    const loop = follow(id, []);
    if (loop) return loop;
  }
  return undefined;
}
