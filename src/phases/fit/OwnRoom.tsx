import type { RoomFound } from "@/core/fit/cabinet";
import type { Tube } from "@/core/fit/tubes";
import type { UnitSystem } from "@/core/units";
import { VerdictShape } from "@/ui/VerdictMark";
import { MissingAnswers } from "./NoWall";
import { OwnRoomBoard } from "./OwnRoomBoard";
import { ownRoomWords, remedyWords, type OwnRoomKind } from "./words";

/** Whether what is fitted under a sink goes into its cabinet, or at the cold pipe on its wall, and where. */
export function OwnRoom({
  jobId,
  room,
  found,
  profile,
  ...board
}: {
  readonly jobId: string;
  readonly room: OwnRoomKind;
  readonly found: RoomFound;
  readonly profile: UnitSystem;
  readonly tubes: readonly Tube[];
  readonly seen: number;
  readonly readOnly: boolean;
}) {
  const nameOf = (id: string) =>
    ("units" in found ? found.units.find((u) => u.key === id)?.name : undefined) ?? `the ${id}`;
  const words = ownRoomWords[room];
  const state = room === "cabinet" ? { "data-cabinet": found.is } : { "data-own-wall": found.is };
  return (
    <section aria-labelledby={room} className="mt-8 grid gap-3" {...state}>
      <h2 id={room}>{words.title}</h2>
      {found.is === "missing" ? (
        <MissingAnswers jobId={jobId} fields={found.fields} what={words.notMeasured} />
      ) : null}
      {found.is === "unmeasured" ? (
        <p>
          <VerdictShape level="Unknown" /> Unknown: the size of {found.codes.join(", ")}, or of its tank, is
          not in the catalogue.
        </p>
      ) : null}
      {found.is === "open" ? (
        <p>
          <VerdictShape level="Unknown" /> Unknown: no way to stand them was found among those that were tried
        </p>
      ) : null}
      {found.is === "tooSmall" ? (
        <div>
          <p>
            <VerdictShape level="Stop" /> Stop: {words.tooSmall}
          </p>
          <ul className="mt-1 list-disc pl-5">
            {found.remedies.map((remedy) => (
              <li key={JSON.stringify(remedy)}>{remedyWords(remedy, nameOf, profile, room)}</li>
            ))}
          </ul>
        </div>
      ) : null}
      {found.is === "fits" ? (
        <OwnRoomBoard {...board} jobId={jobId} kind={room} found={found} profile={profile} />
      ) : null}
    </section>
  );
}
