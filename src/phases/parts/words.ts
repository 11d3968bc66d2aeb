import type { Assembly } from "@/core/plumbing/assembly";
import { jointSaid, type Names } from "@/core/plumbing/named";
import type { TakeOffLine, Why } from "@/core/plumbing/takeOffLine";
import type { Piping } from "@/core/plumbing/piping";
import { print, type UnitSystem } from "@/core/units";

const pipeWords: Readonly<Record<Piping["system"], string>> = {
  pex: "PEX",
  copper: "copper",
  cpvc: "CPVC",
  pvc: "PVC",
  peSupply: "PE supply pipe",
};
/** A pipe by its size and what it is made of. */
export const pipeName = ({ size, system }: Pick<Piping, "size" | "system">): string =>
  `${size} in ${pipeWords[system]} pipe`;

/** A length of pipe or tape as it is bought. */
export const bought = (mm: number, profile: UnitSystem): string => print(mm / 1000, "height", profile);

export const groupWords: Readonly<Record<TakeOffLine["group"], string>> = {
  units: "Units, and what is not in their boxes",
  pipe: "Pipe",
  fittings: "Fittings and rings",
  seal: "Sealing",
  fixings: "Fixings",
  tools: "Tools",
  spares: "Spares",
  site: "For the floor and the hands",
};

/** Why a line is on the list, each reason once with how often it counts. */
export function reasonsOf(line: TakeOffLine, assembly: Assembly, names: Names): readonly string[] {
  const joints = new Map(assembly.joints.map((j) => [j.id, j]));
  const runOf = new Map([...assembly.pieces, ...assembly.fittings].map((p) => [p.id, p.run]));
  const say = (why: Why): string => {
    switch (why.by) {
      case "rule":
        return why.says;
      case "itself":
        return "stands in the design";
      case "unit":
        return `asked for by ${names.part(why.id)}`;
      case "joint": {
        const joint = joints.get(why.id)!;
        return `${names.run(joint.run)}: ${jointSaid(joint, names)}`;
      }
      case "piece":
        return `${names.run(runOf.get(why.id)!)}: ${names.part(why.id)}`;
      case "part":
        return names.run(runOf.get(why.id)!);
    }
  };
  const counts = new Map<string, number>();
  for (const why of line.why) counts.set(say(why), (counts.get(say(why)) ?? 0) + 1);
  return [...counts].map(([text, n]) => (n > 1 ? `${text} (${n})` : text));
}
