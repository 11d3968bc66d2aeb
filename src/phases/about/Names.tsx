"use client";
import { FormField, FormNote } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useJobForm } from "./useJobForm";

/** What a job is called, and where it is. */
export function Names({
  jobId,
  name,
  place,
  about,
}: {
  jobId: string;
  name: string;
  place: string;
  about: string;
}) {
  const form = useJobForm({
    jobId,
    draft: "names",
    initial: { name, place, about },
    wish: (t) => ({ kind: "jobRenamed", name: t.name ?? "", place: t.place ?? "", about: t.about ?? "" }),
  });
  return (
    <details>
      <summary className="min-h-11 cursor-pointer py-2">Rename it</summary>
      <FormFrame form={form} className="grid max-w-2xl gap-3">
        <FormField form={form} name="name" label="Job" hint="what everyone calls it" maxLength={200} />
        <FormField form={form} name="place" label="Place" maxLength={200} />
        <FormField form={form} name="about" label="About" hint="in a few words" maxLength={300} />
        <button className="button justify-self-start" disabled={form.busy || !form.typed}>
          Keep these names
        </button>
        <FormNote form={form} />
      </FormFrame>
    </details>
  );
}
