import type { SchemeChoice, SchemeUnit } from "./asked";
import { branchPart } from "./branch";
import { lever, opening, plug } from "./fixtures";
import { trainLine } from "./line";
import { named } from "./named";
import { SchemeBuilder, type Scheme } from "./scheme";

export type { SchemeChoice, SchemeUnit } from "./asked";
export type { Inside, Part, Scheme } from "./scheme";

/** Outdoor taps on a pipe. */
function outdoorTaps(s: SchemeBuilder, from: string): void {
  const at = s.joint("outdoor", "outdoor", { name: "Outdoor taps" });
  s.pipe(from, at);
  s.part({ at }, opening(named("outdoorTap"), "Outdoor tap", "hose", "Outdoors"));
}

/** A heater behind the house's cold pipe, with its tap and what feeds it. */
function heater(s: SchemeBuilder, house: string, choice: SchemeChoice): void {
  const at = s.joint("heater", "heater", {
    name: "Heater",
    expansion: choice.expansion ? true : undefined,
  });
  s.part({ a: house, b: at }, lever(named("heaterValve"), "Heater's cold valve", "At the heater"));
  s.part({ at }, opening(named("hotTap"), "Nearest hot tap", "tap", "At the tap"));
  const power = choice.heater === "electric" ? "Heater's breaker" : "Heater's burner";
  s.part({}, plug(named("heaterPower"), power, "heater", "At the heater"));
}

/** The house with its taps and its heater. Returns its pipe. */
function house(s: SchemeBuilder, from: string, choice: SchemeChoice): string {
  const at = s.joint("house", "house", { name: "House" });
  s.pipe(from, at);
  if (choice.outdoor === "after") outdoorTaps(s, at);
  s.part({ at }, opening(named("coldTap"), "Nearest cold tap", "tap", "At the tap", { drinking: true }));
  s.part({ at }, opening(named("lowTap"), "Lowest tap", "tap", "At the lowest tap", { low: true }));
  s.part({ at }, opening(named("highTap"), "Highest tap", "vent", "Upstairs", { high: true }));
  if (choice.heater !== "none") heater(s, at, choice);
  return at;
}

/**
 * The scheme of an installation from its units and the choice of bypass (handbook 4, the three
 * arrangements): main, outdoor take-off, the units of the line with bypass, house with its taps, heater,
 * and the drinking-water branches. With no units a bypass alone; where all of them are on branches, the
 * house's pipe is whole.
 */
export function schemeOf(units: readonly SchemeUnit[], choice: SchemeChoice): Scheme {
  const s = new SchemeBuilder();
  const main = s.joint("main", "main", { name: "Main" });
  s.joint("air", "air", { name: "Air" });
  const meter = s.joint("meter");
  s.part({ a: main, b: meter }, lever(named("mainValve"), "Main valve", "At the main"));
  if (choice.outdoor === "before") outdoorTaps(s, meter);
  const rooted = units.filter((u) => u.on === undefined);
  const line = rooted.filter((u) => !u.branch);
  const isCut = line.length > 0 || units.length === 0;
  const at = house(s, isCut ? trainLine(s, line, meter, choice, units) : meter, choice);
  for (const unit of rooted.filter((u) => u.branch)) branchPart(s, unit, at, units);
  return { joints: s.joints, parts: s.parts };
}
