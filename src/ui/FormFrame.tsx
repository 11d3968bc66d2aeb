"use client";
import type { ReactNode } from "react";
import type { Form } from "./useForm";

/** A form on the page. Its fields wait until the page hears them: what is typed into a page that is only a picture yet would be lost. */
export function FormFrame({
  form,
  className,
  children,
}: {
  form: Form;
  className?: string;
  children: ReactNode;
}) {
  return (
    <form className={className} onSubmit={form.submit}>
      <fieldset disabled={!form.awake} className="contents">
        {children}
      </fieldset>
    </form>
  );
}
