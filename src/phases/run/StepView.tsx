"use client";
import { stepState, type JobState } from "@/core/job";
import { tellRun } from "@/core/job/tellRun";
import { useEffect, useState } from "react";
import { readingsOf, statusOf, waitsFor, whyNotFinish } from "@/core/job/progress";

import { clockOf, maySkip, sayStep, type Step } from "@/core/run/step";
import { countedBy, readyAt } from "@/core/run/clock";
import type { Rig, RigState } from "@/core/rig";
import type { UnitSystem } from "@/core/units";
import { VerdictMark } from "@/ui/VerdictMark";
import { clockTime, countdown, lengthOf, momentOf } from "@/ui/time";
import { useDraft } from "@/ui/useDraft";
import { Photos } from "../job/Photos";
import type { Asked } from "../job/send";
import { circumstancesOf, waterOffAt, wishOf } from "@/core/job/runRig";
import { useOrder } from "../valves/useOrder";
import { FlowMeter } from "./FlowMeter";
import { ReadingForm } from "./ReadingForm";
import { WaterOff } from "./WaterOff";
import { StepMoves } from "./StepMoves";
import type { RunTexts } from "./texts";
import type { Run } from "./useRun";
import { useTicking } from "./useServerNow";
import { inSentence } from "@/core/words";

const noRig: Rig = { nodes: [], edges: [], handles: [], units: [], source: "unknown" };
const noState: RigState = {
  positions: {},
  pressured: [],
  wet: [],
  filling: [],
  stages: {},
  unproven: [],
  purged: false,
};
const waterWords: Record<Step["water"], string> = {
  off: "Water is off",
  bypassed: "House is on bypass, untreated",
  on: "Water is on",
  any: "",
};
const finishWords = (step: Step): string => {
  switch (step.kind) {
    case "check":
      return "Yes, checked";
    case "turn":
      return "Turned";
    case "hold":
      return "Sign this hold";
    case "soak":
      return "Soak is over, go on";
    case "flow":
      return step.flow?.untilClear ? "Water is clear" : "Flow is done";
    case "read":
      return "Go on";
    case "cycle":
      return "Discards are done";
    case "record":
      return "Go on";
    case "do":
      return "Done";
  }
};

/** How long a step's buttons wait after it appeared: the second of two quick taps was meant for the step before it. */
const SETTLING = 400;
function useSettled(): boolean {
  const [settled, setSettled] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(true), SETTLING);
    return () => clearTimeout(timer);
  }, []);
  return settled;
}

