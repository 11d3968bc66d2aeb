"use client";
import { useRouter } from "next/navigation";
import { ulid } from "ulid";
import { FormField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm } from "@/ui/useForm";
import { sendUntilTaken, withId } from "../job/send";

/** Opens an addendum: from here on what was signed may be changed, until the addendum is signed. */
export function OpenAddendum({ jobId }: { jobId: string }) {
  const router = useRouter();
  const form = useForm({
    draft: `${jobId}.addendum`,
    send: async ({ why = "" }, waiting) => {
      const outcome = await sendUntilTaken(
        jobId,
        withId({ kind: "addendumOpened", addendum: ulid(), why }),
        waiting,
      );
      router.refresh();
      return outcome;
    },
  });
  return (
    <details className="mt-2 print:hidden">
      <summary className="min-h-10 cursor-pointer py-2">Change what was signed</summary>
      <FormFrame form={form} className="grid max-w-xl gap-3">
        <p className="text-sm text-soft">
          The signed paper stays as it is. An addendum says what changed and why, and is signed for itself.
        </p>
        <FormField form={form} label="What is changed, and why" name="why" />
        <button className="button justify-self-start" disabled={form.busy}>
          Open an addendum
        </button>
        <p role="status" className="text-stop">
          {form.whole}
        </p>
      </FormFrame>
    </details>
  );
}
