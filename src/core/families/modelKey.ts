import type { DesignUnit } from "./unit";

/** The key of one version of a unit's figures; the first has the bare code. */
export const modelKey = (unit: Pick<DesignUnit, "model" | "version">): string =>
  unit.version === undefined || unit.version === 1 ? unit.model : `${unit.model}@${unit.version}`;