/** One step: what to do, why, what to watch for, its clock, and one large thing to press. */
export function StepView({
  step,
  job,
  now,
  at,
  profile,
  zone,
  texts,
  readOnly,
  run,
  onFinished,
  isNext,
  goNext,
}: {
  step: Step;
  job: JobState;
  now: number;
  at: () => number;
  profile: UnitSystem;
  zone: string;
  texts: RunTexts;
  readOnly: boolean;
  run: Run;
  onFinished: () => void;
  isNext: boolean;
  goNext?: () => void;
}) {
  const said = sayStep(step, profile);
  const s = stepState(job, step.id);
  const status = statusOf(job, step, now);
  const blocked = whyNotFinish(job, step, now);
  const waits = waitsFor(job, step);
  const over = status === "done" || status === "skipped";
  const needed = clockOf(step);
  const readings = readingsOf(job, step.id);
  const act = async (wish: Asked) => {
    await run.send(wish);
  };
  const wish = over ? undefined : wishOf(job.rig, step);
  const rig = wish ? job.rig : undefined;
  const order = useOrder(
    rig?.rig ?? noRig,
    rig?.state ?? noState,
    wish,
    circumstancesOf(job.rig, step, waterOffAt(job.waterOffs, now)),
  );
  const listed = order.is === "found" ? order.moves : [];
  // What was turned as the list says is marked move by move, as if each had been pressed.
  const markListed = () => {
    for (const m of listed) {
      void run.send({ kind: "handleTurned", handle: m.move.handle, to: m.move.to, step: step.id });
      if (m.after.filling.length > 0) void run.send({ kind: "fillHeard", step: step.id });
    }
  };
  // While the order is looked for, what was turned would be left unmarked.
  const settled = useSettled();
  const looking = order.is === "working" || !settled;
  const withListed = (words: string) =>
    listed.length === 0
      ? words
      : step.kind === "turn"
        ? "All turned as listed"
        : `All turned; ${inSentence(words)}`;
  const begin = () => {
    markListed();
    void act({ kind: "clockStarted", step: step.id });
  };
  const finish = async () => {
    // A clock that has run began with everything turned: what was turned since is another matter.
    if (needed === undefined) markListed();
    const done = run.send({ kind: "stepDone", step: step.id });
    onFinished();
    await done;
  };
  const measuring = step.flow?.band !== undefined;
  return (
    <article className="pb-4" data-step={step.id} data-kind={step.kind} data-status={status}>
      <h1 className="my-2 text-[26px] leading-[1.15] md:text-[28px]">{step.title}</h1>
      <p className="text-[17px]">{said.why}</p>
      {said.details.length > 0 ? (
        <ul className="mt-3 list-disc pl-5">
          {said.details.map((d) => (
            <li key={d}>{d}</li>
          ))}
        </ul>
      ) : null}
      <dl className="mt-3 grid gap-x-6 gap-y-1 sm:grid-cols-2">
        {step.turn ? (
          <div>
            <dt className="text-sm text-soft">Turn, seen from {step.turn.seenFrom}</dt>
            <dd className="font-semibold">{step.turn.direction}</dd>
          </div>
        ) : null}
        {step.tightening ? (
          <div>
            <dt className="text-sm text-soft">How tight</dt>
            <dd className="font-semibold">{step.tightening}</dd>
          </div>
        ) : null}
        {step.sealant ? (
          <div>
            <dt className="text-sm text-soft">Sealant</dt>
            <dd className="font-semibold">{step.sealant}</dd>
          </div>
        ) : null}
        {step.flow ? (
          <div>
            <dt className="text-sm text-soft">
              {step.flow.direction === "reverse" ? "Reverse flow to" : "Flow to"}
            </dt>
            <dd className="font-semibold">{step.flow.to}</dd>
          </div>
        ) : null}
        {said.taps ? (
          <div>
            <dt className="text-sm text-soft">Taps</dt>
            <dd className="font-semibold">{said.taps}</dd>
          </div>
        ) : null}
        {step.power ? (
          <div>
            <dt className="text-sm text-soft">Power</dt>
            <dd className="font-semibold">{step.power}</dd>
          </div>
        ) : null}
      </dl>
      {said.statement ? (
        <p className="mt-4 border-l-4 border-water pl-3 text-[17px] font-semibold">{said.statement}</p>
      ) : null}
      {said.question ? (
        <p className="mt-4 border-l-4 border-water pl-3 text-[17px] font-semibold">{said.question}</p>
      ) : null}
      {waterWords[step.water] || step.cautions.length > 0 ? (
        <ul className="mt-4 grid gap-1 border-l-4 border-check pl-3" aria-label="Cautions">
          {waterWords[step.water] ? <li>{waterWords[step.water]}</li> : null}
          {step.cautions.map((c) => (
            <li key={c}>{texts.cautions[c] ?? c}</li>
          ))}
        </ul>
      ) : null}

      {step.asks === "waterOff" ? (
        <WaterOff job={job} run={run} now={now} zone={zone} readOnly={readOnly || over} />
      ) : null}
      {rig && waits.length === 0 ? (
        <StepMoves
          jobId={job.id}
          stepId={step.id}
          run={rig}
          order={order}
          turn={(handle, to) => void act({ kind: "handleTurned", handle, to, step: step.id })}
          heard={() => void act({ kind: "fillHeard", step: step.id })}
          takeBack={(turn) => void act({ kind: "turnTakenBack", turn })}
          readOnly={readOnly}
        />
      ) : null}
      {needed !== undefined ? <ClockPanel step={step} job={job} from={now} at={at} zone={zone} /> : null}
      {measuring && s.clock && !over ? (
        <FlowMeter
          step={step}
          profile={profile}
          readings={readings}
          now={now}
          run={run}
          readOnly={readOnly}
          at={at}
        />
      ) : null}
      {step.soak && s.clock && !over && !readOnly ? (
        <SoakTools jobId={job.id} step={step} run={run} kept={s.kept.map((k) => k.why)} />
      ) : null}
      {step.read && !over ? (
        <ReadingForm
          key={readings.length}
          step={step}
          jobId={job.id}
          reads={step.read.reading}
          kind={texts.readings[step.read.reading]}
          profile={profile}
          run={run}
          readings={readings}
          readOnly={readOnly || waits.length > 0}
        />
      ) : null}
      {over && readings.length > 0 ? (
        <ul className="mt-4">
          {readings.map((r) => (
            <li key={r.reading}>
              <VerdictMark level={r.verdict.level} overridden={r.override !== undefined}>
                {tellRun(r.verdict, profile).reason}
              </VerdictMark>
            </li>
          ))}
        </ul>
      ) : null}
      {step.cycle ? (
        <div className="mt-5">
          <p>
            <span className="num text-[56px] leading-none">{s.cycles}</span>{" "}
            <span className="text-lg text-soft">of {step.cycle.count} filled and discarded</span>
          </p>
          {step.cycle.expected ? (
            <p className="text-soft">
              One fill takes about {lengthOf(step.cycle.expected)} here, by the design.
            </p>
          ) : null}
        </div>
      ) : null}
      {step.record ? <SerialForm step={step} job={job} run={run} readOnly={readOnly || over} /> : null}
      {step.kind !== "soak" && step.kind !== "flow" ? (
        <Photos
          jobId={job.id}
          step={step.id}
          photos={job.photos.filter((p) => p.step === step.id)}
          caption={step.title}
          readOnly={readOnly}
          zone={zone}
          onTaken={() => void run.look()}
        />
      ) : null}

      <div className="sticky bottom-0 mt-6 grid gap-2.5 bg-paper py-3">
        {over ? (
          <>
            <p>
              {status === "done"
                ? `Done by ${s.done!.by.name}, ${momentOf(s.done!.at, now, zone)}`
                : `Skipped by ${s.skipped!.by.name}: ${s.skipped!.why}`}
            </p>
            {goNext ? (
              <button type="button" className="button" onClick={goNext}>
                Go to the next open step
              </button>
            ) : null}
            {readOnly ? null : (
              <WithReason
                jobId={job.id}
                label="Undo this step"
                ask="Why is it undone?"
                send={(why) => act({ kind: "stepUndone", step: step.id, why })}
                draftKey={`undo.${step.id}`}
              />
            )}
          </>
        ) : readOnly ? (
          <p className="text-soft">You are looking on: only the crew can press here.</p>
        ) : (
          <>
            {waits.length > 0 ? <p className="text-soft">Waits for: {waits[0]!.title}</p> : null}
            {waits.length === 0 && needed !== undefined ? (
              step.soak ? (
                s.clock ? null : (
                  <button type="button" className="button" disabled={looking} onClick={begin}>
                    {withListed("Soak starts now")}
                  </button>
                )
              ) : s.clock?.on ? (
                status === "ready" ? null : (
                  <button
                    type="button"
                    className="button quiet"
                    onClick={() => void act({ kind: "clockPaused", step: step.id })}
                  >
                    {step.wait ? "Pause" : "Water stopped: pause"}
                  </button>
                )
              ) : (
                <button type="button" className="button" disabled={looking} onClick={begin}>
                  {withListed(
                    s.clock ? "Water runs again" : step.wait ? "Its minutes start now" : "Water is running",
                  )}
                </button>
              )
            ) : null}
            {step.cycle && s.cycles < step.cycle.count && waits.length === 0 ? (
              <button
                type="button"
                className="button"
                disabled={looking}
                onClick={() => {
                  markListed();
                  void act({ kind: "cycleCounted", step: step.id, cycle: s.cycles + 1 });
                }}
              >
                {withListed(`Filled, emptied and discarded: ${s.cycles + 1}`)}
              </button>
            ) : null}
            {waits.length === 0 &&
            (needed === undefined || s.clock) &&
            !(step.cycle && s.cycles < step.cycle.count) ? (
              <button
                type="button"
                className="button"
                disabled={blocked !== undefined || looking}
                onClick={() => void finish()}
              >
                {needed === undefined ? withListed(finishWords(step)) : finishWords(step)}
              </button>
            ) : null}
            {blocked && waits.length === 0 && (needed === undefined || s.clock) ? (
              <p className="text-soft">{blocked}</p>
            ) : null}
            {goNext && !isNext ? (
              <button type="button" className="button quiet" onClick={goNext}>
                Other work meanwhile
              </button>
            ) : null}
            {maySkip(step) && waits.length === 0 ? (
              <WithReason
                jobId={job.id}
                label="Skip with a reason"
                ask="Why is it skipped?"
                send={async (why) => {
                  await act({ kind: "stepSkipped", step: step.id, why });
                  onFinished();
                }}
                draftKey={`skip.${step.id}`}
              />
            ) : null}
          </>
        )}
      </div>
    </article>
  );
}

