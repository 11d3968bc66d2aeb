const papers = [
  { paper: "A4", says: "A4" },
  { paper: "LETTER", says: "Letter" },
] as const;

/** A paper to be taken away, on either size of sheet. `href`: where it is made; `what`: what it is called. */
export function PaperLinks({ href, what }: { readonly href: string; readonly what: string }) {
  return (
    <div className="flex gap-3 print:hidden">
      {papers.map(({ paper, says }) => (
        <a key={paper} className="button quiet" href={`${href}?paper=${paper}`}>
          {what}, {says}
        </a>
      ))}
    </div>
  );
}
