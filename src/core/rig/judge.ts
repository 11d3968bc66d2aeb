import { inSentence } from "../words";
import { check, stop, type Verdict } from "../verdict";
import { compile, type Compiled, type Condition } from "./compile";
import { advance, pack, unpack } from "./moment";
import { regions } from "./regions";
import { givenBy, layoutOf, scratchFor } from "./scratch";
import type { Circumstances, Move, Rig, RigState } from "./rig";

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
const listed = (all: readonly string[]): string =>
  all.length < 2 ? (all[0] ?? "") : `${all.slice(0, -1).join(", ")} and ${all.at(-1)!}`;
function openingName(rig: Rig, edge: string): string {
  const handle = rig.handles.find((h) => h.positions.some((p) => edge in p.edges));
  return handle ? handle.name : (rig.edges.find((e) => e.id === edge)?.opening ?? edge);
}

/** What a rule finds, in words, of one or several parts of the rig (handbook 4, Rules). Its rule is `rig-` and the rule's name. */
export function verdictOf(
  rig: Rig,
  found: Condition,
  subjects: readonly string[] = [found.subject],
): Verdict {
  const what = listed(subjects.map((x) => nameOf(rig, x)));
  const are = subjects.length > 1 ? "are" : "is";
  const say = (reason: string, remedy: string): Verdict =>
    (found.level === "Stop" ? stop : check)(`rig-${found.rule}`, reason, remedy);
  switch (found.rule) {
    case "fines":
      return say(
        `${what} ${are} not flushed, and the next tap would draw fines`,
        "Set it to bypass, or flush it at a cold tap without its aerator",
      );
    case "unsafe":
      return rig.source === "unknown"
        ? say("Whether the source is safe is not known, and the house is fed past UV", "Survey the source")
        : say(
            "A drinking fixture is fed past working UV, or through pipe that is not disinfected",
            "Keep the house off until UV works and the pipe behind it is proven",
          );
    case "openUnderPressure":
      return say(
        `${what} ${are} open, and that part of the rig is under pressure`,
        "Cut that part off and let its pressure out first",
      );
    case "oneHandle":
      return say(
        `One closed valve alone holds the pressure back from ${inSentence(what)}`,
        "Cap it, or tie the handle",
      );
    case "dryPump":
      return say(`${what} runs with no water at its inlet`, "Feed it before it is switched on");
    case "dryHeater":
      return say(
        "The heater is energised without water, or with air in it",
        "Run a hot tap until no air comes, then power",
      );
    case "lampInAir":
      return say(
        `The lamp of ${what} is on in an empty chamber`,
        found.level === "Check"
          ? "The recipe powers the lamp first; fill the chamber as soon as its minutes have run"
          : "Fill and vent the chamber first",
      );
    case "hardFill":
      return say(
        found.subject === "media"
          ? "Media would be filled through more than a quarter"
          : "Empty pipe would be filled through more than a quarter",
        "Open a quarter first, and wait until the sound stops",
      );
    case "crossConnection":
      return say(`${what} joins potable pipe to a drain without an air gap`, "Make an air gap");
    case "houseDry":
      return say(
        found.level === "Stop" ? "The house goes dry outside the agreed hours" : "The house goes dry",
        "Feed the house past the train first",
      );
    case "blended":
      return say(`The house gets water through ${what} and past it at once`, "Close one of the two ways");
    case "hotTrapped":
      return say(
        "The heater is cut off while it is on, and heated water has nowhere to go",
        "Switch the heater off, or open a hot tap",
      );
    case "roTankEarly":
      return say(
        `The tank of ${what} is open before its first rinse`,
        "Shut the tank valve until the rinse has run",
      );
    case "deadHead":
      return say(
        `${what} runs against closed outlets and has no pressure switch`,
        "Open an outlet, or switch it off",
      );
  }
}

const rank = { Stop: 0, Check: 1 } as const;
/** One verdict a rule and level, naming all that it concerns. */
function verdictsOf(rig: Rig, found: readonly Condition[]): Verdict[] {
  const groups = new Map<string, Condition[]>();
  for (const x of found) {
    const key = `${x.rule}:${x.level}`;
    groups.set(key, [...(groups.get(key) ?? []), x]);
  }
  return [...groups.values()].map((all) =>
    verdictOf(
      rig,
      all[0]!,
      all.map((x) => x.subject),
    ),
  );
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

/** What happens when a handle is turned: the new state, and the verdicts with the rule's name. Throws on a handle or position that the rig has not. */
export const judge = (rig: Rig, before: RigState, move: Move, circumstances: Circumstances = {}): Judged =>
  judgeOf(rig, circumstances)(before, move);

/** What holds as things stand. */
export const standing = (rig: Rig, state: RigState, circumstances: Circumstances = {}): readonly Verdict[] =>
  judgeOf(rig, circumstances)(state, undefined).standing;

/**
 * The state once what works by itself has: closed while the node that it watches is under pressure and neither fills nor runs out, else out of its normal
 * position. A plan takes it as it stands; after each turn of a hand it is looked at again.
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
