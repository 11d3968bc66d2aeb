"use client";
import {
  Activity,
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  type ComponentProps,
} from "react";
import type { Actor, JobState } from "@/core/job";
import { nextStep, runningClocks, statusOf, whyNotFinish } from "@/core/job/progress";
import type { Step } from "@/core/run/step";
import type { UnitSystem } from "@/core/units";
import { Awake } from "@/ui/Awake";
import { atLeisure } from "@/ui/later/atLeisure";
import { useCommand } from "@/ui/commands";
import Link from "@/ui/Link";
import { JobShell } from "../job/JobShell";
import { isWordless } from "@/core/job/inShort";
import { liveOf } from "../job/live";
import { firstAtUnit, isOver, stepShown } from "./firstStep";
import { momentsOf } from "./moments";
import { fetchAllParts, RunAnnounced } from "./parts";
import { RunningNow } from "./RunningNow";
import { RunAside } from "./RunAside";
import { RunNotices } from "./RunNotices";
import { StepTurner } from "./StepTurner";
import { StepView } from "./StepView";
import type { RunTexts } from "./texts";
import { useChosenStep } from "./useChosenStep";
import { useRun } from "./useRun";
import { useMoment, useServerClock } from "./useServerNow";

/** A step that is finished makes room for the next one by itself: the page begins at its top again. */
function useTopAtEach(step: string | undefined) {
  const last = useRef<string>(undefined);
  useEffect(() => {
    if (last.current !== undefined && last.current !== step) window.scrollTo({ top: 0 });
    last.current = step;
  }, [step]);
}

/** What other steps show comes once this one has had the line to itself, so that it is here without a signal. */
function useLaterParts() {
  useEffect(() => void atLeisure().then(fetchAllParts), []);
}

interface RunBoardProps {
  readonly frame: Omit<ComponentProps<typeof JobShell>, "children">;
  readonly children: React.ReactNode;
  readonly initial: JobState;
  readonly serverNow: number;
  readonly person: Actor;
  readonly profile: UnitSystem;
  readonly zone: string;
  readonly texts: RunTexts;
  readonly readOnly: boolean;
  readonly wanted?: string;
  readonly unit?: string;
  /** Name of the intent that a step's form sends by itself, before any script has come. */
  readonly formId: string;
  /** A step that was sent so was refused. */
  readonly refused?: boolean;
  /** What stands above the step: a newer design that the run may be carried on with. */
  readonly notice?: React.ReactNode;
}

/** The run on this phone, and the moment it is looked at. */
function useRunNow({ initial, serverNow, person, profile }: RunBoardProps) {
  const clock = useServerClock(serverNow);
  const by = useMemo(
    () => ({ id: person.id, name: person.name, role: person.role }),
    [person.id, person.name, person.role],
  );
  const run = useRun(initial, by, profile, clock.at, clock.hear);
  return { run, at: clock.at, now: useMoment(clock, serverNow, momentsOf(run.job)) };
}

/** Stations of the Line as they stand now, minute by minute. */
function useStations(frame: RunBoardProps["frame"], job: JobState, now: number) {
  const minute = Math.floor(now / 60_000);
  return useMemo(
    () => frame.stations.map((s) => ({ ...s, ...liveOf(job, s.key, minute * 60_000) })),
    [frame.stations, job, minute],
  );
}

/** The next step that hands can work on after one, going round; undefined where there is no other. */
function openAfter(job: JobState, step: Step | undefined, now: number): Step | undefined {
  const steps = job.run?.steps ?? [];
  const at = step ? steps.indexOf(step) : -1;
  const others = [...steps.slice(at + 1), ...steps.slice(0, Math.max(0, at))];
  return others.find((s) => ["open", "ready", "paused"].includes(statusOf(job, s, now)));
}

/**
 * The window is named after the step at hand. The page's own name may still be on its way, and is put right
 * when it comes.
 */
function useTitle(step: Step | undefined, jobName: string) {
  const title = step && `${step.title} · ${jobName} · Brant`;
  // Ends with the page itself, before the next page's name is seen.
  useLayoutEffect(() => {
    if (!title) return;
    const name = () => {
      if (document.title !== title) document.title = title;
    };
    name();
    const watch = new MutationObserver(name);
    watch.observe(document.head, { childList: true, subtree: true, characterData: true });
    return () => watch.disconnect();
  }, [title]);
}

