import { doesTheSame, type CatalogueFitting } from "./fittings";
import type { ThreadSchool } from "./joint";
import { stubWith, type Piping, type StubPart } from "./piping";
import type { Corner, Run, RunEnd } from "./run";

// The row of parts that makes a run, from the one of its ends to the other.

/** A part in the row that makes a run. */
export type Item =
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
      readonly lies: Lies;
    };
/** How pipe lies between two corners. */
type Lies = "level" | "upright";

const apart = (a: Corner, b: Corner): number => Math.abs(a.x - b.x) + Math.abs(a.y - b.y);
const liesBetween = (a: Corner, b: Corner): Lies => (a.y === b.y ? "level" : "upright");

/** What a part of the stub at one of a run's ends is called, by its place in it. */
export const stubPartId = (run: string, side: "a" | "b", at: number): string => `${run}.${side}${at + 1}`;

/** A stub's parts as they are met along the water: those of the far end come the other way round. */
export function stubItems(
  run: string,
  side: "a" | "b",
  { stub: { parts }, lever }: RunEnd,
  lies: Lies,
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
export interface Making {
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
export const endWith = (end: RunEnd, idOf: (at: number) => string, swapped: Swapped): RunEnd => ({
  ...end,
  stub: stubWith(end.stub, (was, at) => insteadOf(was, idOf(at), swapped)),
});

type PieceItem = Extract<Item, { is: "piece" }>;
export type FittingItem = Extract<Item, { is: "fitting" }>;

/**
 * A straight way with an offset in it: two fittings with the piece that leads over between them. `along`:
 * how far they are apart on the wall, and the piece's ends in them, mm.
 */
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
export function itemsOf({ id, points, offset, ...ends }: Run, { piping, elbow, swapped }: Making): Item[] {
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
