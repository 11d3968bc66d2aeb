import type { JobState } from "@/core/job";
import type { Override } from "@/core/log";
import { roRated } from "@/core/families";

import { type Station } from "@/core/train";
import { verdictKey } from "@/core/verdict";
import { surveyFields } from "@/catalogue/survey";
import { unitModels } from "@/catalogue/units";
import { tell } from "@/core/tell";
import { inSentence, sayFor, sayText } from "@/core/words";
import { KPA_PER_METRE, lower, print, printMeasured, upper, type UnitSystem } from "@/core/units";
import type { Verdict } from "@/core/verdict";
import { FigureCard } from "@/ui/FigureCard";
import { Qty } from "@/ui/Qty";
import { VerdictMark } from "@/ui/VerdictMark";
import { OverrideButton } from "./OverrideButton";
import { SchoolNote, type SchoolInUse } from "./Schools";
import { RoFillLazy, UnitPictureLazy } from "./charts";
import type { Picture } from "./pictureOf";
import { ColumnHeads } from "@/ui/ColumnHeads";

/** A verdict with what would make it Good, and its override. */
export function VerdictNote({
  jobId,
  at,
  verdict,
  overrides,
  canOverride,
  schools,
  profile,
  brief = false,
}: {
  profile: UnitSystem;
  schools?: readonly SchoolInUse[];
  jobId: string;
  at: string;
  verdict: Verdict;
  /** The word alone when it is Good: the numbers stand beside it. */ brief?: boolean;
  overrides: Readonly<Record<string, Override>>;
  canOverride: boolean;
}) {
  const override = overrides[verdictKey(at, verdict.rule)];
  const told = tell(verdict, profile);
  return (
    <span className="block text-sm">
      <VerdictMark level={verdict.level} overridden={override !== undefined}>
        {brief && verdict.level === "Good" ? null : told.reason}
      </VerdictMark>
      {told.remedy && verdict.level !== "Good" ? (
        <span className="block pl-[18px] text-soft">
          {verdict.level === "Unknown" ? "" : "Good with: "}
          {told.remedy}
        </span>
      ) : null}
      {told.caution ? <span className="block border-l-4 border-check pl-3">{told.caution}</span> : null}
      {verdict.settle && verdict.settle.length > 0 ? (
        <span className="block pl-[18px]">
          Settled by measuring closer:{" "}
          {verdict.settle.map((field, i) => (
            <span key={field}>
              {i > 0 ? ", " : ""}
              <a className="plainlink" href={`/jobs/${jobId}/site#${field}`}>
                {inSentence(surveyFields.get(field)?.label ?? field)}
              </a>
            </span>
          ))}
        </span>
      ) : null}
      {verdict.school && schools?.some((x) => x.id === verdict.school) ? (
        <span className="block pl-[18px] text-soft">
          <SchoolNote school={schools.find((x) => x.id === verdict.school)!} />
        </span>
      ) : null}
      {override ? (
        <span className="block pl-[18px]">
          Overridden by {override.mark.by.name}: {override.why}
        </span>
      ) : null}
      {canOverride && verdict.level !== "Good" ? (
        <span className="block pl-[18px]">
          <OverrideButton
            jobId={jobId}
            at={at}
            rule={verdict.rule}
            reason={told.reason}
            overridden={override?.why}
          />
        </span>
      ) : null}
    </span>
  );
}

