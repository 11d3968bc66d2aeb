import { leakChecksOf, sampleOf, tellRun, type JobState } from "@/core/job";
import { readingKinds } from "@/core/readings";
import type { UnitSystem } from "@/core/units";
import { longDay } from "@/ui/time";
import { VerdictMark } from "@/ui/VerdictMark";
import { FollowUpForm } from "./FollowUpForm";
import { Part } from "./Part";

interface FollowUpProps {
  readonly job: JobState;
  readonly readOnly: boolean;
  readonly profile: UnitSystem;
  readonly zone: string;
}

const fieldsOf = (reads: string) => readingKinds.get(reads)!.fields;

/** The bacteria sample that a chamber's start makes due: when it is taken, and what was found. */
export function BacteriaSample({ job, readOnly, profile, zone }: FollowUpProps) {
  const sample = sampleOf(job);
  if (!sample) return null;
  const { result, from, until } = sample;
  return (
    <Part id="sample" title="Bacteria sample">
      {result ? (
        <VerdictMark level={result.verdict.level}>{tellRun(result.verdict, profile).reason}</VerdictMark>
      ) : (
        <>
          <p className="mb-3">
            Taken between {longDay(from, zone)} and {longDay(until, zone)}; absent ends it, present opens a
            run again.
          </p>
          {readOnly ? null : (
            <FollowUpForm
              jobId={job.id}
              reads="bacteria"
              place="Behind the chamber"
              fields={fieldsOf("bacteria")}
              profile={profile}
              keep="Keep the result"
            />
          )}
        </>
      )}
    </Part>
  );
}

/** The household's looks at every joint, day by day; what it says on the telephone is entered here. */
export function LeakChecks({ job, readOnly, profile, zone }: FollowUpProps) {
  const checks = leakChecksOf(job);
  if (!checks) return null;
  const answered = checks.days.filter((d) => d.answer !== undefined);
  return (
    <Part id="leaks" title="Leak checks">
      <p>
        The household looks at every joint on the first day, then daily until {longDay(checks.until, zone)}.{" "}
        {answered.length} of {checks.days.length} days answered.
      </p>
      <ul className="mt-1">
        {answered.map(({ day, answer }) => (
          <li key={day} className="rule flex flex-wrap items-baseline gap-x-4 py-1">
            <span>Day {day}</span>
            <VerdictMark level={answer!.verdict.level}>
              {tellRun(answer!.verdict, profile).reason}
            </VerdictMark>
          </li>
        ))}
      </ul>
      {readOnly ? null : (
        <details className="mt-2 print:hidden">
          <summary className="min-h-10 cursor-pointer py-2">Enter an answer</summary>
          <FollowUpForm
            jobId={job.id}
            reads="leakCheck"
            place="Every joint"
            fields={fieldsOf("leakCheck")}
            profile={profile}
            keep="Keep the answer"
          />
        </details>
      )}
    </Part>
  );
}
