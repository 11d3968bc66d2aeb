"use client";
import { useRouter } from "next/navigation";
import type { Route } from "next";
import { useEffect, useRef, useState } from "react";
import { choices, jobsAsked, queryOf, type JobsAsked } from "./asked";

type Choice = keyof typeof choices;
const labels: Readonly<Record<Choice, string>> = {
  life: "State",
  phase: "Phase",
  level: "Verdict",
  offer: "Before the work",
};

function Pick({ name, value, any }: { name: Choice; value: string; any?: string }) {
  return (
    <label>
      {labels[name]}
      <select name={name} defaultValue={value} className="field">
        {any ? <option value="">{any}</option> : null}
        {Object.entries(choices[name]).map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

function Words({ name, label, value }: { name: string; label: string; value: string }) {
  return (
    <label>
      {label}
      <input
        name={name}
        defaultValue={value}
        className="field"
        maxLength={80}

        autoComplete="off"
      />
    </label>
  );
}

function People({ value, people }: { value: string; people: readonly string[] }) {
  return (
    <label>
      Person
      <select name="person" defaultValue={value} className="field">
        <option value="">Anybody</option>
        {[...new Set([...people, value])].filter(Boolean).map((p) => (
          <option key={p}>{p}</option>
        ))}
      </select>
    </label>
  );
}

/** Does a list ask for what is folded away. */
const isNarrowedFurther = ({ phase, level, offer, unit, place }: JobsAsked): boolean =>
  [phase, level, offer, unit, place].some(Boolean);

/** How long typing rests before the list follows it, ms. */
const REST = 350;

interface Chosen {
  readonly asked: JobsAsked;
  readonly people: readonly string[];
}

/**
 * Narrows the list. What is chosen stands in the address; an address that came from elsewhere fills the
 * fields anew.
 */
export function Choose(props: Chosen) {
  const query = queryOf(props.asked);
  const [seen, setSeen] = useState(query);
  const [own, setOwn] = useState(query);
  const [round, setRound] = useState(0);
  if (query !== seen) {
    setSeen(query);
    if (query !== own) setRound(round + 1);
  }
  return <Fields key={round} {...props} follow={setOwn} />;
}

/** The fields; `follow` hears the address that they lead to. Without scripts the form is sent as it stands. */
function Fields({ asked, people, follow: hear }: Chosen & { readonly follow: (query: string) => void }) {
  const router = useRouter();
  const form = useRef<HTMLFormElement>(null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  const follow = () => {
    const typed = Object.fromEntries(
      [...new FormData(form.current!)].map(([name, value]) => [name, typeof value === "string" ? value : ""]),
    );
    const query = queryOf(jobsAsked(typed));
    hear(query);
    router.replace(`/jobs?${query}` as Route, { scroll: false });
  };
  const changed = () => {
    clearTimeout(timer.current);
    timer.current = setTimeout(follow, REST);
  };
  return (
    <form
      ref={form}
      method="get"
      action="/jobs"
      className="mb-4"
      aria-label="Narrow the list"
      onChange={changed}
      onSubmit={(e) => {
        e.preventDefault();
        follow();
      }}
    >
      <div className="grid grid-cols-2 gap-3 md:grid-cols-[2fr_1fr_1fr_auto]">
        <div className="max-md:col-span-2">
          <Words name="q" label="Name, street, unit, serial, phone" value={asked.q} />
        </div>
        <Pick name="life" value={asked.life} />
        <People value={asked.person} people={people} />
        <label className="flex min-h-11 items-center gap-2 self-end">
          <input type="checkbox" name="late" value="yes" defaultChecked={asked.late} /> Late only
        </label>
      </div>
      <details open={isNarrowedFurther(asked)}>
        <summary className="min-h-11 cursor-pointer py-2 text-soft">
          By phase, verdict, offer, unit, where it is
        </summary>
        <div className="grid grid-cols-2 gap-3 md:grid-cols-5">
          <Pick name="phase" value={asked.phase ?? ""} any="Any" />
          <Pick name="level" value={asked.level ?? ""} any="Any" />
          <Pick name="offer" value={asked.offer ?? ""} any="Any" />
          <Words name="unit" label="Unit" value={asked.unit} />
          <Words name="place" label="Where it is" value={asked.place} />
        </div>
      </details>
      <input type="hidden" name="by" value={asked.by} />
      {asked.falling ? <input type="hidden" name="falling" value="yes" /> : null}
      <noscript>
        <button className="button">Show</button>
      </noscript>
    </form>
  );
}
