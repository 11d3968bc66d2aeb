import type { Compiled } from "./compiled";
import { bit, positionAt, type Given, type Layout } from "./scratch";
import { disinfects, type RigGoal, type RigState } from "./rig";

/** What is asked of each handle: the rig in numbers, where it starts, and what the goal and its permit name. */
interface Look {
  readonly c: Compiled;
  readonly l: Layout;
  readonly given: Given;
  readonly start: Int32Array;
  readonly state: RigState;
  /** Ids of handles. */ readonly named: ReadonlySet<string>;
  /** Ids of openings. */ readonly permitted: ReadonlySet<string>;
  /** Knots. */ readonly wanted: ReadonlySet<number>;
  /** Keys of units. */ readonly unitsWanted: ReadonlySet<string>;
  /** Something is to be emptied: water leaves only where air comes in. */ readonly empties: boolean;
  /** Something is to be vented, or a joint comes apart. */ readonly vents: boolean;
  /** Edges and openings of each handle, by number. */ readonly setOf: readonly (readonly number[])[];
  readonly openNow: (edge: number) => boolean;
  readonly onNow: (handle: number) => boolean;
  /** Changed as handles are found to be of no use. */ readonly relevant: boolean[];
}

function lookAt(
  c: Compiled,
  l: Layout,
  given: Given,
  start: Int32Array,
  state: RigState,
  goal: RigGoal,
): Look {
  const { rig } = c;
  const permit = c.circumstances.permit;
  const named = new Set([
    ...Object.keys(goal.positions ?? {}),
    ...Object.keys(goal.endsNot ?? {}),
    ...(permit?.feed ? [permit.feed.handle] : []),
  ]);
  const places = [
    ...(goal.live ?? []),
    ...(goal.relieved ?? []),
    ...(goal.empty ?? []),
    ...(goal.always?.live ?? []),
  ];
  const joints = rig.handles.some((h, i) => c.joint[i]! >= 0 && named.has(h.id));
  const setsNow = (h: number) => c.sets[h]![positionAt(start, 0, h)]!;
  const opens = (sets: Int16Array, edge: number) => {
    for (let i = 0; i < sets.length; i += 2) if (sets[i] === edge && sets[i + 1]! > 0) return true;
    return false;
  };
  return {
    c,
    l,
    given,
    start,
    state,
    named,
    permitted: new Set(permit?.openings),
    wanted: new Set(places.flatMap((n) => c.knotOf.get(n) ?? [])),
    unitsWanted: new Set([
      ...(goal.serves ?? []),
      ...(goal.passedBy ?? []),
      ...(goal.full ?? []),
      ...(permit?.units ?? []),
    ]),
    empties: (goal.empty?.length ?? 0) > 0,
    vents: (goal.relieved?.length ?? 0) + (goal.empty?.length ?? 0) > 0 || joints,
    setOf: c.sets.map((positions) => [
      ...new Set(positions.flatMap((sets) => [...sets].filter((_, i) => i % 2 === 0))),
    ]),
    openNow: (edge) => rig.handles.some((_, h) => opens(setsNow(h), edge)),
    onNow: (h) => c.powers[h]![positionAt(start, 0, h)]! >= 0,
    relevant: rig.handles.map((h) => h.kind !== "automatic" || named.has(h.id)),
  };
}

/** A switch that is off and not wanted on. */
function leaveSwitches({ c, named, onNow, relevant }: Look): void {
  const { rig } = c;
  rig.handles.forEach((h, i) => {
    if (h.kind !== "switch" || named.has(h.id)) return;
    const isLamp = rig.units.some((u) => u.key === h.powers && disinfects(u));
    if (!onNow(i) && (!isLamp || rig.source === "safe")) relevant[i] = false;
  });
}

/** The only opening of a handle that is a way out by itself; undefined for another handle. */
function wayOut({ c, setOf }: Look, handle: number): number | undefined {
  const own = setOf[handle]!;
  const inner = c.edgeIds.length;
  return own.length === 1 && own[0]! >= inner ? own[0]! - inner : undefined;
}

/** Does the goal, its permit or the start itself need this way out? */
const wayIsNeeded = ({ c, named, permitted, openNow }: Look, handle: number, opening: number): boolean =>
  named.has(c.rig.handles[handle]!.id) ||
  permitted.has(c.openingIds[opening]!) ||
  openNow(c.edgeIds.length + opening);

/**
 * A way out that is shut now where nothing is to be vented, and the second of two equal ones; two are kept
 * where air has to come in as water leaves.
 */