/** The step that is shown: the one that was chosen, else the next for hands; `n` goes on to the next open one. */
function useStepAtHand({ wanted, unit, serverNow, frame }: RunBoardProps, job: JobState, now: number) {
  const steps = job.run?.steps ?? [];
  const [chosen, choose] = useChosenStep(wanted ?? firstAtUnit(job, unit, serverNow)?.id, unit);
  const next = nextStep(job, now);
  const step = stepShown(job, chosen, now);
  useTopAtEach(step?.id);
  useTitle(step, frame.name);
  const after = openAfter(job, step, now)?.id;
  useCommand(
    "n",
    useCallback(() => after && choose(after), [after, choose]),
  );
  return { steps, step, next, choose };
}

/** The run on site: one step a screen, its clock, and everything else a thumb away. */
export function RunBoard(props: RunBoardProps) {
  const { frame, children, profile, zone, readOnly, wanted } = props;
  const { run, at, now } = useRunNow(props);
  const { job } = run;
  const { steps, step, next, choose } = useStepAtHand(props, job, now);
  useLaterParts();
  const stations = useStations(frame, job, now);
  if (!step)
    return (
      <JobShell {...frame}>
        <p>The run has no steps.</p>
      </JobShell>
    );
  const finished = steps.filter((s) => isOver(job, s, now)).length;
  const others = runningClocks(job, now).filter((c) => c.step.id !== step.id);
  const running =
    others.length > 0 ? <RunningNow clocks={others} now={now} at={at} zone={zone} choose={choose} /> : null;
  return (
    <JobShell {...frame} stations={stations} active={step.unit ?? frame.active} worksPlain>
      <div data-run-screen>
        {props.refused && step.id === wanted ? <Refused why={whyNotFinish(job, step, now)} /> : null}
        <Awake>{props.notice}</Awake>
        <RunNotices run={run} />
        <RunAnnounced job={job} now={now} profile={profile} />
        {finished === steps.length ? <AllDone jobId={job.id} /> : null}
        {running ? (
          <div className="mb-2 xl:hidden">
            <Awake>
              <Activity>{running}</Activity>
            </Awake>
          </div>
        ) : null}
        <div className="grid gap-8 xl:grid-cols-[minmax(0,1fr)_340px]">
          <div>
            <Awake>
              <StepTurner steps={steps} step={step} choose={choose} />
            </Awake>
            {isWordless(step) ? (
              <WordsComing title={step.title} />
            ) : (
              <StepView
                key={step.id}
                step={step}
                job={job}
                now={now}
                at={at}
                profile={profile}
                zone={zone}
                texts={run.texts ?? props.texts}
                readOnly={readOnly}
                run={run}
                onFinished={() => choose(undefined)}
                isNext={step.id === next?.id}
                choose={choose}
                formId={props.formId}
                goNext={next && next.id !== step.id ? () => choose(undefined) : undefined}
              />
            )}
          </div>
          <RunAside
            job={job}
            now={now}
            zone={zone}
            running={running}
            current={step.id}
            choose={choose}
            finished={finished}
          />
        </div>
      </div>
      <Awake>
        <Activity>{children}</Activity>
      </Awake>
    </JobShell>
  );
}

/** A step whose words follow the page, and are not here yet: it is not finished before they were read. */
function WordsComing({ title }: { title: string }) {
  return (
    <article data-words-coming>
      <h1 className="my-2 text-[26px] leading-[1.15] md:text-[28px]">{title}</h1>
      <p role="status" className="text-soft">
        The words of this step are on their way…
      </p>
    </article>
  );
}

/** That a step sent by its form alone was not taken. */
function Refused({ why }: { why?: string }) {
  return (
    <p role="alert" className="mb-3 border-l-4 border-stop pl-3" data-refused>
      This step was not taken. {why ?? "Look at it again, then press once more"}.
    </p>
  );
}

function AllDone({ jobId }: { jobId: string }) {
  return (
    <p className="mb-4 flex flex-wrap items-center gap-4 border-l-4 border-good pl-3 text-[17px]">
      Every step is done.{" "}
      <Link href={`/jobs/${jobId}/record`} className="button">
        Go to the record
      </Link>
    </p>
  );
}
