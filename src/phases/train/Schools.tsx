"use client";
import { KeyButton } from "@/ui/Pressed";
import { useState } from "react";
import { Sheet } from "@/ui/Sheet";
import { FormFrame } from "@/ui/FormFrame";
import { useForm } from "@/ui/useForm";
import { useDesign } from "./useDesign";

export interface SchoolInUse {
  readonly id: string;
  readonly question: string;
  readonly options: readonly { readonly id: string; readonly label: string }[];
  /** The company's choice. */ readonly company: string;
  /** This job's own, with its reason. */ readonly own?: {
    readonly option: string;
    readonly why: string;
    readonly by: string;
  };
}

const labelOf = (s: SchoolInUse, option: string): string =>
  s.options.find((o) => o.id === option)?.label ?? option;

/** Schools as a result rests on them: which answer, whose, and why where it is the job's own. */
export function SchoolNote({ school: s }: { school: SchoolInUse }) {
  return (
    <>
      {s.question}: {labelOf(s, s.own?.option ?? s.company)},{" "}
      {s.own ? `for this job, ${s.own.by}: ${s.own.why}` : "the company's school"}
    </>
  );
}

/** The schools this design rests on, each of which the job may answer for itself with a reason. */
export function Schools({
  jobId,
  schools,
  canChoose,
}: {
  jobId: string;
  schools: readonly SchoolInUse[];
  canChoose: boolean;
}) {
  const [open, setOpen] = useState<string>();
  const editing = schools.find((s) => s.id === open);
  return (
    <>
      <ul>
        {schools.map((s) => (
          <li
            key={s.id}
            id={`school-${s.id}`}
            className="rule grid scroll-mt-4 items-baseline gap-x-6 py-2 md:grid-cols-[240px_1fr_auto]"
            data-school={s.id}
          >
            <span>{s.question}</span>
            <span>
              <b className="font-semibold">{labelOf(s, s.own?.option ?? s.company)}</b>{" "}
              <span className="text-sm text-soft">
                {s.own ? `instead of ${labelOf(s, s.company)}. ${s.own.by}: ${s.own.why}` : "the company's"}
              </span>
            </span>
            {canChoose ? (
              <button type="button" className="plainlink min-h-10 text-sm" onClick={() => setOpen(s.id)}>
                {s.own ? "Change" : "Choose for this job"}
                <span className="visually-hidden">: {s.question}</span>
              </button>
            ) : null}
          </li>
        ))}
      </ul>
      <Sheet open={editing !== undefined} title={editing?.question ?? ""} onClose={() => setOpen(undefined)}>
        {editing ? (
          <SchoolForm key={editing.id} jobId={jobId} school={editing} onDone={() => setOpen(undefined)} />
        ) : null}
      </Sheet>
    </>
  );
}

function SchoolForm({
  jobId,
  school: s,
  onDone,
}: {
  jobId: string;
  school: SchoolInUse;
  onDone: () => void;
}) {
  const { send } = useDesign(jobId);
  const form = useForm({
    draft: `${jobId}.school.${s.id}`,
    initial: { option: s.own?.option ?? s.company, why: "" },
    send: ({ option = "", why = "" }, waiting) => {
      const back = option === s.company;
      return send(
        {
          kind: "schoolChosen",
          school: s.id,
          option: back ? "" : option,
          why: why.trim() || (back ? "Back to the company's school" : ""),
        },
        waiting,
      );
    },
    onTaken: onDone,
  });
  const { option, why } = form.values;
  return (
    <FormFrame form={form} className="grid gap-4">
      <fieldset className="grid gap-1">
        <legend className="visually-hidden">{s.question}</legend>
        {s.options.map((o) => (
          <label key={o.id} className="flex min-h-11 items-center gap-3">
            <input
              type="radio"
              name="option"
              value={o.id}
              checked={option === o.id}
              onChange={() => form.set("option", o.id)}
            />
            {o.label}
            {o.id === s.company ? <span className="text-sm text-soft">the company&apos;s</span> : null}
          </label>
        ))}
      </fieldset>
      {option === s.company ? null : (
        <label>
          Why, for this job
          <textarea
            className="field min-h-20"
            value={why}
            maxLength={500}
            onChange={(e) => form.set("why", e.target.value)}
          />
        </label>
      )}
      <p role="status" className="text-stop">
        {form.errors.why || form.whole}
      </p>
      <KeyButton className="button" disabled={form.busy} pressedBy="save">
        Save
      </KeyButton>
    </FormFrame>
  );
}
