/** A flexible connector between a unit and its pipe. */
export interface Flexible {
  /** From the face of one end to that of the other, mm. */
  readonly lengthMm: number;
  /** Its bore, mm. */
  readonly insideMm: number;
  /** The least radius that its middle is bent to, mm. */
  readonly bendMm: number;
}

/** Straight at either end, where nut and sleeve are, mm. */
const END = 40;

/**
 * A corrugated connector loses as much as so many times its length of smooth pipe of its bore, of this
 * roughness (handbook 3, Pipe).
 */
const AS_SMOOTH = { times: 3, C: 140 } as const;

/** How much of smooth pipe of its own bore loses as much as a connector, m. */
const likeSmooth = ({ lengthMm }: Flexible): number => (AS_SMOOTH.times * lengthMm) / 1000;

/**
 * Figures of a fitting that is a connector: its metres are counted in smooth pipe of its own bore, and a
 * pipe is cut from where it ends.
 */
export const flexibleOf = (
  flexible: Flexible,
): {
  readonly flexible: Flexible;
  readonly likeM: number;
  readonly layingMm: readonly [number, number];
} => ({ flexible, likeM: likeSmooth(flexible), layingMm: [0, 0] });

/** The smooth pipe that a connector is counted as: its roughness, and its bore in mm. */
export const smoothBore = ({ insideMm }: Flexible): { readonly C: number; readonly idMm: number } => ({
  C: AS_SMOOTH.C,
  idMm: insideMm,
});

/** How much less a quarter turn takes than the two sides of its square. */
const SAVED = 2 - Math.PI / 2;

/**
 * How far beyond a corner a connector ends, in whole mm, that is bent round it once as tightly as it may
 * be; `before`: mm from its port to the corner. Undefined where it would be bent more tightly than that, or
 * does not reach round (handbook 3: connectors within their bend radius).
 */
export function endsBeyond({ lengthMm, bendMm }: Flexible, before: number): number | undefined {
  const beyond = Math.round(lengthMm - before + SAVED * bendMm);
  const least = END + bendMm;
  return before >= least && beyond >= least ? beyond : undefined;
}
