import type { Actor, JobState } from "./job";

/** Is somebody on a job: responsible for it, let in, or named in a visit that was not cancelled. */
export const isOnJob = ({ crew, visits }: Pick<JobState, "crew" | "visits">, person: string): boolean =>
  crew.responsible?.id === person ||
  crew.letIn.some((p) => p.id === person) ||
  visits.some((v) => v.person.id === person && v.cancelled === undefined);

/** May somebody write on this job at all: who of the installers is not on it only reads. */
export const mayWriteOn = (
  job: Pick<JobState, "crew" | "visits">,
  { id, role }: Pick<Actor, "id" | "role">,
): boolean => role !== "installer" || isOnJob(job, id);
