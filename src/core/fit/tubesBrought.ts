import type { Joint } from "../plumbing/assembly";
import type { JointKind, JointRule } from "../plumbing/joint";
import { sealLines } from "../plumbing/takeOff";
import type { TakeOffLine, Why } from "../plumbing/takeOffLine";
import {
  jointsOfTubes,
  needsUnion,
  tubeName,
  unionName,
  type SinkThreads,
  type Tube,
  type Tubing,
} from "./tubes";

/** Things by what they are called, in the order in which they come. */
function byName<T>(
  all: readonly T[],
  nameOf: (one: T) => string,
): readonly (readonly [string, readonly T[]])[] {
  const groups = new Map<string, T[]>();
  for (const one of all) groups.set(nameOf(one), [...(groups.get(nameOf(one)) ?? []), one]);
  return [...groups];
}

/** Units that ask for something, each once. */
const askedBy = (all: readonly { readonly unit: string }[]): readonly Why[] =>
  [...new Set(all.map(({ unit }) => unit))].map((id) => ({ by: "unit", id }));

/** Tube that comes in no box, by size and colour; how much is unknown while one of them is. */
const boughtTubes = (tubes: readonly Tube[]): readonly TakeOffLine[] =>
  byName(
    tubes.filter((t) => !t.inBox),
    tubeName,
  ).map(([what, own]) => {
    const lengths = own.map((t) => t.lengthMm);
    const isKnown = lengths.every((mm) => mm !== undefined);
    return {
      id: `tube ${what}`,
      group: "pipe",
      what,
      unit: "mm",
      ...(isKnown ? { count: (lengths as readonly number[]).reduce((sum, mm) => sum + mm, 0) } : {}),
      why: askedBy(own),
    };
  });

type Placed = Joint & { readonly unit: string };

/** An insert for each end of plastic tube in a compression joint: without it the joint is a Stop (handbook 3). */
const inserts = (joints: readonly Placed[]): readonly TakeOffLine[] =>
  byName(
    joints.filter((j) => j.kind === "compression"),
    (j) => `insert for ${j.size} in tube`,
  ).map(([what, own]) => ({
    id: `fittings ${what}`,
    group: "fittings",
    what,
    count: own.length,
    unit: "pieces",
    why: [{ by: "rule", says: "no plastic tube is clamped by a ferrule without one" }, ...askedBy(own)],
  }));

/** A union for each tube between two ports of two sizes. */
const unions = (tubes: readonly Tube[]): readonly TakeOffLine[] =>
  byName(tubes.filter(needsUnion), unionName).map(([what, own]) => ({
    id: `fittings ${what}`,
    group: "fittings",
    what,
    count: own.length,
    unit: "pieces",
    why: [{ by: "rule", says: "the tube's two ends are of two sizes" }, ...askedBy(own)],
  }));

/** What goes between a stop and a faucet's hose of another size. */
function hoseAdapter({ fixed }: Tubing, { stop, hose }: SinkThreads): readonly TakeOffLine[] {
  const own = fixed.filter((j) => j.is === "hose");
  if (!stop || !hose || stop === hose || own.length === 0) return [];
  const what = `adapter from the feed adapter's ${stop} in to the faucet hose's ${hose} in`;
  return [
    {
      id: `fittings ${what}`,
      group: "fittings",
      what,
      count: own.length,
      unit: "pieces",
      why: [{ by: "rule", says: "the stop and the faucet's hose are of two sizes" }, ...askedBy(own)],
    },
  ];
}

/** Tape and grease that the joints take, asked for by their units. */
const seals = (joints: readonly Placed[], rules: ReadonlyMap<JointKind, JointRule>): readonly TakeOffLine[] =>
  sealLines(joints, rules).map((line) => {
    const asking = new Set(line.why.flatMap((w) => (w.by === "joint" ? [w.id] : [])));
    return { ...line, why: askedBy(joints.filter((j) => asking.has(j.id))) };
  });

/** Tools of the joints, and what cuts tube. */
function tools(
  tubes: readonly Tube[],
  joints: readonly Placed[],
  rules: ReadonlyMap<JointKind, JointRule>,
): readonly TakeOffLine[] {
  const named = joints.flatMap((j) => {
    const tool = rules.get(j.kind)?.tool;
    return tool === undefined ? [] : [{ unit: j.unit, tool }];
  });
  const cutters = tubes.map(({ unit }) => ({ unit, tool: "tube cutter" }));
  return byName([...cutters, ...named], ({ tool }) => tool).map(([tool, own]) => ({
    id: `tool ${tool}`,
    group: "tools",
    what: tool,
    count: 1,
    unit: "pieces",
    why: askedBy(own),
  }));
}

/** What the tubes of a design ask for beside what comes in its boxes (handbook 3, Take-off). */
export function tubeLines(
  tubing: Tubing,
  threads: SinkThreads,
  rules: ReadonlyMap<JointKind, JointRule>,
): readonly TakeOffLine[] {
  const joints = [...jointsOfTubes(tubing)].flatMap(([unit, own]) => own.map((j) => ({ ...j, unit })));
  return [
    ...boughtTubes(tubing.tubes),
    ...unions(tubing.tubes),
    ...inserts(joints),
    ...hoseAdapter(tubing, threads),
    ...seals(joints, rules),
    ...tools(tubing.tubes, joints, rules),
  ];
}
