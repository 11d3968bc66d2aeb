"use client";
import { useRouter } from "next/navigation";
import type { Route } from "next";
import type { Proposal } from "@/core/train";
import { print, type Profile } from "@/core/units";
import type { Level } from "@/core/verdict";
import { VerdictMark } from "@/ui/VerdictMark";
import { useDesign } from "./TrainDesk";

type Shown = Omit<Proposal, "units" | "open"> & { readonly units: readonly { readonly code: string; readonly name: string; readonly parallel: number; readonly branch: boolean }[]; readonly open: readonly { readonly at: string; readonly level: Level; readonly reason: string }[] };

/** Whole trains next to each other: what stands where, what it costs to buy and to run, and what is still not Good. */
export function Proposals({ jobId, proposals, seen, currency, years, profile, has, readOnly }: { jobId: string; proposals: readonly Shown[]; seen: number; currency: string; years: number; profile: Profile; has: boolean; readOnly: boolean }) {
  const router = useRouter();
  const { act, say, busy } = useDesign(jobId);
  const money = (n: number) => new Intl.NumberFormat("en", { style: "currency", currency, maximumFractionDigits: 0 }).format(n);
  const take = (p: Shown) => act({ kind: "designChanged", units: p.units.map((u, i) => ({ key: `u${i + 1}`, model: u.code, parallel: u.parallel })), what: `Proposed: ${p.units.map((u) => u.code).join(", ")}`.slice(0, 200), seen }, () => router.push(`/jobs/${jobId}/train` as Route));
  if (proposals.length === 0) return <p>The catalogue holds nothing to propose.</p>;
  return (
    <>
      <p role="status" className="text-stop">{say?.text ?? ""}</p>
      <ol className="grid gap-x-8 gap-y-8 lg:grid-cols-3">
        {proposals.map((p, i) => (
          <li key={p.units.map((u) => u.code).join()} className="border-t-2 border-ink pt-3" data-proposal>
            <p className="mb-2 font-semibold">{p.stops > 0 ? <VerdictMark level="Stop">{`${p.stops} left`}</VerdictMark> : p.checks > 0 ? <VerdictMark level="Check">{`${p.checks} to look at`}</VerdictMark> : p.unknowns > 0 ? <VerdictMark level="Unknown">{`${p.unknowns} to find out`}</VerdictMark> : <VerdictMark level="Good">nothing left to settle</VerdictMark>}</p>
            <ol className="mb-3">{p.units.length === 0 ? <li className="text-soft">no treatment</li> : p.units.map((u) => <li key={u.code} className="flex gap-3 py-1"><span className="num w-32 shrink-0">{u.branch ? "↳ " : ""}{u.code}{u.parallel > 1 ? ` × ${u.parallel}` : ""}</span><span className="text-sm">{u.name}</span></li>)}</ol>
            <dl className="grid grid-cols-[1fr_auto] gap-y-1 border-t border-hair pt-2 text-sm">
              <dt>Parts</dt><dd className="num text-right">{money(p.parts)}</dd>
              <dt>Consumables a year</dt><dd className="num text-right">{money(p.yearly.consumables)}</dd>
              <dt>Salt a year</dt><dd className="num text-right">{print(p.yearly.saltKg, "mass", profile, 0)}</dd>
              <dt>Water to the drain a year</dt><dd className="num text-right">{print(p.yearly.wasteLitres, "volume", profile, 0)}</dd>
              <dt className="font-semibold">Over {years} years</dt><dd className="num text-right font-semibold">{money(p.cost)}</dd>
            </dl>
            {p.open.length > 0 ? <ul className="mt-3 grid gap-1 border-t border-hair pt-2 text-sm">{p.open.slice(0, 6).map((o) => <li key={o.at + o.reason}><VerdictMark level={o.level}>{`${o.at}: ${o.reason}`}</VerdictMark></li>)}{p.open.length > 6 ? <li className="text-soft">and {p.open.length - 6} more</li> : null}</ul> : null}
            {readOnly ? null : <button type="button" className={`button mt-4 w-full ${i === 0 ? "" : "quiet"}`} disabled={busy} onClick={() => void take(p)}>{has ? "Replace the train by this" : "Take this train"}</button>}
          </li>
        ))}
      </ol>
      <p className="mt-6 max-w-[72ch] text-sm text-soft">Costs are the catalogue&apos;s, without labour. The planner decides: a proposal becomes a draft like any other, to be changed, judged and signed.</p>
    </>
  );
}
