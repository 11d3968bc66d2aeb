"use client";
import { useMemo, useSyncExternalStore } from "react";
import { tooFarOut } from "@/core/fit/judge";
import { type PipePlan } from "@/core/fit/pipePlan";
import { pipesBuilt, pipesOnWall } from "@/core/fit/piped";
import type { Assembly } from "@/core/plumbing/assembly";
import { numberedRuns } from "@/core/plumbing/named";
import type { Placed } from "@/core/fit/place";
import type { Placing } from "@/core/fit/routes";
import type { Standing, WallUnit } from "@/core/fit/standing";
import { HOUSE_END, type Wall } from "@/core/fit/wall";
import { print, type UnitSystem } from "@/core/units";
import { VerdictShape } from "@/ui/VerdictMark";
import type { Driving } from "@/core/record/laid";
import { AllStands, Judged } from "./AllStands";
import { ObstacleTools, useObstacles } from "./ObstacleTools";
import { SaltTanks } from "./SaltTanks";
import { PipesTable } from "./PipesTable";
import { PlacesTable } from "./PlacesTable";
import { OffWall } from "./OffWall";
import { WallDrawing } from "./WallDrawing";
import type { DrawnPipe } from "./WallPipes";
import { useLayout, type Held } from "./useLayout";
import { connectorWords, misfitWords, remedyWords } from "./words";
import { usePlacing } from "./work";

interface BoardProps {
  readonly jobId: string;
  readonly wall: Wall;
  /** Water runs to the left on it: it is drawn the other way round. */
  readonly mirrored: boolean;
  readonly units: readonly WallUnit[];
  /** Salt tanks that are not on the wall. */
  readonly tanks: readonly WallUnit[];
  /** The fittings at every end of its pipes, where it is known what they are made of. */
  readonly plan?: PipePlan;
  /** What drives the water, where enough is known of it. */
  readonly driving?: Driving;
  /** Codes of all units of the design, by key. */
  readonly codes: Readonly<Record<string, string>>;
  /** Litres that one of each unit holds, by its key; absent where it does not say. */
  readonly litres: Readonly<Record<string, number>>;
  /** As they were kept. */
  readonly places: Readonly<Record<string, Standing>>;
  readonly held: Held;
  readonly seen: number;
  /** What is on the wall already, as the survey keeps it. */
  readonly obstacles: string;
  readonly profile: UnitSystem;
  readonly readOnly: boolean;
}

/**
 * The wall with its units: they are moved by hand, or placed by computation; every move is judged at once
 * and kept when it ends.
 */
