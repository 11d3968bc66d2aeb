import type { DesignBasis } from "@/core/train";
import Link from "@/ui/Link";
import type { Route } from "next";
import { surveyFields } from "@/catalogue/survey";
import { draftPlaced, judgedDesign, type Placed } from "@/core/record";
import { costOfTrain } from "@/core/train";
import { JobShell } from "@/phases/job/JobShell";
import { frameOf } from "@/phases/job/frame";
import { openJob, titled } from "@/phases/job/load";
import { Compare, type Side } from "@/phases/train/Compare";
import { ComparePick } from "@/phases/train/ComparePick";
import { designFrom } from "@/phases/train/designText";
import { siteFacts } from "@/core/site";

export const generateMetadata = titled("Compare designs");

/** Two designs beside each other. */
export default async function ComparePage({ params, searchParams }: PageProps<"/jobs/[id]/train/compare">) {
  const opened = await openJob((await params).id);
  const { job, person, known, settings } = opened;
  const asked = await searchParams;
  const company = Object.fromEntries(known.schoolChoices.map((s) => [s.id, s.company]));
  const draft = draftPlaced(job);
  const whole: DesignBasis & Placed = { ...draft, schools: { ...company, ...draft.schools } };
  const basisOf = (id: string): (DesignBasis & Partial<Placed>) | undefined => {
    if (id === "draft") return whole;
    const revision = job.revisions.find((r) => `design${r.revision}` === id);
    if (revision) return revision;
    const units = designFrom(id);
    return units ? { ...whole, units, places: {} } : undefined;
  };
  const last = job.revisions.at(-1);
  const pick = (side: "a" | "b", fallback: string) => {
    const v = asked[side];
    return typeof v === "string" && basisOf(v) ? v : fallback;
  };
  const [a, b] = [pick("a", last ? `design${last.revision}` : "draft"), pick("b", "draft")];
  const nameOf = (id: string) =>
    id === "draft"
      ? "The draft"
      : id.startsWith("design")
        ? `Design ${id.slice(6)}, signed`
        : id.replaceAll("+", " → ").replaceAll("x", " × ");
  const side = (id: string): Side => {
    const basis = basisOf(id)!;
    const { judged, hasPipes } = judgedDesign(job, known, basis);
    return {
      name: nameOf(id),
      basis,
      judged,
      hasPipes,
      cost: costOfTrain(judged.stations, siteFacts(basis.answers), known.schoolsWith(basis.schools ?? {})),
    };
  };
  const choices = [...new Set(["draft", ...job.revisions.map((r) => `design${r.revision}`), a, b])].map(
    (id) => ({ id, name: nameOf(id) }),
  );
  return (
    <JobShell {...frameOf(opened, "train")}>
      <div className="mb-4 flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1>Two designs, point by point</h1>
          <p className="max-w-[72ch] text-soft">
            What differs is marked. Each is judged on the survey it stands on: a signed design on the answers
            it was signed with.
          </p>
        </div>
        <Link className="button quiet" prefetch={false} href={`/jobs/${job.id}/train` as Route}>
          Back to the train
        </Link>
      </div>
      <ComparePick jobId={job.id} choices={choices} a={a} b={b} />
      {a === b ? (
        <p>
          Only one design is here so far. A signed design, or a proposal, can stand beside the draft:{" "}
          <Link className="plainlink" prefetch={false} href={`/jobs/${job.id}/train/propose` as Route}>
            propose trains
          </Link>
          .
        </p>
      ) : (
        <Compare
          a={side(a)}
          b={side(b)}
          currency={settings.currency}
          profile={person.profile}
          labels={new Map([...surveyFields.values()].map((f) => [f.id, f.label]))}
          schoolLabels={new Map(known.schoolChoices.map((s) => [s.id, s.question]))}
        />
      )}
    </JobShell>
  );
}
