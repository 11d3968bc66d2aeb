import type { CabinetFound } from "@/core/fit/cabinet";
import type { UnitSystem } from "@/core/units";
import { VerdictShape } from "@/ui/VerdictMark";
import { MissingAnswers } from "./NoWall";
import { WallDrawing } from "./WallDrawing";
import { length, remedyWords } from "./words";

type Stood = Extract<CabinetFound, { is: "fits" }>;

/** Where everything stands, in words. */
function Standing({ room, units, standings, profile }: Stood & { profile: UnitSystem }) {
  return (
    <div className="grid gap-4 md:grid-cols-[18rem_1fr]">
      <WallDrawing
        wall={room}
        mirrored={false}
        units={units}
        standings={standings}
        pipes={[]}
        misfits={[]}
        profile={profile}
        label="The cabinet to scale, seen from its door; the list says the same in words"
      />
      <ul className="grid content-start gap-1">
        {units.map((unit, i) => {
          const at = standings[i]!;
          return (
            <li key={unit.key} data-in-cabinet={unit.key}>
              <span className="num">{unit.name}</span>: {length(at.x, profile)} from the left,{" "}
              {unit.hangs ? `its foot ${length(at.y, profile)} above the cabinet's floor` : "on its floor"}
              {at.lies ? ", lying" : ""}
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** Whether what is fitted under a sink goes into its cabinet, and where. */
export function Cabinet({
  jobId,
  found,
  profile,
}: {
  readonly jobId: string;
  readonly found: CabinetFound;
  readonly profile: UnitSystem;
}) {
  const nameOf = (id: string) =>
    ("units" in found ? found.units.find((u) => u.key === id)?.name : undefined) ?? `the ${id}`;
  return (
    <section aria-labelledby="cabinet" className="mt-8 grid gap-3" data-cabinet={found.is}>
      <h2 id="cabinet">Under the sink</h2>
      {found.is === "missing" ? (
        <MissingAnswers jobId={jobId} fields={found.fields} what="the cabinet is not measured yet" />
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
            <VerdictShape level="Stop" /> Stop: they do not go into this cabinet
          </p>
          <ul className="mt-1 list-disc pl-5">
            {found.remedies.map((remedy) => (
              <li key={JSON.stringify(remedy)}>{remedyWords(remedy, nameOf, profile, "cabinet")}</li>
            ))}
          </ul>
        </div>
      ) : null}
      {found.is === "fits" ? (
        <>
          <p>
            <VerdictShape level="Good" /> Good: all of it goes in. One way to stand it:
          </p>
          <Standing {...found} profile={profile} />
        </>
      ) : null}
    </section>
  );
}
