import {
  fittingOf,
  insertionIn,
  jointOf,
  lengthsOf,
  shortestBetween,
  stubWith,
  type Piping,
  type Stub,
  type StubPart,
} from "./piping";
import { doesTheSame, type CatalogueFitting } from "./fittings";
import { named } from "./scheme/named";
import { threadSealant, type JointKind, type Sealant, type ThreadSchool } from "./joint";

/** A corner of a pipe, mm. */
interface Corner {
  readonly x: number;
  readonly y: number;
}

/** Where a pipe begins or ends: at the house's pipe, at a unit, or in a fitting of the manifold between units side by side. */
type EndKind = "house" | "unit" | "manifold";

/** What a pipe begins or ends at. */
export interface RunEnd {
  readonly is: EndKind;
  /** The unit, the fitting, or the house's pipe. */
  readonly part: string;
  readonly stub: Stub;
  /** The handle in the installation's scheme that the valve in its stub is turned by. */
  readonly lever?: string;
  /** Of a unit: how its port is joined, by its own manual. */
  readonly asks?: { readonly kind: JointKind; readonly tightening: string; readonly size: string };
  /** A fitting that the pipe shares with others, and the m of pipe that lose as much as it does on this way; absent of the house: its pipe itself. */
  readonly into?: { readonly fitting: CatalogueFitting; readonly likeM: number };
}

/** How fittings lead a pipe so many mm nearer to the wall or further off it: two swivelled 90s in place of the elbow at a corner, or in a straight way; or two 45s in one. Corners and ways by their number along the water. */
export type PipeOffset =
  | { readonly is: "corner"; readonly mm: number; readonly corner: number }
  | { readonly is: "straight"; readonly mm: number; readonly leg: number }
  | {
      readonly is: "fortyFives";
      readonly mm: number;
      readonly leg: number;
      readonly fitting: CatalogueFitting;
    };

/** A pipe of the train on its way along the wall: its corners, and its two ends. */
export interface Run {
  readonly id: string;
  readonly points: readonly Corner[];
  readonly from: RunEnd;
  readonly to: RunEnd;
  readonly manifold?: OfManifold;
  /** Its ends stand apart, off the wall. */
  readonly offset?: PipeOffset;
}

/** A pipe of the manifold on one side of units side by side. */
interface OfManifold {
  readonly unit: string;
  readonly side: "inlet" | "outlet";
  /** What part of the train's water runs in it while all of them draw alike. */
  readonly share: number;
}

