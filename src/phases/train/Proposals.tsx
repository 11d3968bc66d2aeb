"use client";
import type { UnitSystem } from "@/core/units";
import { useRouter } from "next/navigation";
import { useState, type ComponentProps } from "react";
import Link from "@/ui/Link";
import type { Route } from "next";
import type { Gap, Proposal, Proposed, ProposeInput } from "@/core/train";
import { byPrice, notHad, type HardnessWay } from "@/core/train/propose/had";
import { print } from "@/core/units";
import { counted } from "@/core/words";
import { designOf, ProposalCard } from "./ProposalCard";
import { useDesign } from "./useDesign";
import { useProposals } from "./work";

const number = (n: number) => n.toLocaleString("en", { maximumFractionDigits: 0 });

/** How far the search has come, or how it ended without an answer. */
function Searching({
  search,
  stop,
}: {
  search: Exclude<ReturnType<typeof useProposals>[0], { is: "done" }>;
  stop: () => void;
}) {
  const again = (words: string) => (
    <button type="button" className="plainlink min-h-11" onClick={() => location.reload()}>
      {words}
    </button>
  );
  switch (search.is) {
    case "working":
      return (
        <div className="flex flex-wrap items-center gap-6" role="status">
          <p>
            Searching, <span className="num">{number(search.judged)}</span> placements judged so far…
          </p>
          <button type="button" className="button quiet" onClick={stop}>
            Stop
          </button>
        </div>
      );
    case "stopped":
      return <p role="status">Stopped. Nothing was kept. {again("Search again")}</p>;
    case "failed":
      return (
        <p role="status" className="text-stop">
          The search failed in this browser. {again("Try again")}
        </p>
      );
  }
}

const gapWords = { stops: "Stop", checks: "Check", unknowns: "Unknown" } as const;
interface GapProps {
  /** Lines of up to so many units were searched to their end. */
  exactTo: number | undefined;
  money: (n: number) => string;
  goOn: () => void;
}
/** How far the first train may be from the best, where the search was not carried to its end. */
function GapSaid({ gap, exactTo, money, goOn }: GapProps & { gap: Gap }) {
  const told = (n: number) => (gap.of === "cost" ? money(n) : counted(Math.ceil(n), gapWords[gap.of]));
  const verb = gap.of === "cost" ? "cost" : "count";
  return (
    <span className="block" data-gap>
      <span className="block">
        Not proved to be the best: the first train {verb}s {told(gap.has)}
        {gap.of === "stops" ? ", unmet needs among them" : ""}; {exactTo ? "a longer one" : "one"} that was
        not tried may {verb} {told(gap.least)}, not less.
        {exactTo ? ` Of lines of up to ${exactTo} units none is better.` : ""}
      </span>
      <button type="button" className="plainlink min-h-11" onClick={goOn}>
        Search to the end
      </button>{" "}
      takes a minute or more, and can be stopped.
    </span>
  );
}

/** How many trains there are, and how many placements it took to know the best, or to find a good one. */
function HowFar({ result, ...more }: GapProps & { result: Proposed }) {
  const { considered, space, gap } = result;
  return (
    <p className="mb-6 max-w-[72ch] text-soft" data-considered>
      {gap ? "" : "Searched to the end: "}
      <span className="num">{number(space)}</span> trains are possible within these rules;{" "}
      <span className="num">{number(considered)}</span> placements{" "}
      {gap ? "were judged." : "had to be judged to know the best."}
      {gap ? <GapSaid gap={gap} {...more} /> : null}
    </p>
  );
}

/** Says so where even the first train has a Stop: nothing that is offered answers the site. */
function NoAnswer({ first, isProved }: { first: Proposal; isProved: boolean }) {
  if (first.stops === 0) return null;
  return (
    <p className="mb-6 max-w-[72ch] border-l-4 border-stop pl-4" data-no-answer>
      {isProved ? "No train of the catalogue" : "No train that was found"} is without a Stop at this site.
      What still stands in the way is listed with each.
    </p>
  );
}

/** The house's pressure is above what trains are judged behind: a reducing valve that is not planned yet. */
function BehindValve({ kPa, jobId, profile }: { kPa: number; jobId: string; profile: UnitSystem }) {
  return (
    <p className="mb-6 border-l-4 border-check pl-4">
      Pressure here is above {print(kPa, "pressure", profile)}: these trains stand behind a reducing valve set
      there.{" "}
      <Link className="plainlink" prefetch={false} href={`/jobs/${jobId}/site#source.reducer` as Route}>
        Plan the valve
      </Link>
      , so that a train taken is judged behind it too.
    </p>
  );
}

/** What the planner asked of the search, and whether the water is hard. */
export interface WishesAsked {
  readonly way: HardnessWay;
  readonly withRo: boolean;
  readonly isCheapFirst: boolean;
  readonly isHard: boolean | undefined;
}

const whyNot = {
  softener: {
    unknown: "No train holds a softener: the hardness is not known, so nothing says that one is needed.",
    soft: "No train holds a softener: the water is soft enough without one.",
    worse: "No train holds a softener: with each of the catalogue something else would be worse here.",
  },
  ro: { none: "No train holds an RO: none of the catalogue can stand on this water and pressure." },
} as const;

