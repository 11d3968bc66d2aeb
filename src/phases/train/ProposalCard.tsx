import type { Route } from "next";
import type { ComponentProps } from "react";
import type { Proposal } from "@/core/train";
import { tell } from "@/core/tell";
import { print, type UnitSystem } from "@/core/units";
import Link from "@/ui/Link";
import { VerdictMark } from "@/ui/VerdictMark";
import { GoesOnWall } from "./GoesOnWall";
import { designText } from "./designText";

/** A proposal as units of a design. */
export const designOf = (p: Proposal) =>
  p.units.map((u, i) => ({
    key: `u${i + 1}`,
    model: u.model.code,
    version: u.model.version,
    parallel: u.parallel,
  }));

/** The worst that is left of a proposal. */
function Standing({ p }: { p: Proposal }) {
  if (p.stops > 0) return <VerdictMark level="Stop">{`${p.stops} left`}</VerdictMark>;
  if (p.checks > 0) return <VerdictMark level="Check">{`${p.checks} to look at`}</VerdictMark>;
  if (p.unknowns > 0) return <VerdictMark level="Unknown">{`${p.unknowns} to find out`}</VerdictMark>;
  return <VerdictMark level="Good">nothing left to settle</VerdictMark>;
}

function Units({ p }: { p: Proposal }) {
  return (
    <ol className="mb-3">
      {p.units.length === 0 ? <li className="text-soft">no treatment</li> : null}
      {p.units.map((u) => (
        <li key={u.model.code} className="flex gap-3 py-1">
          <span className="num w-32 shrink-0">
            {u.model.branch ? "↳ " : ""}
            {u.model.code}
            {u.parallel > 1 ? ` × ${u.parallel}` : ""}
          </span>
          <span className="text-sm">{u.model.name}</span>
        </li>
      ))}
    </ol>
  );
}

/** What a proposal costs to buy and to run. What is not known makes the sum a least one. */
function Costs({
  p,
  years,
  profile,
  money,
}: {
  p: Proposal;
  years: number;
  profile: UnitSystem;
  money: (n: number) => string;
}) {
  const { saltKg, wasteLitres, consumables } = p.yearly;
  const isLeast = saltKg === undefined || wasteLitres === undefined;
  return (
    <dl className="grid grid-cols-[1fr_auto] gap-y-1 border-t border-hair pt-2 text-sm">
      <dt>Parts</dt>
      <dd className="num text-right">{money(p.parts)}</dd>
      <dt>Consumables a year</dt>
      <dd className="num text-right">{money(consumables)}</dd>
      <dt>Salt a year</dt>
      <dd className="num text-right">
        {saltKg === undefined ? "not known" : print(saltKg, "mass", profile, 0)}
      </dd>
      <dt>Water to the drain a year</dt>
      <dd className="num text-right">
        {wasteLitres === undefined ? "not known" : print(wasteLitres, "volume", profile, 0)}
      </dd>
      <dt className="font-semibold">Over {years} years</dt>
      <dd className="num text-right font-semibold">
        {isLeast ? "at least " : ""}
        {money(p.cost)}
      </dd>
    </dl>
  );
}

const MOST_OPEN = 6;
function LeftOpen({ open, profile }: { open: Proposal["open"]; profile: UnitSystem }) {
  if (open.length === 0) return null;
  return (
    <ul className="mt-3 grid gap-1 border-t border-hair pt-2 text-sm">
      {open.slice(0, MOST_OPEN).map((o) => (
        <li key={o.at + o.verdict.rule}>
          <VerdictMark level={o.verdict.level}>{`${o.at}: ${tell(o.verdict, profile).reason}`}</VerdictMark>
        </li>
      ))}
      {open.length > MOST_OPEN ? <li className="text-soft">and {open.length - MOST_OPEN} more</li> : null}
    </ul>
  );
}

/** One whole train that is proposed. */
export function ProposalCard({
  jobId,
  proposal: p,
  isFirst,
  years,
  profile,
  money,
  has,
  busy,
  take,
  wall,
}: {
  jobId: string;
  proposal: Proposal;
  isFirst: boolean;
  years: number;
  profile: UnitSystem;
  money: (n: number) => string;
  /** The job has a train already. */ has: boolean;
  busy: boolean;
  /** Its turn to be looked for on the wall. */
  wall: Pick<ComponentProps<typeof GoesOnWall>, "waits" | "onDone">;
  /** Absent for who only looks on. */ take?: () => void;
}) {
  return (
    <li className="border-t-2 border-ink pt-3" data-proposal>
      <p className="mb-2 font-semibold">
        <Standing p={p} />
      </p>
      <Units p={p} />
      <Costs p={p} years={years} profile={profile} money={money} />
      <LeftOpen open={p.open} profile={profile} />
      <GoesOnWall jobId={jobId} design={designText(designOf(p))} profile={profile} {...wall} />
      {take ? (
        <button
          type="button"
          className={`button mt-4 w-full ${isFirst ? "" : "quiet"}`}
          disabled={busy}
          onClick={take}
        >
          {has ? "Replace the train by this" : "Take this train"}
        </button>
      ) : null}
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
  );
}
