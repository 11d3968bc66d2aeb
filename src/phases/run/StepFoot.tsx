"use client";
import type { JobState } from "@/core/job";
import { stepState } from "@/core/job/job";
import { statusOf, waitsFor, whyNotFinish } from "@/core/job/progress";
import { office } from "@/core/log/kind";
import { clockOf, maySkip, skipTakesOffice, type Step } from "@/core/run/step";
import { inSentence } from "@/core/words";
import { Awake } from "@/ui/Awake";
import { momentOf } from "@/ui/time";
import type { StepMovesOf } from "./useStepMoves";
import type { Run } from "./run";
import { newId } from "../outbox/kept";
import { PlainDone } from "./PlainDone";
import { WithReason } from "./WithReason";

const flowEnds = { clear: "Water is clear", noAir: "No air comes any more" } as const;

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
      return step.flow?.until ? flowEnds[step.flow.until] : "Flow is done";
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

/** Do the buttons wait: for the order, or for an ear. */
const isHeld = ({ looking, rig }: StepMovesOf): boolean => looking || (rig?.state.filling.length ?? 0) > 0;

interface FootProps {
  readonly step: Step;
  readonly job: JobState;
  readonly now: number;
  readonly zone: string;
  readonly readOnly: boolean;
  readonly run: Run;
  readonly moves: StepMovesOf;
  readonly onFinished: () => void;
  readonly isNext: boolean;
  readonly goNext?: () => void;
  /** Name of the intent that the step's form sends by itself, before any script has come. */
  readonly formId: string;
}

/** How a finished step ended, and the way on or back. */
function Ended({ step, job, now, zone, readOnly, run, goNext }: FootProps) {
  const { done, skipped } = stepState(job, step.id);
  return (
    <>
      <p>
        {done
          ? `Done by ${done.by.name}, ${momentOf(done.at, now, zone)}${done.why ? `, all the same: ${done.why}` : ""}`
          : `Skipped by ${skipped!.by.name}: ${skipped!.why}`}
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
          send={(why) => run.send({ kind: "stepUndone", step: step.id, why })}
          draftKey={`undo.${step.id}`}
        />
      )}
    </>
  );
}

/** Starts and pauses what the step times. */
function ClockButton({ step, job, now, run, moves }: FootProps) {
  const { clock } = stepState(job, step.id);
  const begin = () => {
    moves.markListed();
    if (moves.mustListen) return;
    void run.send({ kind: "clockStarted", step: step.id });
  };
  if (clock?.on && step.soak) return null;
  if (clock?.on)
    return statusOf(job, step, now) === "ready" ? null : (
      <button
        type="button"
        className="button quiet"
        onClick={() => void run.send({ kind: "clockPaused", step: step.id })}
      >
        {step.wait ? "Pause" : "Water stopped: pause"}
      </button>
    );
  if (clock && step.soak) return null;
  const words = step.soak
    ? "Soak starts now"
    : clock
      ? "Water runs again"
      : step.wait
        ? "Its minutes start now"
        : "Water is running";
  return (
    <button type="button" className="button" disabled={isHeld(moves)} onClick={begin}>
      {moves.withListed(words)}
    </button>
  );
}

/** Counts one filling that was thrown away. */
function CycleButton({ step, job, run, moves }: FootProps) {
  const { cycles } = stepState(job, step.id);
  return (
    <button
      type="button"
      className="button"
      disabled={isHeld(moves)}
      onClick={() => {
        moves.markListed();
        if (moves.mustListen) return;
        void run.send({ kind: "cycleCounted", step: step.id, cycle: cycles + 1 });
      }}
    >
      {moves.withListed(`Filled, emptied and discarded: ${cycles + 1}`)}
    </button>
  );
}

function FinishButton({
  step,
  job,
  now,
  run,
  moves,
  onFinished,
  formId,
  found,
}: FootProps & { readonly found?: { readonly id: string; readonly label: string } }) {
  const timed = clockOf(step) !== undefined;
  const blocked = whyNotFinish(job, step, now);
  const asked = found?.label ?? finishWords(step);
  const words = wrongAt(job, step).length > 0 ? `Put right: ${inSentence(asked)}` : asked;
  const finish = async () => {
    // A clock that has run began with everything turned: what was turned since is another matter.
    if (!timed) moves.markListed();
    if (!timed && moves.mustListen) return;
    const done = run.send({ kind: "stepDone", step: step.id, answer: found?.id });
    onFinished();
    await done;
  };
  return (
    <PlainDone jobId={job.id} step={step.id} answer={found?.id} intent={formId} finish={() => void finish()}>
      <button
        className="button"
        disabled={blocked !== undefined || isHeld(moves) || moves.lacks !== undefined}
      >
        {timed ? words : moves.withListed(words)}
      </button>
    </PlainDone>
  );
}

