"use client";
import { useState } from "react";
import { FormField, FormNote } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type Typed } from "@/ui/useForm";
import { leading, PasswordField } from "./forms";
import type { PersonOutcome, SecondFactorShown } from "./outcome";
import { beginSecondFactor, confirmSecondFactor, endSecondFactor, newRecoveryCodes } from "./own";

/** A form that asks for the password, and keeps what it is answered with, to be shown once. */
function usePasswordForm(act: (values: Typed) => Promise<PersonOutcome>) {
  const [shown, setShown] = useState<SecondFactorShown>();
  const form = useForm({
    send: async (values) => {
      const outcome = await act(values);
      if (outcome.ok) setShown(outcome.second);
      return outcome;
    },
  });
  return { form, shown };
}

function RecoveryCodes({ codes }: { codes: readonly string[] }) {
  return (
    <div>
      <p>
        Recovery codes, shown only now: write them down. Each signs you in once, should you lose your phone.
      </p>
      <ul className="num mt-2 grid max-w-md grid-cols-2 gap-1" data-recovery-codes>
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
    </div>
  );
}

/** The secret of a second factor, and the code that shows that it was taken over. */
function Begun({ second }: { second: SecondFactorShown }) {
  const form = useForm({ send: leading(confirmSecondFactor) });
  return (
    <div className="grid gap-4">
      <p>Read this with an application that makes codes, or type the secret in.</p>
      <img
        src={`data:image/svg+xml;utf8,${encodeURIComponent(second.picture ?? "")}`}
        alt="The secret, to be read by a camera"
        className="w-48 border border-hair bg-white"
      />
      <p>
        Secret:{" "}
        <code className="break-all select-all" data-second-secret>
          {second.secret}
        </code>
      </p>
      <RecoveryCodes codes={second.codes ?? []} />
      <FormFrame form={form} className="grid max-w-sm gap-3">
        <FormField
          form={form}
          label="Code it shows now"
          hint="six digits"
          name="code"
          inputMode="numeric"
          autoComplete="one-time-code"
        />
        <FormNote form={form} />
        <button className="button justify-self-start" disabled={form.busy}>
          Turn the second factor on
        </button>
      </FormFrame>
    </div>
  );
}

/** Begins a second factor. */
function Begin() {
  const { form, shown } = usePasswordForm(beginSecondFactor);
  if (shown) return <Begun second={shown} />;
  return (
    <FormFrame form={form} className="grid max-w-sm gap-3">
      <PasswordField form={form} label="Password" hint="only you may change this" name="password" />
      <FormNote form={form} />
      <button className="button quiet justify-self-start" disabled={form.busy}>
        Set up a second factor
      </button>
    </FormFrame>
  );
}

/** New recovery codes, or none any more. */
function Change({ required }: { required: boolean }) {
  const codes = usePasswordForm(newRecoveryCodes);
  const end = useForm({ send: leading(endSecondFactor) });
  return (
    <div className="grid gap-6">
      <FormFrame form={codes.form} className="grid max-w-sm gap-3">
        <PasswordField form={codes.form} label="Password" hint="for new recovery codes" name="password" />
        <FormNote form={codes.form} />
        <button className="button quiet justify-self-start" disabled={codes.form.busy}>
          Make new recovery codes
        </button>
        {codes.shown?.codes ? <RecoveryCodes codes={codes.shown.codes} /> : null}
      </FormFrame>
      {required ? null : (
        <FormFrame form={end} className="grid max-w-sm gap-3">
          <PasswordField form={end} label="Password" hint="to turn it off" name="password" />
          <FormNote form={end} />
          <button className="button quiet justify-self-start" disabled={end.busy}>
            Turn the second factor off
          </button>
        </FormFrame>
      )}
    </div>
  );
}

/** One's own second factor: set up, changed, turned off; `required` by the company. */
export function SecondFactor({ isOn, required }: { isOn: boolean; required: boolean }) {
  return (
    <section className="grid gap-3" id="second" aria-labelledby="second-factor">
      <h2 id="second-factor">Second factor</h2>
      <p className={required && !isOn ? "font-semibold" : "text-soft"}>
        {isOn
          ? "On: signing in asks for a code besides your password."
          : required
            ? "Your company requires it: set it up, then the rest of Brant opens."
            : "A code from your phone besides the password, when you sign in."}
      </p>
      {isOn ? <Change required={required} /> : <Begin />}
    </section>
  );
}
