import type { CabinetFound } from "@/core/fit/cabinet";
import type { Tube } from "@/core/fit/tubes";
import type { UnitSystem } from "@/core/units";
import { VerdictShape } from "@/ui/VerdictMark";
import { MissingAnswers } from "./NoWall";
import { CabinetBoard } from "./CabinetBoard";
import { remedyWords } from "./words";

/** Whether what is fitted under a sink goes into its cabinet, and where. */
export function Cabinet({
  jobId,
  found,
  profile,
  ...board
}: {
  readonly jobId: string;
  readonly found: CabinetFound;
  readonly profile: UnitSystem;
  readonly tubes: readonly Tube[];
  readonly seen: number;
  readonly readOnly: boolean;
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
      {found.is === "fits" ? <CabinetBoard {...board} jobId={jobId} found={found} profile={profile} /> : null}
    </section>
  );
}
