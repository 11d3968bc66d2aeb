import { keysOf } from "../families/keysOf";
import { hostOfPlace } from "../fit/salt";
import { verdictKey } from "../verdict";
import { CHANGED_MEANWHILE } from "./design";
import {
  answer,
  designUnits,
  judgedAt,
  list,
  map,
  object,
  optional,
  reason,
  text,
  whole,
  type Of,
} from "./fields";
import type { JobState, Mark } from "../job/job";
import { accept, logKind, office, refuse, type Office } from "./kind";
import { chosenTransition, heldAt, standing } from "./unitsPlaced";

const asked = { seen: whole(0, 1_000_000) };
const kept = {
  revision: whole(1, 10_000),
  units: designUnits,
  answers: map(answer, 80),
  /** The schools it was judged by. */
  schools: map(text(40), 80),
  verdicts: list(object({ ...judgedAt, why: optional(reason) }), 1000),
  /** Where its units stand on their wall; absent where nobody placed one. */
  places: optional(map(standing, 80)),
  /** Points that its pipes are led through by hand; absent where all find their own way. */
  held: optional(map(heldAt, 80)),
  /** Fittings that were chosen at ends of its pipes; absent where all are the first that join them. */
  transitions: optional(map(chosenTransition, 80)),
};
declare module "./kind" {
  interface Asked {
    designSigned: Of<typeof asked>;
  }
  interface Kept {
    designSigned: Of<typeof kept>;
  }
}
export type Revision = Of<typeof kept> & Mark;
declare module "../job/job" {
  interface JobState {
    readonly revisions: readonly Revision[];
  }
}

/** The schools that a design is judged by: the job's own over the company's. */
const schoolsOf = (job: JobState, { knowledge }: Office): Record<string, string> =>
  Object.fromEntries(knowledge.schoolChoices.map((s) => [s.id, job.schools[s.id]?.option ?? s.company]));

export const designSigned = logKind({
  kind: "designSigned",
  asked,
  kept,
  may: office,
  begins: { revisions: [] },
  leavesSigned: () => true,
  decide: (job, { seen }, { office, system }) => {
    if (seen !== job.designSeq) return refuse(CHANGED_MEANWHILE);
    if (job.units.length === 0 && job.bypass?.arrangement !== "threeValve")
      return refuse("Choose the units first, or a three-valve bypass to be fitted alone");
    const desk = office();
    const blockers = desk.signingBlockers(job);
    if (blockers.length > 0)
      return refuse(
        `Not signed: ${blockers.length} judgement${blockers.length === 1 ? " is" : "s are"} a Stop or Unknown. First: ${desk.tell(blockers[0]!.verdict, system).reason}`,
      );
    const verdicts = desk.verdicts(job).map(({ at, verdict: { rule, level, facts } }) => ({
      at,
      rule,
      level,
      facts,
      why: job.overrides[verdictKey(at, rule)]?.why,
    }));
    const { units, answers } = job;
    const revision = job.revisions.length + 1;
    const keys = new Set(units.flatMap((u) => [u.key, ...keysOf(u)]));
    const placed = Object.entries(job.places).filter(([key]) => keys.has(hostOfPlace(key)));
    const places = placed.length > 0 ? Object.fromEntries(placed) : undefined;
    const held = Object.keys(job.held).length > 0 ? { held: job.held } : {};
    const transitions = Object.keys(job.transitions).length > 0 ? { transitions: job.transitions } : {};
    const schools = schoolsOf(job, desk);
    return accept({ revision, units, answers, schools, verdicts, places, ...held, ...transitions });
  },
  apply: (job, revision, { by, at }) =>
    job.revisions.some((r) => r.revision === revision.revision)
      ? job
      : { ...job, revisions: [...job.revisions, { ...revision, by, at }] },
});
