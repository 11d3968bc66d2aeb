import { surveyFields } from "@/catalogue/survey";
import type { Override } from "@/core/log";
import { tell } from "@/core/tell";
import type { UnitSystem } from "@/core/units";
import { verdictKey, type Verdict } from "@/core/verdict";
import { inSentence } from "@/core/words";
import { VerdictMark } from "@/ui/VerdictMark";
import { OverrideButton } from "./OverrideButton";
import { SchoolNote, type SchoolInUse } from "./Schools";

/** The answers of the survey that would settle a verdict, were they measured closer. */
function SettledBy({ jobId, fields }: { jobId: string; fields: readonly string[] }) {
  return (
    <span className="block pl-[18px]">
      Settled by measuring closer:{" "}
      {fields.map((field, i) => (
        <span key={field}>
          {i > 0 ? ", " : ""}
          <a className="plainlink" href={`/jobs/${jobId}/site?from=train#${field}`}>
            {inSentence(surveyFields.get(field)?.label ?? field)}
          </a>
        </span>
      ))}
    </span>
  );
}

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
  const school = schools?.find((x) => x.id === verdict.school);
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
        <SettledBy jobId={jobId} fields={verdict.settle} />
      ) : null}
      {school ? (
        <span className="block pl-[18px] text-soft">
          <SchoolNote school={school} />
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
