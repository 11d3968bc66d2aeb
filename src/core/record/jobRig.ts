import {
  aimed,
  composeRig,
  plan,
  type Arrangement,
  type Move,
  type Rig,
  type RigChoice,
  type RigPart,
} from "../rig";
import { siteFacts } from "../site";
import { sourceSafety } from "../water";
import type { UnitModel } from "../train";
import type { Knowledge } from "./knowledge";
import { governing, withModels, type DesignBasis } from "./readingContext";
import type { Step } from "../run/step";
import { circumstancesOf, wishOf, type RunRig } from "./runRig";
import type { JobState } from "./state";

export interface BypassChoice {
  readonly arrangement: Arrangement;
  readonly drainCock: boolean;
}
export const defaultBypass: BypassChoice = { arrangement: "threeValve", drainCock: true };

const mediaFamilies = new Set<UnitModel["family"]>(["carbonTank", "conditioner", "scaleControl", "softener"]);
const vents: Partial<Record<UnitModel["family"], string>> = {
  cartridge: "vent screw",
  uv: "relief button",
  scaleControl: "dome plug",
};
/** Stand on another unit's product or feed line, not on a branch of their own. */
const accessories = new Set<UnitModel["family"]>(["booster", "iceMaker", "leakStop"]);
const rigMarks: Partial<Record<UnitModel["effects"][number], RigPart["marks"][number]>> = {
  sediment: "filtered",
  carbon: "filtered",
  catalyticCarbon: "filtered",
  softening: "softened",
  scaleControl: "conditioned",
  ultraviolet: "disinfected",
  reverseOsmosis: "permeate",
};

/** The parts of a rig from a design's units (handbook 4); what only hangs on another unit's line is left out. */
export function rigParts(basis: DesignBasis, knowledge: Knowledge): RigPart[] {
  const units = withModels(basis.units, knowledge);
  const hasRo = units.some(({ model }) => model.ro);
  const booster = units.find(({ model }) => model.family === "booster");
  const schools = knowledge.schoolsWith(basis.schools ?? {});
  return units.flatMap(({ unit, model }): RigPart[] => {
    if (
      accessories.has(model.family) ||
      (hasRo &&
        model.branch &&
        !model.ro &&
        (model.effects.includes("minerals") || model.family === "uvPoint"))
    )
      return [];
    const media = mediaFamilies.has(model.family);
    return [
      {
        key: unit.key,
        name: model.code,
        family: model.family,
        branch: model.branch,
        parallel: unit.parallel,
        media,
        flush:
          media || model.family === "cartridge" || model.family === "pointFilter" || model.ro !== undefined,
        gentle: model.fill ?? (model.family === "uv" ? "half" : model.branch ? "open" : "quarter"),
        marks: [...new Set(model.effects.flatMap((e) => rigMarks[e] ?? []))],
        head: model.head,
        tees: model.tees,
        litres: model.waterL,
        place: unit.place || undefined,
        vent: vents[model.family] || undefined,
        uv: model.uv ? { lampFirst: model.uv.lampFirst } : undefined,
        pump: model.booster ? { pressureSwitch: true } : undefined,
        ro: model.ro
          ? {
              tank: model.ro.tank !== undefined,
              rinseShut: !schools.tankOpen,
              airGap: true,
              booster: booster ? { key: booster.unit.key, name: booster.model.code } : undefined,
            }
          : undefined,
      },
    ];
  });
}

/** What the survey says of the house's plumbing; what it does not say is left out, and an unknown source stays unknown. */
export function rigChoice(answers: JobState["answers"], bypass: BypassChoice): RigChoice {
  const facts = siteFacts(answers);
  const heater = answers["heater.kind"]?.text;
  const outdoor = answers["takeoff.outdoor"]?.text;
  return {
    ...bypass,
    outdoor: outdoor === "before" || outdoor === "after" ? outdoor : "none",
    heater: heater === "none" ? "none" : heater === "gas" || heater === "instant" ? "other" : "electric",
    expansion: answers["heater.expansion"]?.text === "yes",
    fullFlow: facts.flowing ? facts.flowing.flow : undefined,
    source: sourceSafety(facts.water, facts.source),
  };
}

/** The rig of a design: the job's own if somebody changed it, else composed. */
export function rigFor(job: Pick<JobState, "bypass">, basis: DesignBasis, knowledge: Knowledge): Rig {
  return (
    job.bypass?.own ??
    composeRig(rigParts(basis, knowledge), rigChoice(basis.answers, job.bypass ?? defaultBypass))
  );
}
export const draftRig = (job: JobState, knowledge: Knowledge): Rig => rigFor(job, governing(job), knowledge);

/** The moves that bring the rig from where it stands to what a step wants; none where it stands so, wants nothing, or there is no safe order. */
export function movesFor(run: RunRig | undefined, step: Step): readonly Move[] {
  const wish = wishOf(run, step);
  if (!run || !wish) return [];
  const found = plan(run.rig, run.state, aimed(run.rig, wish).goal, {
    circumstances: circumstancesOf(run, step),
    goOn: (states) => states < 40_000,
  });
  return found.found ? found.moves : [];
}
