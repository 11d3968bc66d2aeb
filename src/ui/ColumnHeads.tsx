/** A column's heading: words, or `figure` where what stands below is measured and set to the right. */
export type ColumnHead = string | { readonly figure: string };

/** The headings of a table whose columns are known; `caption` is what the table shows, for who hears it. */
export function ColumnHeads({ caption, columns }: { caption: string; columns: readonly ColumnHead[] }) {
  return (
    <>
      <caption className="visually-hidden">{caption}</caption>
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
    </>
  );
}
