import type { JointMethod, PipeSystem, Rating, Shape } from "../../core/plumbing/fittings";

/** Nominal sizes of pipe, in, the smaller ones first (handbook 3, Pipe). */
export const pipeSizes = ["1/2", "3/4", "1", "1-1/4"] as const;
export type PipeSize = (typeof pipeSizes)[number];

/** A length by nominal size, mm, in the order of `pipeSizes`. */
type BySize = readonly [number, number, number, number];

/**
 * How deep pipe goes in, and how far a fitting's centre is from where the pipe stops, mm, by part (handbook
 * 3, Standard insertion depth). A 45 is taken as half an elbow; valves are as long as these made-up ones.
 */
interface Depths {
  readonly insertion: BySize;
  readonly laying: Readonly<Partial<Record<Shape, BySize>>>;
}
const alike = (mm: number): BySize => [mm, mm, mm, mm];
const half = (of: BySize): BySize => of.map((mm) => mm / 2) as unknown as BySize;
const depths = (insertion: BySize, elbow: BySize, tee: BySize, coupling: number): Depths => ({
  insertion,
  laying: { elbow90: elbow, elbow45: half(elbow), tee, coupling: alike(coupling), valve: [24, 28, 33, 40] },
});
const insert = depths([16, 19, 22, 25], [14, 18, 22, 26], [14, 18, 22, 26], 2);
const pushFit = depths([24, 28, 33, 38], [10, 14, 18, 22], [12, 16, 20, 24], 1);
const socket = depths([13, 19, 23, 25], [9, 13, 16, 20], [9, 13, 16, 20], 1);

/**
 * By the method that joins it. Expansion fittings are taken as deep as insert ones: the handbook gives no
 * figures of their own.
 */
export const depthsOf: Readonly<Record<JointMethod, Depths>> = {
  crimp: insert,
  expansion: insert,
  pushFit,
  solder: socket,
  cement: socket,
};

/** What an end of these made-up fittings bears, by what joins it. */
export const ratings: Readonly<Record<JointMethod | "thread", Rating>> = {
  crimp: { kPa: 1100, celsius: 82 },
  expansion: { kPa: 1100, celsius: 93 },
  pushFit: { kPa: 1380, celsius: 93 },
  solder: { kPa: 1380, celsius: 93 },
  // As far as the handbook's cure times reach.
  cement: { kPa: 1100, celsius: 60 },
  thread: { kPa: 1380, celsius: 93 },
};

/** Lengths of the same pipe that lose as much as a fitting, m (handbook 3, Equivalent length of fittings). */
interface Equivalents {
  readonly straight: BySize;
  readonly valve: BySize;
  readonly elbow90: BySize;
  readonly elbow45: BySize;
  readonly teeThrough: BySize;
  readonly teeBranch: BySize;
}
const ofInsert: Equivalents = {
  straight: [0.61, 0.18, 0.4, 0.5],
  // An insert narrows a valve as it does a coupling.
  valve: [0.61, 0.18, 0.4, 0.5],
  elbow90: [2.87, 2.87, 3.05, 3.4],
  // None exists: never asked for.
  elbow45: [2.87, 2.87, 3.05, 3.4],
  teeThrough: [0.73, 0.58, 0.7, 0.8],
  teeBranch: [3.17, 2.71, 3.35, 3.7],
};
const ofCopper: Equivalents = {
  // The handbook gives none for a coupling of full bore: it is taken as a full-port valve.
  straight: [0.1, 0.1, 0.15, 0.15],
  valve: [0.1, 0.1, 0.15, 0.15],
  elbow90: [0.3, 0.61, 0.76, 0.91],
  elbow45: [0.15, 0.15, 0.3, 0.3],
  teeThrough: [0.1, 0.1, 0.1, 0.15],
  teeBranch: [0.61, 0.91, 1.37, 1.68],
};
const halved: Equivalents = {
  straight: half(ofInsert.straight),
  valve: half(ofInsert.valve),
  elbow90: half(ofInsert.elbow90),
  elbow45: half(ofInsert.elbow45),
  teeThrough: half(ofInsert.teeThrough),
  teeBranch: half(ofInsert.teeBranch),
};
/** By the method that joins it: expansion half the insert figures, push-fit the copper ones (handbook 3). */
export const equivalentsOf: Readonly<Record<JointMethod, Equivalents>> = {
  crimp: ofInsert,
  expansion: halved,
  pushFit: ofCopper,
  solder: ofCopper,
  cement: ofCopper,
};

/** Nominal sizes of threads, in, the smaller ones first. */
export const threadSizes = ["1/4", "3/8", ...pipeSizes, "1-1/2"] as const;
/**
 * From the centre of a made-up fitting to the face of what it is screwed into, when tight, mm, by nominal
 * size of the thread.
 */
export const threadLaying: Readonly<Record<(typeof threadSizes)[number], number>> = {
  "1/4": 12,
  "3/8": 13,
  "1/2": 15,
  "3/4": 17,
  "1": 20,
  "1-1/4": 23,
  "1-1/2": 25,
};

/** Nominal sizes of flexible connectors, in. */
export const connectorSizes = ["3/4", "1", "1-1/4"] as const;
/** Their bores by size, mm (handbook 3, Pipe), and the least radius that these made-up ones are bent to. */
export const connectorBores: Readonly<
  Record<(typeof connectorSizes)[number], { readonly insideMm: number; readonly bendMm: number }>
> = {
  "3/4": { insideMm: 12.7, bendMm: 60 },
  "1": { insideMm: 19, bendMm: 80 },
  "1-1/4": { insideMm: 25, bendMm: 100 },
};
/** How long these made-up ones are, the shorter ones first. */
export const connectorLengths = [
  { inches: 12, mm: 305 },
  { inches: 18, mm: 457 },
  { inches: 24, mm: 610 },
] as const;

/** Methods that join a pipe system (handbook 3, Transitions and Which joint). */
export const methodsOf: Readonly<Record<PipeSystem, readonly JointMethod[]>> = {
  pex: ["crimp", "expansion", "pushFit"],
  copper: ["solder", "pushFit"],
  cpvc: ["cement", "pushFit"],
  pvc: ["cement"],
  peSupply: ["crimp"],
};

/** Is there a 45 of a method: none in PEX insert, two swivelled 90s do it (handbook 3). */
export const has45 = (method: JointMethod): boolean => method === "solder" || method === "cement";
