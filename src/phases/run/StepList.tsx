"use client";
import { useEffect, useRef, useState } from "react";
import type { JobState } from "@/core/job";
import { statusOf, type StepStatus } from "@/core/job/progress";
import type { Step } from "@/core/run/step";
import { useRested } from "@/ui/later/useRested";

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

/**
 * The page itself comes with so many steps around the one that is shown: a list of eighty would keep a slow
 * line from all the rest.
 */
const FIRST = { before: 4, after: 10 } as const;

/** Steps of which a list shows some before it has been scrolled. */
function around(steps: readonly Step[], current: string): readonly Step[] {
  const at = steps.findIndex((s) => s.id === current);
  return steps.slice(Math.max(0, at - FIRST.before), at + 1 + FIRST.after);
}

/** The step at hand stays in sight in its own list, whatever of the list has changed; the page itself does not move. */
function useInSight(changed: string) {
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    const at = list.current;
    const item = at?.querySelector<HTMLElement>("[aria-current=step]");
    if (at && item)
      at.scrollTop += item.getBoundingClientRect().top - at.getBoundingClientRect().top - at.clientHeight / 3;
  }, [changed]);
  return list;
}

/** Every step of the run with how it stands; on a phone folded away until it is asked for. */
export function StepList({
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
  const whole = useRested();
  const list = useInSight(`${current} ${open} ${whole}`);
  const entered = new Set(job.carried.flatMap((c) => c.entered));
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
        {(whole ? steps : around(steps, current)).map((s) => {
          const status = statusOf(job, s, now);
          return (
            <li key={s.id}>
              <a
                href={`?step=${s.id}`}
                aria-current={s.id === current ? "step" : undefined}
                className={`rule flex min-h-11 w-full items-baseline gap-2 py-2 text-left no-underline ${s.id === current ? "bg-tint font-semibold" : ""} ${status === "waiting" ? "text-soft" : ""}`}
                onClick={(event) => {
                  if (event.ctrlKey || event.metaKey || event.shiftKey) return;
                  event.preventDefault();
                  choose(s.id);
                }}
              >
                <span className="num w-5 shrink-0 text-center" aria-hidden="true">
                  {marks[status]}
                </span>
                <span className="min-w-0">
                  {entered.has(s.id) ? <span className="text-sm text-water">new: </span> : null}
                  {s.title}
                  {s.unitName ? (
                    <span className="text-sm font-normal whitespace-nowrap text-soft"> · {s.unitName}</span>
                  ) : null}
                </span>
                <span className="visually-hidden">, {words[status]}</span>
              </a>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
