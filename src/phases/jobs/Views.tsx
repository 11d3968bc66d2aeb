"use client";
import type { Route } from "next";
import { useState } from "react";
import { FormField, FormNote } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import Link from "@/ui/Link";
import { useForm } from "@/ui/useForm";
import { forgetView, saveView } from "./actions";

interface View {
  readonly name: string;
  readonly query: string;
}

/** Gives the present choice a name of one's own. */
function KeepView({ query }: { query: string }) {
  const [open, setOpen] = useState(false);
  const form = useForm({
    send: ({ name = "" }) => saveView({ name, query }),
    onTaken: () => setOpen(false),
  });
  if (!open)
    return (
      <button type="button" className="plainlink min-h-11" onClick={() => setOpen(true)}>
        Keep this choice
      </button>
    );
  return (
    <FormFrame form={form} className="flex flex-wrap items-end gap-2">
      <FormField form={form} name="name" label="Its name" maxLength={60} />
      <button className="button" disabled={form.busy}>
        Keep
      </button>
      <button type="button" className="button quiet" onClick={() => setOpen(false)}>
        Leave it
      </button>
      <FormNote form={form} />
    </FormFrame>
  );
}

/** Choices of the list under names of one's own. */
export function Views({ views, query }: { views: readonly View[]; query: string }) {
  const [says, setSays] = useState("");
  const forget = async (name: string) => {
    const outcome = await forgetView(name);
    setSays(outcome.ok ? "" : outcome.error);
  };
  return (
    <div className="mb-3 flex flex-wrap items-center gap-x-5 gap-y-1" data-views>
      {views.map((v) => (
        <span key={v.name} className="inline-flex items-center gap-1">
          <Link
            prefetch={false}
            href={`/jobs?${v.query}` as Route}
            aria-current={v.query === query ? "true" : undefined}
            className={`inline-flex min-h-11 items-center ${v.query === query ? "font-semibold" : "plainlink"}`}
          >
            {v.name}
          </Link>
          <button
            type="button"
            className="min-h-11 min-w-8 text-soft"
            aria-label={`Forget the choice ${v.name}`}
            onClick={() => void forget(v.name)}
          >
            ×
          </button>
        </span>
      ))}
      {query && !views.some((v) => v.query === query) ? <KeepView key={query} query={query} /> : null}
      <span role="status" className="text-stop">
        {says}
      </span>
    </div>
  );
}
