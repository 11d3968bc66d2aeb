import type { Joint } from "../plumbing/assembly";
import type { CatalogueFitting } from "../plumbing/fittings";
import type { JointKind, JointRule } from "../plumbing/joint";
import { sealLines } from "../plumbing/takeOff";
import type { TakeOffLine, Why } from "../plumbing/takeOffLine";
import { transitions, type PortType } from "../plumbing/transitions";
import { portType } from "./pipePlan";
import {
  jointsOfTubes,
  needsUnion,
  tubeName,
  unionName,
  type SurveyedThreads,
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
    tubes.filter((t) => t.comes === "brought"),
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
function hoseAdapter({ fixed }: Tubing, { stop, hose }: SurveyedThreads): readonly TakeOffLine[] {
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

/** Two ports at an appliance between which an adapter is needed. */
interface Apart {
  readonly from: PortType;
  readonly to: PortType;
  /** What was surveyed there, and its size in inches. */
  readonly where: string;
  readonly found: string;
  /** Who asks for it. */
  readonly unit: string;
}

/** A pipe's thread. */
const pipe = (size: string, gender: "male" | "female"): PortType => ({ system: "NPT", size, gender });

/** Where an appliance's tap has another thread than the three-way tee that goes between it and its pipe. */
const apartAtTap = ({ fixed }: Tubing, { tap }: SurveyedThreads): readonly Apart[] =>
  fixed.flatMap(({ is, size, unit }): readonly Apart[] => {
    if (tap === undefined || tap === size) return [];
    if (is === "tee")
      return [
        { from: pipe(tap, "female"), to: pipe(size, "male"), where: "the pipe's outlet", found: tap, unit },
      ];
    if (is === "tap")
      return [
        { from: pipe(size, "female"), to: pipe(tap, "male"), where: "the appliance's tap", found: tap, unit },
      ];
    return [];
  });

/** Where an appliance takes another thread than its unit's outlet has. */
const apartAtAppliance = ({ tubes }: Tubing, { appliance }: SurveyedThreads): readonly Apart[] =>
  tubes.flatMap(({ from: { at }, to, unit }): readonly Apart[] => {
    if (appliance === undefined || at.is !== "unit" || to.at.is !== "place") return [];
    const port = portType(at.port);
    if (to.at.place !== "appliance" || port.size === appliance) return [];
    const gender = port.gender === "female" ? "male" : "female";
    return [
      {
        from: port,
        to: { ...port, size: appliance, gender },
        where: "the appliance",
        found: appliance,
        unit,
      },
    ];
  });

/**
 * The fittings between ports that are apart: the shortest row of the catalogue, or an adapter by name where
 * it has none.
 */
function applianceAdapters(
  tubing: Tubing,
  threads: SurveyedThreads,
  fittings: readonly CatalogueFitting[],
): readonly TakeOffLine[] {
  const byId = new Map(fittings.map((f) => [f.id, f]));
  const apart = [...apartAtTap(tubing, threads), ...apartAtAppliance(tubing, threads)];
  const rows = apart.flatMap((one) => {
    const [chain] = transitions(fittings, one.from, one.to);
    const parts = chain?.fittings.map(({ fitting }) => byId.get(fitting.id)) ?? [undefined];
    return parts.map((fitting) => ({
      ...one,
      fitting,
      name: fitting?.name ?? `adapter from ${one.from.size} in to ${one.to.size} in at ${one.where}`,
    }));
  });
  return byName(rows, (row) => row.name).map(([what, own]) => {
    const { fitting } = own[0]!;
    const found = new Set(own.map((row) => `${row.where} is ${row.found} in`));
    return {
      id: `fittings ${what} at an appliance`,
      ...(fitting ? { part: `fitting ${fitting.id}`, price: fitting.price } : {}),
      group: "fittings",
      what,
      count: own.length,
      unit: "pieces",
      why: [...[...found].map((says): Why => ({ by: "rule", says })), ...askedBy(own)],
    };
  });
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

/** What is known of joints and fittings. */
interface TubesKnown {
  readonly rules: ReadonlyMap<JointKind, JointRule>;
  readonly fittings: readonly CatalogueFitting[];
}

/** What the tubes of a design ask for beside what comes in its boxes (handbook 3, Take-off). */
export function tubeLines(
  tubing: Tubing,
  threads: SurveyedThreads,
  { rules, fittings }: TubesKnown,
): readonly TakeOffLine[] {
  const joints = [...jointsOfTubes(tubing)].flatMap(([unit, own]) => own.map((j) => ({ ...j, unit })));
  return [
    ...boughtTubes(tubing.tubes),
    ...unions(tubing.tubes),
    ...inserts(joints),
    ...hoseAdapter(tubing, threads),
    ...applianceAdapters(tubing, threads, fittings),
    ...seals(joints, rules),
    ...tools(tubing.tubes, joints, rules),
  ];
}
