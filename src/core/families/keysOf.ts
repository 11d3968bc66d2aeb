import type { DesignUnit } from "./unit";

/** Keys of the units that one of a design stands for: its own, or one for each of those side by side. */
export const keysOf = ({ key, parallel }: Pick<DesignUnit, "key" | "parallel">): readonly string[] =>
  parallel > 1 ? Array.from({ length: parallel }, (_, i) => `${key}${"abcdef"[i]!}`) : [key];
