import type { Assembly } from "@/core/plumbing/assembly";
import type { CatalogueFitting, JointMethod } from "@/core/plumbing/fittings";
import type { TakeOffLine } from "@/core/plumbing/takeOffLine";
import { substitutesOf } from "@/core/plumbing/van";

const methodWords: Readonly<Record<JointMethod, string>> = {
  crimp: "rings and their tool",
  expansion: "expansion rings and their tool",
  pushFit: "push-fit, no tool",
  solder: "soldered",
  cement: "cemented",
};

/** What would do instead of a line of the list: fittings between the same ports, each with how it is joined. */
export function insteadOf(
  line: TakeOffLine,
  { fittings }: Assembly,
  all: readonly CatalogueFitting[],
): readonly string[] {
  const used = fittings.find((f) => line.id === `fitting ${f.fitting.id}`);
  if (!used) return [];
  return substitutesOf(used.fitting, all).map((f) => {
    const methods = [...new Set(f.methods.filter((m) => m !== undefined))];
    return `${f.name}${methods.length > 0 ? `: ${methods.map((m) => methodWords[m]).join(", ")}` : ""}`;
  });
}
