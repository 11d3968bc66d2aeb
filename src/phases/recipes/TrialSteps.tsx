import { minutesSaid } from "@/core/words";
import type { Trial } from "./trial";
import { wordsOf } from "./words";

/** The steps of a job in their order, those of the recipe set off from the others; where the run would stop, and why. */
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
        {trial.steps.map((s, i) => (
          <li key={s.id} className={`rule flex gap-3 py-2 ${s.own ? "" : "text-soft"}`}>
            <span className="num w-7 shrink-0 text-right text-soft">{i + 1}</span>
            <div className="min-w-0">
              <p className={s.own ? "font-semibold" : ""}>{s.title}</p>
              {s.own ? (
                <>
                  <p>{s.why}</p>
                  {s.asks ? <p className="italic">{s.asks}</p> : null}
                  {s.details.map((d) => (
                    <p key={d} className="text-sm text-soft">
                      {d}
                    </p>
                  ))}
                </>
              ) : null}
              <p className="text-sm text-soft">
                {wordsOf(s.stage)}, {wordsOf(s.kind).toLowerCase()};{" "}
                <span className="num">{minutesSaid(s.work)}</span>
                {s.clock === undefined ? null : (
                  <>
                    {" "}
                    and a clock of <span className="num">{minutesSaid(s.clock)}</span>
                  </>
                )}
              </p>
            </div>
          </li>
        ))}
      </ol>
    </div>
  );
}
