import { type Handle, type OpeningKind, type RigEdge, type RigNode, type RigUnit, type Role } from "../rig";
import type { RigPart } from "./part";

/** What a part is for, of which unit, and the id that the composer makes of it. */
export interface Named {
  readonly id: string;
  readonly role: Role;
  readonly unit?: string;
}
/** A part by its role, and by its unit where it belongs to one. */
export const named = (role: Role, unit?: string): Named => ({
  id: unit === undefined ? role : `${unit}.${role}`,
  role,
  unit,
});

/** Collects a rig part by part; names of handles are what a person reads on the tag. */
export class RigBuilder {
  readonly nodes: RigNode[] = [{ id: "main", kind: "main", name: "Main" }];
  readonly edges: RigEdge[] = [];
  readonly handles: Handle[] = [];
  readonly units: RigUnit[] = [];
  node(id: string, kind: RigNode["kind"] = "junction", over: Partial<RigNode> = {}): string {
    if (!this.nodes.some((n) => n.id === id)) this.nodes.push({ id, kind, ...over });
    return id;
  }
  pipe(from: string, to: string): void {
    this.edges.push({ id: `p.${from}-${to}`, from, to, kind: "pipe" });
  }
  edge(id: string, from: string, to: string, kind: RigEdge["kind"], over: Partial<RigEdge> = {}): string {
    this.edges.push({ id, from, to, kind, ...over });
    return id;
  }
  lever(
    { id, ...does }: Named,
    name: string,
    from: string,
    to: string,
    place: string,
    normal: "open" | "closed" = "open",
  ): void {
    this.edge(id, from, to, "valve");
    this.handles.push({
      id,
      ...does,
      name,
      kind: "lever",
      place,
      normal,
      positions: (["closed", "quarter", "half", "open"] as const).map((p) => ({
        name: p,
        edges: { [id]: p },
      })),
    });
  }
  opening(
    { id, ...does }: Named,
    name: string,
    at: string,
    opening: OpeningKind,
    place: string,
    over: Partial<RigEdge> = {},
  ): void {
    this.edge(id, at, "air", "opening", { opening, role: does.role, ...over });
    const kind: Handle["kind"] = opening === "tap" || opening === "hose" ? "tap" : "vent";
    this.handles.push({
      id,
      ...does,
      name,
      kind,
      place,
      normal: "closed",
      positions: (["closed", "open"] as const).map((p) => ({ name: p, edges: { [id]: p } })),
    });
  }
  /** A pipe that is taken apart: what comes from `from` runs out there instead of going on to `to`. */
  comesApart(
    { id, ...does }: Named,
    { key, name, place }: { readonly key: string; readonly name: string; readonly place: string },
    [from, to]: readonly [string, string],
    opening: OpeningKind,
  ): void {
    const apart = this.edge(`${key}.apart`, from, "air", "opening", { opening, low: false });
    const joins = this.edge(`${key}.joins`, from, to, "valve");
    this.handles.push({
      id,
      ...does,
      name,
      kind: "cap",
      place,
      normal: "joined",
      positions: [
        { name: "apart", edges: { [apart]: "open", [joins]: "closed" } },
        { name: "joined", edges: { [apart]: "closed", [joins]: "open" } },
      ],
    });
  }
  /** A line to the drain that opens and closes by itself, as a valve regenerates. */
  selfActing(
    { id, ...does }: Named,
    name: string,
    at: string,
    { airGap }: Pick<RigEdge, "airGap">,
    place: string,
  ): void {
    this.node("drain", "drain", { name: "Drain" });
    this.edge(id, at, "drain", "opening", { opening: "drainLine", role: does.role, airGap });
    this.handles.push({
      id,
      ...does,
      name,
      kind: "automatic",
      place,
      normal: "closed",
      positions: [
        { name: "closed", edges: { [id]: "closed" }, stands: "shut by itself in service" },
        { name: "open", edges: { [id]: "open" }, stands: "open by itself while it regenerates" },
      ],
    });
  }
  plug(named: Named, name: string, what: string, place: string): void {
    this.handles.push({
      ...named,
      name,
      kind: "switch",
      place,
      normal: "on",
      powers: what,
      positions: [
        { name: "off", edges: {}, on: false },
        { name: "on", edges: {}, on: true },
      ],
    });
  }
  /** What the water passes of a part, from its inlet to its outlet; `own`: what one of several equal units is called, and how it stands among them. */
  unit(
    part: RigPart,
    [inlet, outlet]: readonly [string, string],
    own: Partial<Pick<RigUnit, "key" | "name" | "group" | "on">> = {},
  ): void {
    const key = own.key ?? part.key;
    this.edge(`${key}.unit`, inlet, outlet, "unit", { unit: key });
    this.units.push({
      key,
      name: part.name,
      family: part.family,
      media: part.media,
      gentle: part.gentle,
      flush: part.flush,
      marks: [...part.marks],
      clock: part.clock,
      uv: part.uv,
      doses: part.doses,
      pump: part.pump,
      ...own,
    });
  }
  /** The plug of a lamp or a pump; nothing where the part has neither. */
  plugOf(part: RigPart, key: string, name: string, place: string): void {
    const called = part.uv ? "Lamp" : part.doses ? "Dosing pump" : part.pump ? "Plug" : undefined;
    if (called) this.plug(named("plug", key), `${called} of ${name}`, key, place);
  }
}
