"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Visit } from "@/core/log";
import { clockTime, dayName } from "@/ui/time";
import { sendUntilTaken, withId } from "../job/send";
import { VisitForm, type VisitProps } from "./VisitForm";
import { WithReason } from "./WithReason";

/** A planned visit; for the office, the ways to move it, hand it to somebody else, or call it off with a reason. */
export function VisitRow({
  visit,
  readOnly,
  ...props
}: VisitProps & { readonly visit: Visit; readonly readOnly: boolean }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const { zone, jobId } = props;
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
    <li className="rule py-2">
      <span data-visit>
        {dayName(visit.from, zone)},{" "}
        <span className="num">
          {clockTime(visit.from, zone)}–{clockTime(visit.to, zone)}
        </span>{" "}
        {visit.what}, {visit.person.name}
      </span>
      {readOnly ? null : (
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
      )}
      {open ? (
        <VisitForm {...props} visit={visit} keep="Keep the change" onTaken={() => setOpen(false)} />
      ) : null}
    </li>
  );
}
