import { degreeNumber, OPEN, POWER_HEATER, powerOfUnit, QUARTER, type Compiled } from "./compiled";
import { remembered } from "./remembered";
import { type Circumstances, type Rig } from "./rig";
import { conditionsOf } from "./rules";

const bare = new Set(["bowl", "union", "cap", "cut"]);

/** Arrays of a rig under given circumstances. Throws on a rig whose parts do not hang together: check it with `faultsOf` first. */
export const compile = (rig: Rig, circumstances: Circumstances = {}): Compiled =>
  compiled(rig, circumstances);
const compiled = remembered(build, (c: Circumstances) => JSON.stringify([c.permit, c.waterOff]));

function build(rig: Rig, circumstances: Circumstances): Compiled {
  const outside = new Set(rig.nodes.filter((n) => n.kind === "air" || n.kind === "drain").map((n) => n.id));
  const inner = rig.nodes.filter((n) => !outside.has(n.id));
  const parent = new Map(inner.map((n) => [n.id, n.id]));
  const find = (x: string): string => {
    const p = parent.get(x);
    if (p === undefined) throw new Error(`no node ${x}`);
    return p === x ? x : find(p);
  };
  for (const e of rig.edges) if (e.kind === "pipe") parent.set(find(e.from), find(e.to));
  const roots = [...new Set(inner.map((n) => find(n.id)))];
  const knotOf = new Map(inner.map((n) => [n.id, roots.indexOf(find(n.id))]));
  const knot = (x: string) => knotOf.get(x)!;
  const only = (kind: string) => {
    const n = rig.nodes.find((x) => x.kind === kind);
    return n ? knot(n.id) : -1;
  };

  const edges = rig.edges.filter((e) => e.kind === "valve" || e.kind === "check" || e.kind === "unit");
  const openings = rig.edges.filter((e) => e.kind === "opening");
  const numberOf = new Map([...edges, ...openings].map((e, i) => [e.id, i]));
  const unitNumber = new Map(rig.units.map((u, i) => [u.key, i]));
  const groupNames = [...new Set(rig.units.map((u) => u.group ?? u.key))];
  const insideEnd = (e: (typeof openings)[number]) => (outside.has(e.from) ? e.to : e.from);
  const drains = new Set(rig.nodes.filter((n) => n.kind === "drain").map((n) => n.id));
  const intoDrain = (e: (typeof openings)[number]) => drains.has(outside.has(e.from) ? e.from : e.to);
  const handled = new Set(rig.handles.flatMap((h) => h.positions.flatMap((p) => Object.keys(p.edges))));
  const fixed = Uint8Array.from([...edges, ...openings], (e) =>
    handled.has(e.id) || e.kind === "valve"
      ? 0
      : e.unit !== undefined && rig.units[unitNumber.get(e.unit)!]?.slow
        ? QUARTER
        : OPEN,
  );
  const places = [...new Set(rig.handles.map((h) => h.place))];
  const powerNumber = (what: string) =>
    unitNumber.has(what) ? powerOfUnit(unitNumber.get(what)!) : POWER_HEATER;

  const n = roots.length;
  const knotGentle = new Uint8Array(n).fill(QUARTER);
  const knotMedia = new Uint8Array(n);
  for (const x of inner) if (x.narrow) knotGentle[knot(x.id)] = OPEN;
  const unitIn = new Int16Array(rig.units.length).fill(-1);
  const unitOut = new Int16Array(rig.units.length).fill(-1);
  const gentle = Uint8Array.from(rig.units, (u) => degreeNumber(u.gentle));
  for (const e of edges)
    if (e.kind === "unit") {
      const u = unitNumber.get(e.unit!)!;
      if (unitIn[u] === -1) {
        unitIn[u] = knot(e.from);
        unitOut[u] = knot(e.to);
      }
      for (const k of [knot(e.from), knot(e.to)]) {
        if (rig.units[u]!.media) {
          knotMedia[k] = 1;
          knotGentle[k] = gentle[u]!;
        } else if (!knotMedia[k]) knotGentle[k] = Math.max(knotGentle[k]!, gentle[u]!);
      }
    }

  const around = roots.map((_, k) =>
    edges.flatMap((e, edge) => {
      const a = knot(e.from),
        b = knot(e.to);
      return a === b || (a !== k && b !== k) ? [] : [{ edge, other: a === k ? b : a }];
    }),
  );
  const startAt = new Int16Array(n + 1);
  around.forEach((x, k) => {
    startAt[k + 1] = startAt[k]! + x.length;
  });
  const house = only("house");
  const checks = Int16Array.from(edges.flatMap((e, i) => (e.kind === "check" ? [i] : [])));
  const leadsToSink = (start: number, without: string): boolean => {
    const seen = new Set([start]);
    for (const k of seen) for (const x of around[k]!) if (edges[x.edge]!.id !== without) seen.add(x.other);
    return seen.has(house) || seen.has(only("heater"));
  };
  const permitted = new Set(circumstances.permit?.openings);
  const { conditions, at } = conditionsOf({
    rig,
    circumstances,
    units: rig.units.map((u) => u.key),
    openings: openings.map((e) => e.id),
    groups: groupNames,
  });

  return {
    rig,
    circumstances,
    knots: n,
    knotOf,
    nodesOf: roots.map((_, k) => inner.filter((x) => knot(x.id) === k).map((x) => x.id)),
    main: only("main"),
    house,
    heater: only("heater"),
    edgeIds: edges.map((e) => e.id),
    from: Int16Array.from(edges, (e) => knot(e.from)),
    to: Int16Array.from(edges, (e) => knot(e.to)),
    isCheck: Uint8Array.from(edges, (e) => Number(e.kind === "check")),
    isUnit: Uint8Array.from(edges, (e) => Number(e.kind === "unit")),
    unitOf: Int16Array.from(edges, (e) => (e.unit === undefined ? -1 : unitNumber.get(e.unit)!)),
    groupOf: Int16Array.from(edges, (e) => {
      if (e.unit === undefined) return -1;
      const u = rig.units[unitNumber.get(e.unit)!]!;
      return groupNames.indexOf(u.group ?? u.key);
    }),
    groups: groupNames.length,
    groupSize: Uint8Array.from(
      groupNames,
      (g) =>
        edges.filter(
          (e) => e.unit !== undefined && (rig.units[unitNumber.get(e.unit)!]!.group ?? e.unit) === g,
        ).length,
    ),
    openingIds: openings.map((e) => e.id),
    openingAt: Int16Array.from(openings, (e) => knot(insideEnd(e))),
    openingLow: Uint8Array.from(openings, (e) =>
      Number(e.low === true || e.opening === "cut" || e.opening === "drainCock"),
    ),
    openingBare: Uint8Array.from(openings, (e) => Number(bare.has(e.opening ?? ""))),
    openingPermitted: Uint8Array.from(openings, (e) => Number(permitted.has(e.id))),
    openingGapless: Uint8Array.from(openings, (e) => Number(intoDrain(e) && e.airGap !== true)),
    drinking: Uint8Array.from(openings, (e) => Number(e.drinking === true)),
    fixed,
    positionCount: Int16Array.from(rig.handles, (h) => h.positions.length),
    sets: rig.handles.map((h) => {
      const own = [...new Set(h.positions.flatMap((p) => Object.keys(p.edges)))];
      return h.positions.map((p) =>
        Int16Array.from(own.flatMap((e) => [numberOf.get(e)!, degreeNumber(p.edges[e] ?? "closed")])),
      );
    }),
    alone: Uint8Array.from(rig.handles, (h) =>
      Number(
        !rig.handles.some(
          (x) =>
            x !== h &&
            x.positions.some((p) => Object.keys(p.edges).some((e) => h.positions.some((q) => e in q.edges))),
        ),
      ),
    ),
    joint: Int16Array.from(rig.handles, (h) => {
      const joins =
        h.kind === "cap"
          ? h.positions.flatMap((p) =>
              Object.entries(p.edges)
                .filter(([e, d]) => d !== "closed" && rig.edges.find((x) => x.id === e)?.kind === "valve")
                .map(([e]) => e),
            )
          : [];
      return joins[0] === undefined ? -1 : numberOf.get(joins[0])!;
    }),
    powers: rig.handles.map((h) =>
      Int16Array.from(h.positions, (p) =>
        h.powers !== undefined && p.on === true ? powerNumber(h.powers) : -1,
      ),
    ),
    places,
    placeOf: Int16Array.from(rig.handles, (h) => places.indexOf(h.place)),
    unitIn,
    unitOut,
    gentle,
    knotGentle,
    knotMedia,
    checks,
    leadsOn: Uint8Array.from(checks, (e) => Number(leadsToSink(knot(edges[e]!.to), edges[e]!.id))),
    unitEdges: Int16Array.from(edges.flatMap((e, i) => (e.kind === "unit" ? [i] : []))),
    startAt,
    edgeAt: Int16Array.from(around.flat(), (x) => x.edge),
    otherAt: Int16Array.from(around.flat(), (x) => x.other),
    openingsAt: roots.map((_, k) =>
      Int16Array.from(openings.flatMap((e, i) => (knot(insideEnd(e)) === k ? [i] : []))),
    ),
    tied: Uint8Array.from(edges, (e) =>
      Number(rig.handles.some((h) => h.tied === true && h.positions.some((p) => e.id in p.edges))),
    ),
    switched: Uint8Array.from(rig.units, (u) => Number(rig.handles.some((h) => h.powers === u.key))),
    tankEdge: Int16Array.from(rig.units, (u) => (u.tank ? numberOf.get(u.tank.edge)! : -1)),
    expansion: Uint8Array.from(roots, (_, k) =>
      Number(inner.some((x) => x.expansion === true && knot(x.id) === k)),
    ),
    conditions,
    at,
  };
}
