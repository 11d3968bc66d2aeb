import type { Explained } from "@/core/rig/explain";
import { aimed, type Wish } from "@/core/rig/goals";
import type { Rig } from "@/core/rig/rig";
import { rigTold } from "@/core/rig/told";
import { VerdictMark } from "@/ui/VerdictMark";
import { HandlePicture } from "./HandlePicture";
import { TagNumber } from "./TagNumber";
import type { Order } from "./useOrder";

/** What can be wished for, as a choice. A wish that is not among them is offered too. */
function WishChoice({
  rig,
  wishes,
  wish,
  setWish,
}: {
  rig: Rig;
  wishes: readonly Wish[];
  wish?: Wish;
  setWish: (wish: Wish | undefined) => void;
}) {
  const asked = wish === undefined ? "" : JSON.stringify(wish);
  const offered =
    wish === undefined || wishes.some((w) => JSON.stringify(w) === asked) ? wishes : [wish, ...wishes];
  return (
    <select
      className="field mt-1"
      aria-label="What is wanted"
      value={asked}
      onChange={(e) => setWish(e.target.value === "" ? undefined : (JSON.parse(e.target.value) as Wish))}
    >
      <option value="">Choose what is wanted</option>
      {offered.map((w) => (
        <option key={JSON.stringify(w)} value={JSON.stringify(w)}>
          {aimed(rig, w).title}
        </option>
      ))}
    </select>
  );
}

/** One move of an order: what is turned, where, and why now. */
function Move({
  rig,
  move: m,
  number,
  turned,
}: {
  rig: Rig;
  move: Explained;
  number: number;
  /** Only of the move that comes next, where hands may turn. */ turned?: () => void;
}) {
  const isNext = number === 1;
  return (
    <li
      className={isNext ? "border-l-4 border-water pl-3" : "pl-4"}
      data-move={`${m.move.handle}:${m.move.to}`}
    >
      <p className={isNext ? "text-lg font-semibold" : "font-semibold"}>
        <span className="num">{number}</span> {m.say} <TagNumber rig={rig} handle={m.move.handle} />
      </p>
      <p className="flex items-start gap-2 text-sm text-soft">
        <HandlePicture angles={m.handle.positions.find((p) => p.name === m.move.to)?.angles} />
        {m.handle.place}
        {m.stands ? `; ${m.stands}` : ""}
      </p>
      <p className="text-sm">
        {m.why}.{m.wait ? ` ${m.wait}.` : ""}
      </p>
      {m.verdicts.map((v) => (
        <p key={v.rule} className="text-sm">
          <VerdictMark level={v.level}>{rigTold(v).reason}</VerdictMark>
        </p>
      ))}
      {turned ? (
        <button type="button" className="button mt-2" aria-label={`Turned: ${m.say}`} onClick={turned}>
          Turned
        </button>
      ) : null}
    </li>
  );
}

/** How far the search for the order has come, or the order itself. */
function Way({
  rig,
  order,
  turn,
  reached,
}: {
  rig: Rig;
  order: Order;
  turn?: (handle: string, to: string) => void;
  reached?: string;
}) {
  switch (order.is) {
    case "idle":
      return null;
    case "working":
      return (
        <p className="mt-2 text-soft">
          {order.slow ? "Not found within two seconds, looking on" : "Looking for the safest order"}
          {order.states > 0 ? `, ${order.states} states seen` : ""}…
        </p>
      );
    case "failed":
      return <p className="mt-2 text-stop">The search did not run here. Reload the page.</p>;
    case "late":
      return (
        <p className="mt-2">
          <VerdictMark level="Unknown">
            Not found after {order.states} states. Turn what is plain, then look again.
          </VerdictMark>
        </p>
      );
    case "none":
      return (
        <p className="mt-2" data-refusal>
          <VerdictMark level="Stop">{order.refusal.reason}</VerdictMark>
        </p>
      );
    case "found":
      return order.moves.length === 0 ? (
        <p className="mt-2" data-reached>
          <VerdictMark level="Good">{reached ?? "The rig stands so"}</VerdictMark>
        </p>
      ) : (
        <ol className="mt-3 grid gap-3" data-moves>
          {order.moves.map((m, i) => (
            <Move
              key={`${i}${m.move.handle}`}
              rig={rig}
              move={m}
              number={i + 1}
              turned={i === 0 && turn ? () => turn(m.move.handle, m.move.to) : undefined}
            />
          ))}
        </ol>
      );
  }
}

/** What is wanted of the rig, and the safest order of moves that leads there. */
export function Goal({
  rig,
  wishes,
  wish,
  setWish,
  order,
  turn,
  reached,
}: {
  rig: Rig;
  wishes: readonly Wish[];
  wish?: Wish;
  setWish?: (wish: Wish | undefined) => void;
  order: Order;
  turn?: (handle: string, to: string) => void;
  /** What is said once the goal stands. */ reached?: string;
}) {
  return (
    <section aria-label="Goal" className="rule pt-3" data-goal>
      <h2>{setWish ? "Goal" : wish && aimed(rig, wish).title}</h2>
      {setWish ? <WishChoice rig={rig} wishes={wishes} wish={wish} setWish={setWish} /> : null}
      <Way rig={rig} order={order} turn={turn} reached={reached} />
    </section>
  );
}
