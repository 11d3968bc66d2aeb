/** A column's heading: words, or `figure` where what stands below is measured and set to the right. */
export type ColumnHead = string | { readonly figure: string };

/** The headings of a table whose columns are known. */
export function ColumnHeads({ columns }: { columns: readonly ColumnHead[] }) {
  return (
    <thead>
      <tr>
        {columns.map((c) =>
          typeof c === "string" ? (
            <th key={c} scope="col">
              {c}
            </th>
          ) : (
            <th key={c.figure} scope="col" className="figure">
              {c.figure}
            </th>
          ),
        )}
      </tr>
    </thead>
  );
}
