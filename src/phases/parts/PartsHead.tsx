import { PaperLinks } from "../job/PaperLinks";

/** What the page is about, and its list on paper; `beside`: units whose own pipes and tubes are not listed. */
export function PartsHead({ jobId, beside }: { readonly jobId: string; readonly beside: readonly string[] }) {
  return (
    <div className="mb-6 flex flex-wrap items-start justify-between gap-4">
      <div>
        <h1>Parts</h1>
        <p className="text-soft">What must be in the van, how it is cut, and how every joint is made.</p>
        {beside.length > 0 ? (
          <p className="text-soft" data-unpiped>
            Not listed here yet: pipes and tubes of {beside.join(", ")}. Recipes and manuals name them.
          </p>
        ) : null}
      </div>
      <PaperLinks href={`/api/jobs/${jobId}/parts`} what="List" />
    </div>
  );
}
