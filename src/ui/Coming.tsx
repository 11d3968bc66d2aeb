/** Says what is on its way, where a page is waited for. */
export function Coming({ what }: { what: string }) {
  return (
    <main className="px-4 py-6 md:px-8" aria-busy="true">
      <p role="status" className="text-lg text-soft">
        {what} on its way…
      </p>
    </main>
  );
}
