import type { JobState } from "@/core/job";
import type { SurveyGroup } from "@/core/site";
import type { UnitSystem } from "@/core/units";
import { Photos } from "../job/Photos";
import { SurveyFieldRow } from "./SurveyFieldRow";

/** The survey, in the order in which one walks a house. */
export function Survey({
  job,
  groups,
  profile,
  readOnly,
  zone,
}: {
  job: JobState;
  groups: readonly SurveyGroup[];
  profile: UnitSystem;
  readOnly: boolean;
  zone: string;
}) {
  return (
    <div className="grid gap-10">
      {groups.map((g) => {
        const shown = g.fields.filter(
          (f) => !f.when || f.when.is.includes(job.answers[f.when.field]?.text ?? ""),
        );
        const known = shown.filter((f) => job.answers[f.id]).length;
        return (
          <section key={g.id} id={g.id} aria-labelledby={`group-${g.id}`} className="scroll-mt-4">
            <div className="mb-3 flex items-baseline justify-between border-b border-ink pb-1">
              <h2 id={`group-${g.id}`}>
                {g.title} <span className="text-base font-normal text-soft">{g.lead}</span>
              </h2>
              <span className="num text-sm whitespace-nowrap text-soft">
                {known} of {shown.length}
              </span>
            </div>
            <div className="grid grid-cols-1 gap-x-8 gap-y-2 lg:grid-cols-2">
              {shown.map((f) => (
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
            <Photos
              jobId={job.id}
              field={g.id}
              photos={job.photos.filter((p) => p.field === g.id)}
              caption={g.title}
              readOnly={readOnly}
              zone={zone}
            />
          </section>
        );
      })}
    </div>
  );
}
