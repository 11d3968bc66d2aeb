"use client";
import { Activity } from "react";
import type { JobState } from "@/core/job";
import { stepState } from "@/core/job/job";
import { minutesTaken, placesLeft, readingsOf, statusOf, waitsFor } from "@/core/job/progress";
import { clockOf, type Step } from "@/core/run/step";
import type { UnitSystem } from "@/core/units";
import { lengthOf } from "@/ui/time";
import { Awake } from "@/ui/Awake";
import { Photos } from "../job/Photos";
import {
  BoxesForm,
  FlowMeter,
  JointsForm,
  Meanwhile,
  ReadingForm,
  ReadingsSaid,
  SerialForm,
  SoakTools,
  StepMoves,
  WaterOff,
} from "./parts";
import { StepClock } from "./StepClock";
import { StepFoot } from "./StepFoot";
import { StepWords } from "./StepWords";
import type { RunTexts } from "./texts";
import type { Run } from "./run";
import { useStepMoves } from "./useStepMoves";

interface StepProps {
  readonly step: Step;
  readonly job: JobState;
  readonly now: number;
  readonly at: () => number;
  readonly profile: UnitSystem;
  readonly zone: string;
  readonly texts: RunTexts;
  readonly readOnly: boolean;
  readonly run: Run;
  readonly onFinished: () => void;
  readonly isNext: boolean;
  readonly goNext?: () => void;
  readonly formId: string;
  /** Shows another step. */
  readonly choose: (step: string) => void;
}

/** How many fillings were thrown away, of how many. */
function Cycles({
  cycle,
  counted,
  took,
}: {
  cycle: NonNullable<Step["cycle"]>;
  counted: number;
  took: readonly number[];
}) {
  return (
    <div className="mt-5">
      <p>
        <span className="num text-[56px] leading-none">{counted}</span>{" "}
        <span className="text-lg text-soft">of {cycle.count} filled and discarded</span>
      </p>
      {cycle.expected ? (
        <p className="text-soft">One fill takes about {lengthOf(cycle.expected)} here, by the design.</p>
      ) : null}
      {took.length > 0 ? (
        <p className="text-soft">It took {took.map((m) => lengthOf(Math.round(m))).join(", then ")}.</p>
      ) : null}
    </div>
  );
}

/** What is measured or counted at a step, by its kind. */
function StepWork({ step, job, now, at, profile, texts, readOnly, run }: StepProps) {
  const { clock, kept, cycles } = stepState(job, step.id);
  const status = statusOf(job, step, now);
  const over = status === "done" || status === "skipped";
  const readings = readingsOf(job, step.id);
  const asked = readings.filter((r) => r.kind === step.read?.reading);
  const waits = waitsFor(job, step).length > 0;
  return (
    <>
      {step.flow?.band && clock && !over ? (
        <FlowMeter
          step={step}
          profile={profile}
          readings={readings.filter((r) => r.kind === "timedFlow")}
          now={now}
          run={run}
          readOnly={readOnly}
          at={at}
        />
      ) : null}
      {step.soak && clock && !over && !readOnly ? (
        <SoakTools jobId={job.id} step={step} run={run} kept={kept.map((k) => k.why)} />
      ) : null}
      {step.joins ? (
        <JointsForm step={step} job={job} run={run} profile={profile} readOnly={readOnly || waits || over} />
      ) : null}
      {step.boxes && !waits ? <BoxesForm step={step} job={job} run={run} readOnly={readOnly} /> : null}
      {step.read && !over ? (
        <ReadingForm
          key={asked.length}
          step={step}
          jobId={job.id}
          kind={texts.readings[step.read.reading]}
          profile={profile}
          run={run}
          readings={asked}
          left={placesLeft(job, step)}
          division={job.readings.findLast((r) => r.values.division)?.values.division?.text}
          readOnly={readOnly || waits}
        />
      ) : null}
      {over && readings.length > 0 ? <ReadingsSaid readings={readings} profile={profile} /> : null}
      {step.cycle ? <Cycles cycle={step.cycle} counted={cycles} took={minutesTaken(job, step)} /> : null}
      {step.wait?.expected && !over ? (
        <p className="mt-3 text-soft">By the design it takes about {lengthOf(step.wait.expected)} here.</p>
      ) : null}
      {step.record ? <SerialForm step={step} job={job} run={run} readOnly={readOnly || over} /> : null}
    </>
  );
}

/** One step: what to do, why, what to watch for, its clock, and one large thing to press. */
export function StepView(props: StepProps) {
  const { step, job, now, at, profile, zone, texts, readOnly, run } = props;
  const status = statusOf(job, step, now);
  const over = status === "done" || status === "skipped";
  const moves = useStepMoves(job, step, now, run, over);
  const inTurn = waitsFor(job, step).length === 0;
  const clock =
    clockOf(step) === undefined ? null : <StepClock step={step} job={job} from={now} at={at} zone={zone} />;
  // Once it runs it is what one looks for: above the moves that are made, where a phone's foot does not cover it.
  const runs = stepState(job, step.id).clock !== undefined;
  return (
    <article className="pb-4" data-step={step.id} data-kind={step.kind} data-status={status}>
      <StepWords step={step} profile={profile} cautions={texts.cautions} />
      <Awake>
        {step.asks === "waterOff" ? (
          <WaterOff job={job} run={run} now={now} zone={zone} readOnly={readOnly || over} />
        ) : null}
        {runs ? clock : null}
        {moves.rig && inTurn ? (
          <StepMoves
            jobId={job.id}
            stepId={step.id}
            run={moves.rig}
            order={moves.order}
            turn={(handle, to) => void run.send({ kind: "handleTurned", handle, to, step: step.id })}
            heard={() => void run.send({ kind: "fillHeard", step: step.id })}
            takeBack={(turn) => void run.send({ kind: "turnTakenBack", turn })}
            readOnly={readOnly}
          />
        ) : null}
        {runs ? null : clock}
        {status === "counting" ? <Meanwhile job={job} now={now} zone={zone} choose={props.choose} /> : null}
        <StepWork {...props} />
        {step.kind !== "soak" && step.kind !== "flow" ? (
          <Activity>
            <Photos
              jobId={job.id}
              jobName={job.name}
              step={step.id}
              photos={job.photos.filter((p) => p.step === step.id)}
              caption={step.title}
              readOnly={readOnly}
              zone={zone}
              onTaken={() => void run.look()}
            />
          </Activity>
        ) : null}
      </Awake>
      <StepFoot {...props} moves={moves} />
    </article>
  );
}
