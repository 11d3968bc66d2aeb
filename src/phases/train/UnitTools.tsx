"use client";
import type { DesignUnit } from "@/core/families";
import type { UnitSystem } from "@/core/units";
import { KeyButton } from "@/ui/Pressed";
import { Sheet } from "@/ui/Sheet";
import { useRouter } from "next/navigation";
import type { Route } from "next";
import { useState, type ComponentProps } from "react";
import type { Asked } from "../job/send";
import type { ModelInfo } from "./modelInfo";
import { UnitForm } from "./UnitForm";
import { useDesign } from "./useDesign";

interface UnitToolsProps {
  readonly jobId: string;
  readonly unit: DesignUnit;
  readonly units: readonly DesignUnit[];
  readonly models: readonly ModelInfo[];
  readonly seen: number;
  readonly profile: UnitSystem;
}

/** A design without a unit; what stood on its lines goes back to where it usually connects. */
const without = (units: readonly DesignUnit[], key: string): DesignUnit[] =>
  units.filter((u) => u.key !== key).map((u) => (u.on?.unit === key ? { ...u, on: undefined } : u));

const Tool = (props: ComponentProps<"button">) => (
  <button type="button" className="button quiet" {...props} />
);

/** Moves, changes or takes out the unit that is open. */
export function UnitTools({ jobId, unit, units, models, seen, profile }: UnitToolsProps) {
  const router = useRouter();
  const { act, send, say, busy } = useDesign(jobId);
  const [editing, setEditing] = useState(false);
  const at = units.findIndex((u) => u.key === unit.key);
  const model = models.find((m) => m.code === unit.model);
  const isOutdated = (model?.version ?? 1) > (unit.version ?? 1);
  const designOf = (next: readonly DesignUnit[], what: string): Asked => ({
    kind: "designChanged",
    units: [...next],
    what,
    seen,
  });
  const moved = (to: number) => {
    const next = [...units];
    [next[at], next[to]] = [next[to]!, next[at]!];
    return designOf(next, `${unit.model} moved`);
  };
  const changed = (over: Partial<DesignUnit>, what: string) =>
    designOf(
      units.map((u) => (u.key === unit.key ? { ...u, ...over } : u)),
      what,
    );
  const takeOut = () =>
    act(designOf(without(units, unit.key), `${unit.model} taken out`), () =>
      router.push(`/jobs/${jobId}/train` as Route),
    );
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Tool disabled={busy || at <= 0} onClick={() => void act(moved(at - 1))}>
        Earlier
      </Tool>
      <Tool disabled={busy || at >= units.length - 1} onClick={() => void act(moved(at + 1))}>
        Later
      </Tool>
      <KeyButton
        type="button"
        className="button quiet"
        pressedBy="e"
        disabled={busy}
        onClick={() => setEditing(true)}
      >
        Change <kbd>e</kbd>
      </KeyButton>
      <Tool disabled={busy} onClick={() => void takeOut()}>
        Take out
      </Tool>
      {model && isOutdated ? (
        <Tool
          disabled={busy}
          onClick={() =>
            void act(changed({ version: model.version }, `${unit.model} with its newer figures`))
          }
        >
          Take the newer figures, version {model.version}
        </Tool>
      ) : null}
      <span role="status" className="text-sm text-stop empty:absolute">
        {say?.text ?? ""}
      </span>
      <Sheet open={editing} title={`Change ${unit.model}`} onClose={() => setEditing(false)}>
        <UnitForm
          key={unit.key}
          jobId={jobId}
          unit={unit}
          units={units}
          profile={profile}
          models={models.filter((m) => m.family === model?.family)}
          save={(over, waiting) => send(changed(over, `${unit.model} changed`), waiting)}
          onSaved={() => setEditing(false)}
        />
      </Sheet>
    </div>
  );
}
