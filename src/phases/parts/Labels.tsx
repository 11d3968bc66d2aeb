import { PaperLinks } from "../job/PaperLinks";

/** Labels that are printed for the ports of a job's units; `count`: how many. */
export function Labels({ jobId, count }: { readonly jobId: string; readonly count: number }) {
  return (
    <section aria-labelledby="labels" data-labels>
      <h2 id="labels">Labels</h2>
      <p className="mb-3 text-soft">
        {count} labels, two for each port: one stays there, one goes on the tube or pipe that comes to it.
      </p>
      <PaperLinks href={`/api/jobs/${jobId}/labels`} what="Labels" />
    </section>
  );
}
