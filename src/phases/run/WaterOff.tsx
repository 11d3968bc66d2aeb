"use client";
import type { JobState } from "@/core/job";

import { clockTime, dateIn, dayName, inZone } from "@/ui/time";
import { FormField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type Typed } from "@/ui/useForm";
import type { Run } from "./run";

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
  const times = ({ day = "", from = "", to = "" }: Typed) => [inZone(day, from, zone), inZone(day, to, zone)];
  const form = useForm({
    draft: `${job.id}.waterOff`,
    initial: { day: dateIn(now, zone), from: "", to: "" },
    check: (values) =>
      times(values).every(Boolean)
        ? undefined
        : { ok: false, error: "Give the day and both times, for example 09:00 and 12:00" },
    send: (values) => {
      const [from = "", to = ""] = times(values);
      return run.send({ kind: "waterOffAgreed", from, to });
    },
  });
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
        <FormFrame form={form} className="mt-2 grid grid-cols-2 gap-3">
          <div className="col-span-2">
            <FormField form={form} label="Water off on" name="day" type="date" />
          </div>
          <FormField form={form} label="from" name="from" type="time" />
          <FormField form={form} label="to" name="to" type="time" />
          <button className="button quiet col-span-2" disabled={form.busy}>
            Keep these hours
          </button>
          <p role="status" className="col-span-2 text-soft">
            {form.whole ? (
              <span className="text-stop">{form.whole}</span>
            ) : job.waterOffs.length > 0 ? (
              "More hours may be added."
            ) : (
              "Without hours a dry house is a Check at any time; with them it is a Stop outside them."
            )}
          </p>
        </FormFrame>
      )}
    </section>
  );
}
