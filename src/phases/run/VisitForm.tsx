"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { ulid } from "ulid";
import type { Visit } from "@/core/log";
import { FormField, SelectField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { clockTime, dateIn, dayName, inZone } from "@/ui/time";
import { useForm, type Typed } from "@/ui/useForm";
import { sendUntilTaken, withId } from "../job/send";

/** A visit that somebody has, here or at another job. */
export interface Engagement {
  readonly visit: string;
  readonly job: string;
  readonly who: string;
  readonly from: string;
  readonly to: string;
}

export interface VisitProps {
  readonly jobId: string;
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly zone: string;
  readonly today: string;
  /** What everybody has from now on. */
  readonly engagements: readonly Engagement[];
}

/** A visit as it is typed, understood: who, and the moments where its times can be read. */
function planned({ person, day = "", from = "", to = "" }: Typed, { people, zone }: VisitProps) {
  return {
    person: people.find((p) => p.id === person),
    from: inZone(day, from, zone),
    to: inZone(day, to, zone),
  };
}

/**
 * What is to be known of a visit before it is kept, and keeps nobody from it: its day is over, or its
 * person is elsewhere then.
 */
function remarksOn(values: Typed, visit: string, props: VisitProps): readonly string[] {
  const { person, from, to } = planned(values, props);
  const { zone, today, engagements } = props;
  if (!from || !to) return [];
  const over = dateIn(Date.parse(from), zone) < today ? ["That day is over."] : [];
  const elsewhere = engagements
    .filter((e) => e.visit !== visit && e.who === person?.name && e.from < to && from < e.to)
    .map(
      (e) =>
        `${e.who} is at ${e.job} then: ${dayName(e.from, zone)}, ${clockTime(e.from, zone)}–${clockTime(e.to, zone)}.`,
    );
  return [...over, ...elsewhere];
}

function startOf(visit: Visit | undefined, { people, zone, today }: VisitProps): Typed {
  if (!visit) return { day: today, from: "09:00", to: "12:00", person: people[0]?.id ?? "", what: "" };
  return {
    day: dateIn(Date.parse(visit.from), zone),
    from: clockTime(visit.from, zone),
    to: clockTime(visit.to, zone),
    person: visit.person.id,
    what: visit.what,
  };
}

/**
 * The form of a visit, a new one or one that is moved or handed on; its times are in the company's zone
 * until they are sent.
 */
function useVisitForm(visit: Visit | undefined, props: VisitProps, onTaken?: () => void) {
  const router = useRouter();
  const [fresh, setFresh] = useState(() => ulid());
  const id = visit?.visit ?? fresh;
  const form = useForm({
    draft: `${props.jobId}.visit.${visit?.visit ?? "new"}`,
    initial: startOf(visit, props),
    check: (values) => {
      const { person, from, to } = planned(values, props);
      if (!person) return { ok: false, error: "Choose who goes" };
      return from && to ? undefined : { ok: false, error: "Give a day and times, for example 09:00" };
    },
    send: async (values, waiting) => {
      const { person, from = "", to = "" } = planned(values, props);
      const what = values.what?.trim() || "Visit";
      const wish = { kind: "visitPlanned", visit: id, from, to, person: person!, what } as const;
      const outcome = await sendUntilTaken(props.jobId, withId(wish), waiting);
      if (outcome.ok) setFresh(ulid());
      router.refresh();
      return outcome;
    },
    onTaken,
  });
  return { form, remarks: remarksOn(form.values, id, props) };
}

/** Plans a visit, or changes one: who goes, when, and what for. */
export function VisitForm({
  visit,
  keep,
  onTaken,
  ...props
}: VisitProps & { readonly visit?: Visit; readonly keep: string; readonly onTaken?: () => void }) {
  const { form, remarks } = useVisitForm(visit, props, onTaken);
  return (
    <FormFrame form={form} className="grid max-w-xl grid-cols-2 gap-3 md:grid-cols-3">
      <FormField form={form} label="Day" name="day" type="date" />
      <FormField form={form} label="From" name="from" type="time" />
      <FormField form={form} label="To" name="to" type="time" />
      <SelectField
        form={form}
        label="Who"
        name="person"
        options={props.people.map((p) => ({ id: p.id, label: p.name }))}
      />
      <div className="col-span-2">
        <FormField form={form} label="What for" name="what" maxLength={200} />
      </div>
      {remarks.map((remark) => (
        <p key={remark} className="col-span-full text-check" data-remark>
          {remark}
        </p>
      ))}
      <button className="button col-span-2 md:col-span-1" disabled={form.busy}>
        {keep}
      </button>
      <p role="status" className="col-span-full text-stop">
        {form.whole}
      </p>
    </FormFrame>
  );
}