export function FitBoard(props: BoardProps) {
  const { jobId, wall, mirrored, units, plan, driving, profile, readOnly } = props;
  const { state, begin, stop } = usePlacing(wall, units);
  const nameOf = (id: string) => units.find((u) => u.key === id)?.name ?? props.codes[id] ?? `the ${id}`;
  const layout = useLayout({ ...props, nameOf });
  const { placed, standings, faults, placing, keep, busy } = layout;
  const onWall = useObstacles({ jobId, wall, mirrored, text: props.obstacles, profile });
  const placeAll = async (isLonger = false) => {
    const found = await begin(isLonger);
    if (!found?.best) return;
    const next = Object.fromEntries(units.map((u, i) => [u.key, found.best!.standings[i]!]));
    await layout.putAll(next, "all in their best places");
  };
  const assembly = useMemo(() => plan && placing && pipesBuilt(plan, placing.routes), [plan, placing]);
  const drawn = useMemo(
    () => (placing ? drawnPipes(plan, units, placing, assembly) : []),
    [plan, units, placing, assembly],
  );
  const connectors = drawn.flatMap((p) => p.connectors ?? []);
  const shown = useSyncExternalStore(onAddress, addressed, () => "");
  const outwards = tooFarOut(wall, placed, assembly?.backs);
  const says = [...faults, ...outwards].map((m) => misfitWords(m, nameOf, profile));
  const byHand = { move: layout.move, drop: layout.put, lead: layout.lead, letGo: layout.letGo };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-6 xl:grid-cols-[minmax(0,1fr)_430px] xl:grid-rows-[auto_1fr]">
      <div className="grid content-start gap-3">
        <WallDrawing
          {...{ wall: layout.wall, mirrored, units: placed, standings, profile }}
          pipes={drawn}
          shown={shown}
          misfits={faults}
          {...(readOnly ? {} : { ...byHand, ...onWall.drawing })}
        />
        {readOnly ? null : <ObstacleTools wall={wall} tools={onWall.tools} />}
      </div>
      <div className="grid content-start gap-5 xl:row-span-2">
        {wall.depth === undefined ? (
          <p data-no-depth>
            <VerdictShape level="Unknown" /> Unknown: the free depth before the wall is not measured
          </p>
        ) : null}
        <Judged {...{ units, placing, connectors, says, profile }} placed={placed.length} />
        {readOnly ? null : <Searching state={state} stop={stop} busy={busy} begin={() => void placeAll()} />}
        {placing && says.length === 0 ? (
          <AllStands
            {...{ jobId, wall, units, plan, assembly, driving, placing, nameOf, profile }}
            {...(readOnly ? {} : { put: layout.put })}
            litres={props.litres}
            numbers={
              new Map(drawn.flatMap((p) => (p.number === undefined ? [] : [[p.id, p.number] as const])))
            }
          />
        ) : null}
        {state.is === "done" ? (
          <Ended
            found={state.found}
            {...{ nameOf, profile, busy }}
            goOn={readOnly || state.isLonger ? undefined : () => void placeAll(true)}
          />
        ) : null}
        {readOnly ? null : (
          <SaltTanks
            {...{ wall, units: placed, standings, busy }}
            offered={props.tanks.filter((tank) => layout.current[tank.tether!.to])}
            put={(tank, at) => void keep({ [tank.key]: at }, `${tank.name} put there`)}
            takeOff={(tank) => void keep({}, `${tank.name} taken off`, { off: [tank.key] })}
          />
        )}
        <Said say={layout.say} />
      </div>
      <div className="grid content-start gap-5">
        <Tables {...props} layout={layout} drawn={drawn} backs={assembly?.backs} />
      </div>
    </div>
  );
}

/** Told when the page's address points elsewhere. */
function onAddress(tell: () => void): () => void {
  window.addEventListener("hashchange", tell);
  return () => window.removeEventListener("hashchange", tell);
}
/** What the page's address points at. */
const addressed = (): string => window.location.hash.slice(1);

/** Every pipe that is drawn, with its number in the cut list where its pieces are known. */
function drawnPipes(
  plan: PipePlan | undefined,
  units: readonly WallUnit[],
  placing: Placing,
  built: Assembly | undefined,
): readonly DrawnPipe[] {
  const targets = [...units.flatMap((u) => (u.ports ? [u.key] : [])), HOUSE_END];
  const ofLine = placing.routes.map(({ points }, i) => ({ id: `r${i + 1}`, points, target: targets[i] }));
  if (!plan || !built) return ofLine;
  const numbers = new Map(numberedRuns(built).map((run, i) => [run, i + 1]));
  return pipesOnWall(plan, units, placing).map((pipe) => ({
    ...pipe,
    number: numbers.get(pipe.id),
    target: ofLine.find(({ id }) => id === pipe.id)?.target,
  }));
}

/** The drawing's twins in words and numbers. */
function Tables({
  layout,
  drawn,
  plan,
  jobId,
  backs,
  ...props
}: Pick<BoardProps, "jobId" | "mirrored" | "units" | "places" | "plan" | "profile" | "readOnly"> & {
  layout: ReturnType<typeof useLayout>;
  drawn: readonly DrawnPipe[];
  backs: Assembly["backs"];
}) {
  const { wall, current, placed, placing, put, letGo, free } = layout;
  return (
    <>
      <PlacesTable {...props} wall={wall} places={current} kept={props.places} put={put} />
      {placed.length === props.units.length ? (
        <PipesTable {...props} wall={wall} routes={placing?.routes ?? []} lead={letGo} free={free} />
      ) : null}
      {plan ? <Connectors drawn={drawn} plan={plan} profile={props.profile} /> : null}
      {plan && drawn.length > 0 ? (
        <OffWall {...{ jobId, drawn, plan, backs }} profile={props.profile} />
      ) : null}
    </>
  );
}

