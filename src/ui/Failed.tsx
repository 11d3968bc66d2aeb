"use client";

/** A page that could not be made: what may be the matter, and the way to try again. */
export function Failed({ reset }: { error: Error; reset: () => void }) {
  return (
    <main className="mx-auto grid max-w-md gap-4 px-6 pt-24">
      <h1>This page could not be loaded</h1>
      <p>The database may be out of reach for a moment. What you typed is kept on this device.</p>
      <button type="button" className="button justify-self-start" onClick={reset}>
        Try again
      </button>
    </main>
  );
}
