"use client";
import { useRouter } from "next/navigation";
import { ulid } from "ulid";
import type { UnitSystem } from "@/core/units";
import type { Typed } from "@/ui/useForm";
import { sendUntilTaken, withId } from "../job/send";

/** How a test comes in. */
export type Way = "form" | "paste" | "file";

/** One water test, as it is taken into the job. */
export interface TakenReport {
  readonly source: Way;
  readonly lab: string;
  readonly sampled: string;
  readonly values: Typed;
  /** Lines of it that were not taken. */
  readonly left: readonly { readonly label: string; readonly raw: string }[];
}

/** Takes a water test into the job and looks again. */
export function useTakeReport(jobId: string, profile: UnitSystem) {
  const router = useRouter();
  return async (report: TakenReport, waiting: (words: string) => void) => {
    const { source, lab, sampled, values, left } = report;
    const outcome = await sendUntilTaken(
      jobId,
      withId({
        kind: "labReportTaken",
        report: ulid(),
        source,
        lab: lab.trim() || undefined,
        sampled: sampled || undefined,
        values,
        left: left.map((l) => ({ label: l.label.slice(0, 200), raw: l.raw.slice(0, 200) })),
        profile,
      }),
      waiting,
    );
    if (outcome.ok) router.refresh();
    return outcome;
  };
}
