import type { Flexible } from "./connector";
import type { Fitting, PortType } from "./transitions";

/** Pipe systems that fittings join (handbook 3, Pipe): copper of types L and M has one outside. */
export type PipeSystem = "pex" | "copper" | "cpvc" | "pvc" | "peSupply";
/** Ways to join pipe and fitting; clamp rings go on the fittings of crimp rings. */
export type JointMethod = "crimp" | "expansion" | "pushFit" | "solder" | "cement";
/** What a fitting does with the pipe. */
export type Shape =
  | "coupling"
  | "elbow90"
  | "elbow45"
  | "tee"
  | "adapter"
  | "reducer"
  | "valve"
  | "connector";

/** What a fitting bears: at most so many kPa, at up to so many °C. */
export interface Rating {
  readonly kPa: number;
  readonly celsius: number;
}

/** A fitting that the company can buy. A tee is listed by its run: its branch is of the same kind. */
export interface CatalogueFitting extends Fitting {
  readonly name: string;
  readonly shape: Shape;
  /** How each port is joined; none for a thread. */
  readonly methods: readonly [JointMethod | undefined, JointMethod | undefined];
  /** Absent: unknown. */
  readonly rating?: Rating;
  /**
   * From the centre to where the pipe stops, mm, at each port; at a thread or nut to the face of what it is
   * screwed onto.
   */
  readonly layingMm: readonly [number, number];
  /** Length of the same pipe that loses as much as it, m; of a tee, straight on. */
  readonly likeM: number;
  /** Of a tee, by its branch. */
  readonly branchLikeM?: number;
  /** Of a connector that is bent: a pipe of its own, whose metres `likeM` counts. */
  readonly flexible?: Flexible;
  /** How deep the pipe goes in, mm, at each port; unknown at a thread. */
  readonly insertionMm: readonly [number | undefined, number | undefined];
}

/** The end of a pipe of a system. */
export const pipeEnd = (system: PipeSystem, size: string): PortType => ({ system, size, gender: "spigot" });
/** A thread: standards are systems of their own, a parallel thread never meets a taper one. */
export const thread = (standard: "NPT" | "G" | "GHT", size: string, gender: "male" | "female"): PortType => ({
  system: standard,
  size,
  gender,
});

const straight: ReadonlySet<Shape> = new Set(["coupling", "adapter", "reducer"]);
/** Fittings that a transition is made of: those that neither bend nor branch. */
export const inLine = (fittings: readonly CatalogueFitting[]): CatalogueFitting[] =>
  fittings.filter((f) => straight.has(f.shape));

/** Does a fitting bear at least what another does; what nobody rated does not. */
export const bearsAsMuch = (
  { rating: one }: CatalogueFitting,
  { rating: other }: CatalogueFitting,
): boolean =>
  one !== undefined && other !== undefined && one.kPa >= other.kPa && one.celsius >= other.celsius;

/** Are two fittings of one shape between the same ports, however they are joined. */
export const doesTheSame = (a: CatalogueFitting, b: CatalogueFitting): boolean =>
  a.shape === b.shape &&
  a.flexible?.lengthMm === b.flexible?.lengthMm &&
  a.ports.every(({ system, size, gender }, i) => {
    const port = b.ports[i]!;
    return port.system === system && port.size === size && port.gender === gender;
  });
