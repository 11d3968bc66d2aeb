"use client";
import type { DesignUnit } from "@/core/families";
import { printStated, type UnitSystem } from "@/core/units";
import { Sheet } from "@/ui/Sheet";
import { useRouter } from "next/navigation";
import type { Route } from "next";
import { useState } from "react";
import type { ModelInfo } from "./modelInfo";
import { useDesign } from "./useDesign";

/** The version to write down with a unit: none for the first. */
const versionOf = (m: ModelInfo | undefined): Pick<DesignUnit, "version"> =>
  m?.version === undefined || m.version === 1 ? {} : { version: m.version };

function keyFor(units: readonly DesignUnit[]): string {
  for (let i = 1; ; i += 1) if (!units.some((u) => u.key === `u${i}`)) return `u${i}`;
}

/** Adds a unit to the Line from the catalogue. */
export function AddUnit({
  jobId,
  units,
  models,
  seen,
  profile,
  primary,
}: {
  jobId: string;
  units: readonly DesignUnit[];
  models: readonly ModelInfo[];
  seen: number;
  profile: UnitSystem;
  primary?: boolean;
}) {
  const router = useRouter();
  const { act, say, busy } = useDesign(jobId);
  const [open, setOpen] = useState(false);
  const [sought, setSought] = useState("");
  const fits = (m: ModelInfo) => `${m.code} ${m.name}`.toLowerCase().includes(sought.trim().toLowerCase());
  const add = async (m: ModelInfo) => {
    const key = keyFor(units);
    const unit: DesignUnit = { key, model: m.code, ...versionOf(m), parallel: 1 };
    // House units go before the first branch: a branch leaves the line, it does not stand in it.
    const firstBranch = units.findIndex((u) => models.find((x) => x.code === u.model)?.branch);
    const next =
      m.branch || firstBranch === -1
        ? [...units, unit]
        : [...units.slice(0, firstBranch), unit, ...units.slice(firstBranch)];
    if (await act({ kind: "designChanged", units: next, what: `${m.code} added`, seen })) {
      setOpen(false);
      router.push(`/jobs/${jobId}/train?at=${key}` as Route);
    }
  };
  const groups = [
    ["In the house's line", models.filter((m) => !m.branch && fits(m))],
    ["On a drinking-water branch", models.filter((m) => m.branch && fits(m))],
  ] as const;
  return (
    <>
      <button type="button" className={`button ${primary ? "" : "quiet"}`} onClick={() => setOpen(true)}>
        Add a unit
      </button>
      <Sheet open={open} title="Add a unit" onClose={() => setOpen(false)}>
        <p role="status" className="text-stop">
          {say?.text ?? ""}
        </p>
        <label>
          Code or words
          <input className="field mb-4" value={sought} onChange={(e) => setSought(e.target.value)} />
        </label>
        {groups.map(([title, list]) => (
          <section key={title} className="mb-4">
            <h3>{title}</h3>
            <ul>
              {list.map((m) => (
                <li key={m.code}>
                  <button
                    type="button"
                    disabled={busy}
                    className="rule flex min-h-12 w-full items-baseline gap-3 py-2 text-left hover:bg-tint"
                    onClick={() => void add(m)}
                  >
                    <span className="num w-24 shrink-0">{m.code}</span>
                    <span>{m.name}</span>
                    <span className="ml-auto text-sm whitespace-nowrap text-soft">
                      {m.ratedFlow ? printStated(m.ratedFlow, "flow", profile) : ""}
                    </span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        ))}
      </Sheet>
    </>
  );
}
