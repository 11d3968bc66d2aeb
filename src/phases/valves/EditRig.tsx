"use client";
import { useState } from "react";
import { editRig, type Rig, type RigEdit } from "@/core/rig";
import type { FormOutcome } from "@/ui/useForm";
import { AddToRig } from "./AddToRig";
import { RenameHandle } from "./RenameHandle";

/** The rig as it is built: names and places of handles, what is added and what is not there. Each change is saved at once and makes the rig the job's own. */
export function EditRig({
  rig,
  save,
  busy,
}: {
  rig: Rig;
  save: (rig: Rig, what: string) => Promise<void>;
  busy: boolean;
}) {
  const [error, setError] = useState("");
  const [naming, setNaming] = useState<string>();
  const places = [...new Set(rig.handles.map((h) => h.place))];
  const apply = async (edit: RigEdit, words: string): Promise<FormOutcome> => {
    const result = editRig(rig, edit);
    setError(result.ok ? "" : result.error);
    if (!result.ok) return result;
    await save(result.rig, words);
    return { ok: true };
  };
  return (
    <details className="mt-2" data-edit-rig>
      <summary className="min-h-11 cursor-pointer py-2">Change the rig to what is built</summary>
      <AddToRig rig={rig} busy={busy} apply={apply} />
      <datalist id="rig-places">
        {places.map((p) => (
          <option key={p} value={p} />
        ))}
      </datalist>
      <p role="status" className="text-stop">
        {error}
      </p>
      <ul className="mt-2">
        {rig.handles
          .filter((h) => h.kind !== "automatic")
          .map((h) => (
            <li key={h.id} className="rule py-2">
              {naming === h.id ? (
                <RenameHandle
                  handle={h}
                  busy={busy}
                  rename={(name, place) =>
                    apply({ do: "rename", handle: h.id, name, place }, `${h.name} is called ${name}`)
                  }
                  onDone={() => setNaming(undefined)}
                />
              ) : (
                <div className="flex flex-wrap items-baseline gap-x-4">
                  <span className="min-w-64">
                    {h.name}
                    <span className="block text-sm text-soft">
                      {h.place}
                      {h.tied ? "; tied" : ""}
                    </span>
                  </span>
                  <button
                    type="button"
                    className="plainlink min-h-9 text-sm"
                    aria-label={`Rename ${h.name}`}
                    disabled={busy}
                    onClick={() => setNaming(h.id)}
                  >
                    rename
                  </button>
                  {h.kind === "lever" ? (
                    <button
                      type="button"
                      className="plainlink min-h-9 text-sm"
                      aria-label={`${h.tied ? "Untie" : "Tie"} ${h.name}`}
                      disabled={busy}
                      onClick={() =>
                        void apply(
                          { do: "tie", handle: h.id, tied: h.tied !== true },
                          `${h.name} ${h.tied ? "untied" : "tied"}`,
                        )
                      }
                    >
                      {h.tied ? "untie" : "tie"}
                    </button>
                  ) : null}
                  {["lever", "vent", "tap"].includes(h.kind) ? (
                    <button
                      type="button"
                      className="plainlink min-h-9 text-sm"
                      aria-label={`Take away ${h.name}`}
                      disabled={busy}
                      onClick={() => void apply({ do: "remove", handle: h.id }, `${h.name} taken away`)}
                    >
                      take away
                    </button>
                  ) : null}
                </div>
              )}
            </li>
          ))}
      </ul>
    </details>
  );
}
