import type { JobState } from "@/core/job";
import { sayMove } from "@/core/rig/explain";
import { rigTold } from "@/core/rig/told";
import { momentOf } from "@/ui/time";
import { VerdictMark } from "@/ui/VerdictMark";

type RunRig = NonNullable<JobState["rig"]>;

/**
 * One turn that was marked: what was turned, by whom and when, and the Stop it was warned of. What was
 * taken back is struck through.
 */
function Turn({
  rig,
  turn: t,
  now,
  zone,
}: {
  rig: RunRig;
  turn: RunRig["turned"][number];
  now: number;
  zone: string;
}) {
  const handle = rig.rig.handles.find((h) => h.id === t.handle);
  const said = handle ? sayMove(handle, t.from, t.to) : t.handle;
  const stops = t.takenBack ? [] : t.warned.filter((w) => w.level === "Stop");
  return (
    <li className="rule py-1.5">
      {t.takenBack ? <s>{said}</s> : said}
      <span className="block text-soft">
        {t.takenBack ? "taken back: not turned. " : ""}
        {t.by.name}, {momentOf(t.at, now, zone)}
        {t.why ? `: ${t.why}` : ""}
      </span>
      {stops.map((w) => (
        <VerdictMark key={w.rule} level="Stop">
          {rigTold(w).reason}
        </VerdictMark>
      ))}
    </li>
  );
}

const MOST = 12;

/** The last turns that were marked, newest first. */
export function TurnedSoFar({ rig, now, zone }: { rig: RunRig; now: number; zone: string }) {
  if (rig.turned.length === 0) return null;
  const newest = [...rig.turned].reverse().slice(0, MOST);
  return (
    <section aria-label="Turned so far">
      <h2>Turned so far</h2>
      <ol className="mt-1 text-sm">
        {newest.map((t, i) => (
          <Turn key={`${t.at}${i}`} rig={rig} turn={t} now={now} zone={zone} />
        ))}
      </ol>
    </section>
  );
}
