import { fillWait, saysFull } from "@/core/rig/fill";
import type { Rig, RigState } from "@/core/rig/rig";
import { rigTold } from "@/core/rig/told";
import type { Verdict } from "@/core/verdict";
import { VerdictMark } from "@/ui/VerdictMark";

/** What the last turn did. */
export interface Last {
  readonly say: string;
  readonly happened: string;
  readonly verdicts: readonly Verdict[];
}

function LastTurn({ last }: { last: Last }) {
  return (
    <>
      <p className="text-lg font-semibold">{last.say}</p>
      <p className="text-soft">{last.happened === "" ? "Nothing changes by it" : `It ${last.happened}`}</p>
      <ul className="mt-2 grid gap-2">
        {last.verdicts.map((v) => {
          const { reason, remedy } = rigTold(v);
          return (
            <li key={v.rule}>
              <VerdictMark level={v.level}>{reason}</VerdictMark>
              {remedy ? <span className="block pl-5 text-sm text-soft">{remedy}</span> : null}
            </li>
          );
        })}
      </ul>
    </>
  );
}

/** What the last turn did, what holds as things stand, and what is waited for. */
export function Happened({
  rig,
  state,
  last,
  holds,
  mayTurn,
  heard,
  undo,
}: {
  rig: Rig;
  state: RigState;
  last?: Last;
  /** Verdicts on the rig as it stands. */ holds: readonly Verdict[];
  mayTurn: boolean;
  heard?: () => void;
  undo?: () => void;
}) {
  const fills = state.filling.length > 0 && heard !== undefined;
  const saidAlready = (v: Verdict) =>
    last?.verdicts.some((x) => x.rule === v.rule && x.level === v.level) === true;
  return (
    <section aria-label="What happened" aria-live="polite" data-happened>
      {last ? (
        <LastTurn last={last} />
      ) : (
        <p className="text-soft">
          {mayTurn ? "Touch a valve: it turns, and the water follows." : "Nothing has been turned yet."}
        </p>
      )}
      {holds.every(saidAlready) ? null : (
        <details className="mt-2" open={holds.some((v) => v.level === "Stop")}>
          <summary className="cursor-pointer text-sm text-soft">As things stand: {holds.length}</summary>
          <ul className="mt-1 grid gap-1">
            {holds.map((v) => (
              <li key={`${v.rule}${v.level}`} className="text-sm">
                <VerdictMark level={v.level}>{rigTold(v).reason}</VerdictMark>
              </li>
            ))}
          </ul>
        </details>
      )}
      {fills ? <p className="mt-2">{fillWait(rig, state)}.</p> : null}
      <div className="mt-3 flex flex-wrap gap-2">
        {fills ? (
          <button type="button" className="button" onClick={heard}>
            {saysFull(rig, state)}
          </button>
        ) : null}
        {undo ? (
          <button type="button" className="button quiet" onClick={undo}>
            Undo
          </button>
        ) : null}
      </div>
    </section>
  );
}
