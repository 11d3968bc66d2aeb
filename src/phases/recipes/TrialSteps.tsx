import { minutesSaid } from "@/core/words";
import type { ShownStep, Trial } from "./trial";
import { wordsOf } from "./words";

/** How long a step takes, and which part of the run it is. */
function Times({ step: s }: { step: ShownStep }) {
  return (
    <p className="text-sm text-soft">
      {wordsOf(s.stage)}, {wordsOf(s.kind).toLowerCase()}; <span className="num">{minutesSaid(s.work)}</span>
      {s.clock === undefined ? null : (
        <>
          {" "}
          and a clock of <span className="num">{minutesSaid(s.clock)}</span>
        </>
      )}
    </p>
  );
}

/** A step of the recipe that is tried, with all its words. */
function Own({ step: s, number }: { step: ShownStep; number: number }) {
  return (
    <li className="rule flex gap-3 py-2">
      <span className="num w-7 shrink-0 text-right text-soft">{number}</span>
      <div className="min-w-0">
        <p className="font-semibold">{s.title}</p>
        <p>{s.why}</p>
        {s.asks ? <p className="italic">{s.asks}</p> : null}
        {s.details.map((d) => (
          <p key={d} className="text-sm text-soft">
            {d}
          </p>
        ))}
        <Times step={s} />
      </div>
    </li>
  );
}

/** Steps of the site and of other units between those of the recipe, folded away. */
function Others({ steps, from }: { steps: readonly ShownStep[]; from: number }) {
  const to = from + steps.length - 1;
  return (
    <li className="rule py-1 text-soft">
      <details>
        <summary className="min-h-9 cursor-pointer">
          <span className="num">{steps.length === 1 ? from : `${from} to ${to}`}</span>, of the site or other
          units: {steps.length === 1 ? steps[0]!.title : `${steps[0]!.title} … ${steps.at(-1)!.title}`}
        </summary>
        {steps.map((s, i) => (
          <p key={s.id} className="flex gap-3 py-0.5 text-sm">
            <span className="num w-7 shrink-0 text-right">{from + i}</span>
            {s.title}
          </p>
        ))}
      </details>
    </li>
  );
}

/** Steps with their numbers, in stretches that are the recipe's own or not. */
function stretches(
  steps: readonly ShownStep[],
): readonly { readonly from: number; readonly steps: ShownStep[] }[] {
  const found: { from: number; steps: ShownStep[] }[] = [];
  for (const [i, step] of steps.entries()) {
    const last = found.at(-1);
    if (last?.steps[0]!.own === step.own) last.steps.push(step);
    else found.push({ from: i + 1, steps: [step] });
  }
  return found;
}

/** The steps of a job in their order, those of the recipe with all their words; where the run would stop, and why. */
export function TrialSteps({ trial }: { trial: Trial }) {
  return (
    <div data-trial>
      {trial.stuck ? (
        <p className="mb-3 border-l-4 border-stop pl-3">
          The run stops at “{trial.stuck.title}”. {trial.stuck.reason}
        </p>
      ) : (
        <p className="mb-3 border-l-4 border-good pl-3">Rehearsed from its first step to its last.</p>
      )}
      <ol>
        {stretches(trial.steps).map(({ from, steps }) =>
          steps[0]!.own ? (
            steps.map((s, i) => <Own key={s.id} step={s} number={from + i} />)
          ) : (
            <Others key={steps[0]!.id} steps={steps} from={from} />
          ),
        )}
      </ol>
    </div>
  );
}
