import { print, type UnitSystem } from "../units";
import { keysOf } from "../families/keysOf";
import type { Assembly, Joint, Piece, Used } from "./assembly";
import { manifoldId } from "./run";
import { cutLength } from "./cutLength";

/** A length as it is cut: to the millimetre, or to a hundredth of an inch. */
export const cutSaid = (mm: number, profile: UnitSystem): string =>
  print(mm, "length", profile, profile === "us" ? 2 : 0);
/** Names of what an assembly is made of. */
export interface Names {
  /** A unit, fitting, piece or the house's pipe, by its id. */
  readonly part: (id: string) => string;
  /** A pipe on its way, by its id. */
  readonly run: (id: string) => string;
  /** What it is numbered on drawings and in the cut list, from 1; undefined for what has no pipe that is cut. */
  readonly number: (run: string) => number | undefined;
}

/** Pipes on their way that pieces are cut for, in the order in which they are numbered. */
export const numberedRuns = ({ pieces }: Assembly): readonly string[] => [
  ...new Set(pieces.map((p) => p.run)),
];

/** A unit by its key and code; `count`: so many of it side by side. */
interface Named {
  readonly key: string;
  readonly code: string;
  readonly count: number;
}

/** Names of a unit, or of each of those side by side, by their keys. */
const named = (unit: Named): (readonly [string, string])[] =>
  keysOf({ key: unit.key, parallel: unit.count }).map((key, i, { length }) => [
    key,
    length > 1 ? `${unit.code} ${i + 1}` : unit.code,
  ]);

/** Units side by side as one. */
const together = ({ code, count }: Named): string => (count > 1 ? `${code} × ${count}` : code);

/** Names of a manifold's pipes, each and together, by their ids. */
function manifoldRuns({ runs }: Assembly, units: readonly Named[]): (readonly [string, string])[] {
  const parts = new Map(units.flatMap(named));
  return runs.flatMap(({ id, from, to, manifold }) => {
    if (!manifold) return [];
    const unit = units.find((u) => u.key === manifold.unit);
    const where = manifold.side === "inlet" ? "before" : "behind";
    const whole = `the manifold ${where} ${unit ? together(unit) : manifold.unit}`;
    const ofUnit = [from, to].find((end) => end.is === "unit");
    const ofLeg = ofUnit && `the leg of the manifold ${where} ${parts.get(ofUnit.part) ?? ofUnit.part}`;
    return [
      [id, ofLeg ?? whole],
      [manifoldId(manifold), whole],
    ] as const;
  });
}

/** Legs of a bypass that wait for their train. */
const legs: Readonly<Record<string, string>> = {
  legIn: "the leg that will lead to the train",
  legOut: "the leg that will come back",
};

/**
 * What names an assembly's parts: `line`, the units in the house's line in the order of the water;
 * `levers`, what the valves' handles are called in the rig, by their ids.
 */
export interface NamedBy {
  readonly line: readonly Named[];
  readonly units: readonly Named[];
  readonly levers: ReadonlyMap<string, string>;
}

/** What a fitting is called: a valve as its tag calls it, where the rig knows it. */
function fittingName({ fitting, lever }: Used, levers: NamedBy["levers"]): string {
  const called = lever === undefined ? undefined : levers.get(lever);
  return called === undefined ? fitting.name : `${called.charAt(0).toLowerCase()}${called.slice(1)}`;
}

/** Names of an assembly's parts; units by the codes of the design. */
export function namesOf(assembly: Assembly, { line, units, levers }: NamedBy, profile: UnitSystem): Names {
  const codes = new Map([...units.map((u) => [u.key, together(u)] as const), ...units.flatMap(named)]);
  const fittings = new Map(assembly.fittings.map((f) => [f.id, fittingName(f, levers)]));
  const pieces = new Map(assembly.pieces.map((p) => [p.id, pieceName(p, profile)]));
  const house: Readonly<Record<string, string>> = {
    "house.before": "the house's pipe, where water comes",
    "house.behind": "the house's pipe, to the house",
  };
  const stops = ["the cut", ...line.map(together), "the house"];
  const runs = new Map(stops.slice(1).map((_, i) => [`r${i + 1}`, i]));
  const ofManifolds = new Map(manifoldRuns(assembly, units));
  const numbers = new Map(numberedRuns(assembly).map((run, i) => [run, i + 1]));
  return {
    number: (run) => numbers.get(run),
    part: (id) => codes.get(id) ?? fittings.get(id) ?? pieces.get(id) ?? house[id] ?? id,
    run: (id) => {
      const at = runs.get(id);
      if (at === undefined) return ofManifolds.get(id) ?? legs[id] ?? "the bypass";
      return `from ${stops[at]!} to ${stops[at + 1]!}`;
    },
  };
}

/** A piece by its length. */
export const pieceName = (piece: Piece, profile: UnitSystem): string =>
  piece.onSite
    ? `pipe measured on site, about ${cutSaid(piece.lengthMm, profile)}`
    : `pipe of ${cutSaid(cutLength(piece), profile)}`;

/** A joint by what it joins. */
export const jointSaid = ({ parts }: Joint, names: Names): string =>
  `${names.part(parts[0])} to ${names.part(parts[1])}`;
