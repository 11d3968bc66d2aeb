import type { Assembly } from "@/core/plumbing/assembly";
import { jointPlaces, jointsByPlace, type JointPlace } from "@/core/plumbing/made";
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

/** Why a line is on the list; `run`: the pipe on the drawing that asks for it. */
interface Reason {
  readonly says: string;
  readonly run?: string;
}

/** Why a line is on the list, each reason once with how often it counts. */
export function reasonsOf(line: TakeOffLine, assembly: Assembly, names: Names): readonly Reason[] {
  const joints = new Map(assembly.joints.map((j) => [j.id, j]));
  const runOf = new Map([...assembly.pieces, ...assembly.fittings].map((p) => [p.id, p.run]));
  const say = (why: Why): Reason => {
    switch (why.by) {
      case "rule":
        return { says: why.says };
      case "itself":
        return { says: "stands in the design" };
      case "unit":
        return { says: `asked for by ${names.part(why.id)}` };
      case "joint": {
        const joint = joints.get(why.id)!;
        const { run } = joint;
        return { says: `${names.run(run)}: ${jointSaid(joint, names)}`, run };
      }
      case "piece": {
        const run = runOf.get(why.id)!;
        return { says: `${names.run(run)}: ${names.part(why.id)}`, run };
      }
      case "part": {
        const run = runOf.get(why.id)!;
        return { says: names.run(run), run };
      }
    }
  };
  const counted = new Map<string, Reason & { readonly times: number }>();
  for (const why of line.why) {
    const reason = say(why);
    counted.set(reason.says, { ...reason, times: (counted.get(reason.says)?.times ?? 0) + 1 });
  }
  return [...counted.values()].map(({ says, run, times }) => ({
    says: times > 1 ? `${says} (${times})` : says,
    run,
  }));
}

const usedWords: Readonly<Record<JointPlace, string>> = {
  bench: "at the bench",
  house: "at the house's pipe",
  train: "on the wall",
};
/**
 * At which work a tool is used: where the joints are made that ask for it, and at which units; empty for
 * what no step names.
 */
export function usedAt({ group, why }: TakeOffLine, assembly: Assembly, names: Names): string {
  if (group !== "tools") return "";
  const joints = new Set(why.flatMap((w) => (w.by === "joint" ? [w.id] : [])));
  const byPlace = jointsByPlace(assembly);
  const places = jointPlaces.filter((place) => byPlace[place].some((j) => joints.has(j.id)));
  const units = new Set(why.flatMap((w) => (w.by === "unit" ? [names.part(w.id)] : [])));
  return [...places.map((place) => usedWords[place]), ...[...units].map((code) => `at ${code}`)].join(", ");
}
