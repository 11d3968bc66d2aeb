import Papa from "papaparse";
import type { Report } from "./report";

/** Readings as CSV. Cells that a spreadsheet would take for a formula are escaped. */
export function readingsCsv(report: Pick<Report, "readings">): string {
  return Papa.unparse(
    {
      fields: [
        "reading",
        "place",
        "before or after",
        "values",
        "computed",
        "verdict",
        "reason",
        "note",
        "who",
        "when",
        "corrected later",
      ],
      data: report.readings.map((r) => [
        r.label,
        r.place,
        r.when,
        r.values,
        r.derived,
        r.level,
        r.reason,
        r.note,
        r.who,
        r.at,
        r.superseded ? "yes" : "no",
      ]),
    },
    { escapeFormulae: true },
  );
}
