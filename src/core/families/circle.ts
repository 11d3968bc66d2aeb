import type { DesignUnit } from "./unit";

/**
 * The unit that some others stand on in a circle, so that none of them is fed; undefined where every chain
 * ends at a pipe.
 */
export function circleIn(units: readonly Pick<DesignUnit, "key" | "on">[]): string | undefined {
  const hostOf = new Map(units.map((u) => [u.key, u.on?.unit]));
  return units.find((u) => {
    const seen = new Set<string>();
    for (let at: string | undefined = u.key; at !== undefined; at = hostOf.get(at)) {
      if (seen.has(at)) return true;
      seen.add(at);
    }
    return false;
  })?.key;
}
