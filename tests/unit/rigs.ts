import {
  composeRig,
  seeded,
  type Degree,
  type Move,
  type Rig,
  type SchemeChoice,
  type RigGoal,
  type SchemeUnit,
  type RigState,
} from "@/core/rig";

export const arrows = {
  service: "both arrows along the flow",
  bypass: "arrows against each other",
  seenFrom: "above",
};
export const part = (
  key: string,
  name: string,
  family: string,
  over: Partial<SchemeUnit> = {},
): SchemeUnit => ({
  key,
  name,
  family,
  branch: false,
  parallel: 1,
  marks: ["filtered"],
  media: true,
  flush: true,
  gentle: "quarter",
  ...over,
});
export const carbon = (over: Partial<SchemeUnit> = {}) => part("u1", "CT-1354", "carbonTank", over);
export const softener = (over: Partial<SchemeUnit> = {}) =>
  part("u2", "SF-150", "softener", { marks: ["softened"], clock: true, ...over });
export const chamber = (over: Partial<SchemeUnit> = {}) =>
  part("u3", "UV-45", "uv", {
    marks: ["disinfected"],
    media: false,
    flush: false,
    gentle: "half",
    vent: { name: "relief button" },
    uv: { lampFirst: false },
    ...over,
  });
export const osmosis = (over: Partial<SchemeUnit> = {}) =>
  part("u4", "RO-T5", "ro", {
    branch: true,
    media: false,
    gentle: "open",
    marks: ["permeate"],
    ro: { tank: true, rinseShut: true, airGap: true },
    ...over,
  });
export const home: SchemeChoice = {
  arrangement: "threeValve",
  outdoor: "none",
  heater: "none",
  expansion: false,
  source: "safe",
  drainCock: true,
};
export const rigOf = (parts: readonly SchemeUnit[], over: Partial<SchemeChoice> = {}): Rig =>
  composeRig(parts, { ...home, ...over });

/**
 * A plain rig of valves, as the reference figures have them, from a seed; some with check valves, some with
 * handles that set several edges.
 */
export function randomRig(seed: number, checks = true): Rig {
  const next = seeded(seed);
  const int = (n: number) => Math.floor(next() * n);
  const inner = Array.from({ length: 2 + int(6) }, (_, i) => `n${i}`);
  const joints = ["main", ...inner, "house"];
  const edges: Rig["edges"][number][] = [];
  const pair = () => {
    const a = int(joints.length);
    let b = int(joints.length - 1);
    if (b >= a) b += 1;
    return [joints[a]!, joints[b]!] as const;
  };
  for (let i = 0, n = joints.length + int(6); i < n; i += 1) {
    const [from, to] = i < inner.length ? [joints[i]!, joints[i + 1]!] : pair();
    const dice = next();
    edges.push({
      id: `e${i}`,
      from,
      to,
      kind: dice < 0.6 ? "valve" : dice < 0.85 || !checks ? "pipe" : "check",
    });
  }
  for (let i = 0, n = 1 + int(3); i < n; i += 1)
    edges.push({
      id: `o${i}`,
      from: joints[1 + int(joints.length - 1)]!,
      to: "air",
      kind: "opening",
      opening: next() < 0.5 ? "vent" : "cap",
      low: next() < 0.4 ? true : undefined,
    });
  const turned = edges.filter((e) => e.kind === "valve" || e.kind === "opening").map((e) => e.id);
  const handles: Rig["handles"][number][] = [];
  while (turned.length > 0) {
    const own = turned.splice(0, next() < 0.8 ? 1 : 2);
    const all = (d: Degree) => Object.fromEntries(own.map((e) => [e, d]));
    const swap = own.length === 2 && next() < 0.5;
    handles.push({
      id: `h${handles.length}`,
      name: `Handle ${handles.length}`,
      kind: "lever",
      place: next() < 0.7 ? "here" : "there",
      normal: "closed",
      positions: swap
        ? [
            { name: "closed", edges: { [own[0]!]: "open", [own[1]!]: "closed" } },
            { name: "open", edges: { [own[0]!]: "closed", [own[1]!]: "open" } },
          ]
        : [
            { name: "closed", edges: all("closed") },
            ...(next() < 0.3 ? [{ name: "quarter", edges: all("quarter") }] : []),
            { name: "open", edges: all("open") },
          ],
    });
  }
  return {
    nodes: [
      { id: "main", kind: "main" },
      ...inner.map((id) => ({ id, kind: "junction" as const })),
      { id: "house", kind: "house" },
      { id: "air", kind: "air" },
    ],
    edges,
    handles,
    units: [],
    source: "safe",
  };
}

export const fresh = (positions: Readonly<Record<string, string>>): RigState => ({
  positions,
  pressured: [],
  wet: [],
  filling: [],
  stages: {},
  unproven: [],
  purged: true,
});
export const randomPositions = (rig: Rig, next: () => number): Record<string, string> =>
  Object.fromEntries(
    rig.handles.map((h) => [h.id, h.positions[Math.floor(next() * h.positions.length)]!.name]),
  );
export const randomMove = (rig: Rig, next: () => number): Move => {
  const h = rig.handles[Math.floor(next() * rig.handles.length)]!;
  return { handle: h.id, to: h.positions[Math.floor(next() * h.positions.length)]!.name };
};

/** What the reference remembers: pressure and water by node. */
export interface Slow {
  readonly positions: Readonly<Record<string, string>>;
  readonly pressed: ReadonlySet<string>;
  readonly wet: ReadonlySet<string>;
}
export interface SlowRegion {
  readonly nodes: readonly string[];
  readonly state: "flowing" | "charged" | "trapped" | "relieved" | "empty";
}