/** Says which school a working rests on. */
export const schoolSaid = (schools: readonly SchoolInUse[]) =>
  function Said(id: string) {
    const found = schools.find((s) => s.id === id);
    return found ? <SchoolNote school={found} /> : null;
  };

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
  const href = (field: string) => `/jobs/${job.id}/site#${field}`;
  return (
    <>
      <div className="flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1>
            {s.model.code}, {s.model.name}
            {s.unit.parallel > 1 ? `, ${s.unit.parallel} side by side` : ""}
          </h1>
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
            verdict={
              f.verdict ? (
                <VerdictNote
                  jobId={job.id}
                  at={s.key}
                  verdict={f.verdict}
                  overrides={job.overrides}
                  canOverride={canOverride}
                  profile={profile}
                />
              ) : undefined
            }
          />
        ))}
      </div>
      {s.verdicts.length > 0 ? (
        <ul className="mt-4 grid gap-2 border-t border-hair pt-4">
          {s.verdicts.map((v) => (
            <li key={v.rule}>
              <VerdictNote
                jobId={job.id}
                at={s.key}
                verdict={v}
                overrides={job.overrides}
                canOverride={canOverride}
                profile={profile}
              />
            </li>
          ))}
        </ul>
      ) : null}
      {picture ? <UnitPictureLazy picture={picture} profile={profile} /> : null}
      <Filling station={s} profile={profile} />
      {s.limits.length > 0 ? (
        <section className="mt-8" aria-labelledby="arrives">
          <h2 id="arrives">Water as it arrives here</h2>
          <div className="overflow-x-auto" tabIndex={0} role="region" aria-labelledby="arrives">
            <table className="plain max-w-3xl">
              <ColumnHeads columns={["Value", { figure: "here" }, { figure: "allowed" }, "verdict"]} />
              <tbody>
                {s.limits.map((l) => (
                  <tr key={l.limit.key}>
                    <td>{l.limit.label}</td>
                    <td className="figure">
                      {l.measured ? (
                        <Qty>{printMeasured(l.measured, l.limit.quantity, profile)}</Qty>
                      ) : (
                        <span className="text-soft">not tested</span>
                      )}
                    </td>
                    <td className="figure">
                      <Qty>
                        {l.limit.min !== undefined && l.limit.max !== undefined
                          ? `${print(l.limit.min, l.limit.quantity, profile)}–${print(l.limit.max, l.limit.quantity, profile)}`
                          : l.limit.max !== undefined
                            ? `≤ ${print(l.limit.max, l.limit.quantity, profile)}`
                            : `≥ ${print(l.limit.min!, l.limit.quantity, profile)}`}
                      </Qty>
                    </td>
                    <td>
                      <VerdictNote
                        jobId={job.id}
                        at={s.key}
                        brief
                        verdict={l.verdict}
                        overrides={job.overrides}
                        canOverride={canOverride}
                        profile={profile}
                      />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
      ) : null}
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

/** A booster of the catalogue's middle size, to show what one would do. */
const tried = unitModels.get("BP-3")!.booster!;

/** How an RO's tank fills, where everything that decides it is known. */
function Filling({ station: s, profile }: { station: Station; profile: UnitSystem }) {
  const ro = s.model.ro;
  const [feed, temperature, tds] = [
    s.figures.find((f) => f.id === "roFeed")?.value,
    lower(s.waterIn.temperature),
    upper(s.waterIn.tds),
  ];
  // A booster ahead shows as a set point among what the feed was worked from.
  const working = s.figures.find((f) => f.id === "roFeed")?.working.inputs ?? [];
  const [line, height] = [s.pressureIn, working.find((i) => i.name === "height")?.value];
  const plain = line === undefined || height === undefined ? undefined : line - KPA_PER_METRE * height;
  const boostedFrom =
    working.some((i) => i.name === "booster set point") &&
    plain !== undefined &&
    feed !== undefined &&
    feed > plain + 1
      ? { boostedFrom: plain }
      : {};
  if (!ro?.tank || feed === undefined || temperature === undefined || tds === undefined) return null;
  return (
    <RoFillLazy
      rated={roRated(ro)}
      tank={ro.tank}
      preLoss={ro.preLoss}
      feed={feed}
      temperature={temperature}
      tds={tds}
      pump={ro.permeatePump ?? false}
      booster={tried}
      shutOff={ro.shutOff}
      {...boostedFrom}
      profile={profile}
    />
  );
}