/** The clock as read at arm's length, on the server's time. */
function ClockPanel({
  step,
  job,
  from,
  at,
  zone,
}: {
  step: Step;
  job: JobState;
  from: number;
  at: () => number;
  zone: string;
}) {
  const s = stepState(job, step.id);
  const now = useTicking(at, from, s.clock?.countingSince !== undefined);
  const needed = clockOf(step)!;
  const counted = s.clock ? countedBy(s.clock, now) : 0;
  const ready = readyAt(step, s.clock);
  const left = Math.max(0, needed - counted);
  const walk =
    s.clock?.countingSince !== undefined && step.cautions.includes("drains")
      ? 120_000 - ((now - s.clock.startedAt) % 120_000)
      : undefined;
  const round =
    s.clock?.countingSince !== undefined && step.soak && left > 0
      ? 1_200_000 - ((now - s.clock.startedAt) % 1_200_000)
      : undefined;
  const tooLong = step.soak?.maxMinutes !== undefined && counted > step.soak.maxMinutes * 60_000;
  return (
    <section className="mt-5" aria-label="Clock">
      <p role="timer" className="num text-[68px] leading-none tracking-tight md:text-[76px]">
        {countdown(left)}
      </p>
      <p className="text-soft">
        {s.clock === undefined
          ? `to run: ${lengthOf(needed / 60_000)}`
          : left === 0
            ? "its time has run"
            : s.clock.countingSince === undefined
              ? s.clock.on
                ? "counts once the flow is inside its band"
                : "paused: the water is off"
              : `still to run of ${lengthOf(needed / 60_000)}`}
        {ready !== undefined && left > 0
          ? ` · ${step.soak ? "soak until" : "ends"} ${momentOf(ready, now, zone)}`
          : ""}
      </p>
      {s.clock && s.clock.restarts > 0 ? (
        <p className="text-soft">
          Started again {s.clock.restarts === 1 ? "once" : `${s.clock.restarts} times`}; counts from{" "}
          {clockTime(s.clock.startedAt, zone)}
        </p>
      ) : null}
      {walk !== undefined && left > 0 ? (
        <p>
          Walk round and look at the drains in <span className="num">{countdown(walk)}</span>
        </p>
      ) : null}
      {round !== undefined ? (
        <p className="text-soft">
          Leak round in <span className="num">{countdown(round)}</span> while you are on site. Meanwhile: film
          off, labels, clear up.
        </p>
      ) : null}
      {tooLong ? (
        <p>
          <VerdictMark level="Check">{`wet for longer than ${lengthOf(step.soak!.maxMinutes!)}: refresh the water`}</VerdictMark>
        </p>
      ) : null}
    </section>
  );
}

