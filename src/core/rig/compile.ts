import { degreeNumber, OPEN, POWER_HEATER, powerOfUnit, QUARTER, type Compiled } from "./compiled";
import { remembered } from "./remembered";
import { isClosure, type Circumstances, type Handle, type Rig, type RigEdge, type RigNode } from "./rig";
import { conditionsOf } from "./rules";

/**
 * Arrays of a rig under given circumstances. Throws on a rig whose parts do not hang together: check it
 * with `faultsOf` first.
 */
export const compile = (rig: Rig, circumstances: Circumstances = {}): Compiled =>
  compiled(rig, circumstances);
const compiled = remembered(build, (c: Circumstances) => JSON.stringify([c.permit, c.waterOff]));

function build(rig: Rig, circumstances: Circumstances): Compiled {
  const numbers = numbersOf(rig);
  return {
    rig,
    circumstances,
    ...knotArrays(numbers),
    ...edgeArrays(numbers),
    ...openingArrays(numbers, new Set(circumstances.permit?.openings)),
    ...handleArrays(numbers),
    ...unitArrays(numbers),
    ...conditionsOf({
      rig,
      circumstances,
      units: rig.units.map((u) => u.key),
      openings: numbers.openings.map((e) => e.id),
      groups: numbers.groups,
    }),
  };
}

/** What of a rig has a number, and how the number is found. */
interface Numbers {
  readonly rig: Rig;
  /** Nodes of air and drains: they have no knot. */ readonly outside: ReadonlySet<string>;
  readonly inner: Rig["nodes"];
  readonly knots: number;
  readonly knot: (node: string) => number;
  /** Valves, checks and units, in the order of their numbers; the openings follow them. */
  readonly edges: readonly RigEdge[];
  readonly openings: readonly RigEdge[];
  readonly edgeNumber: (id: string) => number;
  /** -1 where there is no such unit. */ readonly unitNumber: (key: string | undefined) => number;
  /** Names of units that stand side by side, or of a unit alone. */ readonly groups: readonly string[];
}

function numbersOf(rig: Rig): Numbers {
  const outside = new Set(rig.nodes.filter((n) => n.kind === "air" || n.kind === "drain").map((n) => n.id));
  const inner = rig.nodes.filter((n) => !outside.has(n.id));
  const rootOf = piecesOfPipe(rig, inner);
  const roots = [...new Set(inner.map((n) => rootOf(n.id)))];
  const knotOf = new Map(inner.map((n) => [n.id, roots.indexOf(rootOf(n.id))]));
  const edges = rig.edges.filter((e) => e.kind === "valve" || e.kind === "check" || e.kind === "unit");
  const openings = rig.edges.filter((e) => e.kind === "opening");
  const numberOf = new Map([...edges, ...openings].map((e, i) => [e.id, i]));
  const unitNumbers = new Map(rig.units.map((u, i) => [u.key, i]));
  return {
    rig,
    outside,
    inner,
    knots: roots.length,
    knot: (node) => knotOf.get(node)!,
    edges,
    openings,
    edgeNumber: (id) => numberOf.get(id)!,
    unitNumber: (key) => (key === undefined ? -1 : (unitNumbers.get(key) ?? -1)),
    groups: [...new Set(rig.units.map((u) => u.group ?? u.key))],
  };
}

/** For each node the one that stands for all that plain pipe joins to it. */
function piecesOfPipe(rig: Rig, inner: Rig["nodes"]): (node: string) => string {
  const parent = new Map(inner.map((n) => [n.id, n.id]));
  const rootOf = (node: string): string => {
    const next = parent.get(node);
    if (next === undefined) throw new Error(`no node ${node}`);
    return next === node ? node : rootOf(next);
  };
  for (const e of rig.edges) if (e.kind === "pipe") parent.set(rootOf(e.from), rootOf(e.to));
  return rootOf;
}

const yes = (is: boolean) => Number(is);

/** Knot of the only node of a kind, or -1. */
function knotOfKind({ rig, knot }: Numbers, kind: RigNode["kind"]): number {
  const node = rig.nodes.find((n) => n.kind === kind);
  return node ? knot(node.id) : -1;
}

/** Inner edges at each knot, with the knot at their other end. */
const neighboursOf = ({ edges, knots, knot }: Numbers) =>
  Array.from({ length: knots }, (_, k) =>
    edges.flatMap((e, edge) => {
      const [a, b] = [knot(e.from), knot(e.to)];
      return a === b || (a !== k && b !== k) ? [] : [{ edge, other: a === k ? b : a }];
    }),
  );

