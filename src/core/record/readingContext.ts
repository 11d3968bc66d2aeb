import { pipeLoss } from "../plumbing";
import { lossCurve } from "../treatment";
import { connectionOf, roRated, type PlacedUnit, type UnitModel } from "../families";
import type { ReadingContext } from "../readings";
import { judgeJob, withModels, type Station } from "../train";
import { disinfectionFor, programOf } from "./computed";
import { siteFacts, type SiteFacts } from "../site";
import { lower, upper, type Measured } from "../units";
import { housePressures } from "../water/pressures";
import type { JobState, Knowledge } from "../job";
import { governing, governingUnits } from "./basis";
import { laidOf } from "./laid";

/** What stands in the house at rest: no more than its reducing valve lets through. */
const staticOf = ({ staticPressure, reducer }: SiteFacts): number | undefined =>
  staticPressure === undefined ? undefined : Math.min(staticPressure, reducer ?? Infinity);

/** The least and the most pressure that a unit takes where it is connected, kPa; a pump needs only its own inlet. */
function feedBand(model: UnitModel, isBoosted: boolean) {
  const least = model.booster?.minInlet ?? (isBoosted ? undefined : model.ro?.minFeed);
  return { least, most: Math.min(model.ro?.maxFeed ?? Infinity, model.maxPressure ?? Infinity) };
}

/** What the units of a job take where none stands in the house's line; undefined where one does. */
function feedOf(models: readonly UnitModel[]): ReadingContext["feed"] {
  if (models.length === 0 || models.some((m) => connectionOf(m) === "line")) return undefined;
  const isBoosted = models.some((m) => m.booster && !m.ro);
  const bands = models.map((m) => ({ unit: m.code, ...feedBand(m, isBoosted) }));
  const least = bands.filter((b) => b.least !== undefined).sort((a, b) => b.least! - a.least!)[0];
  const most = bands.filter((b) => b.most < Infinity).sort((a, b) => a.most - b.most)[0];
  return {
    least: least && { kPa: least.least!, unit: least.unit },
    most: most && { kPa: most.most, unit: most.unit },
  };
}

/** A filter or reactor that is sized by its faucet. */
const isAtFaucet = (model: UnitModel): boolean =>
  model.family === "pointFilter" || model.family === "uvPoint";

/** Chlorine of a disinfection: what it starts with, the litres that are dosed, and what the source itself brings. */
function disinfectionContext(
  job: JobState,
  unitKey: string | undefined,
  units: readonly PlacedUnit[],
  knowledge: Knowledge,
): Pick<ReadingContext, "dose" | "sourceChlorine"> {
  const lamp = units.find((u) => u.model.uv && (unitKey === undefined || u.unit.key === unitKey));
  const basis = { ...governing(job), answers: job.answers };
  const disinfection = lamp && disinfectionFor(basis, units, lamp.unit.key, knowledge);
  return {
    dose: disinfection && { start: disinfection.start, litres: disinfection.litres },
    sourceChlorine: upper(siteFacts(job.answers).water.chlorine),
  };
}

/** What a softener's valve is to be set to; undefined for any other unit. */
function programFor(
  job: JobState,
  unitKey: string,
  stations: readonly Station[],
  knowledge: Knowledge,
): ReadingContext["program"] {
  const station = stations.find((s) => s.key === unitKey);
  if (!station?.model.softener) return undefined;
  const { reserveDay } = knowledge.schoolsWith(governing(job).schools ?? {});
  return programOf(station, job.answers, reserveDay);
}

const range = (m: Measured | undefined) => {
  const [least, most] = [lower(m), upper(m)];
  return least === undefined || most === undefined ? undefined : { least, most };
};
/** What the survey says of the raw water; what it does not say is left out. */
function surveyedOf({ water }: SiteFacts): NonNullable<ReadingContext["surveyed"]> {
  const { hardness, chlorine, temperature } = water;
  const ranges = { hardness: range(hardness), chlorine: range(chlorine), temperature: range(temperature) };
  return Object.fromEntries(Object.entries(ranges).flatMap(([id, r]) => (r ? [[id, r]] : [])));
}

/** What the pipes of a train take at 1 L/min, where its units are placed. */
const pipesOf = (laid: ReturnType<typeof laidOf>): Pick<ReadingContext, "pipes"> =>
  laid ? { pipes: laid.flat().reduce((kPa, pipe) => kPa + pipeLoss(pipe, 1), 0) } : {};

/**
 * What readings are judged against (handbook 6): those of one unit of the governing design, or those of the
 * whole train.
 */
export function readingContext(
  job: JobState,
  unitKey: string | undefined,
  knowledge: Knowledge,
): ReadingContext {
  const units = withModels(governingUnits(job), knowledge);
  // Readings are compared with what the design says of this site now, as the survey stands.
  const basis = { ...governing(job), answers: job.answers };
  const judged = judgeJob(basis, knowledge);
  const mine = unitKey ? units.filter((u) => u.unit.key === unitKey) : units;
  const ro = mine.find((u) => u.model.ro)?.model.ro;
  const station = judged.stations.find((s) => s.model.ro && (!unitKey || s.key === unitKey));
  const lamp = mine.find((u) => u.model.uv);
  const uv = lamp?.model.uv;
  const carbon = mine.find((u) => u.model.carbon);
  const main = units.filter((u) => !u.model.branch);
  const feedTds = station ? upper(station.waterIn.tds) : undefined;
  return {
    loss: main.map((u) => ({ curve: lossCurve(u.model.lossPoints), parallel: u.unit.parallel })),
    ...pipesOf(laidOf(job, basis, judged, knowledge)),
    trainMax: Math.min(housePressures.housingMost, ...main.flatMap((u) => u.model.maxPressure ?? [])),
    ro: ro && { ...roRated(ro), preLoss: ro.preLoss, feedTds },
    uv: uv && {
      ratedFlow: uv.ratedFlow,
      ratedUvt: uv.ratedUvt,
      uvt: uv.ratedUvt,
      layerCm: uv.layerCm,
      endOfLife: uv.endOfLife,
      ratedDose: uv.dose,
      maxFlow: uv.maxFlow ?? uv.ratedFlow,
      parallel: lamp!.unit.parallel,
      least: uv.minUvt,
    },
    ...disinfectionContext(job, unitKey, units, knowledge),
    tapChlorine: knowledge.tables.tap.find((l) => l.key === "chlorine")?.max,
    roBare: units.some((u) => u.model.ro !== undefined && u.model.ro.carbonStages === 0),
    pointMost: mine.find((u) => isAtFaucet(u.model))?.model.ratedFlow,
    program: unitKey === undefined ? undefined : programFor(job, unitKey, judged.stations, knowledge),
    // Equal units side by side share what flows (handbook 10, ruling 20).
    carbonLitres: carbon && carbon.model.carbon!.mediaLitres * carbon.unit.parallel,
    feed: feedOf(units.map((u) => u.model)),
    static: staticOf(siteFacts(job.answers)),
    surveyed: surveyedOf(siteFacts(job.answers)),
  };
}
