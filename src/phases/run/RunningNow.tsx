import type { RunningClock } from "@/core/job/progress";
import { momentOf } from "@/ui/time";
import { Countdown } from "./Countdown";

/** How a clock of another step stands: paused, ready, or how long it still runs. */
function Left({ clock: c, now, at }: { clock: RunningClock; now: number; at: () => number }) {
  if (c.paused) return "paused";
  if (c.readyAt === undefined) return "";
  return c.readyAt <= now ? "ready" : <Countdown to={c.readyAt} at={at} from={now} />;
}

/** Clocks of other steps; a touch goes to the step. */
export function RunningNow({
  clocks,
  now,
  at,
  zone,
  choose,
}: {
  clocks: readonly RunningClock[];
  now: number;
  at: () => number;
  zone: string;
  choose: (step: string) => void;
}) {
  return (
    <section aria-label="Running now">
      <h2 className="hidden xl:block">Running now</h2>
      <ul>
        {clocks.map((c) => (
          <li key={c.step.id} className="rule">
            <button
              type="button"
              className="flex min-h-14 w-full items-center justify-between gap-3 text-left"
              onClick={() => choose(c.step.id)}
            >
              <span className="min-w-0">
                {c.step.title}
                {c.readyAt !== undefined && c.readyAt > now ? (
                  <span className="block text-sm text-soft">ready {momentOf(c.readyAt, now, zone)}</span>
                ) : null}
              </span>
              <span className="num text-lg whitespace-nowrap">
                <Left clock={c} now={now} at={at} />
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
