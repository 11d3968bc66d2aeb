import { governingUnits } from "@/core/record";
import type { JobState } from "@/core/job";

/** What a recall is about: a unit, one of its versions, numbers from one to another. */
export interface Recall {
  readonly unit: string;
  readonly version?: number;
  readonly from?: string;
  readonly to?: string;
}
/** A unit that a job holds and that a recall is about. */
export interface Held {
  readonly version: number;
  readonly side: number;
  readonly place: string;
  readonly numbers: readonly { readonly label: string; readonly text: string }[];
  /** `certain`: a number of it is in the range; `unknown`: none is written down, so that it may be. */
  readonly is: "certain" | "unknown";
}

/** Figures in a number count as numbers: SM-99 comes before SM-100. */
const inOrder = new Intl.Collator("en", { numeric: true, sensitivity: "base" });
const isWithin = (text: string, { from, to }: Recall): boolean =>
  (!from || inOrder.compare(text, from) >= 0) && (!to || inOrder.compare(text, to) <= 0);

/** Units of a job that a recall is about. One whose number nobody wrote down counts, because it may be one of them. */
export function heldBy(job: JobState, recall: Recall): readonly Held[] {
  const mine = governingUnits(job).filter(
    (u) => u.model === recall.unit && (recall.version === undefined || (u.version ?? 1) === recall.version),
  );
  const anyNumber = !recall.from && !recall.to;
  return mine.flatMap((u): Held[] => {
    const numbers = job.serials.filter((n) => n.unit === u.key).map(({ label, text }) => ({ label, text }));
    const unit = { version: u.version ?? 1, side: u.parallel, place: u.place ?? "", numbers };
    if (anyNumber) return [{ ...unit, is: "certain" }];
    if (numbers.length === 0) return [{ ...unit, is: "unknown" }];
    return numbers.some((n) => isWithin(n.text, recall)) ? [{ ...unit, is: "certain" }] : [];
  });
}
