import { mayWriteOn, missingFrom, openAddendum, type PhasePage } from "@/core/job";
import { notOnJobSaid } from "@/server/permissions";
import type { LineStation } from "@/ui/line/station";
import type { Opened } from "./load";
import { importedSaid } from "./imported";
import { stationsOf } from "./stations";

/** What the frame of a job's page shows: whose job it is, and its Line for a phase. */
export interface Frame {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  /** What is to be known on each of its pages: where it came from, and that somebody only reads it. */
  readonly notices: readonly string[];
  readonly phase: PhasePage;
  readonly stations: readonly LineStation[];
}

/** What is not to be had for a job that is not handed over. */
function missingSaid(job: Opened["job"]): string {
  const { van, boxes } = missingFrom(job);
  return [
    van.length === 0
      ? ""
      : `Missing: ${van.join(", ")}. What waits for it, and what would do instead, stands in Parts.`,
    boxes.length === 0
      ? ""
      : `Missing from a box: ${boxes.join(", ")}. What waits for it stands at the step that checks the boxes.`,
  ]
    .filter(Boolean)
    .join(" ");
}

/**
 * What is to be known on each page of a job: where it came from, that what was signed is being changed, and
 * that somebody only reads it.
 */
export function noticesOf({ job, person, settings }: Opened): readonly string[] {
  const addendum = openAddendum(job);
  return [
    job.closed
      ? `Closed as ${job.closed.as}: ${job.closed.why}. It is opened again on the page about it.`
      : "",
    importedSaid(job, settings.timeZone),
    addendum ? `An addendum is open: ${addendum.why}. It is signed on the record's page.` : "",
    missingSaid(job),
    mayWriteOn(job, person) ? "" : `${notOnJobSaid(job)}.`,
  ].filter(Boolean);
}

/** The frame of a job's page, in the unit system of the person who looks at it. */
export function frameOf(opened: Opened, phase: PhasePage): Frame {
  const { job, judged, now, person } = opened;
  return {
    id: job.id,
    name: job.name,
    about: job.place,
    notices: noticesOf(opened),
    phase,
    stations: stationsOf(job, judged, phase, now, person.profile),
  };
}
