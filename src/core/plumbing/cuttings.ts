import type { Assembly, Piece } from "./assembly";
import { cutList, type Bar, type CutList } from "./cutList";
import { offcutPart, type Offcuts } from "./offcut";
import type { Piping } from "./piping";
import { pipeKey, pipePart } from "./stocked";
import { cutLength } from "./cutLength";
import { isCoiled } from "./takeOff";
import type { TakeOffLine, Why } from "./takeOffLine";

/** Rigid pipe is cut from sticks of this length, with this much for the saw, mm (handbook 3, Cut list). */
export const STICK = { stick: 3050, kerf: 2 } as const;

/** How the pieces of one pipe are cut: from sticks and offcuts, or off a coil. */
export interface Cutting {
  readonly piping: Piping;
  readonly pieces: readonly Piece[];
  /** Absent off a coil, and where a piece is longer than any stick. */
  readonly list?: CutList;
}

/** How every piece of an assembly is cut, by its pipe. `offcuts`: what lies there of a pipe from earlier jobs. */
export function cuttingsOf({ pieces }: Assembly, offcuts: Offcuts = () => []): readonly Cutting[] {
  const byPipe = new Map<string, Piece[]>();
  for (const p of pieces) {
    const key = pipeKey(p.piping);
    byPipe.set(key, [...(byPipe.get(key) ?? []), p]);
  }
  return [...byPipe.values()].map((own) => {
    const { piping } = own[0]!;
    if (isCoiled(piping)) return { piping, pieces: own };
    const stock = { ...STICK, offcuts: offcuts(piping) };
    return { piping, pieces: own, list: cutList(own.map(cutLength), stock) };
  });
}

/** Pieces that are cut from some bars, by their lengths; of pieces that are alike each is taken once. */
function piecesOn(bars: readonly Bar[], pieces: readonly Piece[]): readonly Piece[] {
  const left = [...pieces];
  return bars
    .flatMap((bar) => bar.pieces)
    .flatMap((length) => {
      const at = left.findIndex((p) => cutLength(p) === length);
      return at < 0 ? [] : left.splice(at, 1);
    });
}

/** How pipe is named, and an offcut's length said. */
interface CuttingWords {
  readonly pipe: (piping: Pick<Piping, "system" | "size">) => string;
  readonly length: (mm: number) => string;
}

/** What is brought for one pipe: new sticks, and the offcuts that are used up. */
function cutLines({ piping, pieces, list }: Cutting, words: CuttingWords): readonly TakeOffLine[] {
  if (!list) return [];
  const used = list.bars.filter((bar) => !bar.isNew);
  const byPiece = (those: readonly Piece[]): Why[] => those.map((p) => ({ by: "piece", id: p.id }));
  const fromOffcuts = piecesOn(used, pieces);
  const fromSticks = pieces.filter((p) => !fromOffcuts.includes(p));
  const lengths = [...new Set(used.map((bar) => bar.length))];
  const offcutLines = lengths.map((lengthMm): TakeOffLine => {
    const own = used.filter((bar) => bar.length === lengthMm);
    return {
      ...offcutPart({ ...piping, lengthMm }, words),
      group: "pipe",
      count: own.length,
      why: byPiece(piecesOn(own, pieces)),
    };
  });
  const stickLine: TakeOffLine = {
    ...pipePart(piping, words.pipe),
    group: "pipe",
    count: list.fewestNew * STICK.stick,
    why: byPiece(fromSticks),
  };
  return [...(list.fewestNew > 0 ? [stickLine] : []), ...offcutLines];
}

/**
 * Lines of a list with pipe as it is cut: whole sticks, and offcuts that are used up. What comes off a
 * coil, or is longer than any stick, stays as it is.
 */
export const withCuttings = (
  lines: readonly TakeOffLine[],
  cuttings: readonly Cutting[],
  words: CuttingWords,
): readonly TakeOffLine[] =>
  lines.flatMap((line) => {
    const cutting = cuttings.find((c) => c.list && pipePart(c.piping, words.pipe).id === line.id);
    return cutting ? cutLines(cutting, words) : [line];
  });
