import type { InBoth } from "../words";

/** Ways in which two ports are joined (handbook 3, Which joint, which sealant, how tight). */
export const jointKinds = [
  "taperMetal",
  "taperPlastic",
  "washer",
  "compression",
  "nippleNut",
  "flangeSeat",
  "saddleNut",
  "hoseOrFeed",
  "tubePushFit",
  "pipePushFit",
  "crimp",
  "clamp",
  "expansion",
  "solder",
  "cement",
  "bowl",
  "saddle",
] as const;
export type JointKind = (typeof jointKinds)[number];

/** What seals a joint beside its own parts. */
export type Sealant =
  | "tape"
  | "paste"
  | "tapeAndPaste"
  | "tapeOrPaste"
  | "grease"
  | "flux"
  | "cement"
  | "none";
/** What is written down of a joint that was made. */
export type JointCheck = "gauge" | "tug" | "depthMark";

/** What a kind of joint asks for. */
export interface JointRule {
  readonly kind: JointKind;
  readonly label: string;
  readonly sealant: Sealant;
  /** How tight, and what else its hands must know, in words. */
  readonly tightening: InBoth;
  readonly tool?: string;
  /** Minutes of work, where the handbook compares them; a cure is a wait of its own. */
  readonly minutes?: number;
  /** Room that its tool needs to swing in one plane, mm; at the bench there is always room. */
  readonly swingMm?: number;
  readonly checks: readonly JointCheck[];
  readonly rotatable: boolean;
  readonly reusable: boolean;
}

/** The company's ways with threads, as its schools name them. */
export type ThreadSchool = "rule" | "tape" | "both" | "paste";

/** The sealant of a taper thread by the company's school: paste never touches plastic (handbook 3). */
export function threadSealant(kind: "taperMetal" | "taperPlastic", school: ThreadSchool): Sealant {
  if (kind === "taperPlastic") return school === "paste" ? "none" : "tape";
  const ofMetal = { rule: "tapeOrPaste", tape: "tape", both: "tapeAndPaste", paste: "paste" } as const;
  return ofMetal[school];
}

/** Outside of taper threads by nominal size, mm: those of steel pipe. */
const threadOdMm: Readonly<Record<string, number>> = {
  "1/8": 10.3,
  "1/4": 13.7,
  "3/8": 17.1,
  "1/2": 21.3,
  "3/4": 26.7,
  "1": 33.4,
  "1-1/4": 42.2,
};

/** Turns of tape by nominal size: 3 up to 3/8, 4 to 3/4, 5 at 1, 6 above (handbook 3); 5 on the port of an RO tank. */
function turnsOf(size: string, odMm: number, isTankPort: boolean): number {
  if (isTankPort) return 5;
  if (odMm <= threadOdMm["3/8"]!) return 3;
  if (odMm <= threadOdMm["3/4"]!) return 4;
  return size === "1" ? 5 : 6;
}

/**
 * Turns of tape on a taper thread, and its length, mm: turns × π × outside × 1.1 (handbook 3). Undefined
 * for a size without a thread.
 */
export function tapeFor(
  size: string,
  { isTankPort = false }: { readonly isTankPort?: boolean } = {},
): { readonly turns: number; readonly lengthMm: number } | undefined {
  const odMm = threadOdMm[size];
  if (odMm === undefined) return undefined;
  const turns = turnsOf(size, odMm, isTankPort);
  return { turns, lengthMm: turns * Math.PI * odMm * 1.1 };
}

/** Sizes up to which the handbook's cure times hold, and the pressure, kPa. */
const CURE = { sizes: new Set(["1/2", "3/4", "1"]), mostKPa: 1100 } as const;

/**
 * Minutes that solvent cement cures before pressure: 30 above 15 °C, 60 from 5 to 15 °C, for up to 1 in at
 * 1100 kPa at most (handbook 3). Undefined beyond: the product says it.
 */
export function cureMinutes(of: {
  readonly size: string;
  readonly celsius: number;
  readonly kPa: number;
}): number | undefined {
  if (!CURE.sizes.has(of.size) || !(of.kPa <= CURE.mostKPa) || !(of.celsius >= 5)) return undefined;
  return of.celsius > 15 ? 30 : 60;
}
