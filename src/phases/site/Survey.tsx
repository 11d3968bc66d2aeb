"use client";
import { Activity, useEffect, useRef } from "react";
import { surveyGroups } from "@/catalogue/survey";
import type { JobState } from "@/core/job";
import type { SurveyField, SurveyGroup } from "@/core/site";
import { follows, isAsked, surveyProgress, type Plan } from "@/core/site/asked";
import type { UnitSystem } from "@/core/units";
import { atRest } from "@/ui/later/atRest";
import { Photos } from "../job/Photos";
import { SurveyFieldRow } from "./SurveyFieldRow";

interface SurveyProps {
  readonly job: Pick<JobState, "id" | "name" | "answers" | "photos">;
  /** What the design holds; undefined while nothing is planned. */
  readonly plan: Plan;
  readonly profile: UnitSystem;
  readonly readOnly: boolean;
  readonly zone: string;
}

function Questions({ fields, job, profile, readOnly }: { fields: readonly SurveyField[] } & SurveyProps) {
  return (
    <div className="grid grid-cols-1 gap-x-8 gap-y-2 lg:grid-cols-2">
      {fields.map((f) => (
        <SurveyFieldRow
          key={f.id}
          jobId={job.id}
          field={f}
          saved={job.answers[f.id]?.text ?? ""}
          profile={profile}
          readOnly={readOnly}
        />
      ))}
    </div>
  );
}

/** One group of questions: those that matter for what is planned, and the others folded away below them. */
function Group({ group: g, next, ...props }: { group: SurveyGroup; next?: SurveyGroup } & SurveyProps) {
  const { job, plan, readOnly, zone } = props;
  const asked = g.fields.filter((f) => isAsked(f, job.answers, plan));
  const others = g.fields.filter((f) => follows(f, job.answers) && !asked.includes(f));
  const { known } = surveyProgress(g.fields, job.answers, plan);
  return (
    <section
      id={g.id}
      tabIndex={-1}
      aria-labelledby={`group-${g.id}`}
      className="scroll-mt-4 [contain-intrinsic-size:auto_30rem] [[data-folded]_&]:[content-visibility:auto]"
    >
      {next ? (
        <a href={`#${next.id}`} className="visually-hidden focus:not-sr-only">
          Skip to {next.title}
        </a>
      ) : null}
      <div className="mb-3 flex items-baseline justify-between border-b border-ink pb-1">
        <h2 id={`group-${g.id}`}>
          {g.title} <span className="text-base font-normal text-soft">{g.lead}</span>
        </h2>
        <span className="num text-sm whitespace-nowrap text-soft">
          {asked.length === 0 ? "not needed" : `${known} of ${asked.length}`}
        </span>
      </div>
      <Questions {...props} fields={asked} />
      {others.length > 0 ? (
        <details>
          <summary className="flex min-h-11 items-center text-soft">
            {others.length} more that this plan does not need
          </summary>
          <Questions {...props} fields={others} />
        </details>
      ) : null}
      {asked.length === 0 ? null : (
        <Photos
          jobId={job.id}
          jobName={job.name}
          field={g.id}
          photos={job.photos.filter((p) => p.field === g.id)}
          caption={g.title}
          readOnly={readOnly}
          zone={zone}
        />
      )}
    </section>
  );
}

/** The parts of the survey, each with how far it has come; those that nothing planned needs are left out. */
function Contents({ job, plan }: SurveyProps) {
  return (
    <nav aria-label="Parts of the survey" className="-mb-4 flex flex-wrap gap-x-5">
      {surveyGroups.map((g) => {
        const { known, asked } = surveyProgress(g.fields, job.answers, plan);
        return asked === 0 ? null : (
          <a key={g.id} href={`#${g.id}`} className="plainlink inline-flex min-h-11 items-center gap-1.5">
            {g.title}
            <span className="num text-sm text-soft">
              {known}/{asked}
            </span>
          </a>
        );
      })}
    </nav>
  );
}

/** What is out of sight is laid out only once the page rests: a slow phone shows it a quarter of a second earlier. From then on nothing moves as it comes near, under a finger. */
function useFolded() {
  const folded = useRef<HTMLDivElement>(null);
  useEffect(() => {
    void atRest().then(() => folded.current?.removeAttribute("data-folded"));
  }, []);
  return folded;
}

/**
 * The survey, in the order in which one walks a house: what matters for what is planned, and how far it has come. Its questions come with the page's scripts, which a
 * phone keeps, and not with each answer of the server.
 */
export function Survey(props: SurveyProps) {
  const { job, plan } = props;
  const all = surveyGroups.flatMap((g) => g.fields);
  const { known, asked } = surveyProgress(all, job.answers, plan);
  const folded = useFolded();
  return (
    <div className="grid gap-10" ref={folded} data-folded="">
      <p className="-mb-4 text-soft" data-survey-progress>
        <span className="num">
          {known} of {asked}
        </span>{" "}
        answers that matter {plan ? "for what is planned" : "while nothing is planned yet"}
      </p>
      <Contents {...props} />
      {surveyGroups.map((g, i) => (
        // Group by group the page comes to life, the one that is touched first.
        <Activity key={g.id}>
          <Group group={g} next={surveyGroups[i + 1]} {...props} />
        </Activity>
      ))}
    </div>
  );
}
