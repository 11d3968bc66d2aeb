"use client";
import { useMemo } from "react";
import { packedIn, type RoomFound } from "@/core/fit/cabinet";
import { misfits } from "@/core/fit/judge";
import { samePlace, type Standing } from "@/core/fit/standing";
import { measuredTubes, type Tube } from "@/core/fit/tubes";
import { waysInRoom } from "@/core/fit/tubeWays";
import type { UnitSystem } from "@/core/units";
import { VerdictShape } from "@/ui/VerdictMark";
import { PaperLinks } from "../job/PaperLinks";
import { PlacesTable } from "./PlacesTable";
import { TubesDrawn, TubesList } from "./Tubes";
import { useKept, useMoved } from "./useLayout";
import { WallDrawing } from "./WallDrawing";
import { misfitWords, ownRoomWords, type OwnRoomKind } from "./words";

interface BoardProps {
  readonly jobId: string;
  readonly kind: OwnRoomKind;
  readonly found: Extract<RoomFound, { is: "fits" }>;
  readonly tubes: readonly Tube[];
  readonly seen: number;
  readonly profile: UnitSystem;
  readonly readOnly: boolean;
}

/** What stands in a room, as kept and as moved here; the first move keeps the places of all. */
function useOwnRoom({ jobId, kind, found, seen }: BoardProps) {
  const { where } = ownRoomWords[kind];
  const { room, units } = found;
  const { keep, say, busy } = useKept(jobId, seen);
  const kept = useMemo(
    () => Object.fromEntries(found.units.map((u, i) => [u.key, found.standings[i]!])),
    [found],
  );
  const { current, move } = useMoved<Standing>(kept, samePlace);
  const standings = units.map((u) => current[u.key]!);
  const nameOf = (id: string) => units.find((u) => u.key === id)?.name ?? `the ${id}`;
  const put = (key: string, to: Standing) => {
    move(key, to);
    void keep({ ...current, [key]: to }, `${nameOf(key)} moved ${where}`);
  };
  const standAll = () => {
    const packed = packedIn(room, units, { hasDoor: kind === "cabinet" });
    if (packed.is !== "fits") return;
    const all = Object.fromEntries(units.map((u, i) => [u.key, packed.standings[i]!]));
    for (const [key, to] of Object.entries(all)) move(key, to);
    void keep(all, `all stand as computed ${where}`);
  };
  return { room, units, current, kept, standings, nameOf, move, put, standAll, say, busy };
}

/** A cabinet or a wall with all that goes into it: moved by hand, judged at once, with its tubes as they run then. */
export function OwnRoomBoard(props: BoardProps) {
  const { jobId, kind, found, profile, readOnly } = props;
  const words = ownRoomWords[kind];
  const { room, units, standings, nameOf, ...own } = useOwnRoom(props);
  const faults = misfits(room, units, standings);
  const ways = waysInRoom(room, units, standings);
  const tubes = measuredTubes(props.tubes, ways);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-6 md:grid-cols-[minmax(0,24rem)_minmax(0,1fr)]">
      <div className="grid content-start gap-3">
        <div data-cabinet-verdict>
          {faults.length === 0 ? (
            <p>
              <VerdictShape level="Good" /> Good: all of it goes in
              {found.byHand ? ", as it was placed" : ". One way to stand it:"}
            </p>
          ) : (
            <ul className="grid gap-1">
              {faults.map((m) => (
                <li key={JSON.stringify(m)}>
                  <VerdictShape level="Stop" /> Stop: {misfitWords(m, nameOf, profile, kind)}
                </li>
              ))}
            </ul>
          )}
        </div>
        <WallDrawing
          wall={room}
          mirrored={false}
          units={units}
          standings={standings}
          pipes={[]}
          misfits={faults}
          profile={profile}
          label={words.label}
          {...(readOnly ? {} : { move: own.move, drop: own.put })}
        >
          <TubesDrawn tubes={tubes} ways={ways} room={room} />
        </WallDrawing>
        {faults.length === 0 ? <PaperLinks href={`/api/jobs/${jobId}/${kind}`} what="Drawing" /> : null}
        {readOnly ? null : (
          <button
            type="button"
            className="button quiet justify-self-start"
            disabled={own.busy}
            onClick={own.standAll}
          >
            Stand them as computed
          </button>
        )}
        {own.say ? (
          <p role="status" className={own.say.bad ? "text-stop" : "text-soft"}>
            {own.say.text}
          </p>
        ) : null}
      </div>
      <div className="grid content-start gap-5">
        <PlacesTable
          wall={room}
          mirrored={false}
          units={units}
          places={own.current}
          kept={own.kept}
          profile={profile}
          readOnly={readOnly}
          floor={words.floor}
          caption={words.caption}
          put={own.put}
        />
        <TubesList jobId={jobId} tubes={tubes} profile={profile} />
      </div>
    </div>
  );
}
