import { HEADS, type HeadNote } from "@/core/fit/heads";
import type { ConnectorOnWall } from "@/core/fit/flexible";
import type { OffsetTaken } from "@/core/fit/offset";
import type { Misfit } from "@/core/fit/judge";
import type { Remedy } from "@/core/fit/whyNot";
import { print, type UnitSystem } from "@/core/units";

/** What units and obstacles are called, by key or id. */
export type NameOf = (id: string) => string;

const roomWords = {
  around: "the room kept free beside",
  above: "the room kept free above",
  below: "the room kept free below",
  manifold: "the way of the manifold of",
} as const;
/** Where a pipe is on Fit's page, by the id that it has in the assembly. */
export const pipeAnchor = (run: string): string => `pipe-${run}`;
/** Where a tube is in the list of parts. */
export const tubeAnchor = (tube: string): string => `tube-${tube}`;
/** A length as one measures it with a tape. */
export const length = (mm: number, profile: UnitSystem): string =>
  print(mm, "length", profile, profile === "us" ? 1 : 0);

/** Why something cannot stand where it stands, as a sentence. */
export function misfitWords(
  m: Misfit,
  name: NameOf,
  profile: UnitSystem,
  room: keyof typeof roomOf = "wall",
): string {
  const unit = name(m.unit);
  switch (m.is) {
    case "outside":
      return m.what === "body"
        ? `${unit} reaches ${length(m.by, profile)} beyond the ${room}`
        : `${roomWords[m.what]} ${unit} reaches ${length(m.by, profile)} beyond the ${room}`;
    case "bodies":
      return `${unit} and ${name(m.other)} are in each other's way`;
    case "zone":
      return `${name(m.other)} stands in ${roomWords[m.what]} ${unit}`;
    case "height":
      return `${unit} hangs too low or too high`;
    case "order":
      return `${unit} stands before ${name(m.other)}, which the water meets first`;
    case "tooFar":
      return `${unit} is ${length(m.by, profile)} too far from ${name(m.other)}`;
    case "tooDeep":
      return `${unit} asks for ${length(m.by, profile)} more free depth`;
    case "corner":
      return m.other === undefined
        ? `${unit}, with the room kept free beside it, stands across the corner`
        : `${unit} and ${name(m.other)} are in each other's way at the corner`;
    case "lies":
      return `${unit} is not hung on its side here`;
  }
}

/** How a flexible connector goes, as a sentence. */
export function connectorWords(
  { unit, side, flexible, points }: ConnectorOnWall,
  name: NameOf,
  profile: UnitSystem,
): string {
  const how =
    points.length === 3
      ? `bent once round the corner, its radius ${length(flexible.bendMm, profile)} or more`
      : "straight";
  return `${name(unit)}, ${side}: ${length(flexible.lengthMm, profile)} long, ${how}`;
}

const ledWords: Readonly<Record<OffsetTaken["by"], string>> = {
  connector: "its flexible connector takes it",
  bend: "it is bent over between its supports, no tighter than eight times its outside",
  corner: "two swivelled 90s at a corner",
  straight: "two 90s in a straight way",
  fortyFives: "two 45s",
};
/** How a pipe is led over to where its other end stands off the wall. */
export const ledOverWords = ({ mm, by }: OffsetTaken, profile: UnitSystem): string =>
  `offset of ${length(mm, profile)}: ${ledWords[by]}`;

/** What a note on two heads says. */
export function headWords(n: HeadNote, name: NameOf, profile: UnitSystem): string {
  const both = `the heads of ${name(n.unit)} and ${name(n.other)}`;
  return n.is === "notLevel"
    ? `${both} are ${length(n.by, profile)} out of level; within ${length(HEADS.level, profile)} connectors run straight`
    : `${both} are ${length(n.apart, profile)} apart; flexible connectors want ${length(HEADS.apart, profile)}`;
}

/** A room that units stand in without the house's pipes: a cabinet under a sink, or the wall at the cold pipe. */
export type OwnRoomKind = "cabinet" | "wall";

/** How each room is called, and what is said of it. */
export const ownRoomWords: Readonly<
  Record<
    OwnRoomKind,
    {
      readonly title: string;
      readonly notMeasured: string;
      readonly tooSmall: string;
      readonly where: string;
      readonly label: string;
      readonly floor: string;
      readonly caption: string;
    }
  >
> = {
  cabinet: {
    title: "Under the sink",
    notMeasured: "the cabinet is not measured yet",
    tooSmall: "they do not go into this cabinet",
    where: "under the sink",
    label: "The cabinet to scale, seen from its door; the lists say the same in words",
    floor: "on its floor",
    caption: "Where each stands, seen from the door",
  },
  wall: {
    title: "On the wall at the cold pipe",
    notMeasured: "the wall is not measured yet",
    tooSmall: "they do not go on this wall",
    where: "on the wall",
    label: "The wall to scale; the lists say the same in words",
    floor: "on the floor",
    caption: "Where each stands",
  },
};

/** What units stand on or in, as its size is said. */
const roomOf = {
  wall: { wider: "on a wall that much wider", higher: "under a ceiling that much higher" },
  cabinet: { wider: "in a cabinet that much wider", higher: "in a cabinet that much higher" },
} as const;

/** What, changed alone, would let everything stand, as a sentence. */
export function remedyWords(
  r: Remedy,
  name: NameOf,
  profile: UnitSystem,
  room: keyof typeof roomOf = "wall",
): string {
  switch (r.is) {
    case "wider":
      return `${length(r.by, profile)} too narrow: it fits ${roomOf[room].wider}`;
    case "higher":
      return `${length(r.by, profile)} too low: it fits ${roomOf[room].higher}`;
    case "deeper":
      return `${length(r.by, profile)} too little depth in front`;
    case "without":
      return `it fits without the ${r.obstacle}`;
    case "cut":
      return `it fits with the house's pipe cut ${length(Math.abs(r.by), profile)} ${r.by > 0 ? "higher" : "lower"}`;
    case "lying":
      return `it fits with ${name(r.unit)} on its side`;
    case "further":
      return `it fits with ${name(r.unit)} ${length(r.within, profile)} from its valve`;
    case "lessFree":
      return `${roomWords[r.side]} ${name(r.unit)} is not there`;
  }
}
