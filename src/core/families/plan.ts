import type { Plan, PlanTag } from "../site";
import { placementsOf } from "./placement";
import type { PlacedUnit, UnitModel } from "./unit";

/** What of a unit questions depend on beside how it connects. */
function tagsOf(model: UnitModel): PlanTag[] {
  const drains = model.softener || model.media?.backwash !== undefined || model.manual || model.ro;
  const media = model.softener || model.carbon || model.media || model.effects.includes("scaleControl");
  return [
    ...(model.ro ? (["ro"] as const) : []),
    ...(model.uv ? (["lamp"] as const) : []),
    ...(model.power ? (["powered"] as const) : []),
    ...(drains ? (["drains"] as const) : []),
    ...(media ? (["media"] as const) : []),
  ];
}

/** What a design's units make the survey ask; undefined while there are none. */
export function planOf(units: readonly PlacedUnit[]): Plan {
  if (units.length === 0) return undefined;
  const connects = [...placementsOf(units).values()].map((placed) => placed.connects);
  return new Set<PlanTag>([...connects, ...units.flatMap(({ model }) => tagsOf(model))]);
}
