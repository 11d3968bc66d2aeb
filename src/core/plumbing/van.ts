import type { Assembly, Joint } from "./assembly";
import { bearsAsMuch, doesTheSame, type CatalogueFitting } from "./fittings";
import { jointPlaces, jointsByPlace, type JointPlace } from "./made";
import type { TakeOffLine } from "./takeOffLine";

/**
 * How a line of the list was found when the van was packed: in it, or not to be had. `count`: how much was
 * asked for then, pieces or mm.
 */
export interface PartMark {
  readonly what: string;
  readonly state: "loaded" | "missing";
  readonly count?: number;
}

/**
 * How a line stands: packed, missing, or nobody has said; what was packed for less than is asked for now is
 * open again.
 */
export function lineState(line: TakeOffLine, mark: PartMark | undefined): "loaded" | "missing" | "open" {
  if (!mark) return "open";
  const grew = mark.count !== undefined && line.count !== undefined && line.count > mark.count;
  return mark.state === "loaded" && grew ? "open" : mark.state;
}

/** What was packed for a design that has changed since: no line of the list asks for it any more. */
export function leftOver(
  lines: readonly TakeOffLine[],
  marks: Readonly<Record<string, PartMark>>,
): readonly string[] {
  const asked = new Set(lines.map((l) => l.id));
  return Object.entries(marks).flatMap(([id, mark]) =>
    mark.state === "loaded" && !asked.has(id) ? [mark.what] : [],
  );
}

/**
 * Does a joint need a line of the list: it asks for it, or joins what the line is. What a unit asks for
 * besides, salt or a drill, no joint needs.
 */
function needs({ id, parts }: Joint, why: TakeOffLine["why"]): boolean {
  return why.some((w) => {
    if (w.by === "rule" || w.by === "unit") return false;
    return w.by === "joint" ? w.id === id : parts.includes(w.id);
  });
}

/**
 * Where joints are made that wait for a line of the list, in the order of the work: those that need it, and
 * on the wall all of a pipe of which something is not built at the bench. Empty for what no joint needs.
 */
export function waitsFor(line: TakeOffLine, assembly: Assembly): readonly JointPlace[] {
  const byPlace = jointsByPlace(assembly);
  const needing = assembly.joints.filter((joint) => needs(joint, line.why));
  const runs = new Set(needing.map((j) => j.run));
  return jointPlaces.filter((place) =>
    byPlace[place].some((joint) => (place === "bench" ? needing.includes(joint) : runs.has(joint.run))),
  );
}

/**
 * Fittings that do the same between the same two ports, joined in another way, and bear as much (handbook
 * 3, Stock); the cheapest first.
 */
export const substitutesOf = (
  fitting: CatalogueFitting,
  all: readonly CatalogueFitting[],
): readonly CatalogueFitting[] =>
  all
    .filter((f) => f.id !== fitting.id && doesTheSame(f, fitting) && bearsAsMuch(f, fitting))
    .toSorted((a, b) => a.price - b.price);
