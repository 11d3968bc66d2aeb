import { fittingOf, insertionIn, jointOf, lengthsOf, shortestBetween, type Piping } from "./piping";
import type { CatalogueFitting } from "./fittings";
import type { ThreadSchool } from "./joint";
import { endWith, itemsOf, stubItems, stubPartId, type Item, type Making, type Swapped } from "./row";
import { isBetween, joined, whereJoined, type Made, type MadeWhere } from "./rowJoints";
import type { OfManifold, Run, RunEnd } from "./run";
import { named } from "./scheme/named";

/** A run as water goes through it. */
export interface RunBuilt {
  readonly id: string;
  readonly from: Pick<RunEnd, "is" | "part">;
  readonly to: Pick<RunEnd, "is" | "part">;
  readonly manifold?: OfManifold;
  /** What the fittings lose that it shares with other runs. */
  readonly shared: readonly { readonly system: string; readonly size: string; readonly likeM: number }[];
}

/** A piece of pipe that is cut. */
export interface Piece {
  readonly id: string;
  readonly run: string;
  readonly piping: Piping;
  readonly lengthMm: number;
  readonly lies: "level" | "upright";
  /** It ties in to the house: measured on site, whatever the drawing says. */
  readonly onSite: boolean;
}

/** A fitting where it is used. */
export interface Used {
  readonly id: string;
  readonly run: string;
  readonly fitting: CatalogueFitting;
  /** Of a valve: its handle in the installation's scheme. */
  readonly lever?: string;
  /** Several pipes go into it: each is as long as this very fitting asks. */
  readonly isShared?: true;
  /** It comes in its unit's box. */
  readonly inBox?: true;
}

/** Two parts joined. */
export interface Joint extends Made {
  readonly id: string;
  readonly run: string;
  /** Ids of what it joins: pieces, fittings, units, or the house's pipe. */
  readonly parts: readonly [string, string];
  /** The port of an RO's tank, which takes more tape. */
  readonly isTankPort?: true;
  readonly where: MadeWhere;
}

/** A piece that is too short for two fittings. `by`: mm that are missing. */
export interface PipeFault {
  readonly run: string;
  readonly piece: string;
  readonly by: number;
}

/** The pipes of a train as they are built: everything that is bought for them, and every joint (handbook 3). */
export interface Assembly {
  /** Along the water; where it divides, the way to the first unit first. */
  readonly runs: readonly RunBuilt[];
  readonly pieces: readonly Piece[];
  readonly fittings: readonly Used[];
  readonly joints: readonly Joint[];
  readonly faults: readonly PipeFault[];
  /** How far off the wall the back of each unit is, mm, by its key; of those of which it is known. */
  readonly backs?: Readonly<Record<string, number>>;
}

/** Nothing is built yet. */
export const nothingBuilt: Assembly = { runs: [], pieces: [], fittings: [], joints: [], faults: [] };

/** What runs through a run, and what it loses in fittings that are not its own. */
const throughRun = ({ id, from, to, manifold }: Run): RunBuilt => ({
  id,
  from: { is: from.is, part: from.part },
  to: { is: to.is, part: to.part },
  ...(manifold ? { manifold } : {}),
  shared: [from, to].flatMap(({ into }) =>
    into && into.likeM > 0
      ? [{ system: into.fitting.ports[0].system, size: into.fitting.ports[0].size, likeM: into.likeM }]
      : [],
  ),
});

/** How deep a piece goes into its neighbour, mm; as into an elbow where the neighbour is no fitting. */
function depthIn(neighbour: Item | undefined, piping: Piping, { elbow }: Making): number {
  const fitting = neighbour?.is === "fitting" ? neighbour.fitting : elbow;
  return insertionIn(fitting, piping) ?? 0;
}

/** The shortest that the piece at a place in a row may be, mm. */
const shortestAt = (items: readonly Item[], at: number, making: Making): number =>
  shortestBetween(
    depthIn(items[at - 1], making.piping, making),
    depthIn(items[at + 1], making.piping, making),
  );

/** Fittings of a row as they are used in it. */
const usedIn = (run: string, items: readonly Item[]): readonly Used[] =>
  items.flatMap((item) =>
    item.is === "fitting"
      ? [
          {
            id: item.id,
            run,
            fitting: item.fitting,
            ...(item.inBox ? { inBox: true as const } : {}),
            ...(item.lever === undefined ? {} : { lever: item.lever }),
          },
        ]
      : [],
  );

/** Every joint of a run: what is screwed onto a unit, and what hangs on the tees of a bypass, is made at the bench. */
function jointsOf(run: Run, items: readonly Item[], making: Making): Joint[] {
  return items.slice(1).map((b, i) => {
    const a = items[i]!;
    return {
      id: `${run.id}.j${i + 1}`,
      run: run.id,
      parts: [a.id, b.id],
      ...joined(a, b, making),
      where: whereJoined(run, a, b),
    };
  });
}

