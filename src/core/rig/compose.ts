import { positionsOf, type BypassHead } from "./head";
import type { Degree, Handle, OpeningKind, Rig, RigEdge, RigNode, RigUnit } from "./rig";

/** How the train can be passed by (handbook 4, Sequences): three valves round it, or each unit's own head with isolating valves. */
export type Arrangement = "threeValve" | "heads";

/** What of a placed unit the rig has to know. */
export interface RigPart {
  readonly key: string;
  readonly name: string;
  readonly family: string;
  readonly branch: boolean;
  readonly parallel: number;
  readonly head?: BypassHead;
  readonly litres?: number;
  readonly place?: string;
  readonly marks: RigUnit["marks"];
  readonly media: boolean;
  readonly flush: boolean;
  readonly gentle: RigUnit["gentle"];
  /** Name of the opening that lets air out at its top: vent screw, relief button, dome plug. */
  readonly vent?: string;
  readonly uv?: { readonly lampFirst: boolean };
  readonly pump?: { readonly pressureSwitch: boolean };
  readonly ro?: { readonly tank: boolean; readonly rinseShut: boolean; readonly airGap: boolean };
}

export interface RigChoice {
  readonly arrangement: Arrangement;
  /** Outdoor taps taken off before the treatment, behind it, or none. */
  readonly outdoor: "before" | "after" | "none";
  readonly heater: "electric" | "other" | "none";
  readonly expansion: boolean;
  readonly source: Rig["source"];
  /** A drain cock at the train's low point. */
  readonly drainCock: boolean;
}

/** Collects a rig part by part; names of handles are what a person reads on the tag. */
class Draft {
  readonly nodes: RigNode[] = [{ id: "main", kind: "main", name: "Main" }];
  readonly edges: RigEdge[] = [];
  readonly handles: Handle[] = [];
  readonly units: RigUnit[] = [];
  node(id: string, kind: RigNode["kind"] = "junction", over: Partial<RigNode> = {}): string { if (!this.nodes.some((n) => n.id === id)) this.nodes.push({ id, kind, ...over }); return id; }
  pipe(from: string, to: string): void { this.edges.push({ id: `p.${from}-${to}`, from, to, kind: "pipe" }); }
  edge(id: string, from: string, to: string, kind: RigEdge["kind"], over: Partial<RigEdge> = {}): string { this.edges.push({ id, from, to, kind, ...over }); return id; }
  lever(id: string, name: string, from: string, to: string, place: string, normal: "open" | "closed" = "open"): void {
    this.edge(id, from, to, "valve");
    this.handles.push({ id, name, kind: "lever", place, normal, positions: (["closed", "quarter", "half", "open"] as const).map((p) => ({ name: p, edges: { [id]: p } })) });
  }
  opening(id: string, name: string, at: string, opening: OpeningKind, place: string, over: Partial<RigEdge> = {}): void {
    this.edge(id, at, "air", "opening", { opening, ...over });
    const kind: Handle["kind"] = opening === "tap" || opening === "hose" ? "tap" : opening === "cap" ? "cap" : "vent";
    this.handles.push({ id, name, kind, place, normal: "closed", positions: (["closed", "open"] as const).map((p) => ({ name: p, edges: { [id]: p } })) });
  }
  plug(id: string, name: string, what: string, place: string): void { this.handles.push({ id, name, kind: "switch", place, normal: "on", powers: what, positions: [{ name: "off", edges: {}, on: false }, { name: "on", edges: {}, on: true }] }); }
}

const sum = (parts: readonly Record<string, Degree>[]): Record<string, Degree> => Object.assign({}, ...parts) as Record<string, Degree>;

