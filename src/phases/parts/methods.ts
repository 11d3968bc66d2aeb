import { joints as rules } from "@/catalogue/joints";
import type { JobState, Knowledge } from "@/core/job";
import { waysToJoin, type Way } from "@/core/fit/piped";
import type { Assembly } from "@/core/plumbing/assembly";
import { jointMinutes, partsPrice } from "@/core/plumbing/takeOff";
import { jointOf } from "@/core/plumbing/piping";
import type { TrainJudgement } from "@/core/train";
import { assemblyOf, fitOf } from "@/core/record/fitOf";

/** What one way of joining costs on a job. */
export interface MethodRow {
  readonly way: Way;
  readonly isChosen: boolean;
  /** Absent where the pipes do not go so as the units stand. */
  readonly built?: {
    readonly price: number;
    /** Absent where nobody says how long such a joint takes. */
    readonly minutes?: number;
    readonly tool?: string;
    /** Joints on the wall that its tool does not reach; absent where the depth in front is not measured. */
    readonly outOfReach?: number;
    readonly rotatable: boolean;
    readonly reusable: boolean;
  };
}

/** Joints on the wall whose tool needs more room in front than there is. */
function outOfReach({ joints }: Assembly, depth: number | undefined): number | undefined {
  const swung = joints.filter((j) => j.where === "wall" && rules.get(j.kind)!.swingMm !== undefined);
  if (swung.length === 0) return 0;
  if (depth === undefined) return undefined;
  return swung.filter((j) => rules.get(j.kind)!.swingMm! > depth).length;
}

/** The ways to join a job's train side by side, as its units stand (handbook 3, Joint-method comparison). */
export function methodsOf(job: JobState, judged: TrainJudgement, known: Knowledge): readonly MethodRow[] {
  const own = fitOf(job, judged, known);
  if (own.piping.is !== "known") return [];
  const { train } = own.piping.piping;
  return waysToJoin(own.piping.piping).map((way): MethodRow => {
    const fit = fitOf(job, judged, known, { way });
    const assembly = assemblyOf(fit, job);
    const rule = rules.get(jointOf(way.method, { ...train, ...way }))!;
    return {
      way,
      isChosen: way.system === train.system && way.method === train.method && way.ring === train.ring,
      ...(assembly && fit.found.is === "known"
        ? {
            built: {
              price: partsPrice(assembly),
              ...(rule.minutes === undefined ? {} : { minutes: jointMinutes(assembly, rules).minutes }),
              tool: rule.tool,
              outOfReach: outOfReach(assembly, fit.found.wall.depth),
              rotatable: rule.rotatable,
              reusable: rule.reusable,
            },
          }
        : {}),
    };
  });
}
