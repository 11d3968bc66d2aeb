import type { Verdict } from "../verdict";
import { compile } from "./compile";
import type { Compiled, Condition } from "./compiled";
import { advance, pack, unpack } from "./moment";
import { regions } from "./regions";
import { givenBy, layoutOf, scratchFor } from "./scratch";
import type { Circumstances, Move, Rig, RigState } from "./rig";
import { ruleOf } from "./rules";

/** What a move does, or would do. */
export interface Judged {
  readonly after: RigState;
  /** What the move newly trips, worst first. */
  readonly verdicts: readonly Verdict[];
  /** What holds after it, whether it caused it or not. */
  readonly standing: readonly Verdict[];
}

const nameOf = (rig: Rig, subject: string): string =>
  rig.units.find((u) => u.key === subject)?.name ??
  rig.units.find((u) => u.group === subject)?.name.replace(/ \d+$/, "") ??
  openingName(rig, subject);
function openingName(rig: Rig, edge: string): string {
  const handle = rig.handles.find((h) => h.positions.some((p) => edge in p.edges));
  return handle ? handle.name : (rig.edges.find((e) => e.id === edge)?.opening ?? edge);
}

const rank = { Stop: 0, Check: 1 } as const;
/** One verdict a rule and level, naming all that it concerns. */
function verdictsOf(rig: Rig, found: readonly Condition[]): Verdict[] {
  const groups = new Map<string, Condition[]>();
  for (const x of found) {
    const key = `${x.rule}:${x.level}`;
    groups.set(key, [...(groups.get(key) ?? []), x]);
  }
  return [...groups.values()].map((all) => {
    const { rule, level } = all[0]!;
    const subjects = all.map((x) => x.subject);
    const facts = { subjects, names: subjects.map((x) => nameOf(rig, x)), source: rig.source };
    return ruleOf(rule).verdicts.at(level, facts);
  });
}
function conditionsIn(c: Compiled, bits: Int32Array, without?: Int32Array): Condition[] {
  return c.conditions
    .filter((_, i) => ((bits[i >> 5]! & ~(without?.[i >> 5] ?? 0)) >>> (i & 31)) & 1)
    .sort((a, b) => rank[a.level] - rank[b.level]);
}

/** Judges moves on one rig under the same circumstances; made once, asked often. */
export function judgeOf(
  rig: Rig,
  circumstances: Circumstances = {},
): (before: RigState, move: Move | undefined) => Judged {
  const c = compile(rig, circumstances);
  const l = layoutOf(c);
  const t = scratchFor(c);
  const out = new Int32Array(l.words);
  const held = new Int32Array(t.holds.length);
  return (before, move) => {
    const given = givenBy(c, before);
    const from = pack(c, l, before);
    advance(c, t, given, l, from, 0, -1, 0, out, 0);
    held.set(t.holds);
    const now = out.slice();
    if (move) {
      const h = rig.handles.findIndex((x) => x.id === move.handle);
      const p = h < 0 ? -1 : rig.handles[h]!.positions.findIndex((x) => x.name === move.to);
      if (p < 0) throw new Error(`no handle ${move.handle} with a position ${move.to}`);
      advance(c, t, given, l, now, 0, h, p, out, 0);
    }
    const caused = [
      ...conditionsIn(c, t.holds, move ? held : undefined),
      ...conditionsIn(c, t.caused, t.holds),
    ].sort((a, b) => rank[a.level] - rank[b.level]);
    return {
      after: unpack(c, l, out, 0, before),
      verdicts: move ? verdictsOf(rig, caused) : [],
      standing: verdictsOf(rig, conditionsIn(c, t.holds)),
    };
  };
}

/**
 * What happens when a handle is turned: the new state, and the verdicts with the rule's name. Throws on a
 * handle or position that the rig has not.
 */
export const judge = (rig: Rig, before: RigState, move: Move, circumstances: Circumstances = {}): Judged =>
  judgeOf(rig, circumstances)(before, move);

/** What holds as things stand. */
export const standing = (rig: Rig, state: RigState, circumstances: Circumstances = {}): readonly Verdict[] =>
  judgeOf(rig, circumstances)(state, undefined).standing;

/**
 * The state once what works by itself has: closed while the node that it watches is under pressure and
 * neither fills nor runs out, else out of its normal position. A plan takes it as it stands; after each
 * turn of a hand it is looked at again.
 */
export function followed(rig: Rig, state: RigState): RigState {
  return rig.handles.reduce((now, h) => {
    if (h.watches === undefined) return now;
    const region = regions(rig, now).find((r) => r.nodes.includes(h.watches!));
    const shut =
      region !== undefined &&
      region.open.length === 0 &&
      (region.state === "charged" || region.state === "trapped");
    const to = shut ? h.normal : h.positions.find((p) => p.name !== h.normal)!.name;
    return (now.positions[h.id] ?? h.normal) === to ? now : judge(rig, now, { handle: h.id, to }).after;
  }, state);
}

/** The sound has stopped: what was filling is full. */
export const heardFull = (state: RigState): RigState => ({ ...state, filling: [] });
