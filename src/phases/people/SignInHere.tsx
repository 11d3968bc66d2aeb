"use client";
import { useEffect, useRef, useState } from "react";
import { FormField, FormNote } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { Sheet } from "@/ui/Sheet";
import { useForm, type Typed } from "@/ui/useForm";
import { useOutbox } from "../outbox/OutboxProvider";
import { asksToSignIn } from "./ended";
import { CodeField, PasswordField } from "./forms";
import type { PersonOutcome } from "./outcome";
import { noteTouch } from "./touch";

interface Asked {
  readonly answer: (signedIn: boolean) => void;
  readonly promise: Promise<boolean>;
}

/** One question at a time, however many wait for its answer. */
function useAsked() {
  const asked = useRef<Asked>(undefined);
  const [open, setOpen] = useState(false);
  useEffect(
    () =>
      asksToSignIn(() => {
        if (!asked.current) {
          let answer: Asked["answer"] = () => undefined;
          const promise = new Promise<boolean>((resolve) => (answer = resolve));
          asked.current = { answer, promise };
          setOpen(true);
        }
        return asked.current.promise;
      }),
    [],
  );
  const answer = (signedIn: boolean) => {
    asked.current?.answer(signedIn);
    asked.current = undefined;
    setOpen(false);
  };
  return { open, answer };
}

/** By a request of its own: a server action would answer with the page as somebody has it who is signed out. */
async function signedIn(values: Typed): Promise<PersonOutcome> {
  const response = await fetch("/api/sign-in/again", { method: "POST", body: new URLSearchParams(values) });
  return (await response.json()) as PersonOutcome;
}

function CodeForm({ done }: { done: () => void }) {
  const form = useForm({ send: signedIn, onTaken: done });
  return (
    <FormFrame form={form} className="grid gap-4">
      <CodeField form={form} />
      <FormNote form={form} />
      <button className="button" disabled={form.busy}>
        Sign in
      </button>
    </FormFrame>
  );
}

function PasswordForm({
  person,
  done,
  needsCode,
}: {
  person: string;
  done: () => void;
  needsCode: () => void;
}) {
  const form = useForm({
    send: async (values) => {
      const outcome = await signedIn({ ...values, person });
      if (!outcome.ok) return outcome;
      // Somebody else: nothing that was made for the one before is shown to them.
      if (outcome.go === "/") window.location.reload();
      else if (outcome.go) needsCode();
      else done();
      return outcome;
    },
  });
  return (
    <FormFrame form={form} className="grid gap-4">
      <FormField form={form} label="E-mail" name="email" type="email" autoComplete="username" />
      <PasswordField form={form} label="Password" name="password" />
      <FormNote form={form} />
      <button className="button" disabled={form.busy}>
        Sign in and go on
      </button>
    </FormFrame>
  );
}

/** Where a session has ended while somebody worked: they sign in where they are, and what they did is sent. */
export function SignInHere({ person }: { person: { readonly id: string; readonly name: string } }) {
  const { outbox } = useOutbox();
  const { open, answer } = useAsked();
  const [isHalf, setHalf] = useState(false);
  const done = () => {
    noteTouch();
    setHalf(false);
    answer(true);
    outbox.sendNow();
  };
  return (
    <Sheet open={open} title={`Your session has ended, ${person.name}`} onClose={() => answer(false)}>
      <p className="mb-4 text-soft">What you typed is kept. Sign in, and go on where you were.</p>
      {isHalf ? (
        <CodeForm done={done} />
      ) : (
        <PasswordForm person={person.id} done={done} needsCode={() => setHalf(true)} />
      )}
    </Sheet>
  );
}
