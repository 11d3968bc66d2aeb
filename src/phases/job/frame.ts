import type { Phase } from "@/core/job";
import type { LineStation } from "@/ui/line/station";
import type { Opened } from "./load";
import { importedSaid } from "./imported";
import { stationsOf } from "./stations";

/** What the frame of a job's page shows: whose job it is, and its Line for a phase. */
export interface Frame {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  /** Where it came from, if it was elsewhere. */
  readonly imported: string;
  readonly phase: Phase;
  readonly stations: readonly LineStation[];
}

/** The frame of a job's page, in the unit system of the person who looks at it. */
export const frameOf = ({ job, judged, now, person, settings }: Opened, phase: Phase): Frame => ({
  id: job.id,
  name: job.name,
  about: job.place,
  imported: importedSaid(job, settings.timeZone),
  phase,
  stations: stationsOf(job, judged, phase, now, person.profile),
});
