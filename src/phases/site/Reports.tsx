import type { JobState } from "@/core/job";
import { surveyFields } from "@/catalogue/survey";

import type { SurveyAnswer } from "@/core/site";
import { lower, printMeasured, upper, type UnitSystem } from "@/core/units";
import { stamp } from "@/ui/time";

const shown = (field: string, a: SurveyAnswer | undefined, profile: UnitSystem): string => {
  const f = surveyFields.get(field);
  if (!a) return "—";
  if (f?.kind === "quantity" && a.measured) return printMeasured(a.measured, f.quantity, profile);
  return f?.kind === "choice" ? (f.options.find((o) => o.id === a.text)?.label ?? a.text) : a.text;
};

/** How a value moved from one test to the next: up, down, other, or not. */
function moved(
  before: SurveyAnswer | undefined,
  now: SurveyAnswer | undefined,
): "up" | "down" | "other" | undefined {
  if (
    !before ||
    !now ||
    (before.text === now.text && JSON.stringify(before.measured) === JSON.stringify(now.measured))
  )
    return undefined;
  const [a, b] = [before.measured, now.measured];
  if (!a || !b) return "other";
  const [al, ah, bl, bh] = [lower(a), upper(a), lower(b), upper(b)];
  if (al === undefined || ah === undefined || bl === undefined || bh === undefined) return "other";
  return bl > ah ? "up" : bh < al ? "down" : bl === al && bh === ah ? undefined : "other";
}
const words = { up: "▲ more", down: "▼ less", other: "◇ other" } as const;

/**
 * Water tests side by side, the oldest first, with what changed from each to the next and what the design
 * stands on now.
 */
export function Reports({ job, profile, zone }: { job: JobState; profile: UnitSystem; zone: string }) {
  const { reports } = job;
  if (reports.length === 0)
    return (
      <p className="text-soft">
        No report was taken in yet. What was typed into the survey stands without a date.
      </p>
    );
  const fields = [...surveyFields.keys()].filter((f) => reports.some((r) => r.values[f]));
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Water tests side by side">
      <table className="plain" data-reports>
        <caption className="visually-hidden">Water tests side by side</caption>
        <thead>
          <tr>
            <th scope="col">Value</th>
            {reports.map((r) => (
              <th key={r.report} scope="col" className="figure">
                {r.sampled ?? "day not stated"}
                <span className="block font-normal">{r.lab ?? "no laboratory named"}</span>
                <span className="block text-sm font-normal text-soft">
                  {r.by.name}, {stamp(r.at, zone)}
                </span>
              </th>
            ))}
            <th scope="col" className="figure">
              in use
            </th>
          </tr>
        </thead>
        <tbody>
          {fields.map((f) => (
            <tr key={f}>
              <th scope="row" className="text-left font-normal">
                {surveyFields.get(f)!.label}
              </th>
              {reports.map((r, i) => {
                const before = reports
                  .slice(0, i)
                  .reverse()
                  .find((x) => x.values[f])?.values[f];
                const how = moved(before, r.values[f]);
                return (
                  <td key={r.report} className="figure">
                    {shown(f, r.values[f], profile)}
                    {how ? <span className="block text-sm">{words[how]}</span> : null}
                  </td>
                );
              })}
              <td className="figure font-semibold">{shown(f, job.answers[f], profile)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {reports.some((r) => r.left.length > 0) ? (
        <p className="mt-2 text-sm text-soft">
          Kept as written, because no question asks for it:{" "}
          {reports.flatMap((r) => r.left.map((l) => `${l.label} ${l.raw}`)).join("; ")}.
        </p>
      ) : null}
    </div>
  );
}
