import { keysOf, positionsOf, type BypassHead } from "../../families";
import type { Degree } from "../rig";
import { named, RigBuilder } from "./builder";
import { shutOffsOf, type Arrangement, type ShutOffs } from "../../plumbing/shutOffs";
import type { RigChoice, RigPart } from "./part";
import { behindFeed, behindProduct } from "./series";

/** A unit's head: its ways in, out and past, and what each position of the maker's opens. */
function head(
  d: RigBuilder,
  key: string,
  name: string,
  place: string,
  bypass: BypassHead,
  [from, inlet, outlet, out]: readonly [string, string, string, string],
): void {
  const enter = d.edge(`${key}.enter`, from, inlet, "valve");
  const leave = d.edge(`${key}.leave`, outlet, out, "valve");
  const past = d.edge(`${key}.past`, from, out, "valve");
  const opening = (...open: readonly string[]): Record<string, Degree> =>
    Object.fromEntries([enter, leave, past].map((e) => [e, open.includes(e) ? "open" : "closed"]));
  const sets: Readonly<Record<string, Record<string, Degree>>> = {
    service: opening(enter, leave),
    bypass: opening(past),
    shut: opening(),
    diagnostic: opening(enter, past),
  };
  d.handles.push({
    ...named("head", key),
    name: `Bypass head of ${name}`,
    kind: "head",
    place,
    normal: "service",
    positions: positionsOf(bypass).map((p) => ({
      name: p.name,
      edges: sets[p.name]!,
      stands: p.stands,
      angles: p.angles,
    })),
  });
}

/** One unit between the ways in and out that it may share with its equals. */
function unitBetween(
  d: RigBuilder,
  part: RigPart,
  { key, name, group }: { readonly key: string; readonly name: string; readonly group?: string },
  from: string,
  out: string,
  isolated: boolean,
): void {
  const place = part.place ?? "At the train";
  const litres = part.litres === undefined ? {} : { litres: part.litres / 2 };
  const inlet = d.node(`${key}.in`, "port", { name: `${name}, inlet`, ...litres });
  const outlet = d.node(`${key}.out`, "port", { name: `${name}, outlet`, ...litres });
  d.unit(part, [inlet, outlet], { key, name, group });
  if (part.head) head(d, key, name, place, part.head, [from, inlet, outlet, out]);
  else if (isolated) {
    d.lever(named("before", key), `Valve before ${name}`, from, inlet, place);
    d.lever(named("behind", key), `Valve behind ${name}`, outlet, out, place);
  } else {
    d.pipe(from, inlet);
    d.pipe(outlet, out);
  }
  if (part.vent) {
    const { name: called, closure } = part.vent;
    const vent = `${called.charAt(0).toUpperCase()}${called.slice(1)}`;
    d.opening(named("vent", key), `${vent} of ${name}`, outlet, closure ? "cap" : "vent", place);
  }
  if (part.uv) d.opening(named("sleeveNut", key), `Sleeve nut of ${name}`, outlet, "union", place);
  if (part.drain) d.selfActing(named("drainLine", key), `Drain line of ${name}`, inlet, part.drain, place);
  d.plugOf(part, key, name, place);
}

/** The outlet of a unit that is taken apart to let its first water out. Returns where the line goes on. */
function outletApart(d: RigBuilder, { key, name }: RigPart, out: string, place: string): string {
  const onward = d.node(`${key}.onward`);
  d.comesApart(named("outletJoint", key), { key, name: `Outlet of ${name}`, place }, [out, onward], "union");
  return onward;
}

/** One part of the line behind a node, with what stands on its ports; units side by side share the ways in and out. Returns where its water comes out. */
function linePart(
  d: RigBuilder,
  part: RigPart,
  entered: string,
  isIsolated: boolean,
  all: readonly RigPart[],
): string {
  const keys = keysOf(part);
  const place = part.place ?? "At the train";
  const from = behindFeed(d, part, entered, all, place);
  const out = d.node(`${part.key}.after`);
  for (const [i, key] of keys.entries()) {
    const own =
      keys.length > 1 ? { key, name: `${part.name} ${i + 1}`, group: part.key } : { key, name: part.name };
    unitBetween(d, part, own, from, out, isIsolated);
  }
  return behindProduct(d, part, part.apart ? outletApart(d, part, out, place) : out, all, place);
}

/** The ends of a bypass. */
type Stub = "stubIn" | "stubOut";

