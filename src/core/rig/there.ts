import { houseFeed, regions, type RegionState } from "./regions";
import { unitEnds } from "./named";
import type { Rig, RigGoal, RigState } from "./rig";

const fed: ReadonlySet<RegionState> = new Set(["flowing", "charged", "filling"]);
const still: ReadonlySet<RegionState> = new Set(["relieved", "empty"]);
const heard: ReadonlySet<RegionState> = new Set(["flowing", "charged", "trapped"]);

/**
 * Does the rig stand as a goal wants it (handbook 9, rule 6)? What is on the way to it (`avoid`, `always`)
 * is not asked about.
 */
export function isThere(rig: Rig, state: RigState, goal: RigGoal): boolean {
  const stands = (handle: string) =>
    state.positions[handle] ?? rig.handles.find((h) => h.id === handle)!.normal;
  const byItself = new Set(rig.handles.filter((h) => h.kind === "automatic").map((h) => h.id));
  const placed = Object.entries(goal.positions ?? {}).every(([h, to]) => byItself.has(h) || stands(h) === to);
  const ended = Object.entries(goal.endsNot ?? {}).every(([h, not]) => !not.includes(stands(h)));
  if (!placed || !ended) return false;
  const at = new Map(regions(rig, state).flatMap((r) => r.nodes.map((n) => [n, r.state] as const)));
  const all = (nodes: readonly string[] = [], as: ReadonlySet<RegionState>) =>
    nodes.every((n) => as.has(at.get(n)!));
  const ends = (keys: readonly string[] = []) => keys.flatMap((key) => unitEnds(rig, key));
  if (!all(goal.live, fed) || !all(goal.relieved, still) || !all(goal.empty, new Set(["empty"])))
    return false;
  if (!all(ends(goal.full), heard)) return false;
  const { serves = [], passedBy = [] } = goal;
  if (serves.length === 0 && passedBy.length === 0) return true;
  const through = houseFeed(rig, state);
  // Equal units side by side serve together: one of them carries the house.
  const groupOf = (key: string) => rig.units.find((u) => u.key === key)?.group ?? key;
  const carried = new Set(through?.map(groupOf));
  return (
    through !== undefined &&
    serves.every((key) => carried.has(groupOf(key))) &&
    passedBy.every((key) => !through.includes(key))
  );
}
