import { describe, expect, it } from "vitest";
import {
  aimed,
  beforeFirstWater,
  costOf,
  heardFull,
  inService,
  judgeOf,
  plan,
  regions,
  seeded,
  wishesOf,
  type Circumstances,
  type Rig,
  type RigGoal,
  type RigState,
} from "@/core/rig";
import {
  arrows,
  carbon,
  chamber,
  fresh,
  osmosis,
  randomMove,
  randomPositions,
  randomRig,
  rigOf,
  slowFewest,
  slowRegions,
  softener,
  type Slow,
} from "./rigs";

const sorted = (all: readonly { readonly nodes: readonly string[]; readonly state: string }[]) =>
  all.map((r) => `${r.state}: ${[...r.nodes].sort().join()}`).sort();

/** A sample with every `npm test`; all of them with `npm run test:long`. */
const RIGS = process.env.BRANT_LONG ? 10_000 : 800;

describe("regions against a slow reference", () => {
  it("random rigs and random moves: the same regions and states, a partition, and trapped only after charged", () => {
    let moves = 0;
    for (let seed = 1; seed <= RIGS; seed += 1) {
      const next = seeded(seed + 50_000);
      const rig = randomRig(seed);
      const judged = judgeOf(rig);
      let state: RigState = fresh(randomPositions(rig, next));
      let slow: Slow = { positions: state.positions, pressed: new Set(), wet: new Set() };
      state = heardFull(judged(state, undefined).after);
      slow = slowRegions(rig, slow).after;
      let were = new Map(regions(rig, state).flatMap((r) => r.nodes.map((n) => [n, r.state] as const)));
      expect([...were.values()], `rig ${seed}: trapped at the start`).not.toContain("trapped");
      // Long sequences on every tenth, one move on the rest.
      for (let i = 0; i < (seed % 10 === 0 ? 12 : 1); i += 1) {
        const move = randomMove(rig, next);
        state = heardFull(judged(state, move).after);
        const wanted = slowRegions(rig, {
          ...slow,
          positions: { ...slow.positions, [move.handle]: move.to },
        });
        slow = wanted.after;
        const got = regions(rig, state);
        expect(sorted(got), `rig ${seed}, move ${i}`).toEqual(sorted(wanted.regions));
        expect(got.flatMap((r) => r.nodes).sort()).toEqual(
          rig.nodes
            .filter((n) => n.kind !== "air")
            .map((n) => n.id)
            .sort(),
        );
        // Pressure comes from the main alone: what is trapped was charged or trapped before this move in
        // one of its nodes, or stands behind a check valve that passes it on.
        const are = new Map(got.flatMap((r) => r.nodes.map((n) => [n, r.state] as const)));
        const pressed = (s: string | undefined) => s === "flowing" || s === "charged" || s === "trapped";
        for (const r of got.filter((x) => x.state === "trapped"))
          expect(
            r.nodes.some((n) => pressed(were.get(n))) ||
              rig.edges.some((e) => e.kind === "check" && r.nodes.includes(e.to) && pressed(are.get(e.from))),
            `rig ${seed}, move ${i}: trapped from nothing`,
          ).toBe(true);
        were = are;
        moves += 1;
      }
    }
    expect(moves).toBe(2.1 * RIGS);
  }, 180_000);
});

/** A goal for a plain rig, from a seed. */
function randomGoal(rig: Rig, next: () => number): RigGoal {
  const inner = rig.nodes.filter((n) => n.kind === "junction").map((n) => n.id);
  const some = () => inner.filter(() => next() < 0.3);
  const h = rig.handles[Math.floor(next() * rig.handles.length)]!;
  return {
    relieved: next() < 0.7 ? some() : undefined,
    live: next() < 0.4 ? some() : undefined,
    positions: next() < 0.3 ? { [h.id]: h.positions.at(-1)!.name } : undefined,
    always: { live: next() < 0.5 ? ["house"] : undefined, noVentOnLive: next() < 0.6 },
  };
}

