"use client";
import { useRouter } from "next/navigation";
import type { JobState } from "@/core/job";
import { SelectField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm } from "@/ui/useForm";
import { sendUntilTaken, withId } from "../job/send";

export interface CrewProps {
  readonly jobId: string;
  readonly crew: JobState["crew"];
  readonly people: readonly { readonly id: string; readonly name: string }[];
}

const NOBODY = "nobody";

/** Chooses who answers for a job, and who else may write on it; who has a visit may already. */
export function ChooseCrew({ jobId, crew, people }: CrewProps) {
  const router = useRouter();
  const form = useForm({
    draft: `${jobId}.crew`,
    initial: {
      responsible: crew.responsible?.id ?? NOBODY,
      ...Object.fromEntries(crew.letIn.map((p) => [p.id, "in"])),
    },
    send: async (values, waiting) => {
      const letIn = people.filter((p) => values[p.id] === "in");
      const responsible = people.find((p) => p.id === values.responsible);
      const outcome = await sendUntilTaken(
        jobId,
        withId({ kind: "crewChanged", responsible, letIn }),
        waiting,
      );
      router.refresh();
      return outcome;
    },
  });
  return (
    <details className="mt-2">
      <summary className="min-h-10 cursor-pointer py-2">Change who is on it</summary>
      <FormFrame form={form} className="grid max-w-xl gap-3">
        <SelectField
          form={form}
          label="Responsible"
          name="responsible"
          options={[{ id: NOBODY, label: "nobody yet" }, ...people.map((p) => ({ id: p.id, label: p.name }))]}
        />
        <fieldset>
          <legend>May write on it too</legend>
          <p className="text-sm text-soft">Who has a visit here may already; planners may on every job.</p>
          {people.map((p) => (
            <label key={p.id} className="flex min-h-10 items-center gap-2">
              <input
                type="checkbox"
                className="size-5"
                checked={form.values[p.id] === "in"}
                onChange={(e) => form.set(p.id, e.target.checked ? "in" : "")}
              />
              {p.name}
            </label>
          ))}
        </fieldset>
        <button className="button justify-self-start" disabled={form.busy}>
          Keep who is on it
        </button>
        <p role="status" className="text-stop">
          {form.whole}
        </p>
      </FormFrame>
    </details>
  );
}
