import { useState } from "react";
import type { JobState } from "@/core/job";
import { stepState } from "@/core/job/job";
import { stepsOfUnit } from "@/core/job/parts";
import type { Step } from "@/core/run/step";
import type { Run } from "./run";

interface BoxesProps {
  readonly step: Step;
  readonly job: JobState;
  readonly run: Run;
  readonly readOnly: boolean;
}
type Box = NonNullable<Step["boxes"]>[number];

/** What waits for something that a unit's box lacks, in words. */
function waitsSaid(job: JobState, unit: string): string {
  const steps = stepsOfUnit(job, unit);
  const [first] = steps;
  if (!first) return "No step waits for it.";
  const more = steps.length - 1;
  const others = more === 0 ? "" : more === 1 ? " and one step more" : ` and ${more} steps more`;
  return `What waits for it: ${first.title}${others}. All other work goes on.`;
}

/** One box: what it should hold, each a press where it is missing. */
function OneBox({ box, step, job, run, readOnly }: BoxesProps & { readonly box: Box }) {
  const missing = (stepState(job, step.id).missing ?? []).filter((m) => m.unit === box.unit);
  const isMissing = (what: string) => missing.some((m) => m.what === what);
  return (
    <section aria-label={`In the box of ${box.code}`} data-box={box.unit}>
      <h3>{box.code}</h3>
      <ul className="mt-1 flex flex-wrap gap-2">
        {box.holds.map((what) => (
          <li key={what}>
            <button
              type="button"
              aria-pressed={isMissing(what)}
              disabled={readOnly}
              className={`button quiet ${isMissing(what) ? "border-stop text-stop" : ""}`}
              onClick={() =>
                void run.send({
                  kind: "boxChecked",
                  step: step.id,
                  unit: box.unit,
                  what,
                  found: isMissing(what) ? "there" : "missing",
                })
              }
            >
              {isMissing(what) ? `missing: ${what}` : what}
            </button>
          </li>
        ))}
      </ul>
      {missing.length > 0 ? (
        <p className="mt-2 border-l-4 border-check pl-3" role="status" data-box-lacks={box.unit}>
          {waitsSaid(job, box.unit)}
        </p>
      ) : null}
    </section>
  );
}

/** What is in the boxes that are opened at a step: only what is missing takes a press. */
export function BoxesForm(props: BoxesProps) {
  const { step, job, readOnly } = props;
  const [isOpen, setOpen] = useState(false);
  const lacks = (stepState(job, step.id).missing ?? []).length > 0;
  if (!isOpen && !lacks)
    return readOnly ? null : (
      <button type="button" className="button quiet mt-4" onClick={() => setOpen(true)}>
        Something is missing from a box
      </button>
    );
  return (
    <div className="mt-4 grid gap-4" data-boxes>
      <p className="text-soft">Press what is not there. Press it again when it is.</p>
      {step.boxes!.map((box) => (
        <OneBox key={box.unit} {...props} box={box} />
      ))}
    </div>
  );
}