describe("fewest moves", () => {
  it("are those of a search through every state, on 400 random rigs", () => {
    let possible = 0;
    for (let seed = 1; seed <= 400; seed += 1) {
      const next = seeded(seed + 90_000);
      const rig = randomRig(seed + 7_000);
      if (rig.handles.length > 8) continue;
      const start = randomPositions(rig, next);
      const goal = randomGoal(rig, next);
      const found = plan(rig, fresh(start), goal, { rules: false });
      const wanted = slowFewest(rig, start, goal);
      expect(found.found ? found.cost : undefined, `rig ${seed}: ${JSON.stringify(goal)}`).toBe(wanted);
      if (wanted !== undefined && wanted > 0) possible += 1;
    }
    expect(possible).toBeGreaterThan(40);
  });

  it("do not change when the handles are listed backwards, and never grow by a drain more", () => {
    for (let seed = 1; seed <= 150; seed += 1) {
      const next = seeded(seed + 20_000);
      const rig = randomRig(seed + 400);
      const start = randomPositions(rig, next);
      const goal = randomGoal(rig, next);
      const cost = (r: Rig, s = start) => {
        const p = plan(r, fresh(s), goal, { rules: false });
        return p.found ? p.cost : Infinity;
      };
      const one = cost(rig);
      expect(cost({ ...rig, handles: [...rig.handles].reverse() }), `rig ${seed}`).toBe(one);
      const at = rig.nodes.filter((n) => n.kind === "junction")[Math.floor(next() * 2)]?.id ?? "n0";
      const drained: Rig = {
        ...rig,
        edges: [
          ...rig.edges,
          { id: "more", from: at, to: "air", kind: "opening", opening: "drainCock", low: true },
        ],
        handles: [
          ...rig.handles,
          {
            id: "more",
            name: "Drain cock",
            kind: "vent",
            place: "here",
            normal: "closed",
            positions: [
              { name: "closed", edges: { more: "closed" } },
              { name: "open", edges: { more: "open" } },
            ],
          },
        ],
      };
      expect(cost(drained, { ...start, more: "closed" }), `rig ${seed} with a drain`).toBeLessThanOrEqual(
        one,
      );
    }
  });
});

/** Cheapest order by trying every state with `judge` alone, none left out: Dijkstra over named states. */
function slowCheapest(
  rig: Rig,
  start: RigState,
  meets: (s: RigState) => boolean,
  circumstances: Circumstances,
  always: readonly string[],
): number | undefined {
  const judged = judgeOf(rig, circumstances);
  const several = new Set(rig.handles.map((h) => h.place)).size > 1;
  const key = (s: RigState) => JSON.stringify([s.positions, s.pressured, s.wet, s.purged, s.place]);
  const first = heardFull(judged(start, undefined).after);
  const best = new Map([[key(first), 0]]);
  const queue: { readonly cost: number; readonly state: RigState }[] = [{ cost: 0, state: first }];
  while (queue.length > 0) {
    let least = 0;
    for (let i = 1; i < queue.length; i += 1) if (queue[i]!.cost < queue[least]!.cost) least = i;
    const { cost, state } = queue.splice(least, 1)[0]!;
    if (cost > best.get(key(state))!) continue;
    if (meets(state)) return cost;
    for (const h of rig.handles)
      for (const p of h.positions) {
        if (state.positions[h.id] === p.name || p.name === "half") continue;
        const { after, verdicts } = judged(state, { handle: h.id, to: p.name });
        if (verdicts.some((v) => v.level === "Stop")) continue;
        const settled = heardFull(after);
        if (always.length > 0) {
          const live = new Set(
            regions(rig, settled)
              .filter((r) => r.state === "flowing" || r.state === "charged")
              .flatMap((r) => r.nodes),
          );
          if (!always.every((n) => live.has(n))) continue;
        }
        const next =
          cost +
          1 +
          3 * new Set(verdicts.map((v) => v.rule)).size +
          (several && state.place !== undefined && state.place !== h.place ? 0.5 : 0);
        if (next < (best.get(key(settled)) ?? Infinity)) {
          best.set(key(settled), next);
          queue.push({ cost: next, state: settled });
        }
      }
  }
  return undefined;
}

