/** A quantity as text: its figures in the tabular face, its unit in the text face. */
export function Qty({ children }: { children: string }) {
  return (
    <>
      {children.split(/(\d[\d.,:/]*)/).map((part, i) =>
        i % 2 === 1 ? (
          <span key={i} className="num">
            {part}
          </span>
        ) : (
          part
        ),
      )}
    </>
  );
}
