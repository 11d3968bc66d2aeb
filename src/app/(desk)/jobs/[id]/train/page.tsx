import { surveyFields } from "@/catalogue/survey";
import type { JobState, Knowledge } from "@/core/job";
import { draftBasis, signingBlockers } from "@/core/record";
import type { TrainJudgement } from "@/core/train";
import { frameOf } from "@/phases/job/frame";
import { JobShell } from "@/phases/job/JobShell";
import { openJob, titled } from "@/phases/job/load";
import { HouseView } from "@/phases/train/HouseView";
import { differences } from "@/phases/train/differences";
import { Overview, unsettledOf } from "@/phases/train/Overview";
import { pictureOf } from "@/phases/train/pictureOf";
import { StationView } from "@/phases/train/StationView";
import { OnFromUnit, TrainHead } from "@/phases/train/TrainHead";
import { modelInfoOf } from "@/phases/train/modelInfo";
import { UnitTools } from "@/phases/train/UnitTools";
import { Announced } from "@/ui/Announced";

export const generateMetadata = titled("Train");

/** Questions on which the trade is of two schools, with the company's answer and the job's own. */
const schoolsOf = (job: JobState, known: Knowledge) =>
  known.schoolChoices.map(({ id, question, options, company }) => {
    const own = job.schools[id];
    return {
      id,
      question,
      options,
      company,
      own: own && { option: own.option, why: own.why, by: own.mark.by.name },
    };
  });

/** Which design this is, and whether it is signed. */
function designSaid({ revisions }: JobState, signed: boolean): string {
  return signed ? `design ${revisions.length}, signed` : `design ${revisions.length + 1}, not signed`;
}

/** The design's verdict in one sentence, for who has the page read aloud. */
function told(job: JobState, judged: TrainJudgement): string {
  const count = unsettledOf(job, judged).length;
  return `The design is now ${judged.level}, with ${count} to settle`;
}

/** The design: overview, or the station that is open. */
export default async function TrainPage({ params, searchParams }: PageProps<"/jobs/[id]/train">) {
  const opened = await openJob((await params).id);
  const { can, job, person, judged, known, settings } = opened;
  const { at } = await searchParams;
  const station = judged.stations.find((s) => s.key === at);
  const canDesign = can("designChanged");
  const canOverride = can("verdictOverridden");
  const { profile } = person;
  const models = known.offered.map(modelInfoOf);
  const schools = schoolsOf(job, known);
  const signed = job.revisions.length > 0 && differences(job).length === 0;
  const design = { job, models, profile, signed, blockers: signingBlockers(job, known).length };
  const tools = station && canDesign && (
    <div className="grid justify-items-start gap-2 md:justify-items-end">
      <UnitTools
        jobId={job.id}
        unit={station.unit}
        units={job.units}
        models={models}
        seen={job.designSeq}
        profile={profile}
      />
      <OnFromUnit {...design} />
    </div>
  );
  const trainSchools = known.schoolsWith(draftBasis(job).schools ?? {});
  const whole = (
    <>
      <TrainHead {...design} canDesign={canDesign} />
      <Overview
        schools={schools}
        canChoose={can("schoolChosen")}
        job={job}
        judged={judged}
        profile={profile}
        canOverride={canOverride}
        zone={settings.timeZone}
        signed={signed}
        labels={new Map([...surveyFields.values()].map((f) => [f.id, f.label]))}
      />
    </>
  );
  return (
    <JobShell
      {...frameOf(opened, "train")}
      about={`${job.place} · ${designSaid(job, signed)}`}
      active={typeof at === "string" ? at : undefined}
    >
      <Announced text={told(job, judged)} />
      {station ? (
        <StationView
          picture={pictureOf(station, judged, trainSchools, known.offered)}
          schools={schools}
          job={job}
          station={station}
          profile={profile}
          canOverride={canOverride}
          tools={tools}
        />
      ) : at === "house" ? (
        <HouseView
          house={judged.house}
          profile={profile}
          jobId={job.id}
          overrides={job.overrides}
          schools={schools}
          canOverride={canOverride}
        />
      ) : (
        whole
      )}
    </JobShell>
  );
}
