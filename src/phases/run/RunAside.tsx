import { Activity } from "react";
import type { JobState } from "@/core/job";
import { Awake } from "@/ui/Awake";
import Link from "@/ui/Link";
import { SupplyStrip } from "./parts";
import { StepList } from "./StepList";

/** What newer designs took out of the run, and why. */
function Changes({ job }: { job: JobState }) {
  if (job.carried.length === 0) return null;
  return (
    <section aria-labelledby="changes" data-changes>
      <h2 id="changes">Changed on the way</h2>
      {job.carried.map((c) => (
        <div key={c.revision}>
          <p>
            Design {c.revision}, {c.by.name}: {c.why}
          </p>
          <ul className="text-soft">
            {c.struck.map(({ step }) => (
              <li key={step.id}>
                <s>{step.title}</s>
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}

/** What the house was fed with so far, and the way to its valves. */
function Water({
  job,
  rig,
  now,
  zone,
}: {
  job: JobState;
  rig: NonNullable<JobState["rig"]>;
  now: number;
  zone: string;
}) {
  return (
    <>
      {rig.rig.units.length === 0 ? null : <SupplyStrip rig={rig} now={now} zone={zone} />}
      <p>
        <Link prefetch={false} href={`/jobs/${job.id}/run/valves`} className="button quiet">
          Valves
        </Link>
      </p>
    </>
  );
}

/** Beside the step: the clocks that run, the house's water, all steps, and what newer designs changed. */
export function RunAside({
  job,
  now,
  zone,
  running,
  current,
  choose,
  finished,
}: {
  job: JobState;
  now: number;
  zone: string;
  running: React.ReactNode;
  current: string;
  choose: (id: string) => void;
  finished: number;
}) {
  return (
    <aside className="grid content-start gap-6" aria-label="The whole run">
      <Awake>
        <Activity>
          {running ? <div className="hidden xl:block">{running}</div> : null}
          {job.rig ? <Water job={job} rig={job.rig} now={now} zone={zone} /> : null}
          <StepList
            steps={job.run?.steps ?? []}
            job={job}
            now={now}
            current={current}
            choose={choose}
            finished={finished}
          />
          <Changes job={job} />
        </Activity>
      </Awake>
    </aside>
  );
}