/** The flexible connectors of a drawing, in words. */
function Connectors({
  drawn,
  plan,
  profile,
}: {
  drawn: readonly DrawnPipe[];
  plan: PipePlan;
  profile: UnitSystem;
}) {
  const connectors = drawn.flatMap((p) => p.connectors ?? []);
  const without = drawn.flatMap((p) => p.without ?? []);
  if (connectors.length + without.length === 0) return null;
  const names = new Map(
    plan.units.flatMap(({ keys, code }) =>
      keys.map((key, i) => [key, keys.length > 1 ? `${code} ${i + 1}` : code] as const),
    ),
  );
  const nameOf = (key: string) => names.get(key) ?? key;
  return (
    <section data-connectors>
      <h3 className="pb-1 text-soft">Flexible connectors</h3>
      <ul className="grid gap-1">
        {connectors.map((connector, i) => (
          <li key={i}>{connectorWords(connector, nameOf, profile)}</li>
        ))}
        {without.map(({ unit, side }) => (
          <li key={`${unit} ${side}`}>
            {nameOf(unit)}, {side}: none of its connectors goes on so short a way; fittings join it
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What became of what was sent. */
function Said({ say }: { say: ReturnType<typeof useLayout>["say"] }) {
  return say ? (
    <p role="status" className={say.bad ? "text-stop" : "text-soft"}>
      {say.text}
    </p>
  ) : null;
}

type Search = ReturnType<typeof usePlacing>["state"];

/** Asks for the best places, and says how far the search has come. */
function Searching({
  state,
  stop,
  busy,
  begin,
}: {
  state: Search;
  stop: () => void;
  busy: boolean;
  begin: () => void;
}) {
  if (state.is === "working")
    return (
      <div className="flex flex-wrap items-center gap-3">
        <p role="status">
          Looking, <span className="num">{state.tried}</span> pipes so far…
        </p>
        <button type="button" className="button quiet" onClick={stop}>
          Stop
        </button>
      </div>
    );
  return (
    <>
      <button type="button" className="button justify-self-start" disabled={busy} onClick={begin}>
        Find the best places
      </button>
      {state.is === "failed" ? (
        <p className="text-stop">The search failed in this browser: try it again</p>
      ) : null}
    </>
  );
}

/** Looks on where the search came to its usual end without proof. */
function Longer({ busy, goOn }: { busy: boolean; goOn: (() => void) | undefined }) {
  return goOn ? (
    <span className="block">
      <button type="button" className="plainlink min-h-11" disabled={busy} onClick={goOn}>
        Look on
      </button>{" "}
      takes a minute at most, and can be stopped.
    </span>
  ) : null;
}

/** What is proved of an arrangement. */
function provedWords(best: Placing, { isBest, leastMm }: Placed, profile: UnitSystem): string {
  const saves = best.pipeMm - leastMm;
  if (saves > 0)
    return `A good arrangement: none of the places tried can save more than ${print(saves, "length", profile)} of pipe.`;
  return `Of all places tried none takes less pipe.${isBest ? "" : " One with as much may be narrower."}`;
}

/** How the search ended: with the best, with a good one, or with why there is none. */
function Ended({
  found,
  nameOf,
  profile,
  busy,
  goOn,
}: {
  found: Extract<Search, { is: "done" }>["found"];
  nameOf: (id: string) => string;
  profile: UnitSystem;
  busy: boolean;
  goOn: (() => void) | undefined;
}) {
  if (found.best)
    return (
      <div role="status" className="text-soft" data-placed>
        {provedWords(found.best, found, profile)} {found.isBest ? null : <Longer busy={busy} goOn={goOn} />}
      </div>
    );
  if (!found.isBest)
    return (
      <div role="status" data-not-found>
        <VerdictShape level="Unknown" /> Unknown: no arrangement was found in the time; that there is none is
        not proved. Place the units by hand. <Longer busy={busy} goOn={goOn} />
      </div>
    );
  return (
    <div role="status" data-why-not>
      <p>
        <VerdictShape level="Stop" /> Stop: this train does not fit on this wall.
      </p>
      {found.stands ? <p className="text-soft">Its units stand, but no way is left for the pipes.</p> : null}
      {found.remedies.length > 0 ? (
        <ul className="mt-1 list-disc pl-6">
          {found.remedies.map((r) => (
            <li key={JSON.stringify(r)}>{remedyWords(r, nameOf, profile)}</li>
          ))}
        </ul>
      ) : (
        <p className="text-soft">
          {found.stands
            ? "No single change was found that leaves them one: cut the house's pipe elsewhere, or take several things off the wall."
            : "No single change lets it fit: a shorter train, or another wall."}
        </p>
      )}
    </div>
  );
}
