import { KeyLink } from "@/ui/Pressed";
import type { JobState } from "@/core/job";
import { tell } from "@/core/tell";
import type { Route } from "next";

import { allVerdicts, type TrainJudgement } from "@/core/train";
import { verdictKey } from "@/core/verdict";
import type { UnitSystem } from "@/core/units";
import { byWorst } from "@/core/verdict";
import { FigureCard } from "@/ui/FigureCard";
import { stamp } from "@/ui/time";
import { VerdictMark } from "@/ui/VerdictMark";
import { Schools, type SchoolInUse } from "./Schools";
import { VerdictNote, schoolSaid } from "./StationView";

const unitsText = (units: JobState["units"]): string =>
  units.map((u) => `${u.model}${u.parallel > 1 ? ` × ${u.parallel}` : ""}`).join(" → ") || "no units";

/** What differs between the draft and the last signed revision, in words. */
export function differences(job: JobState): string[] {
  const last = job.revisions.at(-1);
  if (!last) return [];
  const list: string[] = [];
  if (JSON.stringify(last.units) !== JSON.stringify(job.units)) {
    for (const u of job.units) if (!last.units.some((o) => o.key === u.key)) list.push(`${u.model} added`);
    for (const o of last.units) {
      const u = job.units.find((x) => x.key === o.key);
      if (!u) list.push(`${o.model} taken out`);
      else if (JSON.stringify(u) !== JSON.stringify(o))
        list.push(o.model === u.model ? `${o.model} changed` : `${o.model} → ${u.model}`);
    }
    if (list.length === 0) list.push(`order changed: ${unitsText(last.units)} → ${unitsText(job.units)}`);
  }
  for (const field of new Set([...Object.keys(last.answers), ...Object.keys(job.answers)])) {
    const [before, after] = [last.answers[field]?.text ?? "unknown", job.answers[field]?.text ?? "unknown"];
    if (before !== after) list.push(`${field}: ${before} → ${after}`);
  }
  for (const [id, option] of Object.entries(last.schools ?? {})) {
    const now = job.schools[id]?.option;
    if (now !== undefined && now !== option) list.push(`school ${id}: ${option} → ${now}`);
  }
  return list;
}

/** The design as a whole: what keeps it from being signed, the flows it rests on, and its revisions. */
export function Overview({
  job,
  judged,
  profile,
  canOverride,
  zone,
  labels,
  schools,
  canChoose,
}: {
  schools: readonly SchoolInUse[];
  canChoose: boolean;
  job: JobState;
  judged: TrainJudgement;
  profile: UnitSystem;
  canOverride: boolean;
  zone: string;
  labels: ReadonlyMap<string, string>;
}) {
  const unsettled = allVerdicts(judged)
    .filter(({ at, verdict }) => verdict.level !== "Good" && !job.overrides[verdictKey(at, verdict.rule)])
    .sort((a, b) => byWorst(a.verdict, b.verdict));
  const overridden = Object.values(job.overrides);
  const nameOf = (at: string) => judged.stations.find((s) => s.key === at)?.model.code ?? "House";
  const changed = differences(job);
  return (
    <div className="grid gap-8">
      <section aria-labelledby="demand">
        <h2 id="demand">Demand</h2>
        <div className="grid gap-x-8 md:grid-cols-2 xl:grid-cols-4">
          {judged.demand.map((f) => (
            <FigureCard
              key={f.id}
              figure={f}
              profile={profile}
              surveyHref={(field) => `/jobs/${job.id}/site#${field}`}
              school={schoolSaid(schools)}
            />
          ))}
        </div>
      </section>
      <section aria-labelledby="unsettled">
        <h2 id="unsettled">
          To settle <span className="num text-soft">{unsettled.length}</span>
        </h2>
        <p className="text-soft">
          A Stop or an Unknown keeps the design from being signed until it is put right, tested, or overridden
          with a reason.
        </p>
        <ul className="mt-2">
          {unsettled.map(({ at, verdict }) => (
            <li
              key={verdictKey(at, verdict.rule)}
              className="rule grid gap-x-6 py-2 md:grid-cols-[120px_1fr]"
            >
              <KeyLink
                href={`/jobs/${job.id}/train?at=${at}` as Route}
                prefetch={false}
                className="plainlink"
                pressedBy="n"
              >
                {nameOf(at)}
              </KeyLink>
              <VerdictNote
                jobId={job.id}
                at={at}
                verdict={verdict}
                overrides={job.overrides}
                canOverride={canOverride}
                profile={profile}
                schools={schools}
              />
            </li>
          ))}
        </ul>
      </section>
      {overridden.length > 0 ? (
        <section aria-labelledby="overrides">
          <h2 id="overrides">Overridden</h2>
          <ul>
            {overridden.map((o) => (
              <li key={verdictKey(o.at, o.rule)} className="rule py-2 text-sm">
                <b>{nameOf(o.at)}</b>, {o.level}: {tell(o, profile).reason}. {o.mark.by.name}: {o.why}
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      <section aria-labelledby="schools">
        <h2 id="schools">Schools</h2>
        <p className="text-soft">Where good installers differ: how this design answers, and why.</p>
        <Schools jobId={job.id} schools={schools} canChoose={canChoose} />
      </section>
      <section aria-labelledby="revisions">
        <h2 id="revisions">Signed designs</h2>
        {job.revisions.length === 0 ? (
          <p className="text-soft">None yet.</p>
        ) : (
          <ol>
            {job.revisions.map((r) => (
              <li key={r.revision} className="rule py-2">
                <b>Design {r.revision}</b>, signed by {r.by.name}, {stamp(r.at, zone)}
                <span className="block text-sm text-soft">{unitsText(r.units)}</span>
              </li>
            ))}
          </ol>
        )}
        {changed.length > 0 ? (
          <div className="mt-3 border-l-4 border-check pl-3">
            <p>
              <VerdictMark level="Check">{`the draft differs from design ${job.revisions.length}; signing makes design ${job.revisions.length + 1}`}</VerdictMark>
            </p>
            <ul className="text-sm">
              {changed.map((c) => {
                const [field, ...rest] = c.split(": ");
                return (
                  <li key={c}>{labels.has(field!) ? `${labels.get(field!)}: ${rest.join(": ")}` : c}</li>
                );
              })}
            </ul>
          </div>
        ) : null}
      </section>
    </div>
  );
}
