import { keysOf } from "../families";
import { roRated } from "../families/ro";
import type { JobState, Knowledge } from "../job";
import type { HousePipes, HouseTap } from "../plumbing/house";
import type { Network } from "../plumbing/network";
import { boreKey, laidRuns, trainNetwork, type BranchFed, type DrivenTrain } from "../plumbing/pressure";
import { siteFacts, tapsOf } from "../site";
import { upper } from "../units";
import { judgeJob, type DesignBasis, type TrainJudgement } from "../train";
import { supplyCurveOf } from "../train/ground";
import { lossCurve } from "../treatment";
import { draftBasis, draftPlaced, type Placed } from "./basis";
import { assemblyOf, fitOf, type FitOfJob } from "./fitOf";

/** Fields of the survey that lead to the farthest tap. */
export const farTapFields = { rise: "farTap.rise", pipe: "farTap.pipe", size: "farTap.size" } as const;

/**
 * What drives a job's train and what its units take, as pressures are computed; undefined while too little
 * is known.
 */
export type Driving = Omit<DrivenTrain, "assembly"> & { readonly peak?: number; readonly shower: number };

/** Roughness and bore of a job's pipes; undefined while too little is known of them. */
function boresOf({ piping }: FitOfJob, answers: DesignBasis["answers"], { tables }: Knowledge) {
  if (piping.is !== "known") return undefined;
  const { house, train } = piping.piping;
  const ofHouse = tables.pipes[answers["cutin.pipe"]!.text]!;
  const ofTrain = train.system === house.system ? ofHouse : tables.pipes[train.system]!;
  const bore = ({ C, idMm }: typeof ofHouse, size: string) => ({ C, idMm: idMm[size]! });
  return { [boreKey(house)]: bore(ofHouse, house.size), [boreKey(train)]: bore(ofTrain, train.size) };
}

/**
 * Taps of the house to which somebody measured the way: the farthest, and those that were written down
 * besides. Of a range what leaves least is taken, and a size that is not said is that at the cut.
 */
function tapsFrom(answers: DesignBasis["answers"], { tables }: Knowledge): readonly HouseTap[] {
  const pipe = tables.pipes[answers["cutin.pipe"]?.text ?? ""];
  const size = answers[farTapFields.size]?.text || answers["cutin.size"]?.text;
  const idMm = pipe && size ? pipe.idMm[size] : undefined;
  if (!pipe || idMm === undefined) return [];
  const way = (lengthM: number) => ({ lengthM, C: pipe.C, idMm });
  const [riseM, lengthM] = [
    upper(answers[farTapFields.rise]?.measured),
    upper(answers[farTapFields.pipe]?.measured),
  ];
  const { openFlow } = tables.demand;
  const far =
    riseM === undefined || lengthM === undefined
      ? []
      : [{ id: "farthest tap", riseM, pipe: way(lengthM), flow: openFlow.shower! }];
  const others = tapsOf(answers["house.taps"]?.text ?? "").map(({ id, kind, rise, pipe: mm }) => ({
    id,
    riseM: rise / 1000,
    pipe: way(mm / 1000),
    flow: openFlow[kind]!,
  }));
  return [...far, ...others];
}

/** A branch from a house's common pipe to a tap, where nobody measured one. */
const USUAL_BRANCH_M = 3;

/**
 * How the taps of a house hang on its pipe. Where nobody said, on one that leads to the farthest: what they
 * draw at once is felt by all behind it.
 */
function housePipesOf(answers: DesignBasis["answers"]): HousePipes {
  const runs = answers["house.runs"]?.text;
  if (runs === "own") return { isAssumed: false };
  const branch = upper(answers["house.branch"]?.measured);
  return {
    branchM: branch ?? USUAL_BRANCH_M,
    isAssumed: !runs || branch === undefined,
  };
}

/** ROs that a train feeds, where it is known how high they stand. */
function branchesOf(
  judged: TrainJudgement,
  { answers }: Pick<JobState, "answers">,
  known: Knowledge,
): readonly BranchFed[] {
  const { tables } = known;
  const hosted = new Set(judged.stations.flatMap((s) => (s.model.booster ? (s.placement.host ?? []) : [])));
  const pipe = tables.pipes[answers["cutin.pipe"]?.text ?? ""];
  const idMm = pipe?.idMm[answers["cutin.size"]?.text ?? ""];
  const lengthM = upper(answers["sink.pipe"]?.measured);
  const way = pipe && idMm !== undefined && lengthM !== undefined ? { lengthM, C: pipe.C, idMm } : undefined;
  return judged.stations.flatMap(({ unit, model, placement }): BranchFed[] => {
    const riseM = unit.riseM ?? siteFacts(answers).tapRise;
    if (!model.ro || placement.connects === "line" || riseM === undefined) return [];
    const { permeate, concentrate } = roRated(model.ro);
    return [
      {
        key: unit.key,
        riseM,
        ...(way ? { pipe: way } : {}),
        flow: permeate + concentrate,
        beside: judged.continuous ?? tables.demand.openFlow.shower!,
        least: model.ro.minFeed,
        isBoosted: hosted.has(unit.key) || model.booster !== undefined,
      },
    ];
  });
}