function leaveWaysOut(look: Look): void {
  const { c, state, empties, vents, onNow, relevant } = look;
  const { rig } = c;
  const atPlace = (place: string) => rig.handles.filter((h) => h.place === place).length;
  const heaterOn = rig.handles.some((h, i) => h.powers === "heater" && onNow(i));
  const kept = new Map<string, number>();
  rig.handles.forEach((h, i) => {
    const opening = wayOut(look, i);
    if (opening === undefined || !relevant[i] || wayIsNeeded(look, i, opening)) return;
    const isHot = c.openingAt[opening] === c.heater && heaterOn;
    if (!vents && !isHot) {
      relevant[i] = false;
      return;
    }
    if (c.openingBare[opening]) return;
    // Where the hand is already, a way out saves a walk; so may one at a place that it goes to for something else.
    if (h.place === state.place) return;
    const isShared = atPlace(h.place) > 1;
    const key = `${c.openingAt[opening]}:${c.openingLow[opening]}:${isShared ? h.place : "own"}`;
    const had = kept.get(key) ?? 0;
    if (had >= (empties ? 2 : 1)) relevant[i] = false;
    else kept.set(key, had + 1);
  });
}

type Part = ReturnType<typeof danglingParts>[number];

/** Does an edge or an opening, by number, lie in a part? */
function liesIn({ c }: Look, part: Part, number: number): boolean {
  const inner = c.edgeIds.length;
  return number < inner ? part.edges.has(number) : part.knots.has(c.openingAt[number - inner]!);
}

/** Does the goal, a permit, a pump that runs or a handle that reaches beyond it need something in a part? */
function partIsNeeded(look: Look, part: Part, handles: readonly number[]): boolean {
  const { c, given, named, permitted, wanted, unitsWanted, setOf, openNow } = look;
  const inner = c.edgeIds.length;
  const needsHandle = (i: number) => {
    const h = c.rig.handles[i]!;
    return (
      named.has(h.id) ||
      h.kind === "switch" ||
      setOf[i]!.some(
        (e) =>
          !liesIn(look, part, e) || (e >= inner && (permitted.has(c.openingIds[e - inner]!) || openNow(e))),
      )
    );
  };
  const needsKnot = (k: number) =>
    wanted.has(k) ||
    c.rig.units.some(
      (u, i) =>
        (c.unitIn[i] === k || c.unitOut[i] === k) &&
        (unitsWanted.has(u.key) || (u.pump !== undefined && given.runs[i]! > 0)),
    );
  return handles.some(needsHandle) || [...part.knots].some(needsKnot);
}

/** Could water still run into a part that is not full? */
function mayFill({ c, l, start, openNow }: Look, part: Part): boolean {
  const gate = [...part.edges].filter((e) => c.from[e] === part.at || c.to[e] === part.at);
  const isEntered = gate.some((e) => c.isUnit[e] || c.isCheck[e] || openNow(e));
  return isEntered && [...part.knots].some((k) => !bit(start, l.wet, k));
}

/** Is a shut way out of the kind that another at the same knot may stand for? */
function isPlainVent(look: Look, handle: number): boolean {
  const opening = wayOut(look, handle);
  return opening !== undefined && !look.c.openingBare[opening] && !wayIsNeeded(look, handle, opening);
}

/**
 * Could the part's ways out serve a vent better than those at its knot? Not where its places are walked to
 * for nothing else, and the knot has as good ones.
 */
function mayVent(look: Look, part: Part, handles: readonly number[]): boolean {
  const { c, state, empties, vents, relevant } = look;
  const { rig } = c;
  const ways = c.openingIds.flatMap((_, o) => (part.knots.has(c.openingAt[o]!) ? [o] : []));
  if (!vents || ways.length === 0) return false;
  const isPrivate = (place: string) =>
    place !== state.place &&
    rig.handles.every((h, j) => h.place !== place || handles.includes(j) || !relevant[j]);
  if (!handles.every((i) => isPrivate(rig.handles[i]!.place))) return true;
  const atKnot = rig.handles.flatMap((_, i) => {
    const opening = wayOut(look, i);
    return relevant[i] && isPlainVent(look, i) && c.openingAt[opening!] === part.at ? [opening!] : [];
  });
  const asGood = !ways.some((o) => c.openingLow[o]) || atKnot.some((o) => c.openingLow[o]);
  return !(atKnot.length > (empties ? 1 : 0) && asGood);
}

/**
 * What hangs behind one knot with nothing in it that the goal, a rule or a vent needs (a drinking-water
 * branch, say).
 */
function leaveDangling(look: Look): void {
  const { c, setOf, relevant } = look;
  for (const part of danglingParts(c)) {
    const handles = relevant.flatMap((is, i) =>
      is && setOf[i]!.some((e) => liesIn(look, part, e)) ? [i] : [],
    );
    if (handles.length === 0 || part.knots.has(c.house) || part.knots.has(c.heater)) continue;
    if (partIsNeeded(look, part, handles) || mayFill(look, part) || mayVent(look, part, handles)) continue;
    for (const i of handles) relevant[i] = false;
  }
}

