import type { RegionState } from "@/core/rig/regions";
import type { Rig, RigState } from "@/core/rig/rig";
import type { Drawing, Item } from "../drawn";
import { boxGroups } from "./box";
import { headGroups } from "./head";
import { jointGroup } from "./joint";
import { leverGroup } from "./lever";
import { flowMarks, line, pipeShapes, type Group, type Shape } from "./marks";
import { outletGroup } from "./outlet";
import { seenOf, type Seen } from "./seen";
import { unitGroups } from "./unit";

export type { Group, Ink, Shape } from "./marks";

/** A region's state in words, for the list beside the drawing. */
export const stateWords: Readonly<Record<RegionState, string>> = {
  flowing: "flowing",
  charged: "charged: full pressure, no flow",
  filling: "filling",
  trapped: "trapped: cut off, still under pressure",
  relieved: "relieved: no pressure",
  empty: "empty",
};

const GROUPS_OF: Readonly<Record<Item["kind"], (item: Item, seen: Seen) => Group[]>> = {
  lever: (item, seen) => [leverGroup(item, seen)],
  joint: (item, seen) => [jointGroup(item, seen)],
  out: (item, seen) => [outletGroup(item, seen)],
  box: boxGroups,
  unit: unitGroups,
  head: headGroups,
};

/** Everything that is to be drawn of a rig in a state. Pure: the same drawing on the page, as SVG and on paper. */
export function shapesOf(drawing: Drawing, rig: Rig, state: RigState): Group[] {
  const seen = seenOf(rig, state, drawing.way);
  return [...pipeGroups(drawing, seen), ...drawing.items.flatMap((item) => GROUPS_OF[item.kind](item, seen))];
}

/**
 * All walls below all water, so that pipes that meet are open to each other; where they share their way,
 * the one that flows lies on top.
 */
function pipeGroups(drawing: Drawing, seen: Seen): Group[] {
  const walls: Shape[] = [];
  const waters: Group[] = [];
  for (const pipe of drawing.pipes) {
    const state = seen.pipeAt(pipe.node, pipe.edge);
    const flow = seen.flowIn(pipe.edge);
    const marks = state === "flowing" && flow !== 0 ? flowMarks(pipe.points, flow > 0 === pipe.forward) : [];
    const [wall, ...water] = pipeShapes(line(...pipe.points), state);
    walls.push(wall!);
    waters.push({ id: pipe.id, shapes: [...water, ...marks] });
  }
  const hasMore = (g: Group) => Number(g.shapes.length > 1);
  return [{ id: "walls", shapes: walls }, ...waters.sort((a, b) => hasMore(a) - hasMore(b))];
}
