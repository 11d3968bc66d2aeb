// Plans of the rig: how long they take, and how long a general state-machine library's shortest path takes
// for the same. Prints one JSON line.
import { writeFileSync } from "node:fs";
import { fromTransition } from "xstate";
import { getShortestPaths } from "xstate/graph";
import {
  composeRig,
  heardFull,
  inService,
  judgeOf,
  plan,
  regions,
  seeded,
  statesOf,
  type Rig,
  type RigGoal,
  type SchemeUnit,
  type RigState,
} from "../src/core/rig";

const unit = (key: string, over: Partial<SchemeUnit> = {}): SchemeUnit => ({
  key,
  name: key,
  family: "carbonTank",
  branch: false,
  parallel: 1,
  marks: ["filtered"],
  media: true,
  flush: true,
  gentle: "quarter",
  ...over,
});
const at = (list: readonly number[], share: number) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))]!;

/** Two tanks in a three-valve bypass, heater and taps, its pipes cut into pieces: 14 handles, 60 edges. */
function fourteen(): Rig {
  const rig = composeRig([unit("u1"), unit("u2", { marks: ["softened"] })], {
    arrangement: "threeValve",
    outdoor: "before",
    heater: "electric",
    expansion: false,
    source: "safe",
    drainCock: true,
  });
  const nodes = [...rig.nodes];
  const edges: Rig["edges"][number][] = [];
  let n = 0;
  const piece = () => {
    const id = `x${(n += 1)}`;
    nodes.push({ id, kind: "junction" });
    return id;
  };
  for (const e of rig.edges) {
    if (e.kind === "opening") {
      edges.push(e);
      continue;
    }
    const x = piece();
    edges.push({ id: `p.${x}`, from: e.from, to: x, kind: "pipe" }, { ...e, from: x });
  }
  while (edges.length < 60) {
    const x = piece();
    edges.push({ id: `p.${x}`, from: "house", to: x, kind: "pipe" });
  }
  return { ...rig, nodes, edges };
}

const rig = fourteen();
if (rig.handles.length !== 14 || rig.edges.length !== 60)
  throw new Error(`the rig has ${rig.handles.length} handles and ${rig.edges.length} edges`);
const next = seeded(4);
const pick = <T>(all: readonly T[]): T => all[Math.floor(next() * all.length)]!;
const judged = judgeOf(rig);
const judging: number[] = [];
const goals = Array.from({ length: 200 }, () => {
  let state: RigState = inService(rig);
  for (let i = 0, turns = Math.floor(next() * 10); i < turns; i += 1) {
    const h = pick(rig.handles);
    const from = performance.now();
    const result = judged(state, { handle: h.id, to: pick(h.positions).name });
    judging.push(performance.now() - from);
    if (!result.verdicts.some((v) => v.level === "Stop")) state = heardFull(result.after);
  }
  const nodes = rig.nodes.filter((x) => x.kind !== "main" && x.kind !== "air").map((x) => x.id);
  const goal = pick<() => RigGoal>([
    () => ({ relieved: ["u1.in", "u1.out"], always: { live: ["house"] } }),
    () => ({ relieved: [pick(nodes)] }),
    () => ({ empty: [pick(nodes)] }),
    () => ({ live: [pick(nodes), "house"] }),
    () => ({ serves: ["u1", "u2"] }),
    () => ({ passedBy: ["u1", "u2"] }),
    () => ({ positions: Object.fromEntries(rig.handles.map((h) => [h.id, h.normal])), live: ["house"] }),
  ])();
  return { state, goal };
});
for (const { state, goal } of goals.slice(0, 20)) plan(rig, state, goal);
const planning = goals.map(({ state, goal }) => {
  const from = performance.now();
  plan(rig, state, goal);
  return performance.now() - from;
});

