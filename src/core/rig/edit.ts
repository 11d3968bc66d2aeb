import { faultsOf } from "./faults";
import { degrees, type Handle, type Rig, type RigEdge } from "./rig";

/** One change of a rig as a person would say it (handbook 4: any arrangement can be edited). */
export type RigEdit =
  | {
      readonly do: "addOpening";
      readonly at: string;
      readonly opening: "vent" | "drainCock" | "hose";
      readonly name: string;
      readonly place: string;
    }
  /** A mixer tap of the house: cold and hot are joined in it while it is open. */
  | { readonly do: "addMixer"; readonly name: string; readonly place: string }
  | {
      readonly do: "addValve";
      readonly unit: string;
      readonly side: "before" | "behind";
      readonly name: string;
      readonly place: string;
    }
  | { readonly do: "rename"; readonly handle: string; readonly name: string; readonly place: string }
  | { readonly do: "tie"; readonly handle: string; readonly tied: boolean }
  | { readonly do: "remove"; readonly handle: string };

/** The rig after a change, or in words why it cannot be made. */
type Edited = Rig | string;
type EditOf<K extends RigEdit["do"]> = Extract<RigEdit, { readonly do: K }>;

/** An id that nothing in the rig has yet. */
function freeId(rig: Rig, stem: string): string {
  const taken = new Set([...rig.nodes, ...rig.edges, ...rig.handles].map((x) => x.id));
  for (let i = 1; ; i += 1) if (!taken.has(`${stem}${i}`)) return `${stem}${i}`;
}

/** Why a handle may not be called so: every handle has a name, and no two the same. */
function whyNotNamed(rig: Rig, name: string, but?: string): string | undefined {
  if (name.trim() === "") return "Give it a name";
  const same = (h: Handle) => h.id !== but && h.name.toLowerCase() === name.trim().toLowerCase();
  return rig.handles.some(same) ? "Another handle has this name" : undefined;
}

const closedOrOpen = (edges: readonly string[]): Handle["positions"] =>
  (["closed", "open"] as const).map((name) => ({
    name,
    edges: Object.fromEntries(edges.map((e) => [e, name])),
  }));

function withOpening(rig: Rig, edit: EditOf<"addOpening">): Edited {
  const node = rig.nodes.find((n) => n.id === edit.at);
  if (!node || node.kind === "air" || node.kind === "drain") return "Choose where it is to be";
  const air = rig.nodes.find((n) => n.kind === "air");
  const to = air?.id ?? freeId(rig, "air");
  const id = freeId(rig, edit.opening);
  const opening: RigEdge = {
    id,
    from: edit.at,
    to,
    kind: "opening",
    opening: edit.opening,
    low: edit.opening === "drainCock" ? true : undefined,
  };
  const handle: Handle = {
    id,
    name: edit.name.trim(),
    kind: edit.opening === "hose" ? "tap" : "vent",
    place: edit.place.trim() || "At the train",
    normal: "closed",
    positions: closedOrOpen([id]),
  };
  return {
    ...rig,
    nodes: air ? rig.nodes : [...rig.nodes, { id: to, kind: "air" }],
    edges: [...rig.edges, opening],
    handles: [...rig.handles, handle],
  };
}

function withMixer(rig: Rig, edit: EditOf<"addMixer">): Edited {
  const at = (kind: string) => rig.nodes.find((n) => n.kind === kind)?.id;
  const [house, heater, air] = [at("house"), at("heater"), at("air")];
  if (house === undefined || heater === undefined || air === undefined)
    return "A mixer needs a house and a heater on the rig";
  const id = freeId(rig, "mixer");
  const edges: RigEdge[] = [
    { id: `${id}.cold`, from: house, to: air, kind: "opening", opening: "tap", drinking: true },
    { id: `${id}.hot`, from: heater, to: air, kind: "opening", opening: "tap" },
    { id: `${id}.join`, from: house, to: heater, kind: "valve" },
  ];
  const handle: Handle = {
    id,
    name: edit.name.trim(),
    kind: "tap",
    place: edit.place.trim() || "At the tap",
    normal: "closed",
    positions: closedOrOpen(edges.map((e) => e.id)),
  };
  return { ...rig, edges: [...rig.edges, ...edges], handles: [...rig.handles, handle] };
}

