"use client";
import { useRouter } from "next/navigation";
import { ulid } from "ulid";
import type { ReadingField } from "@/core/run/step";
import type { UnitSystem } from "@/core/units";
import { FormFrame } from "@/ui/FormFrame";
import { useForm } from "@/ui/useForm";
import { sendUntilTaken, withId } from "../job/send";
import { ReadingFieldOf } from "../run/ReadingFieldOf";

/** Enters what was found after the hand-over, under the name of who enters it. */
export function FollowUpForm({
  jobId,
  reads,
  place,
  fields,
  profile,
  keep,
}: {
  jobId: string;
  reads: string;
  place: string;
  fields: readonly ReadingField[];
  profile: UnitSystem;
  keep: string;
}) {
  const router = useRouter();
  const form = useForm({
    draft: `${jobId}.${reads}`,
    send: (typed) =>
      sendUntilTaken(
        jobId,
        withId({
          kind: "readingTaken",
          reading: ulid(),
          reads,
          place,
          when: "after",
          values: Object.fromEntries(fields.map((f) => [f.id, typed[f.id] ?? ""])),
          profile,
        }),
        () => undefined,
      ),
    onTaken: () => router.refresh(),
  });
  return (
    <FormFrame form={form} className="grid max-w-xl gap-3">
      {fields.map((f) => (
        <ReadingFieldOf key={f.id} field={f} form={form} profile={profile} />
      ))}
      <p role="status" className="text-stop">
        {form.errors[""] ?? ""}
      </p>
      <button className="button" disabled={form.busy}>
        {keep}
      </button>
    </FormFrame>
  );
}
