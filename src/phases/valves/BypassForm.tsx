"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { rigSchema, type Arrangement, type Rig, type RigData } from "@/core/rig";
import { sendIntent, withId } from "../job/send";
import { EditRig } from "./EditRig";

const words: Readonly<Record<Arrangement, string>> = {
  threeValve: "Three valves round the train",
  heads: "Each unit's own head, isolating valves",
  none: "None: a shut-off ahead, the house off meanwhile",
};

interface Choice {
  readonly jobId: string;
  readonly arrangement: Arrangement;
  readonly drainCock: boolean;
  readonly seen: number;
}

/** A rig from a file, or why it is none. */
async function rigOfFile(file: File): Promise<RigData | string> {
  if (file.size > 500_000) return "This file is too large for a rig";
  let read: unknown;
  try {
    read = JSON.parse(await file.text());
  } catch {
    return "This file is not JSON";
  }
  const rig = rigSchema.safeParse(read);
  if (rig.success) return rig.data;
  const { path, message } = rig.error.issues[0]!;
  return `Not taken: ${path.join(".")}${path.length > 0 ? ": " : ""}${message}`;
}

/** Saves what is chosen at once; says why where it is not taken. */
function useBypass({ jobId, arrangement, drainCock, seen }: Choice) {
  const router = useRouter();
  const [say, setSay] = useState("");
  const [busy, setBusy] = useState(false);
  const send = async (
    over: { arrangement?: Arrangement; drainCock?: boolean; own?: RigData },
    what: string,
  ) => {
    setBusy(true);
    const outcome = await sendIntent(
      jobId,
      withId({
        kind: "bypassChosen",
        arrangement: over.arrangement ?? arrangement,
        drainCock: over.drainCock ?? drainCock,
        what,
        seen,
        own: over.own,
      }),
    );
    setBusy(false);
    setSay(outcome.ok ? "" : outcome.error);
    if (outcome.ok) router.refresh();
  };
  const take = async (file: File | undefined) => {
    if (!file) return;
    const rig = await rigOfFile(file);
    if (typeof rig === "string") setSay(rig);
    else await send({ own: rig }, "A rig of its own, from a file");
  };
  return { say, busy, send, take };
}
type Bypass = ReturnType<typeof useBypass>;

function Choices({
  arrangement,
  drainCock,
  bypass: { send },
  disabled,
}: Pick<Choice, "arrangement" | "drainCock"> & { bypass: Bypass; disabled: boolean }) {
  return (
    <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
      <label>
        Bypass
        <select
          className="field"
          value={arrangement}
          disabled={disabled}
          onChange={(e) =>
            void send(
              { arrangement: e.target.value as Arrangement },
              `Bypass: ${words[e.target.value as Arrangement]}`,
            )
          }
        >
          {(Object.keys(words) as Arrangement[]).map((a) => (
            <option key={a} value={a}>
              {words[a]}
            </option>
          ))}
        </select>
      </label>
      <label className="flex min-h-10 items-center gap-2">
        <input
          type="checkbox"
          className="size-5"
          checked={drainCock}
          disabled={disabled}
          onChange={(e) =>
            void send(
              { drainCock: e.target.checked },
              e.target.checked ? "Drain cock at the train" : "No drain cock at the train",
            )
          }
        />{" "}
        Drain cock at the train
      </label>
    </div>
  );
}

/** The rig to take away, and the way for one to come in. */
function AsFile({ jobId, bypass: { take }, disabled }: { jobId: string; bypass: Bypass; disabled: boolean }) {
  return (
    <p className="mt-2 flex max-w-none flex-wrap items-center gap-x-5 text-sm">
      <span className="text-soft">The rig as</span>
      <a className="plainlink inline-flex min-h-11 items-center" href={`/api/jobs/${jobId}/valves/svg`}>
        drawing (SVG)
      </a>
      <a className="plainlink inline-flex min-h-11 items-center" href={`/api/jobs/${jobId}/valves/json`}>
        data (JSON)
      </a>
      <a className="plainlink inline-flex min-h-11 items-center" href={`/api/jobs/${jobId}/valves/dot`}>
        graph (DOT)
      </a>
      <label className="plainlink cursor-pointer py-2 focus-within:outline-3">
        Take a rig from JSON
        <input
          type="file"
          accept="application/json,.json"
          className="visually-hidden"
          disabled={disabled}
          onChange={(e) => {
            void take(e.target.files?.[0]);
            e.target.value = "";
          }}
        />
      </label>
    </p>
  );
}

/**
 * How the train can be passed by; a rig of one's own comes in as JSON. Saved at once, with what was said
 * beside the field.
 */
export function BypassForm({
  jobId,
  arrangement,
  drainCock,
  own,
  seen,
  running,
  rig,
}: Choice & { readonly own: boolean; readonly running: boolean; readonly rig: Rig }) {
  const bypass = useBypass({ jobId, arrangement, drainCock, seen });
  const { say, busy, send } = bypass;
  const disabled = busy || running;
  return (
    <section aria-label="Bypass" className="mb-5 border-b border-hair pb-4">
      <Choices arrangement={arrangement} drainCock={drainCock} bypass={bypass} disabled={disabled} />
      <AsFile jobId={jobId} bypass={bypass} disabled={disabled} />
      {running ? null : (
        <EditRig rig={rig} busy={busy} save={(changed, what) => send({ own: changed as RigData }, what)} />
      )}
      {own ? (
        <p className="mt-2 text-sm">
          This job has a rig of its own.{" "}
          <button
            type="button"
            className="plainlink"
            disabled={disabled}
            onClick={() => void send({}, "The composed rig again")}
          >
            Go back to the composed one
          </button>
        </p>
      ) : null}
      {running ? (
        <p className="mt-2 text-sm text-soft">The run has started: its rig stays as it was then.</p>
      ) : null}
      <p role="status" className="text-stop">
        {say}
      </p>
    </section>
  );
}
