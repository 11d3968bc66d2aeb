import type { Verdict } from "../verdict";
import { aimed, wishesOf, type Wish } from "./goals";
import { composeRig } from "./compose";
import type { SchemeChoice, SchemeUnit } from "../plumbing/scheme";
import { heardFull, judgeOf, type Judged } from "./judge";
import { plan } from "./plan";
import { beforeFirstWater, inService } from "./regions";
import type { Circumstances, MediaStage, Move, Rig, RigState } from "./rig";

/** A rig in some state, and what is wanted of it. */
export interface Exercise {
  readonly id: string;
  readonly title: string;
  readonly lead: string;
  readonly rig: Rig;
  readonly start: RigState;
  readonly wish: Wish;
}

/** Numbers from 0 up to 1, the same for the same seed (mulberry32). */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

const arrows = {
  service: "both arrows along the flow",
  bypass: "arrows against each other",
  seenFrom: "above the head",
  angles: { service: [0, 0], bypass: [0, 180] },
};
const unit = (
  key: string,
  name: string,
  family: string,
  marks: SchemeUnit["marks"],
  over: Partial<SchemeUnit> = {},
): SchemeUnit => ({
  key,
  name,
  family,
  branch: false,
  parallel: 1,
  marks,
  media: true,
  flush: true,
  gentle: "quarter",
  ...over,
});
const carbon = (key: string, over: Partial<SchemeUnit> = {}) =>
  unit(key, "Carbon tank", "carbonTank", ["filtered"], over);
const softener = (key: string, over: Partial<SchemeUnit> = {}) =>
  unit(key, "Softener", "softener", ["softened"], over);
const conditioner = (key: string, over: Partial<SchemeUnit> = {}) =>
  unit(key, "Conditioner", "conditioner", ["conditioned"], over);
const cartridge = (key: string, over: Partial<SchemeUnit> = {}) =>
  unit(key, "Cartridge rack", "cartridge", ["filtered"], {
    media: false,
    gentle: "half",
    vent: { name: "vent screw" },
    ...over,
  });
const lamp = (key: string, over: Partial<SchemeUnit> = {}) =>
  unit(key, "UV chamber", "uv", ["disinfected"], {
    media: false,
    flush: false,
    gentle: "half",
    vent: { name: "relief button" },
    uv: { lampFirst: false },
    ...over,
  });
const house: SchemeChoice = {
  arrangement: "threeValve",
  outdoor: "none",
  heater: "electric",
  expansion: false,
  source: "safe",
  drainCock: true,
};
const stages = (state: RigState, over: Readonly<Record<string, MediaStage>>): RigState => ({
  ...state,
  stages: { ...state.stages, ...over },
});

/** The built-in exercises, easiest first. */
export function exercises(): Exercise[] {
  const rack = composeRig([cartridge("u1")], { ...house, drainCock: false });
  const pair = composeRig([carbon("u1"), softener("u2")], house);
  const heads = composeRig([carbon("u1", { head: arrows }), conditioner("u2", { head: arrows })], {
    ...house,
    arrangement: "heads",
  });
  const start = composeRig([softener("u1")], house);
  const well = composeRig([cartridge("u1"), lamp("u2")], {
    ...house,
    source: "unsafe",
    arrangement: "heads",
  });
  const stubs = composeRig([carbon("u1")], { ...house, drainCock: false });
  return [
    {
      id: "bowl",
      title: "Change a cartridge",
      lead: "The rack is in service. Get its pressure off without the house going dry.",
      rig: rack,
      start: inService(rack),
      wish: { want: "isolate", unit: "u1" },
    },
    {
      id: "pass",
      title: "Past the whole train",
      lead: "Both tanks are in service. Feed the house past them.",
      rig: pair,
      start: inService(pair),
      wish: { want: "passBy" },
    },
    {
      id: "stubs",
      title: "Water back before the tanks",
      lead: "The bypass is fitted, its stubs stand open, the main is shut. Give the house its water back.",
      rig: stubs,
      start: beforeFirstWater(stubs, {
        mainValve: "closed",
        inlet: "closed",
        outlet: "closed",
        bypass: "closed",
        stubIn: "uncapped",
        stubOut: "uncapped",
        heaterPower: "off",
      }),
      wish: { want: "restore" },
    },
    {
      id: "drain",
      title: "Drain down to cut",
      lead: "A joint behind the train has to be cut. The heater is on.",
      rig: start,
      start: inService(start),
      wish: { want: "drain", node: "behind" },
    },
    {
      id: "wet",
      title: "Fill media, house fed past it",
      lead: "The tanks are joined and dry, both heads at bypass. Fill the conditioner and leave it to soak.",
      rig: heads,
      start: beforeFirstWater(heads, {
        mainValve: "closed",
        "u1.head": "bypass",
        "u2.head": "bypass",
        heaterPower: "off",
      }),
      wish: { want: "fill", unit: "u2" },
    },
    {
      id: "well",
      title: "Lamp and cartridges on unsafe water",
      lead: "The source is unsafe. Take the pressure off the cartridge rack, so that it can be opened.",
      rig: well,
      start: stages(inService(well), { u1: "inService", u2: "inService" }),
      wish: { want: "drain", node: "u1.in" },
    },
  ];
}

