"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { ulid } from "ulid";
import type { Photo } from "@/core/log";
import { FormField, SelectField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm } from "@/ui/useForm";
import { Photos } from "../job/Photos";
import { OverrideSheet } from "../job/OverrideSheet";
import { sendUntilTaken, withId } from "../job/send";

/** Sets a reading's verdict aside with a written reason. */
export function OverrideReading({
  jobId,
  reading,
  reason,
  wanted,
}: {
  jobId: string;
  reading: string;
  reason: string;
  wanted: boolean;
}) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className={wanted ? "button quiet mt-1" : "plainlink min-h-10 text-sm"}
        onClick={() => setOpen(true)}
      >
        {wanted ? "Override with a reason" : "Accept with a reason"}
        <span className="visually-hidden">: {reason}</span>
      </button>
      <OverrideSheet
        open={open}
        title="Override this reading"
        reason={reason}
        draft={`${jobId}.override.${reading}`}
        send={(why, waiting) =>
          sendUntilTaken(jobId, withId({ kind: "readingOverridden", reading, why }), waiting)
        }
        onClose={() => {
          setOpen(false);
          router.refresh();
        }}
      />
    </>
  );
}

/** What an open point may be. */
const pointKinds = [
  { id: "", label: "Point" },
  { id: "permit", label: "Permit" },
  { id: "inspection", label: "Inspection" },
] as const;
const pointKindSaid = { permit: "Permit", inspection: "Inspection" } as const;

/** Adds a point: what, who, until when. */
function AddPoint({ jobId }: { jobId: string }) {
  const router = useRouter();
  const form = useForm({
    draft: `${jobId}.point`,
    send: async ({ text = "", who = "", due, is }, waiting) => {
      const outcome = await sendUntilTaken(
        jobId,
        withId({
          kind: "openPointAdded",
          point: ulid(),
          ...{ text, who, due: due || undefined },
          is: is === "permit" || is === "inspection" ? is : undefined,
        }),
        waiting,
      );
      router.refresh();
      return outcome;
    },
  });
  return (
    <details className="mt-2 print:hidden">
      <summary className="min-h-10 cursor-pointer py-2">Add an open point</summary>
      <FormFrame form={form} className="grid max-w-2xl gap-3 md:grid-cols-[130px_2fr_1fr_160px]">
        <SelectField form={form} label="Kind" name="is" options={pointKinds} />
        <FormField form={form} label="What" name="text" />
        <FormField form={form} label="Who" name="who" />
        <FormField form={form} label="Promised for" name="due" type="date" />
        <button className="button justify-self-start" disabled={form.busy}>
          Add
        </button>
        <p role="status" className="text-stop">
          {form.whole}
        </p>
      </FormFrame>
    </details>
  );
}

interface PointShown {
  readonly point: string;
  readonly text: string;
  readonly who: string;
  readonly due?: string;
  readonly is?: keyof typeof pointKindSaid;
  readonly closed?: { readonly how: string };
}
interface Papers {
  readonly photos: readonly Photo[];
  readonly jobName: string;
  readonly zone: string;
}

/** Papers of a permit or an inspection, as photos. */
function PapersOf({
  point: p,
  jobId,
  papers,
  readOnly,
}: {
  point: PointShown & { readonly is: keyof typeof pointKindSaid };
  jobId: string;
  papers: Papers;
  readOnly: boolean;
}) {
  return (
    <div className="w-full">
      <Photos
        jobId={jobId}
        jobName={papers.jobName}
        point={p.point}
        photos={papers.photos.filter((x) => x.point === p.point)}
        caption={`${pointKindSaid[p.is]}: ${p.text}`}
        readOnly={readOnly}
        zone={papers.zone}
      />
    </div>
  );
}

/** Who has it, until when, and how it ended. */
function Whose({ point: p, today }: { point: PointShown; today: string }) {
  return (
    <span className="text-sm text-soft">
      {p.who}
      {p.due ? `, by ${p.due}` : ""}
      {!p.closed && p.due && p.due < today ? ", late" : ""}
      {p.closed ? `, ${p.closed.how.toLowerCase()}` : ""}
    </span>
  );
}

/** Points left open at hand-over: what, who, until when. */
export function OpenPoints({
  jobId,
  points,
  followUps,
  readOnly,
  today,
  papers,
}: {
  jobId: string;
  /** What papers of permits and inspections are kept with; absent where they are not shown. */
  papers?: Papers;
  /** What comes due by itself after the hand-over. */
  followUps: readonly { readonly is: string; readonly text: string; readonly when: string }[];
  points: readonly PointShown[];
  readOnly: boolean;
  today: string;
}) {
  const router = useRouter();
  const [say, setSay] = useState("");
  const close = async (point: string) => {
    const outcome = await sendUntilTaken(
      jobId,
      withId({ kind: "openPointClosed", point, how: "Settled" }),
      setSay,
    );
    setSay(outcome.ok ? "" : outcome.error);
    router.refresh();
  };
  return (
    <div>
      <ul>
        {points.map((p) => (
          <li key={p.point} className="rule flex flex-wrap items-baseline gap-x-4 py-2">
            {p.is ? <span className="font-semibold">{pointKindSaid[p.is]}</span> : null}
            <span>{p.closed ? <s>{p.text}</s> : p.text}</span>
            <Whose point={p} today={today} />
            {!p.closed && !readOnly ? (
              <button type="button" className="plainlink ml-auto min-h-8" onClick={() => void close(p.point)}>
                settled<span className="visually-hidden">: {p.text}</span>
              </button>
            ) : null}
            {p.is && papers ? (
              <PapersOf point={{ ...p, is: p.is }} jobId={jobId} papers={papers} readOnly={readOnly} />
            ) : null}
          </li>
        ))}
        {followUps.map((f) => (
          <li key={f.is} className="rule flex flex-wrap items-baseline gap-x-4 py-2">
            <span>{f.text}</span>
            <span className="text-sm text-soft">{f.when}</span>
          </li>
        ))}
      </ul>
      <p role="status" className="text-stop">
        {say}
      </p>
      {points.length + followUps.length === 0 ? <p className="text-soft">None.</p> : null}
      {readOnly ? null : <AddPoint jobId={jobId} />}
    </div>
  );
}