/** What the manifold on one side of units is known by. */
export const manifoldId = ({ unit, side }: Pick<OfManifold, "unit" | "side">): string => `${unit}.${side}`;

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
export interface Joint {
  readonly id: string;
  readonly run: string;
  /** Ids of what it joins: pieces, fittings, units, or the house's pipe. */
  readonly parts: readonly [string, string];
  readonly kind: JointKind;
  readonly size: string;
  readonly sealant?: Sealant;
  /** As the unit's own manual says, which wins. */
  readonly tightening?: string;
  /** The port of an RO's tank, which takes more tape. */
  readonly isTankPort?: true;
  /** Made at the bench, before the rest hangs on the wall. */
  readonly where: "bench" | "wall";
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

/** A part in the row that makes a run. */
type Item =
  | { readonly id: string; readonly is: "end"; readonly end: RunEnd }
  | {
      readonly id: string;
      readonly is: "fitting";
      readonly fitting: CatalogueFitting;
      readonly begins: 0 | 1;
      readonly inBox?: true;
      readonly lever?: string;
    }
  | {
      readonly id: string;
      readonly is: "piece";
      readonly piping: Piping;
      readonly lengthMm: number;
      readonly lies: Piece["lies"];
    };
const apart = (a: Corner, b: Corner): number => Math.abs(a.x - b.x) + Math.abs(a.y - b.y);
const liesBetween = (a: Corner, b: Corner): Piece["lies"] => (a.y === b.y ? "level" : "upright");

/** What a part of the stub at one of a run's ends is called, by its place in it. */
const stubPartId = (run: string, side: "a" | "b", at: number): string => `${run}.${side}${at + 1}`;

/** A stub's parts as they are met along the water: those of the far end come the other way round. */
function stubItems(
  run: string,
  side: "a" | "b",
  { stub: { parts }, lever }: RunEnd,
  lies: Piece["lies"],
): Item[] {
  const turned = (begins: 0 | 1): 0 | 1 => (side === "a" ? begins : begins === 0 ? 1 : 0);
  const item = (part: StubPart, i: number): Item => {
    const id = stubPartId(run, side, i);
    if (part.is === "piece") return { id, is: "piece", piping: part.piping, lengthMm: part.lengthMm, lies };
    const turnedBy = part.fitting.shape === "valve" && lever !== undefined ? { lever } : {};
    return { ...part, id, begins: turned(part.begins), ...turnedBy };
  };
  const items = parts.map(item);
  return side === "a" ? items : items.reverse();
}

/** Fittings that came instead of others on site, by the ids of those. */
export type Swapped = ReadonlyMap<string, CatalogueFitting>;

/** What the parts of a run are made of. */
interface Making {
  readonly piping: Piping;
  readonly elbow: CatalogueFitting;
  readonly threads: ThreadSchool;
  readonly swapped: Swapped;
}

/** What came instead of a fitting, where it does the same: a swap that was made for another design does not. */
function insteadOf(was: CatalogueFitting, id: string, swapped: Swapped): CatalogueFitting {
  const to = swapped.get(id);
  return to && doesTheSame(to, was) ? to : was;
}

/** A run's end with what came instead of its fittings. */
const endWith = (end: RunEnd, idOf: (at: number) => string, swapped: Swapped): RunEnd => ({
  ...end,
  stub: stubWith(end.stub, (was, at) => insteadOf(was, idOf(at), swapped)),
});

type PieceItem = Extract<Item, { is: "piece" }>;
type FittingItem = Extract<Item, { is: "fitting" }>;

/** A straight way with an offset in it: two fittings with the piece that leads over between them. `along`: how far they are apart on the wall, and the piece's ends in them, mm. */
function ledOverIn(
  whole: PieceItem,
  of: { readonly fitting: CatalogueFitting; readonly along: number; readonly between: number },
): readonly Item[] {
  const { fitting, along, between } = of;
  const laying = fitting.layingMm[0];
  const rest = whole.lengthMm - along - 2 * laying;
  const first = Math.floor(rest / 2);
  const turn = (id: string): Item => ({ id: `${whole.id}.e${id}`, is: "fitting", fitting, begins: 0 });
  return [
    { ...whole, lengthMm: first },
    turn("1"),
    { ...whole, id: `${whole.id}.over`, lengthMm: between - 2 * laying, lies: "level" },
    turn("2"),
    { ...whole, id: `${whole.id}.on`, lengthMm: rest - first },
  ];
}

/** A straight piece of a run, led over where that is done in it. */
function legItems(
  whole: PieceItem,
  leg: number,
  { offset }: Pick<Run, "offset">,
  elbow: CatalogueFitting,
): readonly Item[] {
  if (!offset || offset.is === "corner" || offset.leg !== leg) return [whole];
  return offset.is === "straight"
    ? ledOverIn(whole, { fitting: elbow, along: 0, between: offset.mm })
    : ledOverIn(whole, {
        fitting: offset.fitting,
        along: offset.mm,
        between: Math.round(offset.mm * Math.SQRT2),
      });
}

/** The elbow at a corner of a run, or the two that lead it over there. */
function cornerItems(
  bend: FittingItem,
  corner: number,
  { offset }: Pick<Run, "offset">,
  piping: Piping,
): readonly Item[] {
  if (offset?.is !== "corner" || offset.corner !== corner) return [bend];
  const over: PieceItem = {
    id: `${bend.id}.over`,
    is: "piece",
    piping,
    lengthMm: offset.mm - 2 * bend.fitting.layingMm[0],
    lies: "level",
  };
  return [bend, over, { ...bend, id: `${bend.id}.on` }];
}

/** The parts of a run in their order. */
function itemsOf({ id, points, offset, ...ends }: Run, { piping, elbow, swapped }: Making): Item[] {
  const last = points.length - 1;
  const from = endWith(ends.from, (at) => stubPartId(id, "a", at), swapped);
  const to = endWith(ends.to, (at) => stubPartId(id, "b", at), swapped);
  const bendAt = (corner: number) => insteadOf(elbow, `${id}.e${corner}`, swapped);
  const taken = (corner: number) => {
    if (corner === 0) return from.stub.length;
    return corner === last ? to.stub.length : bendAt(corner).layingMm[0];
  };
  const pipes = points.slice(1).flatMap((point, i): Item[] => {
    const before = points[i]!;
    const piece: PieceItem = {
      id: `${id}.p${i + 1}`,
      is: "piece",
      piping,
      lengthMm: Math.round(apart(before, point) - taken(i) - taken(i + 1)),
      lies: liesBetween(before, point),
    };
    const bend: FittingItem = {
      id: `${id}.e${i + 1}`,
      is: "fitting",
      fitting: bendAt(i + 1),
      begins: 0,
    };
    return [
      ...legItems(piece, i, { offset }, elbow),
      ...(i + 1 < last ? cornerItems(bend, i + 1, { offset }, piping) : []),
    ];
  });
  const first = liesBetween(points[0]!, points[1]!);
  const end = liesBetween(points[last - 1]!, points[last]!);
  return [
    { id: from.part, is: "end", end: from },
    ...stubItems(id, "a", from, first),
    ...pipes,
    ...stubItems(id, "b", to, end),
    { id: to.part, is: "end", end: to },
  ];
}

type Made = Pick<Joint, "kind" | "size" | "sealant" | "tightening">;

const sealedBy = (kind: JointKind, school: ThreadSchool): { readonly sealant?: Sealant } =>
  kind === "taperMetal" || kind === "taperPlastic" ? { sealant: threadSealant(kind, school) } : {};

const threads: ReadonlySet<string> = new Set(["NPT", "G", "GHT"]);
/** How a thread or a nut of a fitting is joined. */
function screwed(system: string, isPlastic: boolean): JointKind {
  if (!threads.has(system)) return "washer";
  return isPlastic ? "taperPlastic" : "taperMetal";
}

/** How a fitting is joined to its neighbour, by the port that is turned to it. */
function byFitting({ fitting }: FittingItem, port: 0 | 1, neighbour: Item, making: Making): Made {
  const { system, size } = fitting.ports[port];
  const method = fitting.methods[port];
  const piping = neighbour.is === "piece" ? neighbour.piping : making.piping;
  if (method) return { kind: jointOf(method, piping), size };
  const both = [fitting, ...(neighbour.is === "fitting" ? [neighbour.fitting] : [])];
  const kind = screwed(
    system,
    both.some((f) => f.methods.includes("cement")),
  );
  return { kind, size, ...sealedBy(kind, making.threads) };
}

/** How two neighbours in a row are joined: a unit's manual wins, else what is pushed, screwed or cemented into what. */
function joined(a: Item, b: Item, making: Making): Made {
  for (const item of [a, b])
    if (item.is === "end" && item.end.asks) {
      const { kind, size, tightening } = item.end.asks;
      return { kind, size, tightening, ...sealedBy(kind, making.threads) };
    }
  if (a.is === "fitting") return byFitting(a, a.begins === 0 ? 1 : 0, b, making);
  if (b.is === "fitting") return byFitting(b, b.begins, a, making);
  // What is left is a piece in the fitting that it comes from.
  const [into] = [a, b].flatMap((item) => (item.is === "end" && item.end.into ? [item.end.into] : []));
  const { methods, ports } = into!.fitting;
  return { kind: jointOf(methods[0]!, making.piping), size: ports[0].size };
}

/** Is it part of the pipe between its two ends, which is put together at the bench. */
const isBetween = (run: Run, { id }: Item): boolean =>
  id.startsWith(`${run.id}.p`) || id.startsWith(`${run.id}.e`);

/** Is it a connector that bends: it is put between a unit that stands and a pipe that hangs. */
const bends = (item: Item): boolean => item.is === "fitting" && item.fitting.flexible !== undefined;

/** Where two neighbours in a run are joined. The pipe between its ends is put onto them on the wall; a manifold comes with its pipes. */
function whereJoined(run: Run, a: Item, b: Item): Joint["where"] {
  if (bends(a) || bends(b)) return "wall";
  if ([a, b].some((item) => item.is === "end" && item.end.is === "house" && !item.end.into)) return "wall";
  if (isBetween(run, a) === isBetween(run, b)) return "bench";
  const end = isBetween(run, b) ? run.from : run.to;
  return run.manifold && end.is === "manifold" ? "bench" : "wall";
}

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

/** A leg of a bypass with no train yet: from its tee to behind its shut-off, where it waits capped; all of it is built at the bench. */
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

/** The bypass of a house as it is built, two tees in its pipe and a valve between them: at the bench but for its two joints with the house's pipe. */
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
 * The pipes of a train as they are built, from the way that each takes (handbook 3: Cut list, and which joint). A piece is as long as its fittings' centres are apart, less
 * what both take up; one that two fittings cannot hold is a fault. Undefined where the pipe has no elbow, or the house's no tee.
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
