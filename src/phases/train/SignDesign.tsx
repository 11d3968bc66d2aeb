"use client";
import type { DesignUnit } from "@/core/families";
import { useDesign } from "./useDesign";

/** Takes the last change of the draft back, as a change of its own. */
export function UndoChange({
  jobId,
  what,
  before,
  seen,
}: {
  jobId: string;
  what: string;
  before: readonly DesignUnit[];
  seen: number;
}) {
  const { act, say, busy } = useDesign(jobId);
  return (
    <>
      <button
        type="button"
        className="button quiet"
        disabled={busy}
        onClick={() =>
          void act({ kind: "designChanged", units: [...before], what: `Undone: ${what}`.slice(0, 200), seen })
        }
      >
        Undo: {what}
      </button>
      <span role="status" className="text-sm text-stop">
        {say?.text ?? ""}
      </span>
    </>
  );
}

/** Signs the design as it was seen; a design changed meanwhile is refused. */
export function SignDesign({
  jobId,
  seen,
  blockers,
  signed,
}: {
  jobId: string;
  seen: number;
  blockers: number;
  signed: boolean;
}) {
  const { act, say, busy } = useDesign(jobId);
  return (
    <span className="inline-flex flex-wrap items-center gap-3">
      <button
        type="button"
        className="button"
        disabled={busy || blockers > 0 || signed}
        data-save
        onClick={() => void act({ kind: "designSigned", seen })}
      >
        {signed ? "Signed" : "Sign design"}
      </button>
      <span role="status" className="text-sm text-stop">
        {say?.text ?? ""}
      </span>
    </span>
  );
}
