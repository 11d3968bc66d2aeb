"use client";
import { useEffect, useLayoutEffect, useRef, type ReactNode } from "react";
import { Awake } from "./Awake";
import type { Form } from "./useForm";

interface FrameProps {
  readonly form: Form;
  readonly className?: string;
  readonly children: ReactNode;
}

/** After each refusal the first field at fault has the focus, and is in view. */
function useFirstFault(form: Form) {
  const own = useRef<HTMLFormElement>(null);
  useEffect(() => {
    if (form.refused > 0) own.current?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus();
  }, [form.refused]);
  return own;
}

/**
 * A form on the page. Its fields wait until the page hears them: what is typed into a page that is only a
 * picture yet would be lost.
 */
export function FormFrame({ form, className, children }: FrameProps) {
  const own = useFirstFault(form);
  return (
    <form ref={own} className={className} onSubmit={form.submit}>
      <Awake>{children}</Awake>
    </form>
  );
}

/**
 * A form that works by itself before the page's scripts have come: it is sent to an address, and what is
 * typed by then is taken over.
 */
export function PlainFrame({ form, action, className, children }: FrameProps & { readonly action: string }) {
  const own = useFirstFault(form);
  // Once, before the page's first change of its own puts what it knows into the fields.
  useLayoutEffect(() => {
    for (const [name, typed] of new FormData(own.current!))
      if (typeof typed === "string" && typed !== (form.values[name] ?? "")) form.set(name, typed);
    // oxlint-disable-next-line react/exhaustive-deps
  }, []);
  return (
    <form ref={own} method="post" action={action} className={className} onSubmit={form.submit}>
      {children}
    </form>
  );
}