/** Builds one run. */
function built(run: Run, making: Making): Assembly {
  const items = itemsOf(run, making);
  const own = items.filter((item) => item.is === "piece" && isBetween(run, item)).map((p) => p.id);
  const shortest = (id: string) =>
    shortestAt(
      items,
      items.findIndex((item) => item.id === id),
      making,
    );
  const isHouse = (end: RunEnd) => end.is === "house";
  const tiesIn = new Set([...(isHouse(run.from) ? [own[0]] : []), ...(isHouse(run.to) ? [own.at(-1)] : [])]);
  const pieces = items.flatMap((item): Piece[] =>
    item.is === "piece"
      ? [
          {
            id: item.id,
            run: run.id,
            piping: item.piping,
            lengthMm: item.lengthMm,
            lies: item.lies,
            onSite: tiesIn.has(item.id),
          },
        ]
      : [],
  );
  return {
    runs: [throughRun(run)],
    pieces,
    fittings: usedIn(run.id, items),
    joints: jointsOf(run, items, making),
    faults: pieces
      .filter((p) => own.includes(p.id) && p.lengthMm < shortest(p.id))
      .map((p) => ({ run: run.id, piece: p.id, by: shortest(p.id) - p.lengthMm })),
  };
}

/**
 * A leg of a bypass with no train yet: from its tee to behind its shut-off, where it waits capped; all of
 * it is built at the bench.
 */
function legBuilt(id: string, ends: RunEnd, making: Making): Assembly {
  const end = endWith(ends, (at) => stubPartId(id, "a", at), making.swapped);
  const items: readonly Item[] = [{ id: end.part, is: "end", end }, ...stubItems(id, "a", end, "upright")];
  const fittings = usedIn(id, items);
  const pieces = items.flatMap((item): Piece[] =>
    item.is === "piece"
      ? [
          {
            id: item.id,
            run: id,
            piping: item.piping,
            lengthMm: item.lengthMm,
            lies: item.lies,
            onSite: false,
          },
        ]
      : [],
  );
  const joints = items.slice(1).map((b, i): Joint => {
    const a = items[i]!;
    return { id: `${id}.j${i + 1}`, run: id, parts: [a.id, b.id], ...joined(a, b, making), where: "bench" };
  });
  return { runs: [], pieces, fittings, joints, faults: [] };
}

/**
 * The bypass of a house as it is built, two tees in its pipe and a valve between them: at the bench but for
 * its two joints with the house's pipe.
 */
function bypassBuilt(all: readonly CatalogueFitting[], house: Piping): Assembly | undefined {
  const [tee, valve] = [fittingOf(all, "tee", house), fittingOf(all, "valve", house)];
  const lengths = lengthsOf(all, house);
  if (!tee || !valve || !lengths) return undefined;
  const run = "bypass";
  const piece = (id: string): Piece => ({
    id,
    run,
    piping: house,
    lengthMm: lengths.piece,
    lies: "level",
    onSite: false,
  });
  const row = [
    "house.before",
    "bypass.t1",
    "bypass.p1",
    "bypass.v",
    "bypass.p2",
    "bypass.t2",
    "house.behind",
  ];
  return {
    runs: [],
    pieces: [piece("bypass.p1"), piece("bypass.p2")],
    fittings: [
      { id: "bypass.t1", run, fitting: tee, isShared: true },
      { id: "bypass.v", run, fitting: valve, isShared: true, lever: named("bypass").id },
      { id: "bypass.t2", run, fitting: tee, isShared: true },
    ],
    joints: row.slice(1).map((part, i) => ({
      id: `bypass.j${i + 1}`,
      run,
      parts: [row[i]!, part],
      kind: jointOf(house.method, house),
      size: house.size,
      where: i === 0 || i === row.length - 2 ? "wall" : "bench",
    })),
    faults: [],
  };
}

/**
 * The pipes of a train as they are built, from the way that each takes (handbook 3: Cut list, and which
 * joint). A piece is as long as its fittings' centres are apart, less what both take up; one that two
 * fittings cannot hold is a fault. Undefined where the pipe has no elbow, or the house's no tee.
 */
export function assembled(
  all: readonly CatalogueFitting[],
  runs: readonly Run[],
  piping: Piping,
  {
    threads: school,
    swapped = new Map(),
    bypass,
    shared = [],
    legs = {},
    backs = {},
  }: {
    readonly threads: ThreadSchool;
    readonly swapped?: Swapped;
    readonly bypass?: Piping;
    /** Fittings that pipes of several runs go into. */
    readonly shared?: readonly Used[];
    /** Of a bypass with no train yet, by their ids: what each begins at. */
    readonly legs?: Readonly<Record<string, RunEnd>>;
    readonly backs?: Assembly["backs"];
  },
): Assembly | undefined {
  const elbow = fittingOf(all, "elbow90", piping);
  const around = bypass && bypassBuilt(all, bypass);
  if (!elbow || (bypass && !around)) return undefined;
  const making = { piping, elbow, threads: school, swapped };
  const parts = [
    ...(around ? [around] : []),
    ...runs.map((run) => built(run, making)),
    ...Object.entries(legs).map(([id, end]) => legBuilt(id, end, making)),
  ];
  return {
    runs: parts.flatMap((p) => p.runs),
    pieces: parts.flatMap((p) => p.pieces),
    fittings: [...parts.flatMap((p) => p.fittings), ...shared],
    joints: parts.flatMap((p) => p.joints),
    faults: parts.flatMap((p) => p.faults),
    backs,
  };
}
