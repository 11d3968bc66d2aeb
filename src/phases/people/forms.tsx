"use client";
import { useState, type ComponentProps } from "react";
import { FormField, FormNote, SelectField } from "@/ui/FormField";
import { FormFrame, PlainFrame } from "@/ui/FormFrame";
import { useForm, type Typed } from "@/ui/useForm";
import { noteTouch } from "./touch";
import { choosePassword, setUp } from "./entering";
import type { PersonOutcome } from "./outcome";
import { change, invite, newPasswordLink, takeSecondFactor } from "./owner";
import { changePassword, choosePin, chooseProfile } from "./own";
import { secondFactor, signIn, unlock } from "./signing";

const roles = [
  { id: "planner", label: "Planner" },
  { id: "installer", label: "Installer" },
  { id: "apprentice", label: "Apprentice" },
  { id: "owner", label: "Owner" },
] as const;
const unitSystems = [
  { id: "us", label: "US: psi, gpm, gpg" },
  { id: "metric", label: "Metric: kPa, L/min, mg/L" },
] as const;

/** A form that leads elsewhere. The page there is loaded anew: nothing of who was here before stays in it. */
export const leading = (act: (values: Typed) => Promise<PersonOutcome>) => async (values: Typed) => {
  const outcome = await act(values);
  if (!outcome.ok || !outcome.go) return outcome;
  noteTouch();
  window.location.assign(outcome.go);
  return outcome;
};

/** A password: the one of now, or a new one, of which its length is said. */
export function PasswordField({
  isNew = false,
  ...field
}: Pick<ComponentProps<typeof FormField>, "form" | "label" | "name" | "hint"> & {
  readonly isNew?: boolean;
}) {
  return (
    <FormField
      hint={isNew ? "at least 10 characters" : undefined}
      {...field}
      type="password"
      autoComplete={isNew ? "new-password" : "current-password"}
    />
  );
}

/** The code that is asked for besides the password. */
export function CodeField({ form }: Pick<ComponentProps<typeof FormField>, "form">) {
  return (
    <FormField
      form={form}
      label="Code"
      hint="six digits, or a recovery code"
      name="code"
      autoComplete="one-time-code"
    />
  );
}

/** E-mail and password. */
export function SignInForm({ next, refused }: { next: string; refused?: string }) {
  const form = useForm({
    initial: { next },
    send: leading((values) => signIn(values)),
  });
  return (
    <PlainFrame form={form} action="/api/sign-in" className="grid gap-4">
      <input type="hidden" name="next" value={next} />
      <FormField form={form} label="E-mail" name="email" type="email" autoComplete="username" />
      <PasswordField form={form} label="Password" name="password" />
      {refused && !form.whole && !form.busy ? <p className="text-stop">{refused}</p> : null}
      <FormNote form={form} />
      <button className="button" disabled={form.busy}>
        Sign in
      </button>
    </PlainFrame>
  );
}

