"use client";
import type { UnitModel } from "@/core/families";
import { tell } from "@/core/tell";
import type { UnitSystem } from "@/core/units";
import { ColumnHeads } from "@/ui/ColumnHeads";
import { FigureText } from "@/ui/FigureCard";
import { VerdictMark } from "@/ui/VerdictMark";
import { TrialChoices } from "./TrialChoices";
import { inputOf, useTrials, type Given, type Trials, type Turned } from "./trials";
import { Turns } from "./Turns";
import { useTurns } from "./work";

/** Verdicts that turn, each with its place. */
function Flips({ flips, names, profile }: Pick<Turned, "flips" | "names"> & { profile: UnitSystem }) {
  if (flips.length === 0) return <p>No verdict turns.</p>;
  return (
    <ul className="grid gap-1">
      {flips.map((f) => (
        <li key={f.at + f.rule} className="rule py-1.5">
          <span className="text-sm text-soft">
            {names.get(f.at) ?? f.at}, from {f.before?.level ?? "Good"} to{" "}
          </span>
          <VerdictMark level={f.after?.level ?? "Good"}>
            {f.after
              ? tell(f.after, profile).reason
              : `no longer: ${f.before ? tell(f.before, profile).reason : ""}`}
          </VerdictMark>
        </li>
      ))}
    </ul>
  );
}

/** Figures that move, as they are now and as they would be. */
function Moved({ moved, profile }: Pick<Turned, "moved"> & { profile: UnitSystem }) {
  return (
    <table className="plain mt-4 max-w-2xl">
      <ColumnHeads caption="Figures that move" columns={["Figure", { figure: "now" }, { figure: "then" }]} />
      <tbody>
        {moved.map((m) => (
          <tr key={m.at + m.id}>
            <td>
              {m.at}, {(m.b ?? m.a)!.label}
            </td>
            <td className="figure">
              <FigureText figure={m.a} profile={profile} />
            </td>
            <td className="figure">
              <FigureText figure={m.b} profile={profile} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What turns by what is tried. */
function WhatTurns({ trials, profile }: { trials: Trials; profile: UnitSystem }) {
  const { flips, moved, names } = trials.turned;
  return (
    <div data-flips>
      <h3>What that turns</h3>
      {trials.isTrying ? (
        <>
          <Flips flips={flips} names={names} profile={profile} />
          {moved.length > 0 ? <Moved moved={moved} profile={profile} /> : null}
        </>
      ) : (
        <p className="text-soft">
          Choose a value, or leave a unit out: what turns is listed here at once. Nothing is kept.
        </p>
      )}
    </div>
  );
}

/** The smallest changes that would turn a verdict, looked for beside the page. */
function NearestTurns({
  jobId,
  given,
  seen,
  names,
}: {
  jobId: string;
  given: Given;
  seen: number;
  names: Turned["names"];
}) {
  const { profile } = given;
  const [turns, stop] = useTurns(
    String(seen),
    inputOf(given, given.answers, given.units, given.laid),
    profile,
    12,
  );
  switch (turns.is) {
    case "working":
      return (
        <p role="status">
          Looking…{" "}
          <button type="button" className="button quiet ml-4" onClick={stop}>
            Stop
          </button>
        </p>
      );
    case "stopped":
      return <p role="status">Stopped.</p>;
    case "failed":
      return (
        <p role="status" className="text-stop">
          This could not be worked out in this browser.
        </p>
      );
    case "done":
      return <Turns jobId={jobId} turns={turns.result} names={names} profile={profile} />;
  }
}

/** Any survey value or unit changed for the moment, and what that would turn; nothing is kept. */
export function WhatIf({
  jobId,
  given,
  boosters,
  seen,
}: {
  jobId: string;
  given: Given;
  boosters: readonly UnitModel[];
  seen: number;
}) {
  const trials = useTrials(given, boosters);
  return (
    <div className="grid gap-10">
      <section aria-labelledby="try" data-try>
        <h2 id="try">Try another value</h2>
        <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,420px)_minmax(0,1fr)]">
          <TrialChoices given={given} boosters={boosters} trials={trials} />
          <WhatTurns trials={trials} profile={given.profile} />
        </div>
      </section>
      <section aria-labelledby="nearest">
        <h2 id="nearest">The nearest turns</h2>
        <p className="mb-2 max-w-[72ch] text-soft">
          The smallest change of one surveyed value at a time, within its usual reach, that makes any
          judgement of this train another; nearest first.
        </p>
        <NearestTurns jobId={jobId} given={given} seen={seen} names={trials.turned.names} />
      </section>
    </div>
  );
}