/** What a unit's backwash takes, where it has one. */
const washOf = (figures: TrainJudgement["stations"][number]["figures"]): { readonly wash?: number } => {
  const wash = figures.find((f) => f.id === "backwash")?.value;
  return wash === undefined ? {} : { wash };
};

/**
 * The losses of a job's units, its supply and its pipes' bores; undefined where a unit states no loss, or
 * too little is known of the supply or the pipes.
 */
export function drivingOf(
  fit: FitOfJob,
  job: Pick<JobState, "answers">,
  judged: TrainJudgement,
  known: Knowledge,
): Driving | undefined {
  const { line } = fit;
  const { tables } = known;
  const supply = supplyCurveOf(siteFacts(job.answers), tables.pipes);
  const bores = boresOf(fit, job.answers, known);
  if (!supply || !bores || line.some((s) => s.model.lossPoints.length === 0)) return undefined;
  return {
    supply,
    bores,
    taps: tapsFrom(job.answers, known),
    house: housePipesOf(job.answers),
    branches: branchesOf(judged, job, known),
    units: line.flatMap(({ unit, model, figures }) =>
      keysOf(unit).map((key) => ({
        key,
        of: unit.key,
        ...lossCurve(model.lossPoints),
        ...washOf(figures),
        ...(model.family === "cartridge" && model.ratedFlow ? { rated: model.ratedFlow } : {}),
      })),
    ),
    ...(judged.peak === undefined ? {} : { peak: judged.peak }),
    shower: tables.demand.openFlow.shower!,
  };
}

/**
 * The network of a job's draft at its design peak, or at one shower while no fixtures are counted;
 * undefined until its pipes are known.
 */
export function draftNetwork(job: JobState, known: Knowledge): Network | undefined {
  const judged = judgeJob(draftBasis(job), known);
  const fit = fitOf(job, judged, known);
  const assembly = assemblyOf(fit, job, known);
  const driving = drivingOf(fit, job, judged, known);
  if (!assembly || !driving || fit.line.length === 0) return undefined;
  return trainNetwork({ ...driving, assembly }, driving.peak ?? driving.shower);
}

type Basis = DesignBasis & Partial<Placed>;

function laid(job: JobState, basis: Basis, judged: TrainJudgement, known: Knowledge): DesignBasis["laid"] {
  const fit = fitOf(job, judged, known, { basis });
  const assembly = assemblyOf(fit, { places: basis.places ?? {}, held: basis.held }, known);
  const bores = boresOf(fit, basis.answers, known);
  return assembly && bores && fit.line.length > 0 ? laidRuns({ assembly, bores }) : undefined;
}

/** What was laid last for places, and what it rested on: a run asks for each of its readings. */
const remembered = new WeakMap<
  object,
  { readonly on: readonly unknown[]; readonly laid: DesignBasis["laid"] }
>();

/**
 * The pipes of a design as they are built, before each unit of its line and behind the last; undefined
 * while its units have no place, or too little is known of its pipes. The same places, answers, units and
 * knowledge are remembered by identity.
 */
export function laidOf(
  job: JobState,
  basis: Basis,
  judged: TrainJudgement,
  known: Knowledge,
): DesignBasis["laid"] {
  const { places, answers, units, schools } = basis;
  if (!places || Object.keys(places).length === 0) return undefined;
  const on = [
    answers,
    units,
    known,
    job.bypass,
    JSON.stringify([schools ?? {}, basis.held ?? {}, basis.transitions ?? {}]),
  ];
  const had = remembered.get(places);
  if (had && on.every((one, i) => one === had.on[i])) return had.laid;
  const fresh = { on, laid: laid(job, basis, judged, known) };
  remembered.set(places, fresh);
  return fresh.laid;
}

/** A design as it is judged. */
export interface JudgedDesign {
  readonly judged: TrainJudgement;
  /** What its pipes take is counted: its units are placed. */
  readonly hasPipes: boolean;
}

/**
 * The judgement of a job's draft, or of a design that was signed, with what its pipes take where its units
 * are placed (handbook 3, The network); by its units alone before that.
 */
export function judgedDesign(job: JobState, known: Knowledge, basis: Basis = draftPlaced(job)): JudgedDesign {
  const judged = judgeJob(basis, known);
  const pipes = laidOf(job, basis, judged, known);
  return pipes
    ? { judged: judgeJob({ ...basis, laid: pipes }, known), hasPipes: true }
    : { judged, hasPipes: false };
}

/** The judgement of a design alone. */
export const judgedOf = (job: JobState, known: Knowledge, basis?: Basis): TrainJudgement =>
  judgedDesign(job, known, basis).judged;
