"use client";
import type { ComponentProps } from "react";
import { FormField, FormNote, SelectField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type Typed } from "@/ui/useForm";
import {
  change,
  changePassword,
  choosePin,
  chooseProfile,
  invite,
  setUp,
  signIn,
  unlock,
  type PersonOutcome,
} from "./actions";

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
const leading = (act: (values: Typed) => Promise<PersonOutcome>) => async (values: Typed) => {
  const outcome = await act(values);
  if (outcome.ok && outcome.go) window.location.assign(outcome.go);
  return outcome;
};

/** A password: the one of now, or a new one, of which its length is said. */
function PasswordField({
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

/** E-mail and password. */
export function SignInForm({ next }: { next: string }) {
  const form = useForm({ send: leading((values) => signIn({ ...values, next })) });
  return (
    <FormFrame form={form} className="grid gap-4">
      <FormField form={form} label="E-mail" name="email" type="email" autoComplete="username" />
      <PasswordField form={form} label="Password" name="password" />
      <FormNote form={form} />
      <button className="button" disabled={form.busy}>
        Sign in
      </button>
    </FormFrame>
  );
}

/** The PIN of a locked phone. */
export function UnlockForm() {
  const form = useForm({ send: leading(unlock) });
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

/** Adds a person. */
export function InviteForm() {
  const form = useForm({ initial: { role: "installer" }, send: invite });
  return (
    <FormFrame form={form} className="grid max-w-sm gap-3">
      <FormField form={form} label="Name" name="name" autoComplete="off" />
      <FormField form={form} label="E-mail" name="email" type="email" autoComplete="off" />
      <SelectField form={form} label="Role" name="role" options={roles} />
      <PasswordField form={form} label="First password" name="password" isNew />
      <FormNote form={form} />
      <button className="button justify-self-start" disabled={form.busy}>
        Add person
      </button>
    </FormFrame>
  );
}

/** A person's role, password and account. */
export function PersonForm({
  person,
}: {
  person: {
    readonly id: string;
    readonly name: string;
    readonly email: string;
    readonly role: string;
    readonly active: boolean;
  };
}) {
  const form = useForm({
    initial: { role: person.role, active: person.active ? "yes" : "no" },
    send: (values) => change({ ...values, id: person.id }),
  });
  return (
    <FormFrame
      form={form}
      className="rule grid grid-cols-1 items-end gap-3 py-3 md:grid-cols-[1fr_140px_190px_auto_auto]"
    >
      <div>
        <span className="block font-semibold">{person.name}</span>
        <span className="text-sm text-soft">{person.email}</span>
      </div>
      <SelectField form={form} label="Role" name="role" options={roles} />
      <PasswordField form={form} label="New password" name="password" hint="" isNew />
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
      <div className="md:col-span-5">
        <FormNote form={form} />
      </div>
    </FormFrame>
  );
}
