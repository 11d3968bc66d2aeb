import type { Compiled } from "../compiled";

/** The pre-filters of a membrane, by number, or -1 where it has none of its own. */
export const prefiltersOf = ({ rig }: Compiled, membrane: number): number => {
  const { key } = rig.units[membrane]!;
  return rig.units.findIndex((u) => u.of === key && u.marks.includes("filtered"));
};
/** Is a unit a membrane. */
export const isMembrane = ({ rig }: Compiled, unit: number): boolean =>
  rig.units[unit]!.marks.includes("permeate");
