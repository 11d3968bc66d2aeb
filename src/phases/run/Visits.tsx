"use client";
import type { Visit } from "@/core/log";
import { useRouter } from "next/navigation";
import { ulid } from "ulid";

import { clockTime, dayName, inZone } from "@/ui/time";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type Typed } from "@/ui/useForm";
import { sendUntilTaken, withId } from "../job/send";

/** When somebody goes there. The times are in the company's zone; the server turns them into UTC. */
export function Visits({
  jobId,
  visits,
  people,
  zone,
  readOnly,
  today,
}: {
  jobId: string;
  visits: readonly Visit[];
  people: readonly { readonly id: string; readonly name: string }[];
  zone: string;
  readOnly: boolean;
  today: string;
}) {
  const router = useRouter();
  const planned = ({ person, day = "", from = "", to = "" }: Typed) => ({
    person: people.find((p) => p.id === person),
    from: inZone(day, from, zone),
    to: inZone(day, to, zone),
  });
  const form = useForm({
    draft: `${jobId}.visit`,
    initial: { day: today, from: "09:00", to: "12:00", person: people[0]?.id ?? "", what: "" },
    check: (values) => {
      const { person, from, to } = planned(values);
      if (!person) return { ok: false, error: "Choose who goes" };
      return from && to ? undefined : { ok: false, error: "Give a day and times, for example 09:00" };
    },
    send: async (values, waiting) => {
      const { person, from = "", to = "" } = planned(values);
      const visit = {
        kind: "visitPlanned",
        visit: ulid(),
        from,
        to,
        person: person!,
        what: values.what?.trim() || "Visit",
      } as const;
      const outcome = await sendUntilTaken(jobId, withId(visit), waiting);
      router.refresh();
      return outcome;
    },
  });
  const typed = form.values;
  return (
    <section className="mt-8" aria-labelledby="visits">
      <h2 id="visits">Visits</h2>
      <ul>
        {visits
          .filter((v) => !v.cancelled)
          .map((v) => (
            <li key={v.visit} className="rule py-2">
              {dayName(v.from, zone)},{" "}
              <span className="num">
                {clockTime(v.from, zone)}–{clockTime(v.to, zone)}
              </span>{" "}
              {v.what}, {v.person.name}
            </li>
          ))}
      </ul>
      {readOnly ? null : (
        <details className="mt-2">
          <summary className="min-h-10 cursor-pointer py-2">Plan a visit</summary>
          <FormFrame form={form} className="grid max-w-xl grid-cols-2 gap-3 md:grid-cols-3">
            <label>
              Day
              <input
                type="date"
                className="field"
                value={typed.day}
                onChange={(e) => form.set("day", e.target.value)}
              />
            </label>
            <label>
              From
              <input
                type="time"
                className="field"
                value={typed.from}
                onChange={(e) => form.set("from", e.target.value)}
              />
            </label>
            <label>
              To
              <input
                type="time"
                className="field"
                value={typed.to}
                onChange={(e) => form.set("to", e.target.value)}
              />
            </label>
            <label>
              Who
              <select
                className="field"
                value={typed.person}
                onChange={(e) => form.set("person", e.target.value)}
              >
                {people.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}
                  </option>
                ))}
              </select>
            </label>
            <label className="col-span-2">
              What for
              <input
                className="field"
                value={typed.what}
                maxLength={200}
                onChange={(e) => form.set("what", e.target.value)}
              />
            </label>
            <button className="button col-span-2 md:col-span-1" disabled={form.busy}>
              Plan it
            </button>
            <p role="status" className="col-span-full text-stop">
              {form.whole}
            </p>
          </FormFrame>
        </details>
      )}
    </section>
  );
}
