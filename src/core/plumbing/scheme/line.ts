import { keysOf } from "../../families";
import { shutOffsOf, type Arrangement, type ShutOffs } from "../shutOffs";
import type { SchemeChoice, SchemeUnit } from "./asked";
import { cap, capOrJoint, comesApart, lever, opening } from "./fixtures";
import { named } from "./named";
import type { SchemeBuilder } from "./scheme";
import { behindFeed, behindProduct } from "./series";
import { head, plugOf, unitInLine } from "./unit";

const TRAIN = "At the train";

/** One unit between the joints before and behind it, which it may share with its equals. */
function unitBetween(
  s: SchemeBuilder,
  unit: SchemeUnit,
  own: { readonly key: string; readonly name: string; readonly group?: string },
  [from, on]: readonly [string, string],
  isIsolated: boolean,
): void {
  const { key, name } = own;
  const place = unit.place ?? TRAIN;
  const litres = unit.litres === undefined ? {} : { litres: unit.litres / 2 };
  const inlet = s.joint(`${key}.in`, "port", { name: `${name}, inlet`, ...litres });
  const outlet = s.joint(`${key}.out`, "port", { name: `${name}, outlet`, ...litres });
  if (unit.head) s.part({ from, inlet, outlet, on }, head(key, name, place, unit.head));
  else if (isIsolated) {
    s.part({ a: from, b: inlet }, lever(named("before", key), `Valve before ${name}`, place));
    s.part({ a: outlet, b: on }, lever(named("behind", key), `Valve behind ${name}`, place));
  } else {
    s.pipe(from, inlet);
    s.pipe(outlet, on);
  }
  s.part({ in: inlet, out: outlet }, unitInLine(unit, own, place));
  plugOf(s, unit, key, name, place);
}

/** The outlet of a unit that is taken apart to let its first water out. Returns where the line goes on. */
function outletApart(s: SchemeBuilder, { key, name }: SchemeUnit, out: string, place: string): string {
  const onward = s.joint(`${key}.onward`);
  const apart = { key, name: `Outlet of ${name}`, place };
  s.part({ a: out, b: onward }, comesApart(named("outletJoint", key), apart, "union"));
  return onward;
}

/**
 * One unit of the line behind a joint, with what stands on its ports; those side by side share the ways in
 * and out. Returns where its water comes out.
 */
function linePart(
  s: SchemeBuilder,
  unit: SchemeUnit,
  entered: string,
  isIsolated: boolean,
  all: readonly SchemeUnit[],
): string {
  const keys = keysOf(unit);
  const place = unit.place ?? TRAIN;
  const from = behindFeed(s, unit, entered, all, place);
  const out = s.joint(`${unit.key}.after`);
  for (const [i, key] of keys.entries()) {
    const own =
      keys.length > 1 ? { key, name: `${unit.name} ${i + 1}`, group: unit.key } : { key, name: unit.name };
    unitBetween(s, unit, own, [from, out], isIsolated);
  }
  return behindProduct(s, unit, unit.apart ? outletApart(s, unit, out, place) : out, all, place);
}

const inletNames: Readonly<Record<Arrangement, string>> = {
  threeValve: "Inlet valve of the bypass",
  heads: "Valve before the train",
  none: "Shut-off ahead of the train",
};

/** Where the valves of a line stand. */
const valvesOf = (line: readonly SchemeUnit[], { arrangement, source }: SchemeChoice): ShutOffs =>
  shutOffsOf(
    arrangement,
    line.map(({ head: own, uv, parallel }) => ({
      hasHead: own !== undefined,
      hasLamp: uv !== undefined,
      parallel,
    })),
    source === "unsafe",
  );

/** Joints along a house's line, from the house's pipe through the units and back to it. */
interface LineJoints {
  readonly before: string;
  readonly first: string;
  readonly last: string;
  readonly behind: string;
}

/**
 * A three-valve bypass whose units come later (handbook 9, K12): both legs shut and capped, the house fed
 * through the bypass.
 */
function bypassAlone(s: SchemeBuilder, { before, first, last, behind }: LineJoints): void {
  s.part({ a: before, b: first }, lever(named("inlet"), inletNames.threeValve, TRAIN, "closed"));
  s.part({ at: first }, cap(named("stubIn"), "Inlet stub", TRAIN));
  s.part({ at: last }, cap(named("stubOut"), "Outlet stub", TRAIN));
  s.part({ a: last, b: behind }, lever(named("outlet"), "Outlet valve of the bypass", TRAIN, "closed"));
  s.part({ a: before, b: behind }, lever(named("bypass"), "Bypass valve", TRAIN, "open"));
}

/** The units of a line from its first joint to its last; stubs of a bypass are joined to them after the first water. */
function unitsBetween(
  s: SchemeBuilder,
  line: readonly SchemeUnit[],
  { first, last }: LineJoints,
  { atUnit, isByStubs, drainCock }: Pick<ShutOffs, "atUnit"> & { isByStubs: boolean; drainCock: boolean },
  all: readonly SchemeUnit[],
): void {
  let at = s.joint("trainIn", "junction", { name: "Pipe into the train", role: "trainIn" });
  if (isByStubs) s.part({ a: first, b: at }, capOrJoint(named("stubIn"), "Inlet stub", TRAIN, "a"));
  else s.pipe(first, at);
  for (const [i, unit] of line.entries()) at = linePart(s, unit, at, atUnit[i]!, all);
  if (drainCock)
    s.part({ at }, opening(named("drainCock"), "Drain cock of the train", "drainCock", TRAIN, { low: true }));
  if (isByStubs) s.part({ a: at, b: last }, capOrJoint(named("stubOut"), "Outlet stub", TRAIN, "b"));
  else s.pipe(at, last);
}

/**
 * The units of a house's line behind a joint, with the way past them. Returns the joint where the house's
 * pipe goes on.
 */
export function trainLine(
  s: SchemeBuilder,
  line: readonly SchemeUnit[],
  from: string,
  choice: SchemeChoice,
  all: readonly SchemeUnit[],
): string {
  const joints: LineJoints = {
    before: s.joint("before"),
    first: s.joint("stubIn", "port", { name: "Inlet stub" }),
    last: s.joint("stubOut", "port", { name: "Outlet stub", role: "stubOut" }),
    behind: s.joint("behind", "junction", { name: "Pipe behind the train", role: "behind" }),
  };
  const { before, first, last, behind } = joints;
  s.pipe(from, before);
  if (line.length === 0) {
    bypassAlone(s, joints);
    return behind;
  }
  const isByStubs = choice.arrangement === "threeValve";
  const { ahead, behind: isShutBehind, atUnit } = valvesOf(line, choice);
  if (ahead) s.part({ a: before, b: first }, lever(named("inlet"), inletNames[choice.arrangement], TRAIN));
  else s.pipe(before, first);
  unitsBetween(s, line, joints, { atUnit, isByStubs, drainCock: choice.drainCock }, all);
  const name = isByStubs ? "Outlet valve of the bypass" : "Valve behind the train";
  if (isShutBehind) s.part({ a: last, b: behind }, lever(named("outlet"), name, TRAIN));
  else s.pipe(last, behind);
  if (isByStubs) s.part({ a: before, b: behind }, lever(named("bypass"), "Bypass valve", TRAIN, "closed"));
  return behind;
}
