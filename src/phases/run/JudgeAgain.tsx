"use client";
import type { Route } from "next";
import { useState } from "react";
import type { Reading } from "@/core/log";
import { isInShort } from "@/core/job/inShort";
import { readingKinds } from "@/core/readings/kinds";
import type { ReadingField } from "@/core/run/step";
import type { UnitSystem } from "@/core/units";
import Link from "@/ui/Link";
import { written } from "./written";
import type { Run } from "./run";

const TAKING = "Taking it into the survey…";

/** What of a reading measures the survey again, as answers of the survey. */
function answersOf(last: Reading, fields: readonly ReadingField[], profile: UnitSystem) {
  const again = readingKinds.get(last.kind)?.measuresAgain ?? {};
  return fields.flatMap((f) => {
    const [field, value] = [again[f.id], last.values[f.id]];
    return field && value ? [{ field, text: written(value, f, profile) }] : [];
  });
}

/**
 * Where raw water is not what was surveyed: takes what was read into the survey, and leads to the design
 * that is judged with it.
 */
export function JudgeAgain({
  last,
  run,
  fields,
  profile,
}: {
  last: Reading;
  run: Run;
  fields: readonly ReadingField[];
  profile: UnitSystem;
}) {
  const answers = answersOf(last, fields, profile);
  const isTaken = answers.every(({ field, text }) => run.job.answers[field]?.text === text);
  const [says, setSays] = useState<string>();
  if (isInShort(run.job) || answers.length === 0 || last.verdict.level !== "Check") return null;
  const take = async () => {
    setSays(TAKING);
    for (const { field, text } of answers) {
      const outcome = await run.send({ kind: "surveyAnswered", field, text, profile });
      if (!outcome.ok) return setSays(outcome.error);
    }
    setSays(undefined);
  };
  return (
    <div className="mb-3 grid gap-2">
      {isTaken ? (
        <p>
          The survey has this water now.{" "}
          <Link className="plainlink" href={`/jobs/${run.job.id}/train` as Route}>
            See what it changes in the design
          </Link>
        </p>
      ) : (
        <button
          type="button"
          className="button quiet w-full"
          disabled={says === TAKING}
          onClick={() => void take()}
        >
          Judge the design with this water
        </button>
      )}
      <p role="status" className="text-soft">
        {says ?? ""}
      </p>
    </div>
  );
}
