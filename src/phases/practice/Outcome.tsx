import { rigTold } from "@/core/rig/told";
import type { Tried } from "@/core/rig";
import { VerdictMark } from "@/ui/VerdictMark";
import type { Order } from "../valves/useOrder";

/** The score, or how far the rig is from what is wanted. */
function Score({ result }: { result: Tried }) {
  if (result.reached)
    return (
      <p>
        <span className="num text-[36px] leading-none">{result.score}</span>{" "}
        <span className="text-soft">of 100</span>
      </p>
    );
  const way =
    result.left === undefined
      ? ": from here there is no safe way on, undo a move or two"
      : `: the safest way on costs ${result.left}`;
  return (
    <p>
      <VerdictMark level="Check">Not yet{result.left === 0 ? "" : way}</VerdictMark>
    </p>
  );
}

function Mistakes({ result }: { result: Tried }) {
  if (result.mistakes.length === 0) return null;
  return (
    <>
      <h2 className="mt-3">What went wrong</h2>
      <ul className="grid gap-2">
        {result.mistakes.map((m) => {
          const { reason, remedy } = rigTold(m.verdict);
          return (
            <li key={m.at}>
              <VerdictMark level="Stop">{`Move ${m.at + 1}: ${reason}`}</VerdictMark>
              {remedy ? <span className="block pl-5 text-sm text-soft">{remedy}</span> : null}
            </li>
          );
        })}
      </ul>
    </>
  );
}

/** What a try came to: its score, what it cost against the safest order, and what went wrong. */
export function Outcome({
  result,
  showBest,
}: {
  result: Tried;
  /** Absent once it is shown. */ showBest?: () => void;
}) {
  return (
    <div className="mt-4">
      <Score result={result} />
      <p className="text-soft">
        Your moves cost {result.cost}, the safest order {result.least}. A move costs 1, a Check passed through
        3, a walk between places 0.5; each Stop takes ten off.
      </p>
      <Mistakes result={result} />
      {showBest ? (
        <button type="button" className="plainlink mt-3 min-h-11" onClick={showBest}>
          Show the safest order
        </button>
      ) : null}
    </div>
  );
}

/** The safest order from the exercise's start. */
export function Best({ order }: { order: Order }) {
  if (order.is === "working") return <p className="mt-3 text-soft">Looking for it…</p>;
  if (order.is !== "found") return null;
  return (
    <ol className="mt-3 grid gap-2" data-best>
      {order.moves.map((m, i) => (
        <li key={`${i}${m.move.handle}`}>
          <b className="font-semibold">
            <span className="num">{i + 1}</span> {m.say}
          </b>
          <span className="block text-sm text-soft">{m.why}.</span>
        </li>
      ))}
    </ol>
  );
}
