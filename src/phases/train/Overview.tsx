import type { Route } from "next";
import type { JobState } from "@/core/job";
import { tell } from "@/core/tell";
import { allVerdicts, type TrainJudgement } from "@/core/train";
import type { UnitSystem } from "@/core/units";
import { byWorst, verdictKey } from "@/core/verdict";
import { FigureCard } from "@/ui/FigureCard";
import Link from "@/ui/Link";
import { listed } from "@/core/words";
import { KeyLink } from "@/ui/Pressed";
import { stamp } from "@/ui/time";
import { VerdictMark } from "@/ui/VerdictMark";
import { differences, unitsText } from "./differences";
import { Schools, type SchoolInUse } from "./Schools";
import { schoolSaid, VerdictNote } from "./VerdictNote";

interface OverviewProps {
  readonly schools: readonly SchoolInUse[];
  readonly canChoose: boolean;
  readonly job: JobState;
  readonly judged: TrainJudgement;
  readonly profile: UnitSystem;
  readonly canOverride: boolean;
  readonly zone: string;
  /** The draft is what was signed last. */ readonly signed: boolean;
  /** What the survey's questions are called. */ readonly labels: ReadonlyMap<string, string>;
}

const nameOf = (judged: TrainJudgement, at: string) =>
  judged.stations.find((s) => s.key === at)?.model.code ?? "House";

/** The flows that the design rests on. */
function Demand({ job, judged, profile, schools }: OverviewProps) {
  return (
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
  );
}

/** Verdicts that are not Good and that nobody has overridden. */
export const unsettledOf = (job: JobState, judged: TrainJudgement) =>
  allVerdicts(judged).filter(
    ({ at, verdict }) => verdict.level !== "Good" && !job.overrides[verdictKey(at, verdict.rule)],
  );

/** What keeps the design from being signed, or is to be looked at: the worst first. */
function ToSettle({ job, judged, profile, canOverride, schools }: OverviewProps) {
  const unsettled = unsettledOf(job, judged).sort((a, b) => byWorst(a.verdict, b.verdict));
  return (
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
          <li key={verdictKey(at, verdict.rule)} className="rule grid gap-x-6 py-2 md:grid-cols-[120px_1fr]">
            <KeyLink
              href={`/jobs/${job.id}/train?at=${at}` as Route}
              prefetch={false}
              className="plainlink min-h-6 justify-self-start"
              pressedBy="n"
            >
              {nameOf(judged, at)}
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
  );
}

/** Answers of the survey that judgements wait for, with what waits: those for which most wait first. */
function Missing({ job, judged, labels }: OverviewProps) {
  const waiting = new Map<string, Set<string>>();
  for (const { at, verdict } of allVerdicts(judged)) {
    if (verdict.level !== "Unknown" || job.overrides[verdictKey(at, verdict.rule)]) continue;
    for (const field of verdict.missing ?? [])
      if (labels.has(field)) waiting.set(field, (waiting.get(field) ?? new Set()).add(nameOf(judged, at)));
  }
  if (waiting.size === 0) return null;
  const asked = [...waiting].sort(([, a], [, b]) => b.size - a.size);
  return (
    <section aria-labelledby="missing" data-missing>
      <h2 id="missing">
        Answers that are missing <span className="num text-soft">{asked.length}</span>
      </h2>
      <ul className="mt-2">
        {asked.map(([field, places]) => (
          <li key={field} className="rule grid gap-x-6 py-2 md:grid-cols-[260px_1fr]">
            <a
              href={`/jobs/${job.id}/site?from=train#${field}`}
              className="plainlink min-h-6 justify-self-start"
            >
              {labels.get(field)}
            </a>
            <span className="text-sm text-soft">Judgements of {listed([...places])} wait for it</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What comes after signing: who goes and when, and the run. */
function AfterSigning({ job, signed }: OverviewProps) {
  if (!signed || job.run) return null;
  return (
    <section aria-labelledby="after" className="border-l-4 border-good pl-4" data-after-signing>
      <h2 id="after">Signed. What comes next</h2>
      <p className="mt-1 flex flex-wrap gap-3">
        <Link prefetch={false} className="button" href={`/jobs/${job.id}/run#visits` as Route}>
          Plan the visit
        </Link>
        <Link prefetch={false} className="button quiet" href={`/jobs/${job.id}/about#crew` as Route}>
          {job.crew.responsible ? `${job.crew.responsible.name} does it: change that` : "Say who does it"}
        </Link>
        <Link prefetch={false} className="button quiet" href={`/jobs/${job.id}/run` as Route}>
          Start the run
        </Link>
      </p>
    </section>
  );
}

function Overridden({ job, judged, profile }: OverviewProps) {
  const overridden = Object.values(job.overrides);
  if (overridden.length === 0) return null;
  return (
    <section aria-labelledby="overrides">
      <h2 id="overrides">Overridden</h2>
      <ul>
        {overridden.map((o) => (
          <li key={verdictKey(o.at, o.rule)} className="rule py-2 text-sm">
            <b>{nameOf(judged, o.at)}</b>, {o.level}: {tell(o, profile).reason}. {o.mark.by.name}: {o.why}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What the draft changes of the design that was signed last. */
function Changed({ job, labels }: OverviewProps) {
  const changed = differences(job);
  const said = (change: string) => {
    const [field, ...rest] = change.split(": ");
    return labels.has(field!) ? `${labels.get(field!)}: ${rest.join(": ")}` : change;
  };
  if (changed.length === 0) return null;
  return (
    <div className="mt-3 border-l-4 border-check pl-3">
      <p>
        <VerdictMark level="Check">{`the draft differs from design ${job.revisions.length}; signing makes design ${job.revisions.length + 1}`}</VerdictMark>
      </p>
      <ul className="text-sm">
        {changed.map((c) => (
          <li key={c}>{said(c)}</li>
        ))}
      </ul>
    </div>
  );
}

function SignedDesigns(props: OverviewProps) {
  const { job, zone } = props;
  return (
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
      <Changed {...props} />
    </section>
  );
}

/** The design as a whole: what keeps it from being signed, the flows it rests on, and its revisions. */
export function Overview(props: OverviewProps) {
  const { job, schools, canChoose } = props;
  return (
    <div className="grid gap-8">
      <AfterSigning {...props} />
      <Demand {...props} />
      <Missing {...props} />
      <ToSettle {...props} />
      <Overridden {...props} />
      <section aria-labelledby="schools">
        <h2 id="schools">Schools</h2>
        <p className="text-soft">Where good installers differ: how this design answers, and why.</p>
        <Schools jobId={job.id} schools={schools} canChoose={canChoose} />
      </section>
      <SignedDesigns {...props} />
    </div>
  );
}
