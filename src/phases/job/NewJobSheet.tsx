"use client";
import { KeyButton } from "@/ui/Pressed";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { ulid } from "ulid";
import { Sheet } from "@/ui/Sheet";
import type { Template } from "@/data/queries/templates";
import { FormField, SelectField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm } from "@/ui/useForm";
import { sendIntent, withId } from "./send";

/** Opens a job: a name and a place are enough to begin the survey. It may begin with the design of a template. */
export default function NewJobSheet({
  templates,
  open,
  close,
}: {
  templates: readonly Template[];
  open: boolean;
  close: () => void;
}) {
  const router = useRouter();
  // One id for this form and each of its entries, so that a double press opens one job.
  const [ids] = useState(() => ({ job: ulid(), opens: ulid(), copies: ulid() }));
  const form = useForm({
    draft: "new-job",
    send: async ({ name = "", place = "", about = "", template = "" }) => {
      const opened = await sendIntent(ids.job, {
        ...withId({ kind: "jobOpened", name, place, about }),
        id: ids.opens,
      });
      const begins = templates.find((t) => t.name === template);
      if (!opened.ok || !begins) return opened;
      const from = { id: ids.copies, name: `the template ${begins.name}` };
      const copied = withId({ kind: "jobCopied", from, answers: {}, units: [...begins.units] });
      return sendIntent(ids.job, { ...copied, id: ids.copies });
    },
    onTaken: () => {
      close();
      router.push(`/jobs/${ids.job}/site`);
    },
  });
  const fields = [
    ["name", "Job", "what everyone calls it"],
    ["place", "Place", "where it is"],
    ["about", "About", "in a few words, if you like"],
  ] as const;
  return (
    <Sheet open={open} title="Open a job" onClose={close}>
      <FormFrame form={form} className="grid gap-4">
        {fields.map(([name, label, hint]) => (
          <FormField
            key={name}
            form={form}
            name={name}
            label={label}
            hint={hint}
            maxLength={200}
            autoComplete="off"
          />
        ))}
        {templates.length > 0 ? (
          <SelectField
            form={form}
            name="template"
            label="Begin with"
            options={[
              { id: "", label: "No units" },
              ...templates.map(({ name, units }) => ({
                id: name,
                label: `${name}: ${units.map((u) => u.model).join(", ")}`,
              })),
            ]}
          />
        ) : null}
        <p role="status" className="text-stop">
          {form.whole}
        </p>
        <KeyButton className="button" disabled={form.busy} pressedBy="save">
          Open and start the survey
        </KeyButton>
      </FormFrame>
    </Sheet>
  );
}