function withValve(rig: Rig, edit: EditOf<"addValve">): Edited {
  const own = rig.edges.find((e) => e.unit === edit.unit);
  if (!own) return "Choose the unit";
  const port = edit.side === "before" ? own.from : own.to;
  const [node, id] = [freeId(rig, "tee"), freeId(rig, "valve")];
  const moved = (e: RigEdge): RigEdge =>
    e.kind === "unit" || e.kind === "opening"
      ? e
      : { ...e, from: e.from === port ? node : e.from, to: e.to === port ? node : e.to };
  const [from, to] = edit.side === "before" ? [node, port] : [port, node];
  const handle: Handle = {
    id,
    name: edit.name.trim(),
    kind: "lever",
    place: edit.place.trim() || "At the train",
    normal: "open",
    positions: degrees.map((degree) => ({ name: degree, edges: { [id]: degree } })),
  };
  return {
    ...rig,
    nodes: [...rig.nodes, { id: node, kind: "junction" }],
    edges: [...rig.edges.map(moved), { id, from, to, kind: "valve" }],
    handles: [...rig.handles, handle],
  };
}

const renamed = (rig: Rig, edit: EditOf<"rename">): Edited => ({
  ...rig,
  handles: rig.handles.map((h) =>
    h.id === edit.handle ? { ...h, name: edit.name.trim(), place: edit.place.trim() || h.place } : h,
  ),
});

const tied = (rig: Rig, edit: EditOf<"tie">): Edited => ({
  ...rig,
  handles: rig.handles.map((h) => {
    if (h.id !== edit.handle) return h;
    const { tied: _, ...rest } = h;
    return edit.tied ? { ...rest, tied: true } : rest;
  }),
});

function without(rig: Rig, edit: EditOf<"remove">): Edited {
  const handle = rig.handles.find((h) => h.id === edit.handle);
  const ids = new Set(handle?.positions.flatMap((p) => Object.keys(p.edges)));
  const handles = rig.handles.filter((h) => h !== handle);
  const own = rig.edges.filter((e) => ids.has(e.id));
  const withoutOwn = { ...rig, edges: rig.edges.filter((e) => !ids.has(e.id)), handles };
  // A mixer's ways are its own.
  if (handle?.kind === "tap" && ids.size > 1) return withoutOwn;
  if (!handle || ids.size !== 1) return "This belongs to its unit and stays";
  if (own[0]!.kind === "opening" || handle.normal === "closed") return withoutOwn;
  // What stood open all the time is pipe without its valve.
  return {
    ...rig,
    edges: rig.edges.map((e) => (ids.has(e.id) ? { ...e, kind: "pipe" as const } : e)),
    handles,
  };
}

function changed(rig: Rig, edit: RigEdit): Edited {
  switch (edit.do) {
    case "addOpening":
      return withOpening(rig, edit);
    case "addMixer":
      return withMixer(rig, edit);
    case "addValve":
      return withValve(rig, edit);
    case "rename":
      return renamed(rig, edit);
    case "tie":
      return tied(rig, edit);
    case "remove":
      return without(rig, edit);
  }
}

/**
 * The rig after a change, or why it cannot be made. A removed way out is gone; a removed valve is pipe.
 * Only what has one edge of its own can be removed: a head or a joint belongs to its unit.
 */
export function editRig(
  rig: Rig,
  edit: RigEdit,
): { readonly ok: true; readonly rig: Rig } | { readonly ok: false; readonly error: string } {
  const misnamed =
    "name" in edit ? whyNotNamed(rig, edit.name, edit.do === "rename" ? edit.handle : undefined) : undefined;
  const next = misnamed ?? changed(rig, edit);
  if (typeof next === "string") return { ok: false, error: next };
  const fault = faultsOf(next)[0];
  return fault ? { ok: false, error: fault } : { ok: true, rig: next };
}
