import { connectionWords } from "@/core/families";
import type { JobState } from "@/core/job";
import { tell } from "@/core/tell";
import type { Station } from "@/core/train";
import type { UnitSystem } from "@/core/units";
import { sayFor, sayText } from "@/core/words";
import { FigureCard } from "@/ui/FigureCard";
import { VerdictMark } from "@/ui/VerdictMark";
import { Arrives } from "./Arrives";
import { UnitPictureLazy } from "./charts";
import { Filling } from "./Filling";
import type { Picture } from "./pictureOf";
import type { SchoolInUse } from "./Schools";
import { schoolSaid, VerdictNote } from "./VerdictNote";

/** Where a unit connects, and on which unit's line. */
function standsSaid({ placement: { connects, host } }: Station, job: JobState): string {
  const other = job.units.find((u) => u.key === host)?.model;
  if (other === undefined) return connectionWords[connects];
  return `on the ${connects === "feed" ? "feed" : "product"} line of ${other}`;
}

/** A unit judged against the water as it arrives there, the flow and the pressure. */
export function StationView({
  job,
  station: s,
  profile,
  canOverride,
  tools,
  schools,
  picture,
}: {
  picture?: Picture;
  schools: readonly SchoolInUse[];
  job: JobState;
  station: Station;
  profile: UnitSystem;
  canOverride: boolean;
  tools: React.ReactNode;
}) {
  const note = { jobId: job.id, at: s.key, overrides: job.overrides, canOverride, profile };
  const href = (field: string) => `/jobs/${job.id}/site#${field}`;
  return (
    <>
      <div className="flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1>
            {s.model.code}, {s.model.name}
            {s.unit.parallel > 1 ? `, ${s.unit.parallel} side by side` : ""}
          </h1>
          <p className="text-soft">{standsSaid(s, job)}</p>
          <p className="mt-1">
            <VerdictMark level={s.level}>
              {s.headline ? tell(s.headline, profile).reason : "nothing to judge"}
            </VerdictMark>
          </p>
        </div>
        {tools}
      </div>
      <div className="mt-5 grid grid-cols-[repeat(auto-fit,minmax(190px,1fr))] gap-x-8">
        {s.figures.map((f) => (
          <FigureCard
            key={f.id}
            figure={f}
            profile={profile}
            surveyHref={href}
            school={schoolSaid(schools)}
            verdict={f.verdict ? <VerdictNote {...note} verdict={f.verdict} /> : undefined}
          />
        ))}
      </div>
      {s.verdicts.length > 0 ? (
        <ul className="mt-4 grid gap-2 border-t border-hair pt-4">
          {s.verdicts.map((v) => (
            <li key={v.rule}>
              <VerdictNote {...note} verdict={v} />
            </li>
          ))}
        </ul>
      ) : null}
      {picture ? <UnitPictureLazy picture={picture} profile={profile} /> : null}
      <Filling station={s} profile={profile} />
      <Arrives {...note} station={s} />
      {s.cautions.length > 0 ? (
        <ul className="mt-6 grid gap-1 border-l-4 border-check pl-3 text-sm">
          {s.cautions
            .map((c) => sayText(c, sayFor(profile)))
            .map((c) => (
              <li key={c}>{c}</li>
            ))}
        </ul>
      ) : null}
    </>
  );
}
