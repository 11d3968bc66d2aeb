import { describe, expect, it } from "vitest";
import type { JobState } from "@/core/job";
import { isInShort, isWordless, jobInShort } from "@/core/job/inShort";
import {
  meanwhileAt,
  minutesTaken,
  nextStep,
  placesLeft,
  runningClocks,
  statusOf,
  waitsFor,
  whyNotFinish,
} from "@/core/job/progress";
import { jobFrom } from "@/core/log";
import { noRig } from "@/core/rig/rig";
import { firstAtUnit, stepShown } from "@/phases/run/firstStep";
import { liveOf } from "@/phases/job/live";
import { momentsOf } from "@/phases/run/moments";
import { runOf, work } from "./desk";

const d = work(runOf(["CT-1354", "SF-150", "RO-T5"]), undefined, { meanwhile: true });
const from = d.entries.findIndex((e) => e.kind === "runStarted") + 1;
const moments = d.entries
  .map((entry, i) => ({ seq: i + 1, now: Date.parse(entry.at) }))
  .filter(({ seq }) => seq >= from && (seq - from) % 5 === 0);

/** All that a run's page shows of how its job stands, but the words of its steps. */
function standing(job: JobState, now: number) {
  const ids = (steps: readonly { readonly id: string }[]) => steps.map((s) => s.id);
  const meanwhile = meanwhileAt(job, now);
  return {
    next: nextStep(job, now)?.id,
    shown: stepShown(job, undefined, now)?.id,
    ofUnits: ["u1", "u2", "u3"].map((u) => firstAtUnit(job, u, now)?.id),
    steps: job.run!.steps.map((s) => ({
      id: s.id,
      title: s.title,
      status: statusOf(job, s, now),
      waits: ids(waitsFor(job, s)),
      why: whyNotFinish(job, s, now),
      taken: minutesTaken(job, s),
      left: placesLeft(job, s),
    })),
    clocks: runningClocks(job, now).map((c) => ({ ...c, step: c.step.id })),
    meanwhile: meanwhile && { ...meanwhile, open: ids(meanwhile.open) },
    stations: ["u1", "u2", "u3"].map((u) => liveOf(job, u, now)),
    moments: momentsOf(job),
    rig: { ...job.rig, rig: undefined },
    photos: job.photos,
  };
}

describe("a job in short", () => {
  it("stands as the whole one does, all the way of its run", () => {
    expect(moments.length).toBeGreaterThan(20);
    for (const { seq, now } of moments) {
      const whole = jobFrom("job1", d.entries.slice(0, seq));
      expect(standing(jobInShort(whole, { rig: false }), now), `after entry ${seq}`).toEqual(
        standing(whole, now),
      );
    }
  }, 60_000);

  it("has the words of the steps that are seen, and of no other", () => {
    const { job } = d;
    const seen = new Set([job.run!.steps[3]!.id, job.run!.steps[40]!.id]);
    const steps = jobInShort(job, { steps: seen, rig: false }).run!.steps;
    expect(steps.filter((s) => !isWordless(s))).toEqual(job.run!.steps.filter((s) => seen.has(s.id)));
    for (const step of steps.filter(isWordless)) {
      expect(step.why).toBe("");
      expect(step.details).toBeUndefined();
      expect(step.cautions).toEqual([]);
    }
  });

  it("has the parts of the rig where they are seen, and else nothing that could be taken for them", () => {
    expect(jobInShort(d.job, { rig: true }).rig).toEqual(d.job.rig);
    const { rig, ...rest } = jobInShort(d.job, { rig: false }).rig!;
    expect(rig).toBe(noRig);
    expect(rest).toEqual({ ...d.job.rig, rig: undefined });
  });

  it("says that it is in short, and is much shorter", () => {
    expect(isInShort(d.job)).toBe(false);
    const short = jobInShort(d.job, { rig: true });
    expect(isInShort(short)).toBe(true);
    const run = jobFrom("job1", d.entries.slice(0, from));
    const length = (job: JobState) => JSON.stringify(job).length;
    expect(length(jobInShort(run, { rig: true })) / length(run)).toBeLessThan(0.6);
    expect(length(jobInShort(run, { rig: false })) / length(run)).toBeLessThan(0.4);
  });

  it("comes whole over a line as it is here", () => {
    const whole = JSON.parse(JSON.stringify(d.job)) as JobState;
    expect(standing(whole, d.now)).toEqual(standing(d.job, d.now));
  });
});