/** What finishes a step: one button, or one for each thing that may be found. */
function FinishButtons(props: FootProps) {
  const { writes } = props.step;
  if (!writes) return <FinishButton {...props} />;
  return writes.options.map((option) => <FinishButton key={option.id} {...props} found={option} />);
}

/**
 * Finishes a step that the rig has not followed, with a written reason: there is no safe order, or it was
 * done otherwise.
 */
function DoneAllTheSame({ step, job, run, onFinished, lacks }: FootProps & { readonly lacks: string }) {
  return (
    <>
      <p className="text-soft">Not there yet: {inSentence(lacks)}</p>
      <WithReason
        jobId={job.id}
        label="Done all the same, with a reason"
        ask="Why is it done all the same?"
        send={async (why) => {
          const outcome = await run.send({ kind: "stepDone", step: step.id, why });
          if (outcome.ok) onFinished();
          return outcome;
        }}
        draftKey={`done.${step.id}`}
      />
    </>
  );
}

/** Is a step one that somebody looks at and answers for: what is wrong keeps it open. */
const isLookedAt = (step: Step): boolean => step.kind === "check" || step.kind === "hold";
const wrongAt = (job: JobState, step: Step) => job.openPoints.filter((p) => p.step === step.id && !p.closed);

/**
 * What was found wrong at a step, and the way to say so: it is an open point, and the step stays open until
 * it is put right.
 */
function FoundWrong({ step, job, run }: FootProps) {
  return (
    <>
      {wrongAt(job, step).map((p) => (
        <p key={p.point} className="border-l-4 border-check pl-3" data-wrong>
          Wrong: {p.text} <span className="text-soft">({p.by.name})</span>
        </p>
      ))}
      <WithReason
        jobId={job.id}
        label="No, this is wrong"
        ask="What is wrong? It stays an open point until it is put right"
        look="button quiet"
        most={200}
        send={(text) =>
          run.send({ kind: "openPointAdded", point: newId(), text, who: run.by.name, step: step.id })
        }
        draftKey={`wrong.${step.id}`}
      />
    </>
  );
}

/** The way past a step, for those who may: what soaks is skipped by the office alone. */
function Skip({ step, job, run, onFinished }: FootProps) {
  if (!maySkip(step)) return null;
  if (skipTakesOffice(step) && !office.includes(run.by.role))
    return <p className="text-soft">Only a planner or an owner can skip a soak, with the reason.</p>;
  return (
    <WithReason
      jobId={job.id}
      label="Skip with a reason"
      ask="Why is it skipped?"
      send={async (why) => {
        const outcome = await run.send({ kind: "stepSkipped", step: step.id, why });
        if (outcome.ok) onFinished();
        return outcome;
      }}
      draftKey={`skip.${step.id}`}
    />
  );
}

/** Is a step something that is typed first: until then its form holds the one thing to press. */
const isTyped = (step: Step): boolean => step.kind === "read" || step.kind === "record";

/** What can be pressed at a step that is open, and why not. */
function Presses(props: FootProps) {
  const { step, job, now, isNext, goNext } = props;
  const { clock, cycles } = stepState(job, step.id);
  const [first] = waitsFor(job, step);
  const elsewhere =
    goNext && !isNext ? (
      <button type="button" className="button quiet" onClick={goNext}>
        Other work meanwhile
      </button>
    ) : null;
  if (first)
    return (
      <>
        <p className="text-soft">Waits for: {first.title}</p>
        {elsewhere}
      </>
    );
  const timed = clockOf(step) !== undefined;
  const begun = !timed || clock !== undefined;
  const counting = step.cycle !== undefined && cycles < step.cycle.count;
  const blocked = whyNotFinish(job, step, now);
  return (
    <>
      <Awake>
        {timed ? <ClockButton {...props} /> : null}
        {counting ? <CycleButton {...props} /> : null}
      </Awake>
      {begun && !counting && !(blocked && isTyped(step)) ? <FinishButtons {...props} /> : null}
      {begun && blocked ? <p className="text-soft">{blocked}</p> : null}
      <Awake>
        {begun && !counting && !blocked && props.moves.lacks !== undefined ? (
          <DoneAllTheSame {...props} lacks={props.moves.lacks} />
        ) : null}
        {isLookedAt(step) ? <FoundWrong {...props} /> : null}
        {elsewhere}
        <Skip {...props} />
      </Awake>
    </>
  );
}

/** The foot of a step: one large thing to press, always in reach. */
export function StepFoot(props: FootProps) {
  const { step, job, now, readOnly } = props;
  const status = statusOf(job, step, now);
  return (
    <div className="sticky bottom-0 mt-6 grid gap-2.5 bg-paper py-3 [@media(max-height:560px)]:static">
      {status === "done" || status === "skipped" ? (
        <Awake>
          <Ended {...props} />
        </Awake>
      ) : readOnly ? (
        <p className="text-soft">You are looking on: only the crew can press here.</p>
      ) : (
        <Presses {...props} />
      )}
    </div>
  );
}
