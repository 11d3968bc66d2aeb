"use client";
import type { Actor, JobState } from "@/core/job";
import Link from "@/ui/Link";
import { useEffect, useMemo, useRef, useState, type ComponentProps } from "react";

import { nextStep, runningClocks, statusOf, type StepStatus } from "@/core/job/progress";

import type { Step } from "@/core/run/step";
import type { UnitSystem } from "@/core/units";
import { momentOf } from "@/ui/time";
import { JobShell } from "../job/JobShell";
import { liveOf } from "../job/live";
import { SupplyStrip } from "../valves/SupplyStrip";
import { fetchAllParts } from "./parts";
import { StepView } from "./StepView";
import type { RunTexts } from "./texts";
import { useRun } from "./useRun";
import { Countdown } from "./Countdown";
import { momentsOf } from "./moments";
import { useMoment, useServerClock } from "./useServerNow";

const marks: Record<StepStatus, string> = {
  done: "✓",
  skipped: "–",
  waiting: " ",
  open: "○",
  counting: "◔",
  paused: "‖",
  ready: "●",
};
const words: Record<StepStatus, string> = {
  done: "done",
  skipped: "skipped",
  waiting: "waits",
  open: "open",
  counting: "running",
  paused: "paused",
  ready: "time has run",
};

/** The run on site: one step a screen, its clock, and everything else a thumb away. */
export function RunBoard({
  frame,
  children,
  initial,
  serverNow,
  person,
  profile,
  zone,
  texts,
  readOnly,
  wanted,
  unit,
}: {
  frame: Omit<ComponentProps<typeof JobShell>, "phase" | "children">;
  children: React.ReactNode;
  initial: JobState;
  serverNow: number;
  person: Actor;
  profile: UnitSystem;
  zone: string;
  texts: RunTexts;
  readOnly: boolean;
  wanted?: string;
  unit?: string;
}) {
  const clock = useServerClock(serverNow);
  const by = useMemo(
    () => ({ id: person.id, name: person.name, role: person.role }),
    [person.id, person.name, person.role],
  );
  const run = useRun(initial, by, profile, clock.at, clock.hear);
  const { job } = run;
  const now = useMoment(clock, serverNow, momentsOf(job));
  const steps = job.run?.steps ?? [];
  const firstOfUnit = unit
    ? (steps.find((s) => s.unit === unit && !["done", "skipped"].includes(statusOf(job, s, serverNow))) ??
      steps.find((s) => s.unit === unit))
    : undefined;
  const [chosen, setChosen] = useState<string | undefined>(wanted ?? firstOfUnit?.id);
  const next = nextStep(job, now);
  const step = steps.find((s) => s.id === chosen) ?? next ?? steps.at(-1);
  // A step that is finished makes room for the next one by itself.
  const last = useRef<string>(undefined);
  useEffect(() => {
    if (last.current !== undefined && last.current !== step?.id) window.scrollTo({ top: 0 });
    last.current = step?.id;
  }, [step?.id]);
  useEffect(() => {
    const swallow = (e: PopStateEvent) => {
      const id = new URL(window.location.href).searchParams.get("step");
      if (e.isTrusted) setChosen(id ?? undefined);
    };
    window.addEventListener("popstate", swallow);
    return () => window.removeEventListener("popstate", swallow);
  }, []);
  // What other steps show comes once this one has had the line to itself, so that it is here without a signal.
  useEffect(() => {
    const timer = setTimeout(() => void fetchAllParts(), 5000);
    return () => clearTimeout(timer);
  }, []);
  const choose = (id: string | undefined) => {
    setChosen(id);
    const url = new URL(window.location.href);
    url.searchParams.delete("at");
    if (id) url.searchParams.set("step", id);
    else url.searchParams.delete("step");
    window.history.pushState(null, "", url);
  };
  const minute = Math.floor(now / 60_000);
  const stations = useMemo(
    () => frame.stations.map((s) => ({ ...s, ...liveOf(job, s.key, minute * 60_000) })),
    [frame.stations, job, minute],
  );
  if (!step)
    return (
      <JobShell {...frame} phase="run">
        <p>The run has no steps.</p>
      </JobShell>
    );
  const at = steps.indexOf(step);
  const finished = steps.filter((s) => ["done", "skipped"].includes(statusOf(job, s, now))).length;
  const others = runningClocks(job, now).filter((c) => c.step.id !== step.id);
  const running = (
    <section aria-label="Running now">
      <h2 className="hidden xl:block">Running now</h2>
      <ul>
        {others.map((c) => (
          <li key={c.step.id} className="rule">
            <button
              type="button"
              className="flex min-h-14 w-full items-center justify-between gap-3 text-left"
              onClick={() => choose(c.step.id)}
            >
              <span className="min-w-0">
                {c.step.title}
                {c.readyAt !== undefined && c.readyAt > now ? (
                  <span className="block text-sm text-soft">ready {momentOf(c.readyAt, now, zone)}</span>
                ) : null}
              </span>
              <span className="num text-lg whitespace-nowrap">
                {c.paused ? (
                  "paused"
                ) : c.readyAt === undefined ? (
                  ""
                ) : c.readyAt <= now ? (
                  "ready"
                ) : (
                  <Countdown to={c.readyAt} at={clock.at} from={now} />
                )}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
  return (
    <JobShell {...frame} stations={stations} active={step.unit ?? frame.active} phase="run">
      <div data-run-screen>
        <div aria-live="polite" role="status">
          {run.queued > 0 ? (
            <p className="mb-3 border-l-4 border-check pl-3" data-queued>
              {run.waiting ? `${run.queued} kept on this phone. ${run.waiting}` : `Sending ${run.queued}…`}
            </p>
          ) : null}
          {run.signedOut ? (
            <p className="mb-3 border-l-4 border-stop pl-3">
              Your session has ended; nothing is lost.{" "}
              <a className="plainlink" href={`/sign-in?next=/jobs/${job.id}/run`}>
                Sign in again
              </a>
            </p>
          ) : null}
          {run.refused && !run.refused.fields ? (
            <p className="mb-3 border-l-4 border-stop pl-3" data-refused>
              {run.refused.error}
            </p>
          ) : null}
        </div>
        {finished === steps.length ? (
          <p className="mb-4 flex flex-wrap items-center gap-4 border-l-4 border-good pl-3 text-[17px]">
            Every step is done.{" "}
            <Link href={`/jobs/${job.id}/record`} className="button">
              Go to the record
            </Link>
          </p>
        ) : null}
        {others.length > 0 ? <div className="mb-2 xl:hidden">{running}</div> : null}
        <div className="grid gap-8 xl:grid-cols-[minmax(0,1fr)_340px]">
          <div>
            <div className="flex items-center justify-between gap-2 text-soft">
              <button
                type="button"
                className="min-h-12 px-2 disabled:opacity-40"
                disabled={at === 0}
                onClick={() => choose(steps[at - 1]!.id)}
              >
                ‹ Before
              </button>
              <span className="text-center">
                step <span className="num">{at + 1}</span> of <span className="num">{steps.length}</span>
                {step.unitName ? ` · ${step.unitName}` : ""}
              </span>
              <button
                type="button"
                className="min-h-12 px-2 disabled:opacity-40"
                disabled={at === steps.length - 1}
                onClick={() => choose(steps[at + 1]!.id)}
              >
                After ›
              </button>
            </div>
            <StepView
              key={step.id}
              step={step}
              job={job}
              now={now}
              at={clock.at}
              profile={profile}
              zone={zone}
              texts={texts}
              readOnly={readOnly}
              run={run}
              onFinished={() => choose(undefined)}
              isNext={step.id === next?.id}
              goNext={next && next.id !== step.id ? () => choose(undefined) : undefined}
            />
          </div>
          <aside className="grid content-start gap-6" aria-label="The whole run">
            {others.length > 0 ? <div className="hidden xl:block">{running}</div> : null}
            {job.rig ? <SupplyStrip rig={job.rig} now={now} zone={zone} /> : null}
            {job.rig ? (
              <p>
                <Link prefetch={false} href={`/jobs/${job.id}/run/valves`} className="button quiet">
                  Valves
                </Link>
              </p>
            ) : null}
            <StepList
              steps={steps}
              job={job}
              now={now}
              current={step.id}
              choose={choose}
              finished={finished}
            />
          </aside>
        </div>
      </div>
      {children}
    </JobShell>
  );
}

function StepList({
  steps,
  job,
  now,
  current,
  choose,
  finished,
}: {
  steps: readonly Step[];
  job: JobState;
  now: number;
  current: string;
  choose: (id: string) => void;
  finished: number;
}) {
  const [open, setOpen] = useState(false);
  const list = useRef<HTMLOListElement>(null);
  // The step at hand stays in sight in its own list; the page itself does not move.
  useEffect(() => {
    const item = list.current?.querySelector<HTMLElement>("[aria-current=step]");
    if (list.current && item)
      list.current.scrollTop = item.offsetTop - list.current.offsetTop - list.current.clientHeight / 3;
  }, [current, open]);
  return (
    <section aria-labelledby="steps">
      <div className="flex items-baseline justify-between">
        <h2 id="steps">
          Steps{" "}
          <span className="num text-soft">
            {finished}/{steps.length}
          </span>
        </h2>
        <button
          type="button"
          className="min-h-12 px-2 text-soft xl:hidden"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? "hide" : "show all"}
        </button>
      </div>
      <ol
        ref={list}
        className={`${open ? "" : "hidden xl:block"} xl:relative xl:max-h-[70vh] xl:overflow-y-auto`}
        tabIndex={-1}
      >
        {steps.map((s) => {
          const status = statusOf(job, s, now);
          return (
            <li key={s.id}>
              <button
                type="button"
                aria-current={s.id === current ? "step" : undefined}
                className={`rule flex min-h-11 w-full items-baseline gap-2 py-2 text-left ${s.id === current ? "bg-tint font-semibold" : ""} ${status === "waiting" ? "text-soft" : ""}`}
                onClick={() => choose(s.id)}
              >
                <span className="num w-5 shrink-0 text-center" aria-hidden="true">
                  {marks[status]}
                </span>
                <span className="min-w-0">
                  {s.title}
                  {s.unitName ? <span className="text-sm font-normal text-soft"> · {s.unitName}</span> : null}
                </span>
                <span className="visually-hidden">, {words[status]}</span>
              </button>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
