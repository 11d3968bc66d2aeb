import type { FormEvent, ReactNode } from "react";

/** A form that finishes a step, also by itself before any script has come; afterwards `finish` does it. */
export function PlainDone({
  jobId,
  step,
  answer,
  intent,
  finish,
  children,
}: {
  jobId: string;
  step: string;
  answer?: string;
  /** Name of the intent that it sends by itself: sent twice, it is taken once. */
  intent: string;
  finish: () => void;
  children: ReactNode;
}) {
  const submit = (event: FormEvent) => {
    event.preventDefault();
    finish();
  };
  return (
    <form method="post" action={`/api/jobs/${jobId}/done`} onSubmit={submit} className="grid">
      <input type="hidden" name="intent" value={intent} />
      <input type="hidden" name="step" value={step} />
      {answer ? <input type="hidden" name="answer" value={answer} /> : null}
      {children}
    </form>
  );
}
