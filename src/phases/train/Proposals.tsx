"use client";
import { tell } from "@/core/tell";
import type { UnitSystem } from "@/core/units";
import { useRouter } from "next/navigation";
import Link from "@/ui/Link";
import type { Route } from "next";
import type { ProposeInput, Proposal } from "@/core/train";
import { print } from "@/core/units";
import { VerdictMark } from "@/ui/VerdictMark";
import { designText } from "./designText";
import { useDesign } from "./useDesign";
import { useProposals } from "./work";

const designOf = (p: Proposal) =>
  p.units.map((u, i) => ({
    key: `u${i + 1}`,
    model: u.model.code,
    version: u.model.version,
    parallel: u.parallel,
  }));
const number = (n: number) => n.toLocaleString("en", { maximumFractionDigits: 0 });

/** Whole trains next to each other: what stands where, what it costs to buy and to run, and what is still not Good. Searched beside the page, with a way to stop. */
export function Proposals({
  jobId,
  input,
  profile,
  seen,
  currency,
  has,
  readOnly,
}: {
  jobId: string;
  input: ProposeInput;
  profile: UnitSystem;
  seen: number;
  currency: string;
  has: boolean;
  readOnly: boolean;
}) {
  const router = useRouter();
  const { act, say, busy } = useDesign(jobId);
  const [search, stop] = useProposals(`${seen}.${input.withRo}`, input);
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
  if (search.is === "working")
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
  if (search.is === "stopped")
    return (
      <p role="status">
        Stopped. Nothing was kept.{" "}
        <button type="button" className="plainlink min-h-11" onClick={() => location.reload()}>
          Search again
        </button>
      </p>
    );
  if (search.is === "failed")
    return (
      <p role="status" className="text-stop">
        The search failed in this browser.{" "}
        <button type="button" className="plainlink min-h-11" onClick={() => location.reload()}>
          Try again
        </button>
      </p>
    );
  const { proposals, considered, space, reducedTo } = search.result;
  if (proposals.length === 0) return <p>The catalogue holds nothing to propose.</p>;
  return (
    <>
      <p className="mb-6 text-soft" data-considered>
        Searched to the end: <span className="num">{number(space)}</span> trains are possible within these
        rules; <span className="num">{number(considered)}</span> placements had to be judged to know the best.
      </p>
      {reducedTo === undefined || input.facts.reducer !== undefined ? null : (
        <p className="mb-6 border-l-4 border-check pl-4">
          Pressure here is above {print(reducedTo, "pressure", profile)}: these trains stand behind a reducing
          valve set there.{" "}
          <Link className="plainlink" prefetch={false} href={`/jobs/${jobId}/site#source.reducer` as Route}>
            Plan the valve
          </Link>
          , so that a train taken is judged behind it too.
        </p>
      )}
      <p role="status" className="text-stop">
        {say?.text ?? ""}
      </p>
      <ol className="grid gap-x-8 gap-y-8 lg:grid-cols-3">
        {proposals.map((p, i) => (
          <li
            key={p.units.map((u) => u.model.code).join()}
            className="border-t-2 border-ink pt-3"
            data-proposal
          >
            <p className="mb-2 font-semibold">
              {p.stops > 0 ? (
                <VerdictMark level="Stop">{`${p.stops} left`}</VerdictMark>
              ) : p.checks > 0 ? (
                <VerdictMark level="Check">{`${p.checks} to look at`}</VerdictMark>
              ) : p.unknowns > 0 ? (
                <VerdictMark level="Unknown">{`${p.unknowns} to find out`}</VerdictMark>
              ) : (
                <VerdictMark level="Good">nothing left to settle</VerdictMark>
              )}
            </p>
            <ol className="mb-3">
              {p.units.length === 0 ? (
                <li className="text-soft">no treatment</li>
              ) : (
                p.units.map((u) => (
                  <li key={u.model.code} className="flex gap-3 py-1">
                    <span className="num w-32 shrink-0">
                      {u.model.branch ? "↳ " : ""}
                      {u.model.code}
                      {u.parallel > 1 ? ` × ${u.parallel}` : ""}
                    </span>
                    <span className="text-sm">{u.model.name}</span>
                  </li>
                ))
              )}
            </ol>
            <dl className="grid grid-cols-[1fr_auto] gap-y-1 border-t border-hair pt-2 text-sm">
              <dt>Parts</dt>
              <dd className="num text-right">{money(p.parts)}</dd>
              <dt>Consumables a year</dt>
              <dd className="num text-right">{money(p.yearly.consumables)}</dd>
              <dt>Salt a year</dt>
              <dd className="num text-right">
                {p.yearly.saltKg === undefined ? "not known" : print(p.yearly.saltKg, "mass", profile, 0)}
              </dd>
              <dt>Water to the drain a year</dt>
              <dd className="num text-right">
                {p.yearly.wasteLitres === undefined
                  ? "not known"
                  : print(p.yearly.wasteLitres, "volume", profile, 0)}
              </dd>
              <dt className="font-semibold">Over {input.prices.years} years</dt>
              <dd className="num text-right font-semibold">
                {p.yearly.saltKg === undefined || p.yearly.wasteLitres === undefined ? "at least " : ""}
                {money(p.cost)}
              </dd>
            </dl>
            {p.open.length > 0 ? (
              <ul className="mt-3 grid gap-1 border-t border-hair pt-2 text-sm">
                {p.open.slice(0, 6).map((o) => (
                  <li key={o.at + o.verdict.rule}>
                    <VerdictMark
                      level={o.verdict.level}
                    >{`${o.at}: ${tell(o.verdict, profile).reason}`}</VerdictMark>
                  </li>
                ))}
                {p.open.length > 6 ? <li className="text-soft">and {p.open.length - 6} more</li> : null}
              </ul>
            ) : null}
            {readOnly ? null : (
              <button
                type="button"
                className={`button mt-4 w-full ${i === 0 ? "" : "quiet"}`}
                disabled={busy}
                onClick={() => void take(p)}
              >
                {has ? "Replace the train by this" : "Take this train"}
              </button>
            )}
            {has ? (
              <p className="mt-2">
                <Link
                  prefetch={false}
                  className="plainlink inline-flex min-h-11 items-center"
                  href={
                    `/jobs/${jobId}/train/compare?a=draft&b=${encodeURIComponent(designText(designOf(p)))}` as Route
                  }
                >
                  Compare with the draft
                </Link>
              </p>
            ) : null}
          </li>
        ))}
      </ol>
      <p className="mt-6 max-w-[72ch] text-sm text-soft">
        Costs are the catalogue&apos;s, without labour. The planner decides: a proposal becomes a draft like
        any other, to be changed, judged and signed.
      </p>
    </>
  );
}
