"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { rigSchema, type Arrangement, type Rig, type RigData } from "@/core/rig";
import { sendIntent, withId } from "../job/send";
import { EditRig } from "./EditRig";

const words: Readonly<Record<Arrangement, string>> = {
  threeValve: "Three valves round the train",
  heads: "Each unit's own head, isolating valves",
};

/** How the train can be passed by; a rig of one's own comes in as JSON. Saved at once, with what was said beside the field. */
export function BypassForm({
  jobId,
  arrangement,
  drainCock,
  own,
  seen,
  running,
  rig,
}: {
  jobId: string;
  arrangement: Arrangement;
  drainCock: boolean;
  own: boolean;
  seen: number;
  running: boolean;
  rig: Rig;
}) {
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
    if (file.size > 500_000) {
      setSay("This file is too large for a rig");
      return;
    }
    let read: unknown;
    try {
      read = JSON.parse(await file.text());
    } catch {
      setSay("This file is not JSON");
      return;
    }
    const rig = rigSchema.safeParse(read);
    if (!rig.success) {
      const issue = rig.error.issues[0]!;
      setSay(`Not taken: ${issue.path.join(".")}${issue.path.length > 0 ? ": " : ""}${issue.message}`);
      return;
    }
    await send({ own: rig.data }, "A rig of its own, from a file");
  };
  return (
    <section aria-label="Bypass" className="mb-5 border-b border-hair pb-4">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-3">
        <label>
          Bypass
          <select
            className="field"
            value={arrangement}
            disabled={busy || running}
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
            disabled={busy || running}
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
      <p className="mt-2 flex max-w-none flex-wrap items-center gap-x-5 text-sm">
        <span className="text-soft">The rig as</span>
        <a className="plainlink py-2" href={`/api/jobs/${jobId}/valves/svg`}>
          drawing (SVG)
        </a>
        <a className="plainlink py-2" href={`/api/jobs/${jobId}/valves/json`}>
          data (JSON)
        </a>
        <a className="plainlink py-2" href={`/api/jobs/${jobId}/valves/dot`}>
          graph (DOT)
        </a>
        <label className="plainlink cursor-pointer py-2 focus-within:outline-3">
          Take a rig from JSON
          <input
            type="file"
            accept="application/json,.json"
            className="visually-hidden"
            disabled={busy || running}
            onChange={(e) => {
              void take(e.target.files?.[0]);
              e.target.value = "";
            }}
          />
        </label>
      </p>
      {running ? null : (
        <EditRig rig={rig} busy={busy} save={(changed, what) => send({ own: changed as RigData }, what)} />
      )}
      {own ? (
        <p className="mt-2 text-sm">
          This job has a rig of its own.{" "}
          <button
            type="button"
            className="plainlink"
            disabled={busy || running}
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