/** What was asked for and cannot be had, with the reason. */
function NotHadHere({ proposals, asked }: { proposals: readonly Proposal[]; asked: WishesAsked }) {
  const lacks = notHad(proposals, asked, asked.isHard);
  if (lacks.length === 0) return null;
  return (
    <ul className="mb-6 max-w-[72ch] border-l-4 border-check pl-4" data-not-had>
      {lacks.map((l) => (
        <li key={l.is}>{l.is === "softener" ? whyNot.softener[l.because] : whyNot.ro[l.because]}</li>
      ))}
    </ul>
  );
}

/** No train at all was found: what to ask for instead. */
function Nothing({ jobId }: { jobId: string }) {
  const here = `/jobs/${jobId}/train`;
  return (
    <p className="max-w-[72ch]" data-nothing>
      The catalogue holds no train for what is asked.{" "}
      <Link prefetch={false} className="plainlink" href={`${here}/propose` as Route}>
        Ask for whatever is best
      </Link>
      , or{" "}
      <Link prefetch={false} className="plainlink" href={here as Route}>
        choose units yourself
      </Link>
      .
    </p>
  );
}

type CardProps = ComponentProps<typeof ProposalCard>;

/** Trains beside each other; looked for on the job's wall one after the other, the best first. */
function Trains({
  proposals,
  take,
  ...card
}: Pick<CardProps, "jobId" | "profile" | "money" | "has" | "busy" | "years"> & {
  readonly proposals: readonly Proposal[];
  /** Absent for who only looks on. */
  readonly take: ((p: Proposal) => void) | undefined;
}) {
  const [looked, setLooked] = useState(0);
  return (
    <ol className="grid gap-x-8 gap-y-8 lg:grid-cols-3">
      {proposals.map((p, i) => (
        <ProposalCard
          key={p.units.map((u) => u.model.code).join()}
          {...card}
          proposal={p}
          isFirst={i === 0}
          wall={{ waits: i > looked, onDone: () => setLooked((n) => Math.max(n, i + 1)) }}
          take={take && (() => take(p))}
        />
      ))}
    </ol>
  );
}

/**
 * Whole trains next to each other: what stands where, what it costs to buy and to run, and what is still
 * not Good. Searched beside the page, with a way to stop.
 */
export function Proposals({
  jobId,
  input,
  profile,
  seen,
  currency,
  has,
  readOnly,
  asked,
}: {
  jobId: string;
  input: ProposeInput;
  /** What the planner asked of the search. */
  asked: WishesAsked;
  profile: UnitSystem;
  seen: number;
  currency: string;
  has: boolean;
  readOnly: boolean;
}) {
  const router = useRouter();
  const { act, say, busy } = useDesign(jobId);
  const [toTheEnd, setToTheEnd] = useState(false);
  const [search, stopped] = useProposals(
    `${seen}.${input.withRo}.${asked.way}.${toTheEnd}`,
    toTheEnd ? { ...input, effort: undefined } : input,
  );
  // Stopped on the way to the end, the search that knew when to stop is made again.
  const stop = toTheEnd ? () => setToTheEnd(false) : stopped;
  const money = (n: number) =>
    new Intl.NumberFormat("en", { style: "currency", currency, maximumFractionDigits: 0 }).format(n);
  const take = (p: Proposal) =>
    act(
      {
        kind: "designChanged",
        units: designOf(p),
        what: `Proposed: ${p.units.map((u) => u.model.code).join(", ")}`.slice(0, 200),
        seen,
      },
      () => router.push(`/jobs/${jobId}/train` as Route),
    );
  if (search.is !== "done") return <Searching search={search} stop={stop} />;
  const { reducedTo, gap } = search.result;
  const proposals = asked.isCheapFirst ? byPrice(search.result.proposals) : search.result.proposals;
  if (proposals.length === 0) return <Nothing jobId={jobId} />;
  return (
    <>
      <HowFar result={search.result} exactTo={input.exactTo} money={money} goOn={() => setToTheEnd(true)} />
      {reducedTo === undefined || input.facts.reducer !== undefined ? null : (
        <BehindValve kPa={reducedTo} jobId={jobId} profile={profile} />
      )}
      <NotHadHere proposals={proposals} asked={asked} />
      <NoAnswer first={search.result.proposals[0]!} isProved={gap === undefined} />
      <p role="status" className="text-stop">
        {say?.text ?? ""}
      </p>
      <Trains
        proposals={proposals}
        take={readOnly ? undefined : (p) => void take(p)}
        {...{ jobId, profile, money, has, busy }}
        years={input.prices.years}
      />
      <p className="mt-6 max-w-[72ch] text-sm text-soft">
        Costs are the catalogue&apos;s, without labour. Pressures are by the units alone: what the pipes take
        is counted once a train stands on its wall. The planner decides: a proposal becomes a draft like any
        other, to be changed, judged and signed.
      </p>
    </>
  );
}