/** A row of valves with a way past each second one and vents between: a rig of any number of handles. */
function row(handles: number): Rig {
  const edges: Rig["edges"][number][] = [];
  const names: string[] = [];
  const nodes: Rig["nodes"][number][] = [
    { id: "main", kind: "main" },
    { id: "house", kind: "house" },
    { id: "air", kind: "air" },
  ];
  const spans = Math.max(2, Math.floor(handles / 3));
  for (let i = 0; i <= spans; i += 1) if (i > 0 && i < spans) nodes.push({ id: `n${i}`, kind: "junction" });
  const node = (i: number) => (i === 0 ? "main" : i === spans ? "house" : `n${i}`);
  const valve = (id: string, from: string, to: string) => {
    edges.push({
      id,
      from,
      to,
      kind: to === "air" ? "opening" : "valve",
      opening: to === "air" ? ("vent" as const) : undefined,
    });
    names.push(id);
  };
  for (let i = 0; i < spans && names.length < handles; i += 1) valve(`v${i}`, node(i), node(i + 1));
  for (let i = 1; i < spans && names.length < handles; i += 1) valve(`o${i}`, node(i), "air");
  for (let i = 0; names.length < handles; i += 1)
    valve(`b${i}`, node(i % (spans - 1)), node((i % (spans - 1)) + 2));
  return {
    nodes,
    edges,
    units: [],
    source: "safe",
    handles: names.map((id) => ({
      id,
      name: id,
      kind: "lever",
      place: "here",
      normal: "closed",
      positions: [
        { name: "closed", edges: { [id]: "closed" } },
        { name: "open", edges: { [id]: "open" } },
      ],
    })),
  };
}
interface Asked {
  readonly start: RigState;
  readonly goal: RigGoal;
}
const liveIn = (r: Rig, s: RigState) => {
  const is = new Map(regions(r, s).flatMap((x) => x.nodes.map((n) => [n, x.state] as const)));
  return (n: string) => is.get(n) === "flowing" || is.get(n) === "charged";
};
/**
 * Questions of one size, from a seed: the house fed throughout, no vent on what is live, some nodes without
 * pressure and others with it at the end; each takes three moves or more.
 */
function asked(r: Rig, seed: number, many: number): Asked[] {
  const random = seeded(seed);
  const found: Asked[] = [];
  const inner = r.nodes.filter((n) => n.kind === "junction").map((n) => n.id);
  for (let tries = 0; found.length < many && tries < 4000; tries += 1) {
    const positions = Object.fromEntries(
      r.handles.map((h) => [h.id, h.id.startsWith("o") ? "closed" : random() < 0.6 ? "open" : "closed"]),
    );
    const start = statesOf(
      r,
      { positions, pressured: [], wet: [], filling: [], stages: {}, unproven: [], purged: true },
      [],
    )[0]!;
    if (!liveIn(r, start)("house")) continue;
    const some = () => inner.filter(() => random() < 0.4);
    const relieved = some();
    const goal: RigGoal = {
      relieved,
      live: some().filter((n) => !relieved.includes(n)),
      always: { live: ["house"], noVentOnLive: true },
    };
    const p = plan(r, start, goal, { rules: false });
    if (p.found && p.cost >= 3) found.push({ start, goal });
  }
  return found;
}

interface Turned {
  readonly type: string;
}
/** The same question to the library: its own search over a machine whose step is the rig's own. */
function byLibrary(
  r: Rig,
  { start: from, goal }: Asked,
): { readonly ms: number; readonly cost: number | undefined } {
  const step = judgeOf(r);
  const states = (s: RigState) =>
    new Map(regions(r, s).flatMap((x) => x.nodes.map((n) => [n, x.state] as const)));
  const start = statesOf(r, from, [])[0]!;
  const logic = fromTransition(
    (state: RigState, event: Turned): RigState => {
      const [handle, to] = event.type.split(":") as [string, string];
      const after = heardFull(step(state, { handle, to }).after);
      const is = states(after);
      const live = (n: string) => is.get(n) === "flowing" || is.get(n) === "charged";
      // What must hold after every move: a move that breaks it leads nowhere.
      const vented = r.edges.some(
        (e) => e.kind === "opening" && after.positions[e.id] === "open" && live(e.from),
      );
      return live("house") && !vented
        ? ({ ...after, wet: [], place: undefined } as unknown as RigState)
        : state;
    },
    { ...start, wet: [] },
  );
  const events = r.handles.flatMap((h) => h.positions.map((p) => ({ type: `${h.id}:${p.name}` })));
  const began = performance.now();
  const paths = getShortestPaths(logic, {
    events,
    limit: 200_000,
    serializeState: (s) =>
      JSON.stringify([
        (s as { context: RigState }).context.positions,
        (s as { context: RigState }).context.pressured,
      ]),
  });
  const met = paths.filter((path) => {
    const is = states((path.state as { context: RigState }).context);
    const live = (n: string) => is.get(n) === "flowing" || is.get(n) === "charged";
    return (
      (goal.relieved ?? []).every((n) => !live(n) && is.get(n) !== "trapped") && (goal.live ?? []).every(live)
    );
  });
  const ms = performance.now() - began;
  const best = met.map((p) => p.weight).sort((a, b) => a - b)[0];
  return { ms, cost: best };
}

