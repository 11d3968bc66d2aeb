"use client";
import type { Route } from "next";
import { drainedAtCut } from "@/core/fit/drained";
import type { ConnectorOnWall } from "@/core/fit/flexible";
import { headNotes, levelled, onTheirSides, type HeadNote } from "@/core/fit/heads";
import type { PipePlan } from "@/core/fit/pipePlan";
import type { Placing } from "@/core/fit/routes";
import type { Standing, WallUnit } from "@/core/fit/standing";
import type { Wall } from "@/core/fit/wall";
import type { Assembly } from "@/core/plumbing/assembly";
import { bucketsFor } from "@/core/plumbing/drainDown";
import { boreKey } from "@/core/plumbing/pressure";
import type { Driving } from "@/core/record/laid";
import { print, type UnitSystem } from "@/core/units";
import { Announced } from "@/ui/Announced";
import Link from "@/ui/Link";
import { VerdictShape } from "@/ui/VerdictMark";
import { PaperLinks } from "../job/PaperLinks";
import { PressurePanel } from "./PressurePanel";
import { headWords } from "./words";

/** Where it goes on once everything stands. */
function Onwards({ jobId, hasNetwork, isPiped }: { jobId: string; hasNetwork: boolean; isPiped: boolean }) {
  return (
    <div className="flex flex-wrap items-center gap-4">
      <Link
        className="button quiet justify-self-start"
        prefetch={false}
        href={`/jobs/${jobId}/parts` as Route}
      >
        What to bring for it
      </Link>
      {hasNetwork ? (
        <a className="plainlink inline-flex min-h-11 items-center" href={`/api/jobs/${jobId}/network`}>
          The network as .inp
        </a>
      ) : null}
      {isPiped ? <PaperLinks href={`/api/jobs/${jobId}/wall`} what="Drawing" /> : null}
    </div>
  );
}

interface StandsProps {
  /** Numbers of pipes on the drawing, by the ids of their runs. */
  readonly numbers: ReadonlyMap<string, number>;
  readonly jobId: string;
  readonly wall: Wall;
  readonly units: readonly WallUnit[];
  readonly litres: Readonly<Record<string, number>>;
  readonly driving: Driving | undefined;
  /** Undefined where its pipes cannot be built. */
  readonly assembly: Assembly | undefined;
  readonly placing: Placing;
  readonly nameOf: (id: string) => string;
  readonly profile: UnitSystem;
  /** Moves a unit; absent for who only looks on. */
  readonly put?: (key: string, to: Standing) => void;
}

/** What is known once everything stands, and where it goes on. */
export function AllStands({ plan, ...props }: StandsProps & { readonly plan: PipePlan | undefined }) {
  const hasNetwork = plan !== undefined && props.driving !== undefined;
  return (
    <>
      {plan ? <Pressed {...props} /> : null}
      <Heads {...props} />
      {plan ? <DrainDown plan={plan} {...props} /> : null}
      <Onwards jobId={props.jobId} hasNetwork={hasNetwork} isPiped={plan !== undefined} />
    </>
  );
}

/** Hangs a housing level with its tank's head. */
function Level({
  units,
  placing,
  note,
  nameOf,
  put,
}: Pick<StandsProps, "units" | "placing" | "nameOf"> &
  Required<Pick<StandsProps, "put">> & { note: HeadNote }) {
  const level = levelled(units, placing.standings, note);
  return level ? (
    <button
      type="button"
      className="plainlink ml-2 inline-flex min-h-11 items-center"
      onClick={() => put(level.key, level.to)}
    >
      Hang {nameOf(level.key)} level
    </button>
  ) : null;
}

/** Heads that are not level, or too close for connectors. */
function Heads({ units, placing, nameOf, profile, put }: StandsProps) {
  const notes = headNotes(units, placing.standings);
  const lying = onTheirSides(units, placing.standings);
  if (notes.length + lying.length === 0) return null;
  return (
    <ul className="grid gap-1 text-sm" data-heads>
      {notes.map((note) => (
        <li key={`${note.is} ${note.unit}`}>
          <VerdictShape level="Check" /> Check: {headWords(note, nameOf, profile)}
          {put && note.is === "notLevel" ? <Level {...{ units, placing, note, nameOf, put }} /> : null}
        </li>
      ))}
      {lying.map(({ key, name }) => (
        <li key={key}>
          <VerdictShape level="Check" /> Check: {name} hangs on its side. Air leaves it only where a port or
          vent looks up; its manual says whether it may
        </li>
      ))}
    </ul>
  );
}

