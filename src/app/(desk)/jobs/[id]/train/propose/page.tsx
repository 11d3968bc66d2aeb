import Link from "@/ui/Link";
import type { Route } from "next";
import { prices } from "@/catalogue/prices";
import { surveyFields } from "@/catalogue/survey";
import { draftBasis } from "@/core/record";
import { siteFacts } from "@/core/site";
import { hardnessWays, offeredFor, plannersSearch } from "@/core/train";
import { needKind, needsOf } from "@/core/water";
import { JobShell } from "@/phases/job/JobShell";
import { frameOf } from "@/phases/job/frame";
import { openJob, titled } from "@/phases/job/load";
import { Proposals } from "@/phases/train/Proposals";
import { Wishes } from "@/phases/train/Wishes";
import { VerdictMark } from "@/ui/VerdictMark";
import { inSentence } from "@/core/words";

export const generateMetadata = titled("Propose a train");

/** Needs that nobody can answer yet, and what has to be found out for each. */
function NotKnown({ open, jobId }: { open: ReturnType<typeof needsOf>["open"]; jobId: string }) {
  return (
    <section className="mb-6 border-l-4 border-check pl-4" aria-labelledby="unknown" data-not-known>
      <h2 id="unknown">Not known yet, and could change this</h2>
      <ul className="text-sm">
        {open.map((o) => (
          <li key={o.need}>
            <VerdictMark level="Unknown">{needKind(o.need).whether}</VerdictMark>:{" "}
            {o.missing.map((m, i) => (
              <span key={m}>
                {i > 0 ? ", " : ""}
                <Link prefetch={false} className="plainlink" href={`/jobs/${jobId}/site#water.${m}` as Route}>
                  {inSentence(surveyFields.get(`water.${m}`)?.label ?? m)}
                </Link>
              </span>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Trains that the rules allow, the best first. */
export default async function ProposePage({ params, searchParams }: PageProps<"/jobs/[id]/train/propose">) {
  const opened = await openJob((await params).id);
  const { can, job, person, known, settings } = opened;
  const { ro, hardness, order } = await searchParams;
  const way = hardnessWays.find((w) => w === hardness) ?? "best";
  const isCheapFirst = order === "price";
  const facts = siteFacts(job.answers);
  const findings = needsOf(facts.water, {
    source: facts.source,
    roWanted: false,
  });
  const withRo = ro === "yes" || (ro !== "no" && findings.needs.some((n) => needKind(n.need).atTap));
  const input = {
    facts,
    schools: known.schoolsWith(draftBasis(job).schools ?? {}),
    tables: known.tables,
    catalogue: offeredFor(known.offered, way),
    withRo,
    prices,
    ...plannersSearch,
  };
  const here = `/jobs/${job.id}/train`;
  const isHard = findings.needs.some((n) => n.need === "softener")
    ? true
    : findings.open.some((o) => o.need === "softener")
      ? undefined
      : false;
  return (
    <JobShell {...frameOf(opened, "train")}>
      <div className="mb-4 flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1>Trains for this site</h1>
          <p className="max-w-[72ch] text-soft">
            Fewest Stops, then Checks, then Unknowns, then least cost over {prices.years} years; a need left
            unmet counts as a Stop. At most {plannersSearch.maxUnits} units in the line, one or two side by
            side, one treatment of hardness.
          </p>
        </div>
        <div className="flex gap-3">
          <Link className="button quiet" prefetch={false} href={here as Route}>
            Back to the train
          </Link>
        </div>
      </div>
      <Wishes page={`${here}/propose`} withRo={withRo} way={way} isCheapFirst={isCheapFirst} />
      {findings.open.length > 0 ? <NotKnown open={findings.open} jobId={job.id} /> : null}
      <Proposals
        jobId={job.id}
        input={input}
        profile={person.profile}
        asked={{ way, withRo, isCheapFirst, isHard }}
        seen={job.designSeq}
        currency={settings.currency}
        has={job.units.length > 0}
        readOnly={!can("designChanged")}
      />
    </JobShell>
  );
}
