import type { ReactNode } from "react";

/** A part of the record under its heading. */
export function Part({ id, title, children }: { id: string; title: string; children: ReactNode }) {
  return (
    <section className="mt-8" aria-labelledby={id}>
      <h2 id={id}>{title}</h2>
      {children}
    </section>
  );
}
