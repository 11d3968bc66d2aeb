"use client";
import type { Step } from "@/core/run/step";
import type { Run } from "./run";
import { WithReason } from "./WithReason";

/** Opening a valve during a soak restarts it, or needs a written reason. */
export function SoakTools({
  jobId,
  step,
  run,
  kept,
}: {
  jobId: string;
  step: Step;
  run: Run;
  kept: readonly string[];
}) {
  return (
    <div className="mt-4 grid gap-2">
      {kept.map((k) => (
        <p key={k} className="text-sm text-soft">
          Went on although disturbed: {k}
        </p>
      ))}
      <WithReason
        jobId={jobId}
        label="A valve was opened: start the soak again"
        ask="What happened?"
        send={(why) => run.send({ kind: "clockRestarted", step: step.id, why })}
        draftKey={`restart.${step.id}`}
      />
      <WithReason
        jobId={jobId}
        label="A valve was opened: go on with a reason"
        ask="Why does the soak still hold?"
        send={(why) => run.send({ kind: "soakKept", step: step.id, why })}
        draftKey={`kept.${step.id}`}
      />
    </div>
  );
}