/** How far an edge is open, straight from the handbook's words. */
export function slowDegree(rig: Rig, positions: Readonly<Record<string, string>>, edge: string): number {
  const e = rig.edges.find((x) => x.id === edge)!;
  const own = rig.handles.filter((h) => h.positions.some((p) => edge in p.edges));
  if (own.length === 0) return e.kind === "valve" ? 0 : 3;
  return Math.max(
    ...own.map((h) =>
      ["closed", "quarter", "half", "open"].indexOf(
        h.positions.find((p) => p.name === positions[h.id])!.edges[edge] ?? "closed",
      ),
    ),
  );
}

/** Regions and their states by sets and repeated sweeps: slow, and plain to check against the handbook line by line. */
export function slowRegions(
  rig: Rig,
  before: Slow,
): { readonly regions: SlowRegion[]; readonly after: Slow } {
  const open = (id: string) => slowDegree(rig, before.positions, id) > 0;
  const outside = new Set(rig.nodes.filter((n) => n.kind === "air" || n.kind === "drain").map((n) => n.id));
  let groups = rig.nodes.filter((n) => !outside.has(n.id)).map((n) => new Set([n.id]));
  for (const e of rig.edges) {
    if (e.kind === "check" || e.kind === "opening" || !open(e.id)) continue;
    const a = groups.find((g) => g.has(e.from))!,
      b = groups.find((g) => g.has(e.to))!;
    if (a !== b) groups = [...groups.filter((g) => g !== a && g !== b), new Set([...a, ...b])];
  }
  const of = (n: string) => groups.find((g) => g.has(n))!;
  const openings = rig.edges
    .filter((e) => e.kind === "opening" && open(e.id))
    .map((e) => ({ ...e, at: outside.has(e.from) ? e.to : e.from }));
  const live = new Set([of("main")]);
  const vented = new Set(openings.map((o) => of(o.at)));
  for (let i = 0; i <= rig.edges.length; i += 1)
    for (const e of rig.edges)
      if (e.kind === "check") {
        if (live.has(of(e.from))) live.add(of(e.to));
        if (vented.has(of(e.to))) vented.add(of(e.from));
      }
  const pressed = new Set(
    groups.filter((g) => live.has(g) || (!vented.has(g) && [...g].some((n) => before.pressed.has(n)))),
  );
  for (let i = 0; i <= rig.edges.length; i += 1)
    for (const e of rig.edges)
      if (e.kind === "check" && pressed.has(of(e.from)) && !vented.has(of(e.to))) pressed.add(of(e.to));
  const wet = new Set(before.wet);
  for (const g of groups) {
    if (live.has(g)) for (const n of g) wet.add(n);
    else {
      const ways = openings.filter((o) => g.has(o.at));
      if (
        ways.length > 1 &&
        ways.some((o) => o.low === true || o.opening === "cut" || o.opening === "drainCock")
      )
        for (const n of g) wet.delete(n);
    }
  }
  const regions = groups.map((g): SlowRegion => ({
    nodes: [...g],
    state: live.has(g)
      ? vented.has(g)
        ? "flowing"
        : "charged"
      : pressed.has(g)
        ? "trapped"
        : [...g].every((n) => !wet.has(n))
          ? "empty"
          : "relieved",
  }));
  return {
    regions,
    after: { positions: before.positions, pressed: new Set([...pressed].flatMap((g) => [...g])), wet },
  };
}

/** Fewest moves by breadth first over the reference's own states, all of them; undefined when there is none. */
export function slowFewest(
  rig: Rig,
  start: Readonly<Record<string, string>>,
  goal: RigGoal,
): number | undefined {
  const key = (s: Slow) =>
    `${rig.handles.map((h) => s.positions[h.id]).join()}|${[...s.pressed].sort().join()}`;
  const meets = (s: Slow, regions: readonly SlowRegion[]) => {
    const state = (n: string) => regions.find((r) => r.nodes.includes(n))!.state;
    const isLive = (n: string) => state(n) === "flowing" || state(n) === "charged";
    return (
      (goal.live ?? []).every(isLive) &&
      (goal.relieved ?? []).every((n) => state(n) === "relieved" || state(n) === "empty") &&
      Object.entries(goal.positions ?? {}).every(([h, p]) => s.positions[h] === p)
    );
  };
  const first = slowRegions(rig, { positions: start, pressed: new Set(), wet: new Set() });
  if (meets(first.after, first.regions)) return 0;
  let front = [first.after];
  const seen = new Set([key(first.after)]);
  for (let depth = 1; front.length > 0; depth += 1) {
    const next: Slow[] = [];
    for (const s of front)
      for (const h of rig.handles)
        for (const p of h.positions) {
          if (s.positions[h.id] === p.name) continue;
          const { regions, after } = slowRegions(rig, {
            ...s,
            positions: { ...s.positions, [h.id]: p.name },
          });
          const liveAt = (n: string) => {
            const r = regions.find((x) => x.nodes.includes(n))!.state;
            return r === "flowing" || r === "charged";
          };
          if (!(goal.always?.live ?? []).every(liveAt)) continue;
          if (
            goal.always?.noVentOnLive &&
            rig.edges.some(
              (e) =>
                e.kind === "opening" &&
                slowDegree(rig, after.positions, e.id) > 0 &&
                liveAt(e.from === "air" ? e.to : e.from),
            )
          )
            continue;
          if (seen.has(key(after))) continue;
          if (meets(after, regions)) return depth;
          seen.add(key(after));
          next.push(after);
        }
    front = next;
  }
  return undefined;
}
