import type { Rig } from "../rig";
import { branchPart } from "./branch";
import { named, RigBuilder } from "./builder";
import { trainLine } from "./line";
import type { RigChoice, RigPart } from "./part";

export { arrangements, type Arrangement } from "../../plumbing/shutOffs";
export type { RigChoice, RigPart } from "./part";

/** Outdoor taps on a pipe. */
function outdoorTaps(d: RigBuilder, from: string): void {
  const tee = d.node("outdoor", "outdoor", { name: "Outdoor taps" });
  d.pipe(from, tee);
  d.opening(named("outdoorTap"), "Outdoor tap", tee, "hose", "Outdoors");
}

/** A heater behind the house's cold pipe, with its tap and what feeds it. */
function heater(d: RigBuilder, house: string, choice: RigChoice): void {
  const at = d.node("heater", "heater", {
    name: "Heater",
    expansion: choice.expansion ? true : undefined,
  });
  d.lever(named("heaterValve"), "Heater's cold valve", house, at, "At the heater");
  d.opening(named("hotTap"), "Nearest hot tap", at, "tap", "At the tap");
  const power = choice.heater === "electric" ? "Heater's breaker" : "Heater's burner";
  d.plug(named("heaterPower"), power, "heater", "At the heater");
}

/** The house with its taps and its heater. Returns its pipe. */
function house(d: RigBuilder, from: string, choice: RigChoice): string {
  const at = d.node("house", "house", { name: "House" });
  d.pipe(from, at);
  if (choice.outdoor === "after") outdoorTaps(d, at);
  d.opening(named("coldTap"), "Nearest cold tap", at, "tap", "At the tap", { drinking: true });
  d.opening(named("lowTap"), "Lowest tap", at, "tap", "At the lowest tap", { low: true });
  d.opening(named("highTap"), "Highest tap", at, "vent", "Upstairs", { high: true });
  if (choice.heater !== "none") heater(d, at, choice);
  return at;
}

/**
 * The rig of a job from its train and its choice of bypass (handbook 4, the three arrangements): main, outdoor take-off, the units of the line with
 * bypass, house with its taps, heater, and the drinking-water branches. What comes out is data that can be edited.
 */
export function composeRig(parts: readonly RigPart[], choice: RigChoice): Rig {
  const d = new RigBuilder();
  d.node("air", "air", { name: "Air" });
  const meter = d.node("meter");
  d.lever(named("mainValve"), "Main valve", "main", meter, "At the main");
  if (choice.outdoor === "before") outdoorTaps(d, meter);
  const rooted = parts.filter((p) => p.on === undefined);
  const line = rooted.filter((p) => !p.branch);
  const behind = line.length > 0 || parts.length === 0 ? trainLine(d, line, meter, choice, parts) : meter;
  const at = house(d, behind, choice);
  for (const part of rooted.filter((p) => p.branch)) branchPart(d, part, at, parts);
  return {
    nodes: d.nodes,
    edges: d.edges,
    handles: d.handles,
    units: d.units,
    source: choice.source,
    fullFlow: choice.fullFlow,
  };
}