/** One unit of the line between two nodes; units side by side share the ways in and out. Returns where its water comes out. */
function linePart(d: Draft, part: RigPart, from: string, arrangement: Arrangement): string {
  const place = part.place ?? "At the train";
  const own = part.parallel > 1 ? Array.from({ length: part.parallel }, (_, i) => `${part.key}${"abcdef"[i]!}`) : [part.key];
  const out = d.node(`${part.key}.after`);
  const isolated = part.head === undefined && (part.parallel > 1 || (arrangement === "heads"));
  for (const [i, key] of own.entries()) {
    const name = own.length > 1 ? `${part.name} ${i + 1}` : part.name;
    const litres = part.litres === undefined ? {} : { litres: part.litres / 2 };
    const a = d.node(`${key}.in`, "port", { name: `${name}, inlet`, ...litres });
    const b = d.node(`${key}.out`, "port", { name: `${name}, outlet`, ...litres });
    d.edge(`${key}.unit`, a, b, "unit", { unit: key });
    d.units.push({ key, name, family: part.family, media: part.media, gentle: part.gentle, flush: part.flush, marks: [...part.marks], ...(own.length > 1 ? { group: part.key } : {}), ...(part.uv ? { uv: part.uv } : {}), ...(part.pump ? { pump: part.pump } : {}) });
    if (part.head) {
      const enter = d.edge(`${key}.enter`, from, a, "valve"), leave = d.edge(`${key}.leave`, b, out, "valve"), past = d.edge(`${key}.past`, from, out, "valve");
      const all: Record<string, Degree> = { [enter]: "closed", [leave]: "closed", [past]: "closed" };
      const open = (...ids: string[]) => sum([all, Object.fromEntries(ids.map((x) => [x, "open" as const]))]);
      const sets: Readonly<Record<string, Record<string, Degree>>> = { service: open(enter, leave), bypass: open(past), shut: open(), diagnostic: open(enter, past) };
      d.handles.push({ id: `${key}.head`, name: `Bypass head of ${name}`, kind: "head", place, normal: "service", positions: positionsOf(part.head).map((p) => ({ name: p.name, edges: sets[p.name]!, ...(p.stands ? { stands: p.stands } : {}) })) });
    } else if (isolated) { d.lever(`${key}.before`, `Valve before ${name}`, from, a, place); d.lever(`${key}.behind`, `Valve behind ${name}`, b, out, place); } else { d.pipe(from, a); d.pipe(b, out); }
    if (part.vent) d.opening(`${key}.vent`, `${part.vent.charAt(0).toUpperCase()}${part.vent.slice(1)} of ${name}`, b, "vent", place);
    if (part.uv || part.pump) d.plug(`${key}.plug`, part.uv ? `Lamp of ${name}` : `Plug of ${name}`, key, place);
  }
  return out;
}

/** A drinking-water branch: RO under the sink (feed valve, open line before the membrane, restrictor to the drain, tank valve, faucet), or a filter before its faucet. */
function branchPart(d: Draft, part: RigPart, from: string): void {
  const place = part.place ?? "Under the sink";
  const key = part.key;
  const feed = d.node(`${key}.feed`);
  d.lever(`${key}.valve`, `Feed valve of ${part.name}`, from, feed, place);
  if (!part.ro) {
    const a = d.node(`${key}.in`, "port"), b = d.node(`${key}.out`, "port");
    d.pipe(feed, a);
    d.edge(`${key}.unit`, a, b, "unit", { unit: key });
    d.units.push({ key, name: part.name, family: part.family, media: part.media, gentle: part.gentle, flush: part.flush, marks: [...part.marks], ...(part.uv ? { uv: part.uv } : {}), ...(part.pump ? { pump: part.pump } : {}) });
    d.opening(`${key}.faucet`, `Faucet of ${part.name}`, b, "tap", place, { drinking: true });
    if (part.uv || part.pump) d.plug(`${key}.plug`, part.uv ? `Lamp of ${part.name}` : `Plug of ${part.name}`, key, place);
    return;
  }
  const pre = d.node(`${key}.pre`, "port"), line = d.node(`${key}.line`, "port", { name: "Line before the membrane" }), permeate = d.node(`${key}.permeate`, "port"), reject = d.node(`${key}.reject`, "port"), product = d.node(`${key}.product`), drain = d.node("drain", "drain", { name: "Drain" });
  d.pipe(feed, pre);
  d.edge(`${key}.prefilters`, pre, line, "unit", { unit: `${key}.pre` });
  d.opening(`${key}.open`, `Line before the membrane of ${part.name}`, line, "cut", place, { low: false });
  const membrane = d.node(`${key}.membrane`, "port");
  d.edge(`${key}.shutOff`, line, membrane, "valve");
  d.handles.push({ id: `${key}.shutOff`, name: `Automatic shut-off of ${part.name}`, kind: "automatic", place, normal: "closed", positions: [{ name: "closed", edges: { [`${key}.shutOff`]: "closed" }, stands: "closes by itself when the tank is full" }, { name: "open", edges: { [`${key}.shutOff`]: "open" }, stands: "open by itself while the tank fills" }] });
  d.edge(`${key}.through`, membrane, permeate, "unit", { unit: key });
  d.edge(`${key}.past`, membrane, reject, "unit", { unit: `${key}.reject` });
  d.edge(`${key}.restrictor`, reject, "drain", "opening", { opening: "drainLine", airGap: true });
  d.edge(`${key}.check`, permeate, product, "check");
  if (part.ro.tank) { const tank = d.node(`${key}.tank`, "port", { name: "Tank" }); d.lever(`${key}.tankValve`, `Tank valve of ${part.name}`, product, tank, place); }
  d.opening(`${key}.faucet`, `Faucet of ${part.name}`, product, "tap", place, { drinking: true });
  void drain;
  const base = { family: part.family, media: false, gentle: "open" as const };
  d.units.push({ key: `${key}.pre`, name: `${part.name} pre-filters`, ...base, flush: false, marks: ["filtered"] });
  d.units.push({ key, name: part.name, ...base, slow: true, flush: part.flush, marks: ["permeate"], ...(part.pump ? { pump: part.pump } : {}), ...(part.ro.tank ? { tank: { edge: `${key}.tankValve`, rinseShut: part.ro.rinseShut } } : {}) });
  d.units.push({ key: `${key}.reject`, name: `${part.name} drain side`, ...base, slow: true, flush: false, marks: ["reject"] });
}

