import Link from "@/ui/Link";
import type { Route } from "next";
import { surveyFields } from "@/catalogue/survey";
import { draftBasis, signingBlockers } from "@/core/record";
import { JobShell } from "@/phases/job/JobShell";
import { openJob } from "@/phases/job/load";
import { stationsOf } from "@/phases/job/stations";
import { differences, Overview } from "@/phases/train/Overview";
import { pictureOf } from "@/phases/train/pictureOf";
import { StationView, VerdictNote } from "@/phases/train/StationView";
import { AddUnit } from "@/phases/train/AddUnit";
import { SignDesign, UndoChange } from "@/phases/train/SignDesign";
import { UnitTools } from "@/phases/train/UnitTools";
import { may } from "@/server/permissions";

export const metadata = { title: "Train" };

/** The design: overview, or the station that is open. */
export default async function TrainPage({ params, searchParams }: PageProps<"/jobs/[id]/train">) {
  const { job, person, judged, now, known, settings } = await openJob((await params).id);
  const { at } = await searchParams;
  const station = judged.stations.find((s) => s.key === at);
  const canDesign = may(person.role, "designChanged");
  const models = known.offered.map(
    ({ code, version, name, family, branch, ratedFlow, massFullKg, softener }) => ({
      code,
      version,
      name,
      family,
      branch,
      massFullKg,
      ratedFlow,
      softener,
    }),
  );
  const blockers = signingBlockers(job, known).length;
  const signed = job.revisions.length > 0 && differences(job).length === 0;
  const schools = known.schoolChoices
    .filter((s) => s.used)
    .map((s) => {
      const own = job.schools[s.id];
      return {
        id: s.id,
        question: s.question,
        options: s.options,
        company: s.company,
        own: own ? { option: own.option, why: own.why, by: own.mark.by.name } : undefined,
      };
    });
  const labels = new Map([...surveyFields.values()].map((f) => [f.id, f.label]));
  return (
    <JobShell
      id={job.id}
      name={job.name}
      about={`${job.place} · ${job.revisions.length === 0 ? "design 1, not signed" : signed ? `design ${job.revisions.length}, signed` : `design ${job.revisions.length + 1}, not signed`}`}
      phase="train"
      stations={stationsOf(job, judged, "train", now, person.profile)}
      active={typeof at === "string" ? at : undefined}
    >
      {station ? (
        <StationView
          picture={pictureOf(
            station,
            judged,
            known.schoolsWith(draftBasis(job).schools ?? {}),
            known.offered,
          )}
          schools={schools}
          job={job}
          station={station}
          profile={person.profile}
          canOverride={may(person.role, "verdictOverridden")}
          tools={
            canDesign ? (
              <UnitTools
                jobId={job.id}
                unit={station.unit}
                units={job.units}
                models={models}
                seen={job.designSeq}
              />
            ) : null
          }
        />
      ) : at === "house" ? (
        <>
          <h1>House</h1>
          <ul className="mt-4 grid gap-3">
            {judged.house.verdicts.map((v) => (
              <li key={v.rule} className="rule pt-2">
                <VerdictNote
                  profile={person.profile}
                  jobId={job.id}
                  at="house"
                  verdict={v}
                  overrides={job.overrides}
                  schools={schools}
                  canOverride={may(person.role, "verdictOverridden")}
                />
              </li>
            ))}
          </ul>
          {judged.house.water.sodiumAdded ? (
            <p className="mt-6 border-l-4 border-check pl-3">
              Softening adds about <span className="num">{Math.round(judged.house.water.sodiumAdded)}</span>{" "}
              mg/L of sodium here.
            </p>
          ) : null}
        </>
      ) : (
        <>
          <div className="mb-6 flex flex-wrap items-start justify-between gap-4">
            <h1>{job.units.length === 0 ? "Choose the units of the train" : "The train as a whole"}</h1>
            {job.units.length > 0 && !canDesign ? (
              <Link className="button quiet" prefetch={false} href={`/jobs/${job.id}/train/valves` as Route}>
                Valves
              </Link>
            ) : null}
            {canDesign ? (
              <div className="flex flex-wrap gap-3">
                {job.lastChange && !signed ? (
                  <UndoChange
                    jobId={job.id}
                    what={job.lastChange.what}
                    before={job.lastChange.before}
                    seen={job.designSeq}
                  />
                ) : null}
                <Link
                  className="button quiet"
                  prefetch={false}
                  href={`/jobs/${job.id}/train/propose` as Route}
                >
                  Propose
                </Link>
                {job.units.length > 0 ? (
                  <Link
                    className="button quiet"
                    prefetch={false}
                    href={`/jobs/${job.id}/train/what-if` as Route}
                  >
                    What if
                  </Link>
                ) : null}
                {job.units.length > 0 ? (
                  <Link
                    className="button quiet"
                    prefetch={false}
                    href={`/jobs/${job.id}/train/compare` as Route}
                  >
                    Compare
                  </Link>
                ) : null}
                {job.units.length > 0 ? (
                  <Link
                    className="button quiet"
                    prefetch={false}
                    href={`/jobs/${job.id}/train/valves` as Route}
                  >
                    Valves
                  </Link>
                ) : null}
                <AddUnit
                  jobId={job.id}
                  units={job.units}
                  models={models}
                  seen={job.designSeq}
                  profile={person.profile}
                  primary={job.units.length === 0}
                />
                {job.units.length > 0 ? (
                  <SignDesign jobId={job.id} seen={job.designSeq} blockers={blockers} signed={signed} />
                ) : null}
              </div>
            ) : null}
          </div>
          {job.units.length === 0 ? (
            <p className="text-soft">
              Nothing stands on the Line yet. Add units in any order; each is judged at once against the water
              as it arrives there.
            </p>
          ) : null}
          <Overview
            schools={schools}
            canChoose={may(person.role, "schoolChosen")}
            job={job}
            judged={judged}
            profile={person.profile}
            canOverride={may(person.role, "verdictOverridden")}
            zone={settings.timeZone}
            labels={labels}
          />
        </>
      )}
    </JobShell>
  );
}
