import { joints as rules } from "@/catalogue/joints";
import type { JobState, Knowledge } from "@/core/job";
import { isChosenWay, waysToJoin, type Way } from "@/core/fit/jobPiping";
import type { Assembly } from "@/core/plumbing/assembly";
import { jointMinutes, partsPrice } from "@/core/plumbing/takeOff";
import { jointOf } from "@/core/plumbing/piping";
import type { TrainJudgement } from "@/core/train";
import { assemblyOf, fitOf } from "@/core/record/fitOf";

/** What one way of joining costs on a job. */
export interface MethodRow {
  readonly way: Way;
  readonly isChosen: boolean;
  /** No other that reaches every joint asks for less money in fittings. */
  readonly isCheapest: boolean;
  /** Absent where the pipes do not go so as the units stand. */
  readonly built?: {
    readonly price: number;
    /** Absent where nobody says how long such a joint takes. */
    readonly minutes?: number;
    readonly tools: readonly string[];
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

/** How a train is joined in one way, as its units stand; undefined where its pipes do not go so. */
function builtBy(way: Way, job: JobState, judged: TrainJudgement, known: Knowledge): MethodRow["built"] {
  const fit = fitOf(job, judged, known, { way });
  const assembly = assemblyOf(fit, job, known);
  if (!assembly || fit.piping.is !== "known") return undefined;
  const depth = fit.found.is === "known" ? fit.found.wall.depth : undefined;
  const { train } = fit.piping.piping;
  const methods = [train.method, ...(way.wall ? [way.wall] : [])];
  const used = methods.map((method) => rules.get(jointOf(method, train))!);
  return {
    price: partsPrice(assembly),
    ...(used.some((rule) => rule.minutes === undefined)
      ? {}
      : { minutes: jointMinutes(assembly, rules).minutes }),
    tools: used.flatMap((rule) => rule.tool ?? []),
    outOfReach: outOfReach(assembly, depth),
    rotatable: used.every((rule) => rule.rotatable),
    reusable: used.every((rule) => rule.reusable),
  };
}

/** The ways to join a job's train side by side, as its units stand (handbook 3, Joint-method comparison). */
export function methodsOf(job: JobState, judged: TrainJudgement, known: Knowledge): readonly MethodRow[] {
  const own = fitOf(job, judged, known);
  if (own.piping.is !== "known") return [];
  const { piping } = own.piping;
  const rows = waysToJoin(piping).map((way) => ({ way, built: builtBy(way, job, judged, known) }));
  const prices = rows.flatMap(({ built }) => (built?.outOfReach === 0 ? [built.price] : []));
  const least = Math.min(...prices);
  return rows.map(({ way, built }) => ({
    way,
    isChosen: isChosenWay(piping, way),
    isCheapest: built?.outOfReach === 0 && built.price === least,
    ...(built ? { built } : {}),
  }));
}
