import type { LineChange, ListChanges } from "@/core/plumbing/changes";
import type { UnitSystem } from "@/core/units";
import { muchOf } from "../stock/words";

interface ChangedProps {
  readonly changes: ListChanges;
  readonly profile: UnitSystem;
  /** What became of a thing already, in words; empty where nothing did. */
  readonly hadOf: (change: LineChange) => string;
}

/** Things with how much of each, one below the other. */
function Things({
  title,
  things,
  profile,
  hadOf,
}: { title: string; things: readonly LineChange[] } & Pick<ChangedProps, "profile" | "hadOf">) {
  if (things.length === 0) return null;
  return (
    <div>
      <h3>{title}</h3>
      <ul>
        {things.map((thing) => {
          const had = hadOf(thing);
          return (
            <li key={thing.id} className="border-t border-hair py-1" data-changed={thing.id}>
              {thing.by === undefined ? null : (
                <span className="num mr-3">{muchOf(thing.by, thing.unit, profile)}</span>
              )}
              {thing.what}
              {had ? <span className="block text-sm text-check">{had}</span> : null}
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** What the list gains and loses against the design that was signed, and what of it is there already. */
export function ChangedParts({ changes, profile, hadOf }: ChangedProps) {
  const { gained, lost } = changes;
  if (gained.length === 0 && lost.length === 0) return null;
  return (
    <details className="border-l-4 border-check pl-4" data-parts-changed>
      <summary className="min-h-11 cursor-pointer py-2">
        Changed since the design was signed: {gained.length} more to bring, {lost.length} less
      </summary>
      <div className="grid gap-6 md:grid-cols-2">
        <Things title="Asked for now, and not then" things={gained} profile={profile} hadOf={() => ""} />
        <Things title="Not asked for any more" things={lost} profile={profile} hadOf={hadOf} />
      </div>
    </details>
  );
}
