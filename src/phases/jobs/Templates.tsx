"use client";
import { useState } from "react";
import type { Template } from "@/data/queries/templates";
import { forgetTemplate } from "./templateActions";

/** Designs that jobs begin with; each can be taken away. They are kept from a job's own page. */
export function Templates({ templates }: { templates: readonly Template[] }) {
  const [says, setSays] = useState("");
  const forget = async (name: string) => {
    const outcome = await forgetTemplate(name);
    setSays(outcome.ok ? "" : (outcome.error ?? ""));
  };
  if (templates.length === 0) return null;
  return (
    <section className="mt-6 print:hidden" aria-labelledby="templates" data-templates>
      <h2 id="templates">Templates</h2>
      <p className="text-soft">Designs that a new job can begin with.</p>
      <ul>
        {templates.map(({ name, units }) => (
          <li key={name} className="rule flex flex-wrap items-center justify-between gap-x-6">
            <span>
              {name} <span className="text-soft">{units.map((u) => u.model).join(", ")}</span>
            </span>
            <button
              type="button"
              className="button quiet"
              aria-label={`Take the template ${name} away`}
              onClick={() => void forget(name)}
            >
              Take away
            </button>
          </li>
        ))}
      </ul>
      <p role="status" className="text-stop">
        {says}
      </p>
    </section>
  );
}
