import { PaperLinks } from "../job/PaperLinks";
import type { HungUnit } from "../fit/template";

/** What is printed to drill by, for units whose holes are known. */
export function Templates({ jobId, units }: { readonly jobId: string; readonly units: readonly HungUnit[] }) {
  return (
    <section aria-labelledby="templates" data-templates>
      <h2 id="templates">Drilling templates</h2>
      <ul className="my-2">
        {units.map(({ key, code, says }) => (
          <li key={key}>
            {code}: {says}
          </li>
        ))}
      </ul>
      <p className="mb-3 text-soft">
        At 1:1, a sheet for each unit, with a line to be measured before a hole is drilled.
      </p>
      <PaperLinks href={`/api/jobs/${jobId}/template`} what="Templates" />
    </section>
  );
}
