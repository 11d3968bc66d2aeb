import {
  aimed,
  composeRig,
  plan,
  type Arrangement,
  type Move,
  type Rig,
  type RigEdge,
  type SchemeChoice,
  type SchemeUnit,
} from "../rig";
import { siteFacts, type SurveyAnswers } from "../site";
import { sourceSafety } from "../water";
import {
  familyOf,
  placementsOf,
  unitMarks,
  type Connects,
  type PlacedUnit,
  type UnitModel,
} from "../families";
import { withModels, type DesignBasis } from "../train";
import { circumstancesOf, wishOf, type JobState, type Knowledge, type RunRig } from "../job";
import { governing } from "./basis";
import { connectsOf, isHouseShut } from "../run";
import type { Step } from "../run/step";

export interface BypassChoice {
  readonly arrangement: Arrangement;
  readonly drainCock: boolean;
}
/** How a job's train is passed by: as was chosen for it, else by the company's school. */
export const bypassOf = (
  job: Pick<JobState, "bypass">,
  basis: DesignBasis,
  knowledge: Knowledge,
): NonNullable<JobState["bypass"]> | BypassChoice =>
  job.bypass ?? { arrangement: knowledge.schoolsWith(basis.schools ?? {}).arrangement, drainCock: true };

/** Units of RO that plug in have a pump of their own; a separate pump states its figures. */
const pumpOf = (model: UnitModel): SchemeUnit["pump"] =>
  model.booster || (model.ro && model.power && model.ro.pump !== false)
    ? { pressureSwitch: true }
    : undefined;

type AirGap = RigEdge["airGap"];

/**
 * What the rig has to know of an RO. Under a sink its waste goes above the trap by its saddle, or through
 * its faucet; elsewhere to the drain that was surveyed.
 */
const membraneOf = (model: UnitModel, tankOpen: boolean, airGap: AirGap): SchemeUnit["ro"] =>
  model.ro && { tank: model.ro.tank !== undefined, rinseShut: !tankOpen, airGap };

/** Where hands find what is not in the house's line, where the design does not say. */
const usualPlaces: Readonly<Partial<Record<Connects, string>>> = {
  sink: "Under the sink",
  supply: "At its pipe",
  appliance: "At the appliance",
  faucet: "At the faucet",
};

/**
 * The parts of a rig from a design's units (handbook 4); what stands on the line of a unit that is not in
 * the design is left out.
 */
export function rigParts(basis: DesignBasis, knowledge: Knowledge): SchemeUnit[] {
  const units = withModels(basis.units, knowledge);
  const placed = placementsOf(units);
  const { tankOpen, lampFirst } = knowledge.schoolsWith(basis.schools ?? {});
  const airGap = siteFacts(basis.answers).airGap ?? "unknown";
  return units.flatMap(({ unit, model }): SchemeUnit[] => {
    const { rig, ends } = familyOf(model);
    const { connects, host } = placed.get(unit.key)!;
    const rides = connects === "product" || connects === "feed";
    if (rides && host === undefined) return [];
    return [
      {
        key: unit.key,
        name: model.code,
        family: model.family,
        branch: connects !== "line",
        on: rides ? { unit: host!, port: connects } : undefined,
        ends,
        parallel: unit.parallel,
        media: rig.media,
        flush: rig.flushed,
        gentle: model.fill ?? rig.gentle,
        marks: unitMarks(model),
        head: model.head,
        tees: model.tees,
        teesGap: airGap,
        drain: model.softener || model.media?.backwash ? { airGap } : undefined,
        litres: model.waterL,
        place: unit.place || usualPlaces[connects],
        vent: rig.vent,
        apart: rig.apart,
        clock: rig.clock,
        uv: model.uv && {
          lampFirst: model.uv.lampFirst ?? lampFirst,
          stillMinutes: model.uv.stillMinutes,
        },
        doses: model.doser !== undefined,
        pump: pumpOf(model),
        ro: membraneOf(model, tankOpen, connects === "supply" && !model.ro?.airGapFaucet ? airGap : true),
      },
    ];
  });
}

/** Heaters that no breaker switches off; one that is not known is taken for electric. */
const firedHeaters: ReadonlySet<string> = new Set(["gas", "instant", "indirect"]);

/**
 * What the survey says of the house's plumbing, and the design's vessel for what its heater warms; what is
 * not said is left out, and an unknown source stays unknown.
 */
export function rigChoice(
  answers: SurveyAnswers,
  bypass: BypassChoice,
  units: readonly PlacedUnit[] = [],
): SchemeChoice {
  const facts = siteFacts(answers);
  const heater = answers["heater.kind"]?.text;
  const outdoor = answers["takeoff.outdoor"]?.text;
  return {
    ...bypass,
    outdoor: outdoor === "before" || outdoor === "after" ? outdoor : "none",
    heater: heater === "none" ? "none" : heater && firedHeaters.has(heater) ? "other" : "electric",
    expansion:
      answers["heater.expansion"]?.text === "yes" || units.some((u) => u.model.family === "expansionVessel"),
    fullFlow: facts.flowing?.flow,
    source: sourceSafety(facts.water, facts.source),
  };
}

/** Is the house shut for the job of a design. */
export const isShutFor = (basis: DesignBasis, knowledge: Knowledge): boolean =>
  isHouseShut(connectsOf(withModels(basis.units, knowledge)), basis.answers);

/** The rig of a design: the job's own if somebody changed it, else composed. */
export function rigFor(job: Pick<JobState, "bypass">, basis: DesignBasis, knowledge: Knowledge): Rig {
  return (
    job.bypass?.own ??
    composeRig(
      rigParts(basis, knowledge),
      rigChoice(basis.answers, bypassOf(job, basis, knowledge), withModels(basis.units, knowledge)),
    )
  );
}
/** The rig of the design that governs: the job's own, or composed from its units. */
export const draftRig = (job: JobState, knowledge: Knowledge): Rig => rigFor(job, governing(job), knowledge);

/**
 * The moves that bring the rig from where it stands to what a step wants; none where it stands so, wants
 * nothing, or there is no safe order.
 */
export function movesFor(run: RunRig | undefined, step: Step): readonly Move[] {
  const wish = wishOf(run, step);
  if (!run || !wish) return [];
  const found = plan(run.rig, run.state, aimed(run.rig, wish).goal, {
    circumstances: circumstancesOf(run, step),
    goOn: (states) => states < 40_000,
  });
  return found.found ? found.moves : [];
}
