"use client";
import type { JobState } from "@/core/job";
import { offerStates } from "@/core/log/offerMoved";
import { FormField, FormNote, SelectField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { choices } from "../jobs/asked";
import { useJobForm } from "./useJobForm";

/** How far a job came before the work: offered, accepted, its parts ordered. */
export function Offer({ jobId, offer, today }: { jobId: string; offer: JobState["offer"]; today: string }) {
  const next = offerStates[offerStates.indexOf(offer?.is ?? "ordered") + 1] ?? offer?.is ?? offerStates[0];
  const form = useJobForm({
    jobId,
    draft: "offer",
    initial: { is: offer ? next : offerStates[0], on: today },
    wish: (t) => ({
      kind: "offerMoved",
      is: offerStates.find((s) => s === t.is) ?? offerStates[0],
      on: t.on ?? "",
      note: t.note ?? "",
    }),
  });
  return (
    <FormFrame form={form} className="grid max-w-2xl gap-3 md:grid-cols-[1fr_170px_2fr]">
      <SelectField
        form={form}
        name="is"
        label="It is"
        options={offerStates.map((id) => ({ id, label: choices.offer[id] }))}
      />
      <FormField form={form} name="on" label="Since" type="date" />
      <FormField form={form} name="note" label="Note" hint="by whom, which paper" maxLength={300} />
      <button className="button quiet justify-self-start" disabled={form.busy}>
        Keep it
      </button>
      <FormNote form={form} />
    </FormFrame>
  );
}
