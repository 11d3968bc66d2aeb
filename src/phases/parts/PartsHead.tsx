import { PaperLinks } from "../job/PaperLinks";

/** What the page is about, and its list on paper. */
export function PartsHead({ jobId }: { readonly jobId: string }) {
  return (
    <div className="mb-6 flex flex-wrap items-start justify-between gap-4">
      <div>
        <h1>Parts</h1>
        <p className="text-soft">What must be in the van, how it is cut, and how every joint is made.</p>
      </div>
      <PaperLinks href={`/api/jobs/${jobId}/parts`} what="List" />
    </div>
  );
}
