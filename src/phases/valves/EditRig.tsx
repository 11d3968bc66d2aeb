"use client";
import { useState } from "react";
import { editRig, type Rig, type RigEdit } from "@/core/rig";
import type { Handle } from "@/core/rig/rig";
import type { FormOutcome } from "@/ui/useForm";
import { AddToRig } from "./AddToRig";
import { RenameHandle } from "./RenameHandle";

type Apply = (edit: RigEdit, words: string) => Promise<FormOutcome>;

/** A handle of the rig, with what may be changed of it. */
function HandleRow({
  handle: h,
  busy,
  apply,
  rename,
}: {
  handle: Handle;
  busy: boolean;
  apply: Apply;
  rename: () => void;
}) {
  const tied = h.tied === true;
  const change = (words: string, does: string, act: () => void) => (
    <button
      type="button"
      className="plainlink min-h-9 text-sm"
      aria-label={`${does} ${h.name}`}
      disabled={busy}
      onClick={act}
    >
      {words}
    </button>
  );
  return (
    <div className="flex flex-wrap items-baseline gap-x-4">
      <span className="min-w-64">
        {h.name}
        <span className="block text-sm text-soft">
          {h.place}
          {tied ? "; tied" : ""}
        </span>
      </span>
      {change("rename", "Rename", rename)}
      {h.kind === "lever"
        ? change(
            tied ? "untie" : "tie",
            tied ? "Untie" : "Tie",
            () =>
              void apply({ do: "tie", handle: h.id, tied: !tied }, `${h.name} ${tied ? "untied" : "tied"}`),
          )
        : null}
      {["lever", "vent", "tap"].includes(h.kind)
        ? change(
            "take away",
            "Take away",
            () => void apply({ do: "remove", handle: h.id }, `${h.name} taken away`),
          )
        : null}
    </div>
  );
}

/**
 * The rig as it is built: names and places of handles, what is added and what is not there. Each change is
 * saved at once and makes the rig the job's own.
 */
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
  const apply: Apply = async (edit, words) => {
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
                <HandleRow handle={h} busy={busy} apply={apply} rename={() => setNaming(h.id)} />
              )}
            </li>
          ))}
      </ul>
    </details>
  );
}
