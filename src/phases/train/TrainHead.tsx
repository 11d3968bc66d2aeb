import type { Route } from "next";
import type { ComponentProps } from "react";
import type { JobState } from "@/core/job";
import type { UnitSystem } from "@/core/units";
import Link from "@/ui/Link";
import { AddUnit } from "./AddUnit";
import { SignDesign, UndoChange } from "./SignDesign";

function ToPage({ jobId, page, children }: { jobId: string; page: string; children: string }) {
  return (
    <Link className="button quiet" prefetch={false} href={`/jobs/${jobId}/train/${page}` as Route}>
      {children}
    </Link>
  );
}

/** A three-valve bypass was chosen and no unit: it is fitted now, the units come later. */
const isBypassAlone = ({ units, bypass }: JobState): boolean =>
  units.length === 0 && bypass?.arrangement === "threeValve";

/** Adds a unit: what there is to do first where the train has none. */
function Adding({ job, models, profile }: Pick<HeadProps, "job" | "models" | "profile">) {
  return (
    <AddUnit
      jobId={job.id}
      units={job.units}
      models={models}
      seen={job.designSeq}
      profile={profile}
      primary={job.units.length === 0}
    />
  );
}

/** What a planner may do with the train: undo, propose, try, compare, add, sign. */
function PlannerTools({ job, profile, models, blockers, signed }: Omit<HeadProps, "canDesign">) {
  const hasUnits = job.units.length > 0;
  const canSign = hasUnits || isBypassAlone(job);
  const { lastChange } = job;
  return (
    <div className="flex flex-wrap gap-3">
      {lastChange && !signed ? (
        <UndoChange jobId={job.id} what={lastChange.what} before={lastChange.before} seen={job.designSeq} />
      ) : null}
      <ToPage jobId={job.id} page="propose">
        Propose
      </ToPage>
      {hasUnits ? (
        <>
          <ToPage jobId={job.id} page="what-if">
            What if
          </ToPage>
          <ToPage jobId={job.id} page="compare">
            Compare
          </ToPage>
        </>
      ) : null}
      <ToPage jobId={job.id} page="valves">
        {hasUnits ? "Valves" : "A bypass alone"}
      </ToPage>
      <Adding job={job} models={models} profile={profile} />
      {canSign ? (
        <SignDesign jobId={job.id} seen={job.designSeq} blockers={blockers} signed={signed} />
      ) : null}
    </div>
  );
}

/** How the design goes on from one of its units: the next unit, or the signature where nothing is to be settled. */
export function OnFromUnit({ job, profile, models, blockers, signed }: Omit<HeadProps, "canDesign">) {
  return (
    <div className="flex flex-wrap gap-3">
      <Adding job={job} models={models} profile={profile} />
      {blockers === 0 && !signed ? (
        <SignDesign
          jobId={job.id}
          seen={job.designSeq}
          blockers={blockers}
          signed={signed}
          goTo={`/jobs/${job.id}/train`}
        />
      ) : null}
    </div>
  );
}

interface HeadProps {
  readonly job: JobState;
  readonly profile: UnitSystem;
  readonly models: ComponentProps<typeof AddUnit>["models"];
  /** Judgements that keep the design from being signed. */ readonly blockers: number;
  readonly signed: boolean;
  readonly canDesign: boolean;
}

function titleOf(job: JobState): string {
  if (job.units.length > 0) return "The train as a whole";
  return isBypassAlone(job) ? "A bypass alone, its units later" : "Choose the units of the train";
}

/** The heading of the train as a whole, with what may be done with it. */
export function TrainHead({ canDesign, ...props }: HeadProps) {
  const { job } = props;
  const hasUnits = job.units.length > 0;
  return (
    <>
      <div className="mb-6 flex flex-wrap items-start justify-between gap-4">
        <h1>{titleOf(job)}</h1>
        {canDesign ? <PlannerTools {...props} /> : null}
        {!canDesign && hasUnits ? (
          <ToPage jobId={job.id} page="valves">
            Valves
          </ToPage>
        ) : null}
      </div>
      {hasUnits || isBypassAlone(job) ? null : (
        <p className="text-soft">
          Nothing stands on the Line yet. Add units in any order; each is judged at once against the water as
          it arrives there.
        </p>
      )}
    </>
  );
}
