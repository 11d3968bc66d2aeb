"use client";
import type { Visit } from "@/core/log";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { ulid } from "ulid";

import { clockTime, dayName, inZone } from "@/ui/time";
import { useDraft } from "@/ui/useDraft";
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
  const [draft, keep, drop] = useDraft(`${jobId}.visit`);
  const typed = {
    day: today,
    from: "09:00",
    to: "12:00",
    person: people[0]?.id ?? "",
    what: "",
    ...(draft ? (JSON.parse(draft) as Record<string, string>) : {}),
  };
  const set = (over: Record<string, string>) => keep(JSON.stringify({ ...typed, ...over }));
  const [say, setSay] = useState("");
  const plan = async () => {
    const person = people.find((p) => p.id === typed.person);
    if (!person) {
      setSay("Choose who goes");
      return;
    }
    const at = (clock: string) => inZone(typed.day, clock, zone);
    const [from, to] = [at(typed.from), at(typed.to)];
    if (!from || !to) {
      setSay("Give a day and times, for example 09:00");
      return;
    }
    const outcome = await sendUntilTaken(
      jobId,
      withId({ kind: "visitPlanned", visit: ulid(), from, to, person, what: typed.what.trim() || "Visit" }),
      setSay,
    );
    setSay(outcome.ok ? "" : outcome.error);
    if (outcome.ok) drop();
    router.refresh();
  };
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
          <form
            className="grid max-w-xl grid-cols-2 gap-3 md:grid-cols-3"
            onSubmit={(e) => {
              e.preventDefault();
              void plan();
            }}
          >
            <label>
              Day
              <input
                type="date"
                className="field"
                value={typed.day}
                onChange={(e) => set({ day: e.target.value })}
              />
            </label>
            <label>
              From
              <input
                type="time"
                className="field"
                value={typed.from}
                onChange={(e) => set({ from: e.target.value })}
              />
            </label>
            <label>
              To
              <input
                type="time"
                className="field"
                value={typed.to}
                onChange={(e) => set({ to: e.target.value })}
              />
            </label>
            <label>
              Who
              <select
                className="field"
                value={typed.person}
                onChange={(e) => set({ person: e.target.value })}
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
                onChange={(e) => set({ what: e.target.value })}
              />
            </label>
            <button className="button col-span-2 md:col-span-1">Plan it</button>
            <p role="status" className="col-span-full text-stop">
              {say}
            </p>
          </form>
        </details>
      )}
    </section>
  );
}