/**
 * A solvable exercise made from a seed: a train, a bypass, some safe turns of the handles, and a wish that
 * takes at least three moves. The same seed gives the same exercise.
 */
export function randomExercise(seed: number): Exercise {
  for (let n = 0; ; n += 1) {
    const next = seeded(seed * 1000 + n);
    const pick = <T>(all: readonly T[]): T => all[Math.floor(next() * all.length)]!;
    const head = next() < 0.5 ? { head: arrows } : {};
    const parts = [
      ...(next() < 0.5 ? [cartridge("u1")] : []),
      pick([carbon("u2", head), conditioner("u2", head)]),
      ...(next() < 0.6 ? [softener("u3", head)] : []),
    ];
    const rig = composeRig(parts, {
      ...house,
      arrangement: pick(["threeValve", "heads"] as const),
      heater: pick(["electric", "none"] as const),
      drainCock: next() < 0.8,
    });
    const judged = judgeOf(rig);
    let start = inService(rig);
    for (let i = 0, turns = 2 + Math.floor(next() * 4); i < turns; i += 1) {
      const handle = pick(
        rig.handles.filter((h) => h.kind === "lever" || h.kind === "head" || h.kind === "tap"),
      );
      const result = judged(start, { handle: handle.id, to: pick(handle.positions).name });
      if (result.verdicts.length === 0) start = heardFull(result.after);
    }
    const want = pick(wishesOf(rig).filter((w) => w.want !== "restore")).want;
    const wish = pick(wishesOf(rig).filter((w) => w.want === want));
    const aim = aimed(rig, wish);
    const found = plan(rig, start, aim.goal, {
      circumstances: aim.permit ? { permit: aim.permit } : {},
      goOn: (states) => states < 6000,
    });
    if (found.found && found.moves.length >= 3)
      return {
        id: `seed-${seed}`,
        title: aim.title,
        lead: "Some handles stand as somebody left them.",
        rig,
        start,
        wish,
      };
  }
}

export interface Tried {
  /** Cost of the moves made, counted as the planner counts them; the least possible. */
  readonly cost: number;
  readonly least: number;
  /** 0 to 100: the least over what was spent, each Stop taking ten off. */
  readonly score: number;
  readonly reached: boolean;
  readonly mistakes: readonly {
    readonly at: number;
    readonly move: Move;
    readonly verdict: Verdict;
  }[];
  /** What the rest costs from where the rig stands now; absent where there is no safe way on. */
  readonly left?: number;
}

/** What some moves cost as the planner counts: a move 1, a rule newly at Check 3, a walk between places 0.5. */
export function costOf(
  rig: Rig,
  start: RigState,
  moves: readonly Move[],
  circumstances: Circumstances = {},
): { readonly cost: number; readonly results: readonly Judged[] } {
  const judged = judgeOf(rig, circumstances);
  const several = new Set(rig.handles.map((h) => h.place)).size > 1;
  let state = heardFull(judged(start, undefined).after);
  let cost = 0;
  const results = moves.map((m) => {
    const place = rig.handles.find((h) => h.id === m.handle)!.place;
    const result = judged(state, m);
    cost +=
      1 +
      3 * new Set(result.verdicts.filter((v) => v.level === "Check").map((v) => v.rule)).size +
      (several && state.place !== undefined && state.place !== place ? 0.5 : 0);
    state = heardFull(result.after);
    return result;
  });
  return { cost, results };
}

/** Judges an attempt at an exercise against the cheapest safe order. */
export function tried(exercise: Exercise, moves: readonly Move[]): Tried {
  const { rig, start } = exercise;
  const aim = aimed(rig, exercise.wish);
  const circumstances = aim.permit ? { permit: aim.permit } : {};
  const best = plan(rig, start, aim.goal, { circumstances });
  const least = best.found ? best.cost : 0;
  const { cost, results } = costOf(rig, start, moves, circumstances);
  const mistakes = results.flatMap((r, at) =>
    r.verdicts.filter((v) => v.level === "Stop").map((verdict) => ({ at, move: moves[at]!, verdict })),
  );
  const now = results.length > 0 ? heardFull(results.at(-1)!.after) : start;
  const rest = plan(rig, now, aim.goal, { circumstances, goOn: (states) => states < 8000 });
  const reached = rest.found && rest.moves.length === 0;
  return {
    cost,
    least,
    reached,
    mistakes,
    left: rest.found ? rest.cost : undefined,
    score: reached
      ? Math.max(0, Math.round((100 * least) / Math.max(cost, least, 1e-9)) - 10 * mistakes.length)
      : 0,
  };
}