/** What runs out of the train where its pipe is cut, so that buckets stand there. */
function DrainDown(props: StandsProps & { readonly plan: PipePlan }) {
  const { wall, units, litres, placing, plan, driving, profile } = props;
  const bore = driving?.bores[boreKey(plan.piping.train)];
  if (!bore) return null;
  const found = drainedAtCut(wall, units, placing, { litresOf: (key) => litres[key], idMm: bore.idMm });
  const buckets = bucketsFor(found.pipesL + found.unitsL);
  const isWhole = found.unknown.length === 0;
  const said = (l: number) => print(l, "volume", profile, 1);
  return (
    <p className="text-sm" data-drain-down>
      {buckets === 0 && isWhole ? (
        "Nothing of the train is above the cut: opened there, none of it runs out."
      ) : (
        <>
          Above the cut: <span className="num">{said(found.pipesL)}</span> in its pipes,{" "}
          <span className="num">{said(found.unitsL)}</span> in its units. It takes{" "}
          {isWhole ? "" : "more than "}
          <span className="num">{buckets}</span> {buckets === 1 ? "bucket" : "buckets"} of {said(10)} to open
          it there.
        </>
      )}
      {isWhole ? null : (
        <>
          {" "}
          <VerdictShape level="Unknown" /> Unknown: what {found.unknown.join(", ")} holds
        </>
      )}
    </p>
  );
}

/** The pressure behind what is placed; what is missing for it is said. */
function Pressed({
  jobId,
  numbers,
  assembly,
  driving,
  nameOf,
  profile,
}: Omit<StandsProps, "wall" | "units" | "litres" | "placing">) {
  if (!assembly || !driving)
    return (
      <p data-pressures="unknown">
        <VerdictShape level="Unknown" /> Unknown: the pressure behind the train, while too little is known of{" "}
        {assembly ? "the supply or of what the units take" : "its pipes"}
      </p>
    );
  const { peak, shower, ...train } = driving;
  return (
    <PressurePanel
      jobId={jobId}
      numbers={numbers}
      train={{ ...train, assembly }}
      peak={peak}
      shower={shower}
      nameOf={nameOf}
      profile={profile}
    />
  );
}

/** What is to be said of the places as they are now. */
export function Judged({
  units,
  placed,
  placing,
  connectors,
  says,
  profile,
}: {
  units: readonly WallUnit[];
  placed: number;
  connectors: readonly ConnectorOnWall[];
  placing: Placing | undefined;
  says: readonly string[];
  profile: UnitSystem;
}) {
  return (
    <div data-fit-verdict>
      {says.length > 0 ? (
        <ul className="grid gap-1">
          {says.map((text) => (
            <li key={text}>
              <VerdictShape level="Stop" /> Stop: {text}
            </li>
          ))}
        </ul>
      ) : placed < units.length ? (
        <p>
          <VerdictShape level="Unknown" /> Unknown: {units.length - placed} of {units.length} not placed yet
        </p>
      ) : placing ? (
        <p>
          <VerdictShape level="Good" /> Good: everything stands, with{" "}
          <span className="num">{print(placing.pipeMm / 1000, "height", profile)}</span> of pipe and{" "}
          <span className="num">{placing.routes.reduce((sum, r) => sum + r.elbows, 0)}</span> corners
          {units.some((u) => u.manifold) ? ", manifolds aside" : ""}
          {connectors.length > 0 ? `; ${connectors.length} flexible connectors` : ""}
        </p>
      ) : (
        <p>
          <VerdictShape level="Stop" /> Stop: one of the pipes finds no way
        </p>
      )}
      <Announced text={says[0] ?? ""} />
    </div>
  );
}