/** Beyond so many handles the library does not end in reasonable time. */
const LIBRARY_MOST = 10;
const growth = Array.from({ length: 11 }, (_, i) => 6 + i).map((handles) => {
  const r = row(handles);
  const questions = asked(r, handles, 12);
  if (questions.length < 12) throw new Error(`only ${questions.length} questions of ${handles} handles`);
  const answers = questions.map((q, i) => {
    const times: number[] = [];
    let found = plan(r, q.start, q.goal, { rules: false });
    for (let k = 0; k < 7; k += 1) {
      const from = performance.now();
      found = plan(r, q.start, q.goal, { rules: false });
      times.push(performance.now() - from);
    }
    const library = handles <= LIBRARY_MOST && i < 3 ? byLibrary(r, q) : undefined;
    if (library && (!found.found || library.cost !== found.cost))
      throw new Error(
        `${handles} handles, question ${i}: the library finds ${String(library.cost)}, the rig ${found.found ? found.cost : "nothing"}`,
      );
    return {
      own: at(times, 0.5),
      states: found.states,
      cost: found.found ? found.cost : 0,
      library: library ? library.ms : undefined,
    };
  });
  const both = answers.flatMap((a) => (a.library === undefined ? [] : [{ own: a.own, library: a.library }]));
  return {
    handles,
    own: at(
      answers.map((a) => a.own),
      0.5,
    ),
    most: Math.max(...answers.map((a) => a.own)),
    states: at(
      answers.map((a) => a.states),
      0.5,
    ),
    cost: at(
      answers.map((a) => a.cost),
      0.5,
    ),
    ...(both.length > 0
      ? {
          library: at(
            both.map((b) => b.library),
            0.5,
          ),
          ratio: Math.min(...both.map((b) => b.library / b.own)),
        }
      : {}),
  };
});

/** Both on a logarithmic scale, as a drawing for the documents. */
function drawing(): string {
  const [w, h, left, top] = [560, 300, 70, 24];
  const x = (n: number) => left + ((n - 6) / 10) * (w - left - 30);
  const y = (ms: number) => top + (h - top - 50) * (1 - (Math.log10(Math.max(ms, 0.01)) + 2) / 6);
  const line = (points: readonly (readonly [number, number])[]) =>
    points.map(([a, b], i) => `${i ? "L" : "M"}${x(a).toFixed(1)} ${y(b).toFixed(1)}`).join("");
  const libraries = growth.filter((g) => g.library !== undefined);
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${w} ${h}" font-family="sans-serif" font-size="13"><rect width="${w}" height="${h}" fill="#fff"/>
${[-2, -1, 0, 1, 2, 3, 4].map((p) => `<path d="M${left} ${y(10 ** p).toFixed(1)}H${w - 30}" stroke="#ddd"/><text x="${left - 8}" y="${(y(10 ** p) + 4).toFixed(1)}" text-anchor="end">${10 ** p} ms</text>`).join("\n")}
${growth.map((g) => `<text x="${x(g.handles)}" y="${h - 32}" text-anchor="middle">${g.handles}</text>`).join("")}<text x="${w / 2}" y="${h - 10}" text-anchor="middle">handles</text>
<path d="${line(growth.map((g) => [g.handles, g.own] as const))}" fill="none" stroke="#0f6b6b" stroke-width="2.5"/><path d="${line(growth.map((g) => [g.handles, g.most] as const))}" fill="none" stroke="#0f6b6b" stroke-width="1"/><text x="${x(11)}" y="${(y(growth[5]!.own) + 24).toFixed(1)}" text-anchor="middle">Brant's plan: half of the questions, and the longest</text>
<path d="${line(libraries.map((g) => [g.handles, g.library!] as const))}" fill="none" stroke="#222" stroke-width="2" stroke-dasharray="6 4"/><text x="${x(8)}" y="${(y(Math.max(...libraries.map((g) => g.library!))) - 12).toFixed(1)}" text-anchor="middle">state-machine library</text></svg>
`;
}
if (process.argv[2]) writeFileSync(process.argv[2], drawing());
process.stdout.write(
  `${JSON.stringify({ plan95: at(planning, 0.95), plan50: at(planning, 0.5), planMost: Math.max(...planning), judge95: at(judging, 0.95), growth, ratio: Math.min(...growth.flatMap((g) => g.ratio ?? [])) })}\n`,
);
