import type { Step } from "@/core/run/step";

/** To the step before and after, and which of how many this is. */
export function StepTurner({
  steps,
  step,
  choose,
}: {
  steps: readonly Step[];
  step: Step;
  choose: (step: string) => void;
}) {
  const at = steps.indexOf(step);
  const button = (words: string, to: Step | undefined) => (
    <button
      type="button"
      className="min-h-12 px-2 disabled:opacity-40"
      disabled={to === undefined}
      onClick={() => choose(to!.id)}
    >
      {words}
    </button>
  );
  return (
    <div className="flex items-center justify-between gap-2 text-soft">
      {button("‹ Before", steps[at - 1])}
      <span className="text-center">
        step <span className="num">{at + 1}</span> of <span className="num">{steps.length}</span>
        {step.unitName ? ` · ${step.unitName}` : ""}
      </span>
      {button("After ›", steps[at + 1])}
    </div>
  );
}
