import type { Compiled } from "./compiled";
import { bit, positionAt, type Given, type Layout } from "./scratch";
import type { RigGoal, RigState } from "./rig";

/**
 * Which handles a plan has to think of at all. Left out is only what cannot make a plan cheaper: a way out where nothing is to be vented; the second
 * of two equal ways out; a switch that is off and not wanted on; and what hangs behind one knot with nothing in it that the goal, a rule or a vent needs
 * (a drinking-water branch, say). Places that only such handles have are never walked to.
 */
export function relevantHandles(
  c: Compiled,
  l: Layout,
  given: Given,
  start: Int32Array,
  state: RigState,
  goal: RigGoal,
): boolean[] {
  const { rig } = c;
  const inner = c.edgeIds.length;
  const permit = c.circumstances.permit;
  const named = new Set([
    ...Object.keys(goal.positions ?? {}),
    ...Object.keys(goal.endsNot ?? {}),
    ...(permit?.feed ? [permit.feed.handle] : []),
  ]);
  const permitted = new Set(permit?.openings);
  const wanted = new Set(
    [
      ...(goal.live ?? []),
      ...(goal.relieved ?? []),
      ...(goal.empty ?? []),
      ...(goal.always?.live ?? []),
    ].flatMap((n) => {
      const k = c.knotOf.get(n);
      return k === undefined ? [] : [k];
    }),
  );
  const unitsWanted = new Set([
    ...(goal.serves ?? []),
    ...(goal.passedBy ?? []),
    ...(goal.full ?? []),
    ...(permit?.units ?? []),
  ]);
  const relevant = rig.handles.map((h) => h.kind !== "automatic" || named.has(h.id));
  const setOf = rig.handles.map((_, h) => {
    const all = new Map<number, number>();
    for (const sets of c.sets[h]!)
      for (let i = 0; i < sets.length; i += 2)
        all.set(sets[i]!, Math.max(all.get(sets[i]!) ?? 0, sets[i + 1]!));
    return [...all.keys()];
  });
  const openNow = (e: number) =>
    rig.handles.some((_, h) => {
      const sets = c.sets[h]![positionAt(start, 0, h)]!;
      for (let i = 0; i < sets.length; i += 2) if (sets[i] === e && sets[i + 1]! > 0) return true;
      return false;
    });
  const onNow = (h: number) => c.powers[h]![positionAt(start, 0, h)]! >= 0;
  const joints = rig.handles.some((h, i) => c.joint[i]! >= 0 && named.has(h.id));
  const vents = (goal.relieved?.length ?? 0) + (goal.empty?.length ?? 0) > 0 || joints;
  const places = new Map<string, number>();
  for (const h of rig.handles) places.set(h.place, (places.get(h.place) ?? 0) + 1);
  const heaterOn = rig.handles.some((h, i) => h.powers === "heater" && onNow(i));

  // Switches.
  rig.handles.forEach((h, i) => {
    if (h.kind !== "switch" || named.has(h.id)) return;
    const lamp = rig.units.some((u) => u.key === h.powers && u.uv);
    const uvCounts = lamp && rig.source !== "safe";
    if (!onNow(i) && !uvCounts) relevant[i] = false;
    // A lamp over a full chamber only matters where something is to be emptied.
    else if (onNow(i) && lamp && (goal.empty?.length ?? 0) === 0) {
      const u = rig.units.findIndex((x) => x.key === h.powers);
      if (bit(start, l.wet, c.unitIn[u]!) && bit(start, l.wet, c.unitOut[u]!)) relevant[i] = false;
    }
  });

  // Ways out that are shut now.
  const plainVent = (i: number) => {
    const own = setOf[i]!;
    return (
      own.length === 1 &&
      own[0]! >= inner &&
      !c.openingBare[own[0]! - inner] &&
      !named.has(rig.handles[i]!.id) &&
      !permitted.has(c.openingIds[own[0]! - inner]!) &&
      !openNow(own[0]!)
    );
  };
  const seen = new Map<string, number>();
  rig.handles.forEach((h, i) => {
    const own = setOf[i]!;
    if (own.length !== 1 || own[0]! < inner || !relevant[i]) return;
    const o = own[0]! - inner;
    if (named.has(h.id) || permitted.has(c.openingIds[o]!) || openNow(own[0]!)) return;
    const hot = c.openingAt[o] === c.heater && heaterOn;
    if (!vents && !hot) {
      relevant[i] = false;
      return;
    }
    if (c.openingBare[o]) return;
    // Equal to another at the same knot: one is enough, two where air has to come in as water leaves.
    if (places.get(h.place)! > 1 && h.place !== state.place) {
      /* shared place: may save a walk */
    } else if (h.place === state.place) return;
    const key = `${c.openingAt[o]}:${c.openingLow[o]}:${places.get(h.place)! > 1 ? h.place : "own"}`;
    const had = seen.get(key) ?? 0;
    if (had >= ((goal.empty?.length ?? 0) > 0 ? 2 : 1)) relevant[i] = false;
    else seen.set(key, had + 1);
  });

  // What hangs behind one knot.
  for (const behind of danglingParts(c)) {
    const handles = rig.handles.flatMap((_, i) =>
      relevant[i] &&
      setOf[i]!.some((e) => (e < inner ? behind.edges.has(e) : behind.knots.has(c.openingAt[e - inner]!)))
        ? [i]
        : [],
    );
    if (handles.length === 0 || behind.knots.has(c.house) || behind.knots.has(c.heater)) continue;
    const outside = (i: number) =>
      setOf[i]!.some((e) => (e < inner ? !behind.edges.has(e) : !behind.knots.has(c.openingAt[e - inner]!)));
    const unit = (k: number) =>
      rig.units.some(
        (u, i) =>
          (c.unitIn[i] === k || c.unitOut[i] === k) &&
          (unitsWanted.has(u.key) || (u.pump !== undefined && given.runs[i]! > 0)),
      );
    const needed =
      handles.some(
        (i) =>
          named.has(rig.handles[i]!.id) ||
          rig.handles[i]!.kind === "switch" ||
          outside(i) ||
          setOf[i]!.some((e) => e >= inner && (permitted.has(c.openingIds[e - inner]!) || openNow(e))),
      ) || [...behind.knots].some((k) => wanted.has(k) || unit(k));
    if (needed) continue;
    const gate = [...behind.edges].filter((e) => c.from[e] === behind.at || c.to[e] === behind.at);
    const entered = gate.some((e) => c.isUnit[e] || c.isCheck[e] || openNow(e));
    const dry = [...behind.knots].some((k) => !bit(start, l.wet, k));
    if (dry && entered) continue;
    const waysOut = c.openingIds.some((_, o) => behind.knots.has(c.openingAt[o]!));
    const low = c.openingIds.some((_, o) => behind.knots.has(c.openingAt[o]!) && c.openingLow[o]);
    const privatePlaces = handles.every(
      (i) =>
        rig.handles[i]!.place !== state.place &&
        rig.handles.every((h, j) => h.place !== rig.handles[i]!.place || handles.includes(j) || !relevant[j]),
    );
    const atKnot = rig.handles.flatMap((_, i) =>
      relevant[i] && plainVent(i) && c.openingAt[setOf[i]![0]! - inner] === behind.at ? [i] : [],
    );
    const replaced =
      atKnot.length > ((goal.empty?.length ?? 0) > 0 ? 1 : 0) &&
      (!low || atKnot.some((i) => c.openingLow[setOf[i]![0]! - inner]));
    if (vents && waysOut && !(privatePlaces && replaced)) continue;
    for (const i of handles) relevant[i] = false;
  }
  return relevant;
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
