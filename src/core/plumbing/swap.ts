import type { Assembly, Joint, Used } from "./assembly";
import type { Swapped } from "./row";
import type { CatalogueFitting, JointMethod } from "./fittings";
import type { JointKind, JointRule } from "./joint";
import { wayOf } from "./made";
import type { Swap } from "./swapped";
import { substitutesOf } from "./van";

/** Ways that need nothing but hands: what else comes instead is a matter of the bench. */
const byHand: ReadonlySet<JointMethod> = new Set(["pushFit"]);
const isByHand = ({ methods }: CatalogueFitting): boolean =>
  methods.every((method) => method === undefined || byHand.has(method));

/** Joints that are made otherwise after a change, by how. */
function changedWays(
  before: readonly Joint[],
  after: readonly Joint[],
  rules: ReadonlyMap<JointKind, JointRule>,
): Swap["ways"] {
  const kinds = new Map(before.map((j) => [j.id, j.kind]));
  const ways = new Map<string, Swap["ways"][number]>();
  for (const joint of after) {
    if (kinds.get(joint.id) === joint.kind) continue;
    const way = wayOf(joint, rules);
    const key = JSON.stringify(way);
    ways.set(key, { ...way, joints: [...(ways.get(key)?.joints ?? []), joint.id] });
  }
  return [...ways.values()];
}

/**
 * What may come instead of the fittings of an assembly on site: pushed on, between the same ports, where no
 * piece gets too short by it. `build`: the assembly with some fittings swapped. The bypass in the house's
 * pipe is left as it is: its tees would stand farther apart.
 */
export function swapsOf(
  assembly: Assembly,
  build: (swapped: Swapped) => Assembly | undefined,
  all: readonly CatalogueFitting[],
  rules: ReadonlyMap<JointKind, JointRule>,
): readonly Swap[] {
  const swapFor = ({ id, fitting }: Used, to: CatalogueFitting): readonly Swap[] => {
    const after = build(new Map([[id, to]]));
    if (!after || after.faults.length > assembly.faults.length) return [];
    const ways = changedWays(assembly.joints, after.joints, rules);
    const named = (f: CatalogueFitting) => ({ fitting: f.id, name: f.name });
    return ways.length === 0 ? [] : [{ part: id, was: named(fitting), to: named(to), ways }];
  };
  return assembly.fittings
    .filter((used) => !used.isShared)
    .flatMap((used) =>
      substitutesOf(used.fitting, all)
        .filter(isByHand)
        .flatMap((to) => swapFor(used, to)),
    );
}
