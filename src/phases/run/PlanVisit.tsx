"use client";
import { useRouter } from "next/navigation";
import { ulid } from "ulid";
import { FormField, SelectField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { inZone } from "@/ui/time";
import { useForm, type Typed } from "@/ui/useForm";
import { sendUntilTaken, withId } from "../job/send";

export interface VisitProps {
  readonly jobId: string;
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly zone: string;
  readonly today: string;
}

/** The form of a visit, its times in the company's zone until they are sent. */
function useVisitForm({ jobId, people, zone, today }: VisitProps) {
  const router = useRouter();
  const planned = ({ person, day = "", from = "", to = "" }: Typed) => ({
    person: people.find((p) => p.id === person),
    from: inZone(day, from, zone),
    to: inZone(day, to, zone),
  });
  return useForm({
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
}

/** Plans a visit: who goes, when, and what for. */
export function PlanVisit(props: VisitProps) {
  const form = useVisitForm(props);
  return (
    <details className="mt-2">
      <summary className="min-h-10 cursor-pointer py-2">Plan a visit</summary>
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
        <button className="button col-span-2 md:col-span-1" disabled={form.busy}>
          Plan it
        </button>
        <p role="status" className="col-span-full text-stop">
          {form.whole}
        </p>
      </FormFrame>
    </details>
  );
}
