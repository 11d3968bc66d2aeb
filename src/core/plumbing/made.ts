import { inBoth, inSentence, type InBoth } from "../words";
import type { UnitSystem } from "../units";
import type { Assembly, Joint } from "./assembly";
import { tapeFor, type JointCheck, type JointKind, type JointRule, type Sealant } from "./joint";
import { jointSaid, type Names } from "./named";

/** Where joints are made: at the bench before water goes off, at the house's pipe, or where the train hangs. */
export const jointPlaces = ["bench", "house", "train"] as const;
export type JointPlace = (typeof jointPlaces)[number];

/** Where a step of a recipe makes joints: at one of the places of the train, or at the tubes of its own unit. */
export const joinedAt = [...jointPlaces, "tubes"] as const;

/** How a joint is made. */
export interface JointWay {
  readonly label: string;
  /** Inches, nominal; empty while it is not known. */
  readonly size: string;
  readonly sealant: Sealant;
  /** Turns of tape. */
  readonly turns?: number;
  readonly tightening: InBoth;
  /** It is the unit's own manual that says so. */
  readonly byManual?: true;
  readonly tool?: string;
  readonly checks: readonly JointCheck[];
}
/** Joints that are made alike, with how: as a step of the run keeps them. */
export interface AlikeJoints extends JointWay {
  readonly joints: readonly { readonly id: string; readonly what: InBoth }[];
  /** What came instead of the fitting that they were planned at, and that one. */
  readonly instead?: { readonly part: string; readonly to: string; readonly was: string };
}

const sealantWords: Readonly<Record<Sealant, string>> = {
  tape: "tape only",
  paste: "paste",
  tapeAndPaste: "tape, then paste",
  tapeOrPaste: "tape or paste",
  grease: "food-grade silicone",
  flux: "flux",
  cement: "cement",
  none: "",
};
/** What seals joints that are made alike, in words; empty where nothing does beside their own parts. */
export const sealSaid = ({ sealant, turns }: Pick<AlikeJoints, "sealant" | "turns">): string =>
  turns === undefined ? sealantWords[sealant] : `${sealantWords[sealant]}, ${turns} turns`;

/** A size with what it is of, within a sentence. */
export const sizedSaid = ({ size, label }: Pick<AlikeJoints, "size" | "label">): string =>
  size === "" ? inSentence(label) : `${size} in, ${inSentence(label)}`;

/** Where a joint is made. */
const placeOf = ({ where, run }: Joint): JointPlace => {
  if (where === "bench") return "bench";
  return run === "bypass" ? "house" : "train";
};

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** How a joint is made, beside what it joins. */
export function wayOf(joint: Joint, rules: ReadonlyMap<JointKind, JointRule>): JointWay {
  const rule = rules.get(joint.kind)!;
  const sealant = joint.sealant ?? rule.sealant;
  const turns = sealant.startsWith("tape") ? tapeFor(joint.size, joint)?.turns : undefined;
  return {
    label: rule.label,
    size: joint.size,
    sealant,
    ...(turns === undefined ? {} : { turns }),
    tightening: joint.tightening ?? rule.tightening,
    ...(joint.tightening === undefined ? {} : { byManual: true as const }),
    ...(rule.tool === undefined ? {} : { tool: rule.tool }),
    checks: rule.checks,
  };
}

/**
 * Joints with how each kind of them is made (handbook 3, Which joint, which sealant, how tight), in the
 * order in which they are met along the water.
 */
export function alikeJoints(
  joints: readonly Joint[],
  rules: ReadonlyMap<JointKind, JointRule>,
  namesIn: (system: UnitSystem) => Names,
): readonly AlikeJoints[] {
  const groups = new Map<string, AlikeJoints>();
  for (const joint of joints) {
    const way = wayOf(joint, rules);
    const key = JSON.stringify(way);
    const what = inBoth((system) => {
      const names = namesIn(system);
      return `${capital(names.run(joint.run))}: ${jointSaid(joint, names)}`;
    });
    const had = groups.get(key)?.joints ?? [];
    groups.set(key, { ...way, joints: [...had, { id: joint.id, what }] });
  }
  return [...groups.values()];
}

/** The joints of an assembly by where they are made. */
export const jointsByPlace = ({ joints }: Assembly): Readonly<Record<JointPlace, readonly Joint[]>> => {
  const at = (place: JointPlace) => joints.filter((j) => placeOf(j) === place);
  return { bench: at("bench"), house: at("house"), train: at("train") };
};
