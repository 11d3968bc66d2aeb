"use client";
import type { JobState } from "@/core/job";
import { useState } from "react";

import { clockTime, dateIn, dayName, inZone } from "@/ui/time";
import { useDraft } from "@/ui/useDraft";
import type { Run } from "./useRun";

/** Hours in which the household agreed to have no water: inside them a dry house is a Check, outside a Stop. */
export function WaterOff({
  job,
  run,
  now,
  zone,
  readOnly,
}: {
  job: JobState;
  run: Run;
  now: number;
  zone: string;
  readOnly: boolean;
}) {
  const [draft, keep, drop] = useDraft(`${job.id}.waterOff`);
  const typed = {
    day: dateIn(now, zone),
    from: "",
    to: "",
    ...(draft ? (JSON.parse(draft) as Record<string, string>) : {}),
  };
  const set = (over: Record<string, string>) => keep(JSON.stringify({ ...typed, ...over }));
  const [error, setError] = useState("");
  const agree = async () => {
    const [from, to] = [inZone(typed.day, typed.from, zone), inZone(typed.day, typed.to, zone)];
    if (!from || !to) {
      setError("Give the day and both times, for example 09:00 and 12:00");
      return;
    }
    const outcome = await run.send({ kind: "waterOffAgreed", from, to });
    if (outcome.ok) {
      drop();
      setError("");
    } else setError(outcome.fields?.to ?? outcome.error);
  };
  return (
    <section className="mt-4" aria-label="Hours without water" data-water-off>
      {job.waterOffs.map((h) => (
        <p key={h.from} className="text-[17px]">
          Water off agreed: {dayName(h.from, zone)},{" "}
          <span className="num">
            {clockTime(h.from, zone)}–{clockTime(h.to, zone)}
          </span>
        </p>
      ))}
      {readOnly ? null : (
        <form
          className="mt-2 grid grid-cols-2 gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            void agree();
          }}
        >
          <label className="col-span-2">
            Water off on
            <input
              type="date"
              className="field"
              value={typed.day}
              onChange={(e) => set({ day: e.target.value })}
            />
          </label>
          <label>
            from
            <input
              type="time"
              className="field"
              value={typed.from}
              aria-invalid={error ? true : undefined}
              onChange={(e) => set({ from: e.target.value })}
            />
          </label>
          <label>
            to
            <input
              type="time"
              className="field"
              value={typed.to}
              aria-invalid={error ? true : undefined}
              onChange={(e) => set({ to: e.target.value })}
            />
          </label>
          <button className="button quiet col-span-2">Keep these hours</button>
          <p role="status" className="col-span-2 text-soft">
            {error ? (
              <span className="text-stop">{error}</span>
            ) : job.waterOffs.length > 0 ? (
              "More hours may be added."
            ) : (
              "Without hours a dry house is a Check at any time; with them it is a Stop outside them."
            )}
          </p>
        </form>
      )}
    </section>
  );
}