/** Where the bypass ends and the units begin: open, capped, or joined to the train. */
function joint(d: RigBuilder, id: Stub, name: string, stub: string, train: string, leaving = false): void {
  const open = d.edge(`${id}.open`, stub, "air", "opening", { opening: "cap" }),
    join = d.edge(`${id}.join`, leaving ? train : stub, leaving ? stub : train, "valve");
  d.handles.push({
    ...named(id),
    name,
    kind: "cap",
    place: "At the train",
    normal: "joined",
    positions: [
      { name: "uncapped", edges: { [open]: "open", [join]: "closed" } },
      { name: "capped", edges: { [open]: "closed", [join]: "closed" } },
      { name: "joined", edges: { [open]: "closed", [join]: "open" } },
    ],
  });
}

const inletNames: Readonly<Record<Arrangement, string>> = {
  threeValve: "Inlet valve of the bypass",
  heads: "Valve before the train",
  none: "Shut-off ahead of the train",
};

/** A stub to which no unit is joined yet: capped every day. */
function deadEnd(d: RigBuilder, id: Stub, name: string, stub: string): void {
  const open = d.edge(`${id}.open`, stub, "air", "opening", { opening: "cap" });
  d.handles.push({
    ...named(id),
    name,
    kind: "cap",
    place: "At the train",
    normal: "capped",
    positions: [
      { name: "uncapped", edges: { [open]: "open" } },
      { name: "capped", edges: { [open]: "closed" } },
    ],
  });
}

/** A three-valve bypass whose units come later (handbook 9, K12): both legs shut and capped, the house fed through the bypass. Returns where the house's pipe begins. */
function bypassAlone(
  d: RigBuilder,
  [before, first, last, behind]: readonly [string, string, string, string],
  place: string,
): string {
  d.lever(named("inlet"), inletNames.threeValve, before, first, place, "closed");
  deadEnd(d, "stubIn", "Inlet stub", first);
  deadEnd(d, "stubOut", "Outlet stub", last);
  d.lever(named("outlet"), "Outlet valve of the bypass", last, behind, place, "closed");
  d.lever(named("bypass"), "Bypass valve", before, behind, place, "open");
  return behind;
}

/** Where the valves of a line stand. */
const valvesOf = (line: readonly RigPart[], { arrangement, source }: RigChoice): ShutOffs =>
  shutOffsOf(
    arrangement,
    line.map(({ head: own, uv, parallel }) => ({
      hasHead: own !== undefined,
      hasLamp: uv !== undefined,
      parallel,
    })),
    source === "unsafe",
  );

/** The units of the line behind a node, with the way past them. Returns where the house's pipe begins. */
export function trainLine(
  d: RigBuilder,
  line: readonly RigPart[],
  from: string,
  choice: RigChoice,
  all: readonly RigPart[],
): string {
  const stubs = choice.arrangement === "threeValve";
  const place = "At the train";
  const before = d.node("before");
  const first = d.node("stubIn", "port", { name: "Inlet stub" });
  const last = d.node("stubOut", "port", { name: "Outlet stub", role: "stubOut" });
  const behind = d.node("behind", "junction", { name: "Pipe behind the train", role: "behind" });
  d.pipe(from, before);
  const valves = valvesOf(line, choice);
  if (line.length === 0) return bypassAlone(d, [before, first, last, behind], place);
  if (valves.ahead) d.lever(named("inlet"), inletNames[choice.arrangement], before, first, place);
  else d.pipe(before, first);
  let at = d.node("trainIn", "junction", { name: "Pipe into the train", role: "trainIn" });
  if (stubs) joint(d, "stubIn", "Inlet stub", first, at);
  else d.pipe(first, at);
  for (const [i, part] of line.entries()) at = linePart(d, part, at, valves.atUnit[i]!, all);
  if (choice.drainCock)
    d.opening(named("drainCock"), "Drain cock of the train", at, "drainCock", place, { low: true });
  if (stubs) joint(d, "stubOut", "Outlet stub", last, at, true);
  else d.pipe(at, last);
  if (valves.behind) {
    const name = stubs ? "Outlet valve of the bypass" : "Valve behind the train";
    d.lever(named("outlet"), name, last, behind, place);
  } else d.pipe(last, behind);
  if (stubs) d.lever(named("bypass"), "Bypass valve", before, behind, place, "closed");
  return behind;
}
