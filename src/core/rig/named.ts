import type { Handle, Rig } from "./rig";

/** The handle that opens an edge, where the rig has one. */
export const handleOpening = (rig: Rig, edge: string): Handle | undefined =>
  rig.handles.find((h) => h.positions.some((p) => p.edges[edge] !== undefined && p.edges[edge] !== "closed"));

/** Nodes at both ends of a unit's edges. */
export const unitEnds = (rig: Rig, key: string): string[] => [
  ...new Set(rig.edges.filter((e) => e.unit === key).flatMap((e) => [e.from, e.to])),
];

/** Units of the rig that a unit of the job consists of: itself, its equals side by side, and its parts. */
export const keysBelow = (rig: Rig, key: string): string[] =>
  rig.units.filter((u) => u.key === key || u.group === key || u.of === key).map((u) => u.key);

const EVERY_UNIT = "*.";
/** A unit, its equals side by side, and the units on whose lines they stand, each before its host. */
function owners(rig: Rig, unit: string): string[][] {
  const own = [unit, ...rig.units.filter((u) => u.group === unit).map((u) => u.key)];
  const host = rig.units.find((u) => u.key === unit)?.on;
  return [own, ...(host === undefined ? [] : owners(rig, host))];
}
/**
 * Handles of a unit by their role, those of its equals side by side too, or of the unit on whose line it
 * stands; `*.` before it for those of every unit; else the rig's own of that role.
 */
export function handlesNamed(
  rig: Rig,
  unit: string,
  positions: Readonly<Record<string, string>>,
): Record<string, string> {
  const chain = owners(rig, unit);
  return Object.fromEntries(
    Object.entries(positions).flatMap(([name, to]) => {
      const everyUnits = name.startsWith(EVERY_UNIT);
      const role = everyUnits ? name.slice(EVERY_UNIT.length) : name;
      const called = rig.handles.filter((h) => h.role === role);
      const nearest = chain
        .map((keys) => called.filter((h) => h.unit !== undefined && keys.includes(h.unit)))
        .find((found) => found.length > 0);
      const own = everyUnits ? called.filter((h) => h.unit !== undefined) : (nearest ?? []);
      return (own.length > 0 ? own : called.filter((h) => h.unit === undefined))
        .filter((h) => to === "" || h.positions.some((p) => p.name === to))
        .map((h) => [h.id, to] as const);
    }),
  );
}

/** What the tags of a rig's handles say, by the handles' ids. */
export const handleNames = ({ handles }: Rig): ReadonlyMap<string, string> =>
  new Map(handles.map((h) => [h.id, h.name]));
