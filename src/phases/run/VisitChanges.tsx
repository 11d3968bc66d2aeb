"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Visit } from "@/core/log";
import { sendUntilTaken, withId } from "../job/send";
import { VisitForm, type VisitProps } from "./VisitForm";
import { WithReason } from "./WithReason";

/** The ways to move a planned visit, hand it to somebody else, or call it off with a reason. */
export function VisitChanges({ visit, ...props }: VisitProps & { readonly visit: Visit }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const { jobId } = props;
  const cancel = async (why: string) => {
    const outcome = await sendUntilTaken(
      jobId,
      withId({ kind: "visitCancelled", visit: visit.visit, why }),
      () => undefined,
    );
    router.refresh();
    return outcome;
  };
  return (
    <>
      <div className="flex flex-wrap items-start gap-x-5">
        <button
          type="button"
          className="min-h-12 text-left text-soft underline decoration-dotted underline-offset-4"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? "Leave it as it is" : "Move it or hand it on"}
        </button>
        <WithReason
          jobId={jobId}
          label="Call it off"
          ask="Why is it called off?"
          send={cancel}
          draftKey={`visit.${visit.visit}.off`}
        />
      </div>
      {open ? (
        <VisitForm {...props} visit={visit} keep="Keep the change" onTaken={() => setOpen(false)} />
      ) : null}
    </>
  );
}