/** Edges that stay shut on the way to a goal: every position that opens them is one not to be used. */
function shutAllTheWay({ c, start, setOf }: Look, goal: RigGoal): ReadonlySet<number> {
  const shut = new Set<number>();
  c.rig.handles.forEach((h, i) => {
    const avoided = goal.avoid?.[h.id] ?? [];
    const mayStand = h.positions.flatMap((p, at) =>
      avoided.includes(p.name) && positionAt(start, 0, i) !== at ? [] : [c.sets[i]![at]!],
    );
    for (const edge of setOf[i]!) {
      const opens = mayStand.some((sets) =>
        sets.some((x, k) => k % 2 === 0 && x === edge && sets[k + 1]! > 0),
      );
      if (!opens && edge < c.edgeIds.length) shut.add(edge);
    }
  });
  return shut;
}

/** Knots that water may reach from the main while some edges stay shut. */
function reachedFrom(c: Compiled, shut: ReadonlySet<number>): ReadonlySet<number> {
  const reached = new Set([c.main, c.house]);
  const stack = [...reached];
  while (stack.length > 0) {
    const k = stack.pop()!;
    for (let x = c.startAt[k]!; x < c.startAt[k + 1]!; x += 1) {
      const other = c.otherAt[x]!;
      if (shut.has(c.edgeAt[x]!) || reached.has(other)) continue;
      reached.add(other);
      stack.push(other);
    }
  }
  return reached;
}

/** What lies beyond a joint that is not to be made on the way: a train that is not there yet. */
function leaveBeyondJoints(look: Look, goal: RigGoal): void {
  const { c, start, l, named, wanted, unitsWanted, setOf, onNow, relevant } = look;
  const shut = shutAllTheWay(look, goal);
  if (shut.size === 0) return;
  const reached = reachedFrom(c, shut);
  const beyond = (k: number) => !reached.has(k) && !wanted.has(k) && bit(start, l.wet, k) === 0;
  const ends = (e: number) =>
    e < c.edgeIds.length ? [c.from[e]!, c.to[e]!] : [c.openingAt[e - c.edgeIds.length]!];
  c.rig.handles.forEach((h, i) => {
    if (named.has(h.id) || (h.unit !== undefined && unitsWanted.has(h.unit)) || shut.has(setOf[i]![0] ?? -1))
      return;
    const isOff = h.kind !== "switch" || !onNow(i);
    const own = setOf[i]!.flatMap(ends);
    const ofUnit = c.rig.units.flatMap((u, n) => (u.key === h.powers ? [c.unitIn[n]!, c.unitOut[n]!] : []));
    const at = [...own, ...ofUnit];
    if (isOff && at.length > 0 && at.every(beyond)) relevant[i] = false;
  });
}

/**
 * Which handles a plan has to think of at all. Left out is only what cannot make a plan cheaper: a way out
 * where nothing is to be vented; the second of two equal ways out; a switch that is off and not wanted on;
 * and what hangs behind one knot with nothing in it that the goal, a rule or a vent needs (a drinking-water
 * branch, say); and what lies beyond a joint that is not to be made. Places that only such handles have are
 * never walked to.
 */
export function relevantHandles(
  c: Compiled,
  l: Layout,
  given: Given,
  start: Int32Array,
  state: RigState,
  goal: RigGoal,
): boolean[] {
  const look = lookAt(c, l, given, start, state, goal);
  leaveSwitches(look);
  leaveWaysOut(look);
  leaveDangling(look);
  leaveBeyondJoints(look, goal);
  return look.relevant;
}

/** Parts of the rig that one knot joins to the rest, with everything open; the part with the main is not among them. */
function danglingParts(
  c: Compiled,
): { readonly at: number; readonly knots: ReadonlySet<number>; readonly edges: ReadonlySet<number> }[] {
  const parts: { at: number; knots: Set<number>; edges: Set<number> }[] = [];
  for (let at = 0; at < c.knots; at += 1) {
    const seen = new Set<number>([at]);
    for (let start = 0; start < c.knots; start += 1) {
      if (seen.has(start)) continue;
      const knots = new Set<number>([start]);
      const edges = new Set<number>();
      const stack = [start];
      while (stack.length > 0) {
        const k = stack.pop()!;
        for (let x = c.startAt[k]!; x < c.startAt[k + 1]!; x += 1) {
          edges.add(c.edgeAt[x]!);
          const other = c.otherAt[x]!;
          if (other !== at && !knots.has(other)) {
            knots.add(other);
            stack.push(other);
          }
        }
      }
      for (const k of knots) seen.add(k);
      if (!knots.has(c.main) && at !== c.main) parts.push({ at, knots, edges });
    }
  }
  // Larger parts first: what they settle need not be asked of their own parts.
  return parts.sort((a, b) => b.knots.size - a.knots.size);
}