const insideEnd = (e: RigEdge, outside: ReadonlySet<string>) => (outside.has(e.from) ? e.to : e.from);

function knotArrays(numbers: Numbers) {
  const { inner, knots, knot, openings, outside } = numbers;
  const neighbours = neighboursOf(numbers);
  const startAt = new Int16Array(knots + 1);
  neighbours.forEach((x, k) => {
    startAt[k + 1] = startAt[k]! + x.length;
  });
  const nodesOf = Array.from({ length: knots }, (_, k) =>
    inner.filter((n) => knot(n.id) === k).map((n) => n.id),
  );
  return {
    knots,
    knotOf: new Map(inner.map((n) => [n.id, knot(n.id)])),
    nodesOf,
    main: knotOfKind(numbers, "main"),
    house: knotOfKind(numbers, "house"),
    heater: knotOfKind(numbers, "heater"),
    startAt,
    edgeAt: Int16Array.from(neighbours.flat(), (x) => x.edge),
    otherAt: Int16Array.from(neighbours.flat(), (x) => x.other),
    openingsAt: nodesOf.map((_, k) =>
      Int16Array.from(openings.flatMap((e, i) => (knot(insideEnd(e, outside)) === k ? [i] : []))),
    ),
    expansion: Uint8Array.from(nodesOf, (_, k) =>
      yes(inner.some((n) => n.expansion === true && knot(n.id) === k)),
    ),
    ...gentlenessOf(numbers),
  };
}

/**
 * The most that each knot may be filled through: media are stricter than a unit without, and a narrow tube
 * is never filled hard.
 */
function gentlenessOf({ rig, inner, knots, knot, edges, unitNumber }: Numbers) {
  const knotGentle = new Uint8Array(knots).fill(QUARTER);
  const knotMedia = new Uint8Array(knots);
  for (const n of inner) if (n.narrow) knotGentle[knot(n.id)] = OPEN;
  for (const e of edges) {
    if (e.kind !== "unit") continue;
    const unit = rig.units[unitNumber(e.unit)]!;
    const gentle = degreeNumber(unit.gentle);
    for (const k of [knot(e.from), knot(e.to)]) {
      if (unit.media) {
        knotMedia[k] = 1;
        knotGentle[k] = gentle;
      } else if (!knotMedia[k]) knotGentle[k] = Math.max(knotGentle[k]!, gentle);
    }
  }
  return { knotGentle, knotMedia };
}

function edgeArrays(numbers: Numbers) {
  const { rig, knot, edges, openings, unitNumber, groups } = numbers;
  const handled = new Set(rig.handles.flatMap((h) => h.positions.flatMap((p) => Object.keys(p.edges))));
  const fixedDegree = (e: RigEdge) => {
    if (handled.has(e.id) || e.kind === "valve") return 0;
    return rig.units[unitNumber(e.unit)]?.slow ? QUARTER : OPEN;
  };
  const groupOf = (e: RigEdge) => {
    if (e.unit === undefined) return -1;
    const unit = rig.units[unitNumber(e.unit)]!;
    return groups.indexOf(unit.group ?? unit.key);
  };
  const ofKind = (kind: RigEdge["kind"]) =>
    Int16Array.from(edges.flatMap((e, i) => (e.kind === kind ? [i] : [])));
  const checks = ofKind("check");
  return {
    edgeIds: edges.map((e) => e.id),
    from: Int16Array.from(edges, (e) => knot(e.from)),
    to: Int16Array.from(edges, (e) => knot(e.to)),
    isCheck: Uint8Array.from(edges, (e) => yes(e.kind === "check")),
    isUnit: Uint8Array.from(edges, (e) => yes(e.kind === "unit")),
    unitOf: Int16Array.from(edges, (e) => unitNumber(e.unit)),
    groupOf: Int16Array.from(edges, groupOf),
    groups: groups.length,
    groupSize: Uint8Array.from(groups, (_, g) => edges.filter((e) => groupOf(e) === g).length),
    fixed: Uint8Array.from([...edges, ...openings], fixedDegree),
    checks,
    leadsOn: leadsOn(numbers, checks),
    unitEdges: ofKind("unit"),
    tied: Uint8Array.from(edges, (e) =>
      yes(rig.handles.some((h) => h.tied === true && h.positions.some((p) => e.id in p.edges))),
    ),
  };
}

/**
 * For each check valve: can the water that it lets through reach the house or the heater, but by going back
 * through it?
 */
