import type { Route } from "next";
import { surveyGroups } from "@/catalogue/survey";
import type { WallFound } from "@/core/fit/wallOf";
import Link from "@/ui/Link";
import { VerdictShape } from "@/ui/VerdictMark";

interface NoWallProps {
  readonly jobId: string;
  readonly found: WallFound;
  readonly hasUnits: boolean;
  /** Codes of units whose size or ports nobody stated. */
  readonly unmeasured: readonly string[];
}

/** A question with the part of the survey that it stands in. */
function asked(id: string): string {
  const group = surveyGroups.find((g) => g.fields.some((f) => f.id === id))!;
  return `${group.title}: ${group.fields.find((f) => f.id === id)!.label.toLowerCase()}`;
}

/** What is Unknown for want of some answers, each with the way to it. */
export function MissingAnswers({
  jobId,
  fields,
  what,
}: {
  jobId: string;
  fields: readonly string[];
  what: string;
}) {
  return (
    <div>
      <p>
        <VerdictShape level="Unknown" /> Unknown: {what}. Missing:
      </p>
      <ul className="mt-1 grid">
        {fields.map((id) => (
          <li key={id}>
            <Link
              prefetch={false}
              className="plainlink inline-flex min-h-11 items-center"
              href={`/jobs/${jobId}/site#${id}` as Route}
            >
              {asked(id)}
            </Link>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Why nothing can be placed, and where to answer what is missing. */
export function NoWall({ jobId, found, hasUnits, unmeasured }: NoWallProps) {
  return (
    <div className="grid max-w-[72ch] gap-4" data-no-wall>
      {hasUnits ? null : (
        <p>
          Nothing of this design stands in the house&apos;s line: there is nothing to place on a wall.{" "}
          <Link prefetch={false} href={`/jobs/${jobId}/train` as Route}>
            Plan the train
          </Link>
        </p>
      )}
      {found.is === "missing" ? (
        <MissingAnswers jobId={jobId} fields={found.fields} what="the wall is not measured yet" />
      ) : null}
      {found.is === "faulty"
        ? found.faults.map((fault) => (
            <p key={fault}>
              <VerdictShape level="Stop" /> Stop: {fault}
            </p>
          ))
        : null}
      {unmeasured.length > 0 ? (
        <p>
          <VerdictShape level="Unknown" /> Unknown: the size or the ports of {unmeasured.join(", ")} are not
          in the catalogue.
        </p>
      ) : null}
    </div>
  );
}