/** Opening a valve during a soak restarts it, or needs a written reason. */
function SoakTools({
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
        send={async (why) => {
          await run.send({ kind: "clockRestarted", step: step.id, why });
        }}
        draftKey={`restart.${step.id}`}
      />
      <WithReason
        jobId={jobId}
        label="A valve was opened: go on with a reason"
        ask="Why does the soak still hold?"
        send={async (why) => {
          await run.send({ kind: "soakKept", step: step.id, why });
        }}
        draftKey={`kept.${step.id}`}
      />
    </div>
  );
}

/** Something that takes a written reason; the text is kept until it was taken. */
export function WithReason({
  jobId,
  label,
  ask,
  send,
  draftKey,
}: {
  jobId: string;
  label: string;
  ask: string;
  send: (why: string) => Promise<void>;
  draftKey: string;
}) {
  const [open, setOpen] = useState(false);
  const [draft, keep, drop] = useDraft(`${jobId}.${draftKey}`);
  const why = draft ?? "";
  if (!open)
    return (
      <button
        type="button"
        className="min-h-12 text-left text-soft underline decoration-dotted underline-offset-4"
        onClick={() => setOpen(true)}
      >
        {label}
      </button>
    );
  return (
    <form
      className="grid gap-2 border border-hair p-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (why.trim().length < 3) return;
        drop();
        setOpen(false);
        void send(why.trim());
      }}
    >
      <label>
        {ask}
        <textarea
          className="field min-h-20"
          value={why}
          maxLength={500}
          autoFocus
          onChange={(e) => keep(e.target.value)}
        />
      </label>
      <div className="flex gap-2">
        <button className="button grow" disabled={why.trim().length < 3}>
          {label}
        </button>
        <button type="button" className="button quiet" onClick={() => setOpen(false)}>
          Leave it
        </button>
      </div>
    </form>
  );
}

