"use client";
import { useRouter } from "next/navigation";
import { useState, type ReactNode } from "react";
import { ulid } from "ulid";
import type { JobState } from "@/core/job";
import { FormField, FormNote, SelectField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type Form } from "@/ui/useForm";
import { sendIntent, withId } from "../job/send";
import { saveTemplate } from "../jobs/templateActions";
import { useJobForm } from "./useJobForm";

const endings = [
  { id: "done", label: "Done" },
  { id: "lost", label: "Lost: nothing comes of it" },
] as const;

/** A form that is folded away until it is wanted. */
function Folded({
  title,
  form,
  columns = "",
  submit,
  children,
}: {
  title: string;
  form: Form;
  /** How its fields stand beside one another. */ columns?: string;
  submit: string;
  children: ReactNode;
}) {
  return (
    <details>
      <summary className="min-h-11 cursor-pointer py-2">{title}</summary>
      <FormFrame form={form} className={`grid max-w-2xl gap-3 ${columns}`}>
        {children}
        <button className="button justify-self-start" disabled={form.busy}>
          {submit}
        </button>
        <FormNote form={form} />
      </FormFrame>
    </details>
  );
}

/** Closes a job, as done or as lost. */
function Close({ jobId }: { jobId: string }) {
  const form = useJobForm({
    jobId,
    draft: "close",
    initial: { as: "done" },
    wish: (t) => ({ kind: "jobClosed", as: t.as === "lost" ? "lost" : "done", why: t.why ?? "" }),
  });
  return (
    <Folded title="Close this job" form={form} columns="md:grid-cols-[1fr_2fr]" submit="Close the job">
      <SelectField form={form} name="as" label="As" options={endings} />
      <FormField form={form} name="why" label="Why" hint="it stands in the log" maxLength={500} />
    </Folded>
  );
}

/** Opens a closed job again. */
function Reopen({ jobId, closed }: { jobId: string; closed: NonNullable<JobState["closed"]> }) {
  const form = useJobForm({
    jobId,
    draft: "reopen",
    wish: (t) => ({ kind: "jobReopened", why: t.why ?? "" }),
  });
  return (
    <FormFrame form={form} className="grid max-w-2xl gap-3">
      <p>
        Closed as {closed.as} by {closed.by.name}: {closed.why}. Nothing can be entered until it is open
        again.
      </p>
      <FormField form={form} name="why" label="Why is it opened again?" maxLength={500} />
      <button className="button justify-self-start" disabled={form.busy}>
        Open it again
      </button>
      <FormNote form={form} />
    </FormFrame>
  );
}

const parts = [
  { id: "both", label: "Survey and design" },
  { id: "survey", label: "Survey alone" },
  { id: "design", label: "Design alone" },
] as const;

/** Begins a new job with this one's survey, design or both. Readings, photos, signatures and contacts stay here. */
function Copy({ job }: { job: Pick<JobState, "id" | "name" | "place" | "answers" | "units"> }) {
  const router = useRouter();
  // One id for this form and each of its entries, so that a double press opens one job.
  const [ids] = useState(() => ({ job: ulid(), opens: ulid(), copies: ulid() }));
  const form = useForm({
    draft: `${job.id}.copy`,
    initial: { place: job.place, what: "both" },
    send: async ({ name = "", place = "", what = "both" }) => {
      const opened = await sendIntent(ids.job, {
        ...withId({ kind: "jobOpened", name, place, about: "" }),
        id: ids.opens,
      });
      if (!opened.ok) return opened;
      const copied = withId({
        kind: "jobCopied",
        from: { id: job.id, name: job.name },
        answers: what === "design" ? {} : job.answers,
        units: what === "survey" ? [] : job.units,
      });
      return sendIntent(ids.job, { ...copied, id: ids.copies });
    },
    onTaken: () => router.push(`/jobs/${ids.job}/${job.units.length > 0 ? "train" : "site"}`),
  });
  return (
    <Folded
      title="Begin another job as a copy of this one"
      form={form}
      columns="md:grid-cols-2"
      submit="Open the copy"
    >
      <FormField form={form} name="name" label="New job" hint="what everyone will call it" maxLength={200} />
      <FormField form={form} name="place" label="Place" maxLength={200} />
      <SelectField form={form} name="what" label="Take along" options={parts} />
      <p className="self-end text-soft">Every answer stays to be checked on site.</p>
    </Folded>
  );
}

/** Keeps this job's design for others to begin with. Nothing of the survey goes along. */
function AsTemplate({ job }: { job: Pick<JobState, "id" | "name"> }) {
  const form = useForm({
    draft: `${job.id}.template`,
    send: ({ name = "" }) => saveTemplate({ name, job: job.id }),
  });
  return (
    <Folded title="Keep its design as a template" form={form} submit="Keep the template">
      <FormField
        form={form}
        name="name"
        label="Template"
        hint="what kind of job it is for; a name that is there already is replaced"
        maxLength={60}
      />
    </Folded>
  );
}

/** What becomes of a job: closed, opened again, copied, kept as a template. */
export function Life({
  job,
}: {
  job: Pick<JobState, "id" | "name" | "place" | "answers" | "units" | "closed">;
}) {
  return (
    <>
      {job.closed ? <Reopen jobId={job.id} closed={job.closed} /> : <Close jobId={job.id} />}
      <Copy job={job} />
      {job.units.length > 0 ? <AsTemplate job={job} /> : null}
    </>
  );
}
