import type { DesignUnit } from "../families";
import type { JobState } from "../job";
import type { DesignBasis } from "../train";

/**
 * Where units stand on their wall, by their keys, where their pipes are held, which fittings were chosen at
 * their ends, and what came instead of fittings on site.
 */
export type Placed = Pick<JobState, "places"> & Partial<Pick<JobState, "swapped" | "held" | "transitions">>;

/** The draft as a basis. */
export const draftBasis = (job: Pick<JobState, "answers" | "units" | "schools">): DesignBasis => ({
  answers: job.answers,
  units: job.units,
  schools: Object.fromEntries(Object.entries(job.schools).map(([id, s]) => [id, s.option])),
});

/** The draft with where its units stand, and how its pipes go and are joined. */
export const draftPlaced = (
  job: Pick<JobState, "answers" | "units" | "schools" | "places" | "held" | "transitions">,
): DesignBasis & Placed => ({
  ...draftBasis(job),
  places: job.places,
  held: job.held,
  transitions: job.transitions,
});

/** The design that governs the run: the signed revision it started from, else the last signed, else the draft. */
export const governing = (job: JobState): DesignBasis & Partial<Placed> =>
  job.revisions.find((r) => r.revision === job.run?.revision) ?? job.revisions.at(-1) ?? draftBasis(job);
/** The units of the design that governs the run. */
export const governingUnits = (job: JobState): readonly DesignUnit[] => governing(job).units;