/** A serial number or lamp key, typed, with a photo of the label beside it. */
function SerialForm({
  step,
  job,
  run,
  readOnly,
}: {
  step: Step;
  job: JobState;
  run: Run;
  readOnly: boolean;
}) {
  const kept = job.serials.find((n) => n.unit === step.unit && n.what === step.record!.what);
  const [draft, keep, drop] = useDraft(`${job.id}.serial.${step.id}`);
  const [error, setError] = useState("");
  const text = draft ?? kept?.text ?? "";
  const save = async () => {
    const outcome = await run.send({
      kind: "serialRecorded",
      unit: step.unit!,
      what: step.record!.what,
      label: step.record!.label,
      text,
      step: step.id,
    });
    if (outcome.ok) {
      drop();
      setError("");
    } else setError(outcome.fields?.text ?? outcome.error);
  };
  return (
    <form
      className="mt-5 grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <label className="text-lg">
        {step.record!.label}
        <input
          className="field num text-xl"
          value={text}
          maxLength={80}
          autoCapitalize="characters"
          autoComplete="off"
          spellCheck={false}
          disabled={readOnly}
          aria-invalid={error ? true : undefined}
          onChange={(e) => keep(e.target.value)}
        />
      </label>
      <p role="status" className={error ? "text-stop" : "text-soft"}>
        {error || (kept ? `kept: ${kept.text}` : "typed from the label, or a photo of it and typed later")}
      </p>
      {readOnly ? null : (
        <button className="button quiet" disabled={text.trim() === "" || text === kept?.text}>
          Keep {inSentence(step.record!.label)}
        </button>
      )}
    </form>
  );
}
