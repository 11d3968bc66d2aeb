import { faultsOf, type Rig, type RigEdge } from "./rig";

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

const freeId = (taken: ReadonlySet<string>, stem: string): string => {
  for (let i = 1; ; i += 1) if (!taken.has(`${stem}${i}`)) return `${stem}${i}`;
};

/**
 * The rig after a change, or why it cannot be made. A removed way out is gone; a removed valve is pipe. Only what has one edge of its own can be
 * removed: a head or a joint belongs to its unit.
 */
export function editRig(
  rig: Rig,
  edit: RigEdit,
): { readonly ok: true; readonly rig: Rig } | { readonly ok: false; readonly error: string } {
  const done = (next: Rig): ReturnType<typeof editRig> => {
    const fault = faultsOf(next)[0];
    return fault ? { ok: false, error: fault } : { ok: true, rig: next };
  };
  const taken = new Set([
    ...rig.nodes.map((n) => n.id),
    ...rig.edges.map((e) => e.id),
    ...rig.handles.map((h) => h.id),
  ]);
  const named = (name: string, but?: string) =>
    name.trim() === ""
      ? "Give it a name"
      : rig.handles.some((h) => h.id !== but && h.name.toLowerCase() === name.trim().toLowerCase())
        ? "Another handle has this name"
        : undefined;
  switch (edit.do) {
    case "addOpening": {
      const error = named(edit.name);
      if (error) return { ok: false, error };
      const node = rig.nodes.find((n) => n.id === edit.at);
      if (!node || node.kind === "air" || node.kind === "drain")
        return { ok: false, error: "Choose where it is to be" };
      const air = rig.nodes.find((n) => n.kind === "air")?.id ?? freeId(taken, "air");
      const id = freeId(taken, edit.opening);
      return done({
        ...rig,
        nodes: rig.nodes.some((n) => n.id === air) ? rig.nodes : [...rig.nodes, { id: air, kind: "air" }],
        edges: [
          ...rig.edges,
          {
            id,
            from: edit.at,
            to: air,
            kind: "opening",
            opening: edit.opening,
            low: edit.opening === "drainCock" ? true : undefined,
          },
        ],
        handles: [
          ...rig.handles,
          {
            id,
            name: edit.name.trim(),
            kind: edit.opening === "hose" ? "tap" : "vent",
            place: edit.place.trim() || "At the train",
            normal: "closed",
            positions: [
              { name: "closed", edges: { [id]: "closed" } },
              { name: "open", edges: { [id]: "open" } },
            ],
          },
        ],
      });
    }
    case "addMixer": {
      const error = named(edit.name);
      if (error) return { ok: false, error };
      const at = (kind: string) => rig.nodes.find((n) => n.kind === kind)?.id;
      const [house, heater, air] = [at("house"), at("heater"), at("air")];
      if (house === undefined || heater === undefined || air === undefined)
        return { ok: false, error: "A mixer needs a house and a heater on the rig" };
      const id = freeId(taken, "mixer");
      const [cold, hot, join] = [`${id}.cold`, `${id}.hot`, `${id}.join`];
      const all = (d: "closed" | "open") => ({ [cold]: d, [hot]: d, [join]: d });
      return done({
        ...rig,
        edges: [
          ...rig.edges,
          { id: cold, from: house, to: air, kind: "opening", opening: "tap", drinking: true },
          { id: hot, from: heater, to: air, kind: "opening", opening: "tap" },
          { id: join, from: house, to: heater, kind: "valve" },
        ],
        handles: [
          ...rig.handles,
          {
            id,
            name: edit.name.trim(),
            kind: "tap",
            place: edit.place.trim() || "At the tap",
            normal: "closed",
            positions: [
              { name: "closed", edges: all("closed") },
              { name: "open", edges: all("open") },
            ],
          },
        ],
      });
    }
    case "addValve": {
      const error = named(edit.name);
      if (error) return { ok: false, error };
      const own = rig.edges.find((e) => e.unit === edit.unit);
      if (!own) return { ok: false, error: "Choose the unit" };
      const port = edit.side === "before" ? own.from : own.to;
      const [node, id] = [freeId(taken, "tee"), freeId(taken, "valve")];
      const moved = (e: RigEdge): RigEdge =>
        e.kind === "unit" || e.kind === "opening"
          ? e
          : { ...e, from: e.from === port ? node : e.from, to: e.to === port ? node : e.to };
      return done({
        ...rig,
        nodes: [...rig.nodes, { id: node, kind: "junction" }],
        edges: [
          ...rig.edges.map(moved),
          edit.side === "before"
            ? { id, from: node, to: port, kind: "valve" }
            : { id, from: port, to: node, kind: "valve" },
        ],
        handles: [
          ...rig.handles,
          {
            id,
            name: edit.name.trim(),
            kind: "lever",
            place: edit.place.trim() || "At the train",
            normal: "open",
            positions: (["closed", "quarter", "half", "open"] as const).map((p) => ({
              name: p,
              edges: { [id]: p },
            })),
          },
        ],
      });
    }
    case "rename": {
      const error = named(edit.name, edit.handle);
      return error
        ? { ok: false, error }
        : done({
            ...rig,
            handles: rig.handles.map((h) =>
              h.id === edit.handle
                ? { ...h, name: edit.name.trim(), place: edit.place.trim() || h.place }
                : h,
            ),
          });
    }
    case "tie":
      return done({
        ...rig,
        handles: rig.handles.map((h) => {
          if (h.id !== edit.handle) return h;
          const { tied: _, ...rest } = h;
          return edit.tied ? { ...rest, tied: true } : rest;
        }),
      });
    case "remove": {
      const handle = rig.handles.find((h) => h.id === edit.handle);
      const edges = [...new Set(handle?.positions.flatMap((p) => Object.keys(p.edges)) ?? [])];
      // A mixer's ways are its own.
      if (handle?.kind === "tap" && edges.length > 1)
        return done({
          ...rig,
          edges: rig.edges.filter((e) => !edges.includes(e.id)),
          handles: rig.handles.filter((h) => h !== handle),
        });
      if (!handle || edges.length !== 1) return { ok: false, error: "This belongs to its unit and stays" };
      const edge = rig.edges.find((e) => e.id === edges[0])!;
      if (edge.kind === "valve" && handle.normal === "closed")
        return done({
          ...rig,
          edges: rig.edges.filter((e) => e !== edge),
          handles: rig.handles.filter((h) => h !== handle),
        });
      return done({
        ...rig,
        edges:
          edge.kind === "opening"
            ? rig.edges.filter((e) => e !== edge)
            : rig.edges.map((e) => (e === edge ? { ...e, kind: "pipe" as const } : e)),
        handles: rig.handles.filter((h) => h !== handle),
      });
    }
  }
}