/** The second half of signing in. */
export function SecondFactorForm({ next }: { next: string }) {
  const form = useForm({ send: leading((values) => secondFactor({ ...values, next })) });
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

/** The PIN of a locked phone. */
export function UnlockForm({ next }: { next: string }) {
  const form = useForm({ send: leading((values) => unlock({ ...values, next })) });
  return (
    <FormFrame form={form} className="grid gap-4">
      <FormField form={form} label="PIN" name="pin" type="password" inputMode="numeric" autoComplete="off" />
      <FormNote form={form} />
      <button className="button" disabled={form.busy}>
        Unlock
      </button>
    </FormFrame>
  );
}

/** The company and its owner. */
export function SetUpForm({ zone, linkKey }: { zone: string; linkKey: string }) {
  const form = useForm({
    initial: { profile: "metric", currency: "EUR", timeZone: zone, key: linkKey },
    send: leading(setUp),
  });
  return (
    <FormFrame form={form} className="grid gap-4">
      <FormField form={form} label="Company" name="company" />
      <SelectField form={form} label="Units" name="profile" options={unitSystems} />
      <FormField form={form} label="Currency" hint="three letters" name="currency" />
      <FormField form={form} label="Time zone" name="timeZone" />
      <h2>Owner</h2>
      <FormField form={form} label="Name" name="name" autoComplete="name" />
      <FormField form={form} label="E-mail" name="email" type="email" autoComplete="username" />
      <PasswordField form={form} label="Password" name="password" isNew />
      <FormNote form={form} />
      <button className="button" disabled={form.busy}>
        Open the company
      </button>
    </FormFrame>
  );
}

/** Sets or changes the PIN of the field. */
export function PinForm({ has }: { has: boolean }) {
  const form = useForm({ send: choosePin });
  return (
    <FormFrame form={form} className="grid max-w-sm gap-3">
      <FormField
        form={form}
        label={has ? "New field PIN" : "Field PIN"}
        hint="four to six digits"
        name="pin"
        type="password"
        inputMode="numeric"
        autoComplete="off"
      />
      <PasswordField form={form} label="Password" hint="only you may change this" name="password" />
      <FormNote form={form} />
      <button className="button quiet justify-self-start" disabled={form.busy}>
        {has ? "Change PIN" : "Set PIN"}
      </button>
    </FormFrame>
  );
}

/** Changes one's own password. */
export function PasswordForm() {
  const form = useForm({ send: changePassword });
  return (
    <FormFrame form={form} className="grid max-w-sm gap-3">
      <PasswordField form={form} label="Password now" name="password" />
      <PasswordField form={form} label="New password" name="fresh" isNew />
      <FormNote form={form} />
      <button className="button quiet justify-self-start" disabled={form.busy}>
        Change password
      </button>
    </FormFrame>
  );
}

/** The unit system that a person sees. */
export function ProfileForm({ own, company }: { own: string; company: string }) {
  const form = useForm({ initial: { profile: own }, send: chooseProfile });
  return (
    <FormFrame form={form} className="grid max-w-sm gap-3">
      <SelectField
        form={form}
        label="Units shown to me"
        name="profile"
        options={[{ id: "", label: `As the company: ${company === "us" ? "US" : "metric"}` }, ...unitSystems]}
      />
      <FormNote form={form} />
      <button className="button quiet justify-self-start" disabled={form.busy}>
        Save units
      </button>
    </FormFrame>
  );
}

/** Keeps the link that an action answered with, to be shown once. */
function useGivenLink(act: (values: Typed) => Promise<PersonOutcome>) {
  const [link, setLink] = useState<string>();
  const send = async (values: Typed) => {
    const outcome = await act(values);
    setLink(outcome.ok ? outcome.link : undefined);
    return outcome;
  };
  return { link, send };
}

/** A link to hand on. */
function LinkShown({ link }: { link: string | undefined }) {
  if (!link) return null;
  return (
    <p className="max-w-xl border border-hair p-3">
      <code className="break-all select-all" data-password-link>
        {link}
      </code>
    </p>
  );
}

/** Adds a person. */
export function InviteForm() {
  const given = useGivenLink(invite);
  const form = useForm({ draft: "invite", initial: { role: "installer" }, send: given.send });
  return (
    <FormFrame form={form} className="grid max-w-sm gap-3">
      <FormField form={form} label="Name" name="name" autoComplete="off" />
      <FormField form={form} label="E-mail" name="email" type="email" autoComplete="off" />
      <SelectField form={form} label="Role" name="role" options={roles} />
      <FormNote form={form} />
      <button className="button justify-self-start" disabled={form.busy}>
        Add person
      </button>
      <LinkShown link={given.link} />
    </FormFrame>
  );
}

interface Person {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: string;
  readonly active: boolean;
  readonly hasSecondFactor: boolean;
}

/** Takes away the second factor of somebody who lost it. */
function TakeSecondFactorForm({ person }: { person: Person }) {
  const form = useForm({ send: () => takeSecondFactor({ id: person.id }) });
  return (
    <FormFrame form={form} className="grid gap-3">
      <button className="button quiet justify-self-start" disabled={form.busy}>
        Take second factor away<span className="visually-hidden"> from {person.name}</span>
      </button>
      <FormNote form={form} />
    </FormFrame>
  );
}

/** Gives a person a link to choose a new password by. */
function NewPasswordForm({ person }: { person: Person }) {
  const given = useGivenLink(() => newPasswordLink({ id: person.id }));
  const form = useForm({ send: given.send });
  return (
    <FormFrame form={form} className={given.link ? "grid gap-3 md:col-span-2" : "grid gap-3"}>
      <button className="button quiet justify-self-start" disabled={form.busy}>
        Link for a new password<span className="visually-hidden"> for {person.name}</span>
      </button>
      <FormNote form={form} />
      <LinkShown link={given.link} />
    </FormFrame>
  );
}

/** A person's role and account, and the way to a new password. */
export function PersonForm({ person }: { person: Person }) {
  const form = useForm({
    initial: { role: person.role, active: person.active ? "yes" : "no" },
    send: (values) => change({ ...values, id: person.id }),
  });
  return (
    <div
      className="rule grid items-end gap-3 py-3 md:grid-cols-[minmax(0,1fr)_minmax(0,15rem)]"
      data-person={person.email}
    >
      <FormFrame form={form} className="grid grid-cols-1 items-end gap-3 md:grid-cols-[1fr_140px_auto_auto]">
        <div>
          <span className="block font-semibold">{person.name}</span>
          <span className="text-sm text-soft">{person.email}</span>
        </div>
        <SelectField form={form} label="Role" name="role" options={roles} />
        <label className="flex min-h-10 items-center gap-2">
          <input
            type="checkbox"
            className="size-5"
            checked={form.values.active === "yes"}
            onChange={(e) => form.set("active", e.target.checked ? "yes" : "no")}
          />{" "}
          may sign in
        </label>
        <button className="button quiet" disabled={form.busy}>
          Save<span className="visually-hidden"> {person.name}</span>
        </button>
        <div className="md:col-span-4">
          <FormNote form={form} />
        </div>
      </FormFrame>
      {person.active ? <NewPasswordForm person={person} /> : null}
      {person.hasSecondFactor ? <TakeSecondFactorForm person={person} /> : null}
    </div>
  );
}

/** Chooses a password by the link that the owner gave; its key stands behind the # of the address. */
export function WelcomeForm() {
  const form = useForm({
    send: leading((values) => choosePassword({ ...values, key: window.location.hash.slice(1) })),
  });
  return (
    <FormFrame form={form} className="grid gap-4">
      <PasswordField form={form} label="Your password" name="fresh" isNew />
      <FormNote form={form} />
      <button className="button" disabled={form.busy}>
        Keep this password
      </button>
    </FormFrame>
  );
}
