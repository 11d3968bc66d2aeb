"use client";
import type { DesignUnit } from "@/core/families";
import type { UnitSystem } from "@/core/units";
import { Sheet } from "@/ui/Sheet";
import { useRouter } from "next/navigation";
import type { Route } from "next";
import dynamic from "next/dynamic";
import { useState } from "react";
import type { ModelInfo } from "./modelInfo";
import { useDesign } from "./useDesign";

// With the search that it brings along it comes when it is asked for.
const UnitChoice = dynamic(() => import("./UnitChoice").then((m) => m.UnitChoice));

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
  return (
    <>
      <button type="button" className={`button ${primary ? "" : "quiet"}`} onClick={() => setOpen(true)}>
        Add a unit
      </button>
      <Sheet open={open} title="Add a unit" onClose={() => setOpen(false)}>
        <p role="status" className="text-stop">
          {say?.text ?? ""}
        </p>
        <UnitChoice models={models} profile={profile} busy={busy} choose={(m) => void add(m)} />
      </Sheet>
    </>
  );
}
