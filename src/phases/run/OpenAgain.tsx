import type { Told } from "@/core/words";
import { VerdictMark } from "@/ui/VerdictMark";
import { StartRun } from "./officeForms";

/**
 * A sample found bacteria behind a signed record: why, what the household does meanwhile, and the run that
 * is opened again.
 */
export function OpenAgain({ jobId, why, crew }: { jobId: string; why: Told; crew: boolean }) {
  return (
    <section className="mb-6 border-l-4 border-stop pl-4" aria-labelledby="again">
      <h2 id="again">The run is to be opened again</h2>
      <p className="mt-1">
        <VerdictMark level="Stop">{why.reason}</VerdictMark>
      </p>
      <p className="mt-1">{why.remedy}.</p>
      <p className="mt-1 text-soft">
        What was done stays done; finding the way in, disinfecting and sampling are asked anew, and both sign
        a new record. The signed one stays as it is.
      </p>
      {crew ? (
        <StartRun jobId={jobId} label="Open the run again" />
      ) : (
        <p className="mt-1">The crew has not opened it yet.</p>
      )}
    </section>
  );
}
