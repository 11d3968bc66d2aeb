import { threadSealant, type JointKind, type Sealant, type ThreadSchool } from "./joint";
import { jointOf } from "./piping";
import type { FittingItem, Item, Making } from "./row";
import type { Run } from "./run";

/** How two parts are joined. */
export interface Made {
  readonly kind: JointKind;
  readonly size: string;
  readonly sealant?: Sealant;
  /** As the unit's own manual says, which wins. */
  readonly tightening?: string;
}

/** Where a joint is made: at the bench, before the rest hangs on the wall, or there. */
export type MadeWhere = "bench" | "wall";

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
export function joined(a: Item, b: Item, making: Making): Made {
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
export const isBetween = (run: Run, { id }: Item): boolean =>
  id.startsWith(`${run.id}.p`) || id.startsWith(`${run.id}.e`);

/** Is it a connector that bends: it is put between a unit that stands and a pipe that hangs. */
const bends = (item: Item): boolean => item.is === "fitting" && item.fitting.flexible !== undefined;

/**
 * Where two neighbours in a run are joined. The pipe between its ends is put onto them on the wall; a
 * manifold comes with its pipes.
 */
export function whereJoined(run: Run, a: Item, b: Item): MadeWhere {
  if (bends(a) || bends(b)) return "wall";
  if ([a, b].some((item) => item.is === "end" && item.end.is === "house" && !item.end.into)) return "wall";
  if (isBetween(run, a) === isBetween(run, b)) return "bench";
  const end = isBetween(run, b) ? run.from : run.to;
  return run.manifold && end.is === "manifold" ? "bench" : "wall";
}
