"use client";
import type { Route } from "next";
import { useRouter } from "next/navigation";
import type { DesignUnit } from "@/core/families";
import { counted } from "@/core/words";
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
      <span role="status" className="text-sm text-stop empty:absolute">
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
  goTo,
}: {
  jobId: string;
  seen: number;
  blockers: number;
  signed: boolean;
  /** Where it goes once it is signed; absent: it stays. */
  goTo?: string;
}) {
  const router = useRouter();
  const { act, say, busy } = useDesign(jobId);
  const leave = goTo === undefined ? undefined : () => router.push(goTo as Route);
  if (signed)
    return <span className="inline-flex min-h-10 items-center px-4 font-semibold text-soft">Signed</span>;
  return (
    <span className="inline-flex flex-wrap items-center gap-3">
      <button
        type="button"
        className="button"
        disabled={busy || blockers > 0}
        data-save
        onClick={() => void act({ kind: "designSigned", seen }, leave)}
      >
        Sign design
      </button>
      {blockers > 0 ? (
        <a href="#unsettled" className="plainlink text-sm">
          Not yet: {counted(blockers, "judgement")} to settle first
        </a>
      ) : null}
      <span role="status" className="text-sm text-stop empty:absolute">
        {say?.text ?? ""}
      </span>
    </span>
  );
}