/**
 * The rig of a job from its train and its choice of bypass (handbook 4, the three arrangements): main, outdoor take-off, the units of the line with
 * bypass, house with its taps, heater, and the drinking-water branches. What comes out is data that can be edited.
 */
export function composeRig(parts: readonly RigPart[], choice: RigChoice): Rig {
  const d = new Draft();
  d.node("air", "air", { name: "Air" });
  const meter = d.node("meter");
  d.lever("mainValve", "Main valve", "main", meter, "At the main");
  const line = parts.filter((p) => !p.branch);
  const outdoors = (at: string) => { const tee = d.node("outdoor", "outdoor", { name: "Outdoor taps" }); d.pipe(at, tee); d.opening("outdoor.tap", "Outdoor tap", tee, "hose", "Outdoors"); };
  if (choice.outdoor === "before") outdoors(meter);
  let at = meter;
  if (line.length > 0) {
    const stubs = choice.arrangement === "threeValve";
    const before = d.node("before");
    const first = d.node("stubIn", "port", { name: "Inlet stub" }), last = d.node("stubOut", "port", { name: "Outlet stub" }), behind = d.node("behind", "junction", { name: "Pipe behind the train" });
    d.pipe(meter, before);
    // A unit that has valves of its own needs none more beside it.
    const [ownBefore, ownBehind] = [line[0]!, line.at(-1)!].map((p) => !stubs && p.head === undefined) as [boolean, boolean];
    if (ownBefore) d.pipe(before, first); else d.lever("inlet", stubs ? "Inlet valve of the bypass" : "Valve before the train", before, first, "At the train");
    at = d.node("trainIn", "junction", { name: "Pipe into the train" });
    if (stubs) joint(d, "stubIn", "Inlet stub", first, at); else d.pipe(first, at);
    for (const part of line) at = linePart(d, part, at, choice.arrangement);
    if (choice.drainCock) d.opening("drainCock", "Drain cock of the train", at, "drainCock", "At the train", { low: true });
    if (stubs) joint(d, "stubOut", "Outlet stub", last, at, true); else d.pipe(at, last);
    if (ownBehind) d.pipe(last, behind); else d.lever("outlet", stubs ? "Outlet valve of the bypass" : "Valve behind the train", last, behind, "At the train");
    if (stubs) d.lever("bypass", "Bypass valve", before, behind, "At the train", "closed");
    at = behind;
  }
  const house = d.node("house", "house", { name: "House" });
  d.pipe(at, house);
  if (choice.outdoor === "after") outdoors(house);
  d.opening("coldTap", "Nearest cold tap", house, "tap", "At the tap", { drinking: true });
  d.opening("lowTap", "Lowest tap", house, "tap", "At the lowest tap", { low: true });
  d.opening("highTap", "Highest tap", house, "vent", "Upstairs");
  if (choice.heater !== "none") {
    const heater = d.node("heater", "heater", { name: "Heater", ...(choice.expansion ? { expansion: true } : {}) });
    d.lever("heaterValve", "Heater's cold valve", house, heater, "At the heater");
    d.opening("hotTap", "Nearest hot tap", heater, "tap", "At the tap");
    d.plug("heaterPower", choice.heater === "electric" ? "Heater's breaker" : "Heater's burner", "heater", "At the heater");
  }
  for (const part of parts.filter((p) => p.branch)) branchPart(d, part, house);
  return { nodes: d.nodes, edges: d.edges, handles: d.handles, units: d.units, source: choice.source };
}

/** Where the bypass ends and the units begin: open, capped, or joined to the train. */
function joint(d: Draft, id: string, name: string, stub: string, train: string, leaving = false): void {
  const open = d.edge(`${id}.open`, stub, "air", "opening", { opening: "cap" }), join = d.edge(`${id}.join`, leaving ? train : stub, leaving ? stub : train, "valve");
  d.handles.push({ id, name, kind: "cap", place: "At the train", normal: "joined", positions: [{ name: "uncapped", edges: { [open]: "open", [join]: "closed" } }, { name: "capped", edges: { [open]: "closed", [join]: "closed" } }, { name: "joined", edges: { [open]: "closed", [join]: "open" } }] });
}
