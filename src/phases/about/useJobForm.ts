"use client";
import { useRouter } from "next/navigation";
import { useForm, type Form, type Typed } from "@/ui/useForm";
import { sendUntilTaken, withId, type Asked } from "../job/send";

/** A form whose entry changes a job; the page is read anew once it was taken. */
export function useJobForm({
  jobId,
  draft,
  initial,
  wish,
  onTaken,
}: {
  readonly jobId: string;
  readonly draft: string;
  readonly initial?: Typed;
  readonly wish: (typed: Typed) => Asked;
  readonly onTaken?: () => void;
}): Form {
  const router = useRouter();
  return useForm({
    draft: `${jobId}.${draft}`,
    initial,
    send: async (typed, waiting) => {
      const outcome = await sendUntilTaken(jobId, withId(wish(typed)), waiting);
      router.refresh();
      return outcome;
    },
    onTaken,
  });
}
