"use client";
import { Activity, useEffect, useRef } from "react";
import { surveyGroups } from "@/catalogue/survey";
import type { JobState } from "@/core/job";
import type { SurveyField, SurveyGroup } from "@/core/site";
import { follows, isAsked, surveyProgress, type Plan } from "@/core/site/asked";
import type { UnitSystem } from "@/core/units";
import { useRested } from "@/ui/later/useRested";
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

interface GroupProps extends SurveyProps {
  readonly group: SurveyGroup;
  readonly asked: readonly SurveyField[];
}

/** What a group asks: what matters for what is planned, the others folded away below, and its photos. */
function GroupQuestions({ group: g, asked, ...props }: GroupProps) {
  const { job, readOnly, zone } = props;
  const others = g.fields.filter((f) => follows(f, job.answers) && !asked.includes(f));
  return (
    <>
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
    </>
  );
}

/** One group of questions. Until they are here it has its name, and some of the room that they will take. */
function Group({
  next,
  isHere,
  ...props
}: { group: SurveyGroup; next?: SurveyGroup; isHere: boolean } & SurveyProps) {
  const { group: g, job, plan } = props;
  const asked = g.fields.filter((f) => isAsked(f, job.answers, plan));
  const { known } = surveyProgress(g.fields, job.answers, plan);
  return (
    <section
      id={g.id}
      tabIndex={-1}
      aria-labelledby={`group-${g.id}`}
      className={isHere ? "scroll-mt-4" : "min-h-[30rem] scroll-mt-4"}
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
      {isHere ? <GroupQuestions {...props} asked={asked} /> : null}
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

/**
 * Groups whose questions come with the page. Those of the others follow when it rests: a slow phone reads
 * and answers sooner for it, and nothing moves under a finger after.
 */
const FIRST = 4;

/** Once all questions are here, goes to the one that the address names, where it had not come with the page. */
function useNamedQuestion(rested: boolean) {
  const isAwaited = useRef(false);
  useEffect(() => {
    const named = document.getElementById(location.hash.slice(1));
    if (!rested) isAwaited.current = location.hash.length > 1 && !named;
    else if (isAwaited.current) named?.scrollIntoView();
  }, [rested]);
}

/**
 * The survey, in the order in which one walks a house: what matters for what is planned, and how far it has
 * come. Its questions come with the page's scripts, which a phone keeps, and not with each answer of the
 * server.
 */
export function Survey(props: SurveyProps) {
  const { job, plan } = props;
  const all = surveyGroups.flatMap((g) => g.fields);
  const { known, asked } = surveyProgress(all, job.answers, plan);
  const rested = useRested();
  useNamedQuestion(rested);
  return (
    <div className="grid gap-10" data-folded={rested ? undefined : ""}>
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
          <Group group={g} next={surveyGroups[i + 1]} isHere={rested || i < FIRST} {...props} />
        </Activity>
      ))}
    </div>
  );
}