describe("the cheapest safe order", () => {
  const small: readonly (readonly [string, Rig, RigState, RigGoal, Circumstances])[] = (() => {
    const plain = rigOf([carbon()], { drainCock: true });
    const lean: Rig = {
      ...plain,
      handles: plain.handles.filter((h) => !["stubIn", "stubOut", "highTap"].includes(h.id)),
      edges: plain.edges
        .filter((e) => e.id !== "highTap")
        .map((e) => (e.id.endsWith(".join") ? { ...e, kind: "pipe" as const } : e))
        .filter((e) => !e.id.endsWith(".open")),
    };
    const heads = rigOf([carbon({ head: arrows })], { arrangement: "heads" });
    const few: Rig = {
      ...heads,
      handles: heads.handles.filter((h) => h.id !== "highTap"),
      edges: heads.edges.filter((e) => e.id !== "highTap"),
    };
    const dry = beforeFirstWater(few, { mainValve: "closed", "u1.head": "bypass" });
    return [
      [
        "isolate, house fed",
        lean,
        inService(lean),
        { relieved: ["u1.in", "u1.out"], always: { live: ["house"] } },
        {},
      ],
      ["isolate", lean, inService(lean), { relieved: ["u1.in", "u1.out"] }, {}],
      [
        "isolate, dry outside the hours",
        lean,
        inService(lean),
        { relieved: ["u1.in", "u1.out"] },
        { waterOff: "notAgreed" },
      ],
      ["pass by", lean, inService(lean), { passedBy: ["u1"], live: ["house"] }, {}],
      ["drain the train", lean, inService(lean), { empty: ["u1.out"] }, {}],
      ["drain the house", lean, inService(lean), { empty: ["house"] }, {}],
      [
        "back from bypass",
        lean,
        inService(lean, { inlet: "closed", outlet: "closed", bypass: "open" }),
        { serves: ["u1"], live: ["house"] },
        {},
      ],
      ["first water past the tank", few, dry, { live: ["house"], passedBy: ["u1"] }, {}],
      ["fill it, house fed past it", few, dry, { full: ["u1"], passedBy: ["u1"], live: ["house"] }, {}],
      [
        "flush it at the tap",
        few,
        { ...dry, wet: [], stages: { u1: "dry" } },
        { serves: ["u1"], full: ["u1"], positions: { coldTap: "open", mainValve: "quarter" } },
        { permit: { openings: ["coldTap"], units: ["u1"], feed: { handle: "mainValve", to: "quarter" } } },
      ],
      ["in service unflushed", few, dry, { serves: ["u1"], live: ["house"] }, {}],
    ];
  })();

  it.each(small)(
    "%s costs what trying everything finds",
    (_, rig, start, goal, circumstances) => {
      const found = plan(rig, start, goal, { circumstances });
      const live = (s: RigState) =>
        new Map(regions(rig, s).flatMap((r) => r.nodes.map((n) => [n, r.state] as const)));
      const onWay = (s: RigState, u: string) => {
        // On every way of the house: with it left out the house is not fed, with it it is.
        const fed = (without: string | undefined) =>
          ["flowing", "charged"].includes(live({ ...s, pressured: [] } as RigState).get("house")!) &&
          (without === undefined ||
            !["flowing", "charged"].includes(
              new Map(
                regions({ ...rig, edges: rig.edges.filter((e) => e.unit !== without) }, s).flatMap((r) =>
                  r.nodes.map((n) => [n, r.state] as const),
                ),
              ).get("house")!,
            ));
        return { some: fed(undefined) && throughUnit(rig, s, u), every: fed(u) };
      };
      const meets = (s: RigState) => {
        const states = live(s);
        const is = (n: string, ...wanted: readonly string[]) => wanted.includes(states.get(n)!);
        return (
          (goal.live ?? []).every((n) => is(n, "flowing", "charged")) &&
          (goal.relieved ?? []).every((n) => is(n, "relieved", "empty")) &&
          (goal.empty ?? []).every((n) => !s.wet.includes(n) && is(n, "relieved", "empty")) &&
          (goal.full ?? []).every((u) => s.wet.includes(`${u}.in`) && s.wet.includes(`${u}.out`)) &&
          Object.entries(goal.positions ?? {}).every(([h, p]) => s.positions[h] === p) &&
          (goal.serves ?? []).every((u) => onWay(s, u).every) &&
          (goal.passedBy ?? []).every((u) => is("house", "flowing", "charged") && !onWay(s, u).some)
        );
      };
      expect(found.found ? found.cost : undefined).toBe(
        slowCheapest(rig, start, meets, circumstances, goal.always?.live ?? []),
      );
    },
    120_000,
  );

  /** Is a unit on a way from the main to the house: both its ends live, and each end reached without the other. */
  function throughUnit(rig: Rig, s: RigState, u: string): boolean {
    const ends = rig.edges.find((e) => e.unit === u)!;
    const reach = (start: string, without: string) => {
      const r = regions(
        {
          ...rig,
          nodes: rig.nodes.filter((n) => n.id !== without),
          edges: rig.edges.filter((e) => e.from !== without && e.to !== without),
        },
        { ...s, pressured: [] },
      );
      return new Set(r.find((x) => x.nodes.includes(start))?.nodes ?? []);
    };
    return [
      [ends.from, ends.to],
      [ends.to, ends.from],
    ].some(([near, far]) => reach("main", far!).has(near!) && reach(far!, near!).has("house"));
  }

  const rigs: readonly (readonly [string, Rig])[] = [
    ["three valves", rigOf([carbon(), softener()], { heater: "electric" })],
    [
      "heads",
      rigOf([carbon({ head: arrows }), softener({ head: arrows })], {
        arrangement: "heads",
        heater: "electric",
      }),
    ],
    [
      "with UV and RO",
      rigOf([carbon({ head: arrows }), chamber(), osmosis()], { heater: "electric", outdoor: "before" }),
    ],
    ["side by side", rigOf([softener({ parallel: 2 })], {})],
    ["unsafe water", rigOf([carbon(), chamber()], { source: "unsafe" })],
  ];
  it.each(rigs)(
    "replayed by judge it never trips a Stop and reaches its goal: %s",
    (_, rig) => {
      let planned = 0;
      for (let seed = 1; seed <= 24; seed += 1) {
        const next = seeded(seed);
        const judged = judgeOf(rig);
        let start = seed % 3 === 0 ? beforeFirstWater(rig) : inService(rig);
        for (let i = 0; i < seed % 7; i += 1) {
          const result = judged(start, randomMove(rig, next));
          if (!result.verdicts.some((v) => v.level === "Stop")) start = heardFull(result.after);
        }
        const wishes = wishesOf(rig);
        const aim = aimed(rig, wishes[Math.floor(next() * wishes.length)]!);
        const circumstances = aim.permit ? { permit: aim.permit } : {};
        const found = plan(rig, start, aim.goal, { circumstances, goOn: (states) => states < 10_000 });
        if (!found.found) continue;
        planned += 1;
        const { cost, results } = costOf(rig, start, found.moves, circumstances);
        expect(
          results.flatMap((r) => r.verdicts.filter((v) => v.level === "Stop")),
          `${aim.title}, seed ${seed}`,
        ).toEqual([]);
        expect(cost).toBe(found.cost);
        const again = plan(rig, results.length > 0 ? heardFull(results.at(-1)!.after) : start, aim.goal, {
          circumstances,
        });
        expect(again.found && again.moves.length === 0, `${aim.title}, seed ${seed}: not reached`).toBe(true);
      }
      expect(planned).toBeGreaterThan(8);
    },
    120_000,
  );

  it("a search that is stopped says so, and does not call it impossible", () => {
    const rig = rigOf([carbon({ head: arrows }), softener({ head: arrows })], {
      arrangement: "heads",
      heater: "electric",
    });
    const goal = { relieved: ["u1.in"], always: { live: ["house"] } };
    expect(plan(rig, inService(rig), goal, { goOn: () => false })).toEqual({
      found: false,
      impossible: false,
      states: 2000,
    });
    expect(plan(rig, inService(rig), goal, { goOn: () => true })).toMatchObject({
      found: false,
      impossible: true,
    });
  });
});