function leadsOn(numbers: Numbers, checks: Int16Array): Uint8Array {
  const neighbours = neighboursOf(numbers);
  const sinks = [knotOfKind(numbers, "house"), knotOfKind(numbers, "heater")];
  return Uint8Array.from(checks, (check) => {
    const seen = new Set([numbers.knot(numbers.edges[check]!.to)]);
    for (const k of seen) for (const x of neighbours[k]!) if (x.edge !== check) seen.add(x.other);
    return yes(sinks.some((k) => seen.has(k)));
  });
}

function openingArrays({ rig, outside, knot, openings }: Numbers, permitted: ReadonlySet<string>) {
  const drains = new Set(rig.nodes.filter((n) => n.kind === "drain").map((n) => n.id));
  const intoDrain = (e: RigEdge) => drains.has(outside.has(e.from) ? e.from : e.to);
  const each = (is: (e: RigEdge) => boolean) => Uint8Array.from(openings, (e) => yes(is(e)));
  return {
    openingIds: openings.map((e) => e.id),
    openingAt: Int16Array.from(openings, (e) => knot(insideEnd(e, outside))),
    openingLow: each((e) => e.low === true || e.opening === "cut" || e.opening === "drainCock"),
    openingBare: each((e) => isClosure(e.opening)),
    openingHigh: each((e) => e.high === true),
    houseDrains: openings.some((e) => e.high === true),
    openingSelfActing: each((e) =>
      rig.handles.some((h) => h.kind === "automatic" && h.positions.some((p) => e.id in p.edges)),
    ),
    openingPermitted: each((e) => permitted.has(e.id)),
    openingGapless: each((e) => intoDrain(e) && e.airGap !== true && e.airGap !== "unknown"),
    openingGapUnknown: each((e) => intoDrain(e) && e.airGap === "unknown"),
    drinking: each((e) => e.drinking === true),
  };
}

const edgesOf = (h: Handle) => [...new Set(h.positions.flatMap((p) => Object.keys(p.edges)))];

function handleArrays({ rig, edgeNumber, unitNumber }: Numbers) {
  const places = [...new Set(rig.handles.map((h) => h.place))];
  const setBySeveral = (id: string) => rig.handles.filter((h) => edgesOf(h).includes(id)).length > 1;
  const isValve = (id: string) => rig.edges.find((e) => e.id === id)?.kind === "valve";
  const joinedBy = (h: Handle) => {
    if (h.kind !== "cap") return -1;
    const opened = h.positions.flatMap((p) => Object.entries(p.edges).filter(([, d]) => d !== "closed"));
    const joint = opened.map(([id]) => id).find(isValve);
    return joint === undefined ? -1 : edgeNumber(joint);
  };
  const powerNumber = (what: string) => {
    const unit = unitNumber(what);
    return unit < 0 ? POWER_HEATER : powerOfUnit(unit);
  };
  return {
    positionCount: Int16Array.from(rig.handles, (h) => h.positions.length),
    sets: rig.handles.map((h) =>
      h.positions.map((p) =>
        Int16Array.from(edgesOf(h).flatMap((id) => [edgeNumber(id), degreeNumber(p.edges[id] ?? "closed")])),
      ),
    ),
    alone: Uint8Array.from(rig.handles, (h) => yes(!edgesOf(h).some(setBySeveral))),
    joint: Int16Array.from(rig.handles, joinedBy),
    powers: rig.handles.map((h) =>
      Int16Array.from(h.positions, (p) =>
        h.powers !== undefined && p.on === true ? powerNumber(h.powers) : -1,
      ),
    ),
    places,
    placeOf: Int16Array.from(rig.handles, (h) => places.indexOf(h.place)),
  };
}

function unitArrays({ rig, knot, edges, edgeNumber }: Numbers) {
  // A unit that water passes in several places is entered at the first and left there.
  const firstEdge = rig.units.map((u) => edges.find((e) => e.kind === "unit" && e.unit === u.key));
  return {
    unitIn: Int16Array.from(firstEdge, (e) => (e ? knot(e.from) : -1)),
    unitOut: Int16Array.from(firstEdge, (e) => (e ? knot(e.to) : -1)),
    gentle: Uint8Array.from(rig.units, (u) => degreeNumber(u.gentle)),
    switched: Uint8Array.from(rig.units, (u) => yes(rig.handles.some((h) => h.powers === u.key))),
    tankEdge: Int16Array.from(rig.units, (u) => (u.tank ? edgeNumber(u.tank.edge) : -1)),
  };
}
