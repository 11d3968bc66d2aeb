"use client";
import { startTransition, type FormEvent } from "react";

/** Hands a form to its action without the reset that React does after one: what was typed stays, also when it was refused. */
export const submitting =
  (action: (form: FormData) => void) =>
  (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    startTransition(() => action(form));
  };
