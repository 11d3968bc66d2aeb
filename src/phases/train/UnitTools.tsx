"use client";
import type { DesignUnit } from "@/core/families";
import { KeyButton } from "@/ui/Pressed";
import { Sheet } from "@/ui/Sheet";
import { useRouter } from "next/navigation";
import type { Route } from "next";
import { useState } from "react";
import type { Asked } from "../job/send";
import type { ModelInfo } from "./modelInfo";
import { UnitForm } from "./UnitForm";
import { useDesign } from "./useDesign";

/** Moves, changes or takes out the unit that is open. */
export function UnitTools({
  jobId,
  unit,
  units,
  models,
  seen,
}: {
  jobId: string;
  unit: DesignUnit;
  units: readonly DesignUnit[];
  models: readonly ModelInfo[];
  seen: number;
}) {
  const router = useRouter();
  const { act, send, say, busy } = useDesign(jobId);
  const [editing, setEditing] = useState(false);
  const at = units.findIndex((u) => u.key === unit.key);
  const model = models.find((m) => m.code === unit.model);
  const swap = (to: number) => {
    const next = [...units];
    [next[at], next[to]] = [next[to]!, next[at]!];
    void act({ kind: "designChanged", units: next, what: `${unit.model} moved`, seen });
  };
  const changed = (over: Partial<DesignUnit>, what: string): Asked => ({
    kind: "designChanged",
    units: units.map((u) => (u.key === unit.key ? { ...u, ...over } : u)),
    what,
    seen,
  });
  return (
    <div className="flex flex-wrap items-center gap-2">
      <button type="button" className="button quiet" disabled={busy || at <= 0} onClick={() => swap(at - 1)}>
        Earlier
      </button>
      <button
        type="button"
        className="button quiet"
        disabled={busy || at >= units.length - 1}
        onClick={() => swap(at + 1)}
      >
        Later
      </button>
      <KeyButton
        type="button"
        className="button quiet"
        pressedBy="e"
        disabled={busy}
        onClick={() => setEditing(true)}
      >
        Change <kbd>e</kbd>
      </KeyButton>
      <button
        type="button"
        className="button quiet"
        disabled={busy}
        onClick={() =>
          void act(
            {
              kind: "designChanged",
              units: units.filter((u) => u.key !== unit.key),
              what: `${unit.model} taken out`,
              seen,
            },
            () => router.push(`/jobs/${jobId}/train` as Route),
          )
        }
      >
        Take out
      </button>
      {model && (model.version ?? 1) > (unit.version ?? 1) ? (
        <button
          type="button"
          className="button quiet"
          disabled={busy}
          onClick={() =>
            void act(changed({ version: model.version }, `${unit.model} with its newer figures`))
          }
        >
          Take the newer figures, version {model.version}
        </button>
      ) : null}
      <span role="status" className="text-sm text-stop">
        {say?.text ?? ""}
      </span>
      <Sheet open={editing} title={`Change ${unit.model}`} onClose={() => setEditing(false)}>
        <UnitForm
          key={unit.key}
          jobId={jobId}
          unit={unit}
          models={models.filter((m) => m.family === model?.family)}
          save={(over, waiting) => send(changed(over, `${unit.model} changed`), waiting)}
          onSaved={() => setEditing(false)}
        />
      </Sheet>
    </div>
  );
}
