"use client";
import { useActionState } from "react";
import { submitting } from "@/ui/submit";
import { FormField, FormNote, SelectField } from "@/ui/FormField";
import { change, choosePin, chooseProfile, invite, setUp, signIn, unlock, type FormState } from "./actions";

const empty: FormState = {};
const roles = [
  { id: "planner", label: "Planner" },
  { id: "installer", label: "Installer" },
  { id: "apprentice", label: "Apprentice" },
  { id: "owner", label: "Owner" },
] as const;

export function SignInForm({ next }: { next: string }) {
  const [state, action, busy] = useActionState(signIn, empty);
  return (
    <form method="post" onSubmit={submitting(action)} className="grid gap-4">
      <input type="hidden" name="next" value={next} />
      <FormField
        label="E-mail"
        name="email"
        type="email"
        autoComplete="username"
        defaultValue={state.values?.email}
        error={state.fields?.email}
      />
      <FormField
        label="Password"
        name="password"
        type="password"
        autoComplete="current-password"
        error={state.fields?.password}
      />
      <FormNote error={state.error} />
      <button className="button" disabled={busy}>
        Sign in
      </button>
    </form>
  );
}

export function UnlockForm() {
  const [state, action, busy] = useActionState(unlock, empty);
  return (
    <form method="post" onSubmit={submitting(action)} className="grid gap-4">
      <FormField label="PIN" name="pin" type="password" inputMode="numeric" autoComplete="off" />
      <FormNote error={state.error} />
      <button className="button" disabled={busy}>
        Unlock
      </button>
    </form>
  );
}

export function SetUpForm({ zone }: { zone: string }) {
  const [state, action, busy] = useActionState(setUp, empty);
  const f = state.fields ?? {};
  return (
    <form method="post" onSubmit={submitting(action)} className="grid gap-4">
      <FormField label="Company" name="company" defaultValue={state.values?.company} error={f.company} />
      <SelectField
        label="Units"
        name="profile"
        options={[
          { id: "us", label: "US: psi, gpm, gpg" },
          { id: "metric", label: "Metric: kPa, L/min, mg/L" },
        ]}
        defaultValue="metric"
      />
      <FormField
        label="Currency"
        hint="three letters"
        name="currency"
        defaultValue="EUR"
        error={f.currency}
      />
      <FormField label="Time zone" name="timeZone" defaultValue={zone} error={f.timeZone} />
      <h2>Owner</h2>
      <FormField
        label="Name"
        name="name"
        autoComplete="name"
        defaultValue={state.values?.name}
        error={f.name}
      />
      <FormField
        label="E-mail"
        name="email"
        type="email"
        autoComplete="username"
        defaultValue={state.values?.email}
        error={f.email}
      />
      <FormField
        label="Password"
        hint="at least 10 characters"
        name="password"
        type="password"
        autoComplete="new-password"
        error={f.password}
      />
      <FormNote error={state.error} />
      <button className="button" disabled={busy}>
        Open the company
      </button>
    </form>
  );
}

export function PinForm({ has }: { has: boolean }) {
  const [state, action, busy] = useActionState(choosePin, empty);
  return (
    <form method="post" onSubmit={submitting(action)} className="grid max-w-sm gap-3">
      <FormField
        label={has ? "New field PIN" : "Field PIN"}
        hint="four to six digits"
        name="pin"
        type="password"
        inputMode="numeric"
        autoComplete="off"
        error={state.fields?.pin}
      />
      <FormNote error={state.error} saved={busy ? undefined : state.saved} />
      <button className="button quiet justify-self-start" disabled={busy}>
        {has ? "Change PIN" : "Set PIN"}
      </button>
    </form>
  );
}

export function ProfileForm({ own, company }: { own: string; company: string }) {
  const [state, action, busy] = useActionState(chooseProfile, empty);
  return (
    <form method="post" onSubmit={submitting(action)} className="grid max-w-sm gap-3">
      <SelectField
        label="Units shown to me"
        name="profile"
        defaultValue={own}
        options={[
          { id: "", label: `As the company: ${company === "us" ? "US" : "metric"}` },
          { id: "us", label: "US: psi, gpm, gpg" },
          { id: "metric", label: "Metric: kPa, L/min, mg/L" },
        ]}
      />
      <FormNote error={state.error} saved={busy ? undefined : state.saved} />
      <button className="button quiet justify-self-start" disabled={busy}>
        Save units
      </button>
    </form>
  );
}

export function InviteForm() {
  const [state, action, busy] = useActionState(invite, empty);
  const f = state.fields ?? {};
  return (
    <form method="post" onSubmit={submitting(action)} className="grid max-w-sm gap-3">
      <FormField
        label="Name"
        name="name"
        defaultValue={state.values?.name}
        error={f.name}
        autoComplete="off"
      />
      <FormField
        label="E-mail"
        name="email"
        type="email"
        defaultValue={state.values?.email}
        error={f.email}
        autoComplete="off"
      />
      <SelectField
        label="Role"
        name="role"
        options={roles}
        defaultValue={state.values?.role ?? "installer"}
        error={f.role}
      />
      <FormField
        label="First password"
        hint="at least 10 characters"
        name="password"
        type="password"
        autoComplete="new-password"
        error={f.password}
      />
      <FormNote error={state.error} saved={busy ? undefined : state.saved} />
      <button className="button justify-self-start" disabled={busy}>
        Add person
      </button>
    </form>
  );
}

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
  const [state, action, busy] = useActionState(change, empty);
  return (
    <form
      method="post"
      onSubmit={submitting(action)}
      className="rule grid grid-cols-1 items-end gap-3 py-3 md:grid-cols-[1fr_140px_190px_auto_auto]"
    >
      <input type="hidden" name="id" value={person.id} />
      <div>
        <span className="block font-semibold">{person.name}</span>
        <span className="text-sm text-soft">{person.email}</span>
      </div>
      <SelectField label="Role" name="role" options={roles} defaultValue={person.role} />
      <FormField
        label="New password"
        name="password"
        type="password"
        autoComplete="new-password"
        error={state.fields?.password}
      />
      <label className="flex min-h-10 items-center gap-2">
        <input type="checkbox" name="active" defaultChecked={person.active} className="size-5" /> may sign in
      </label>
      <button className="button quiet" disabled={busy}>
        Save<span className="visually-hidden"> {person.name}</span>
      </button>
      <div className="md:col-span-5">
        <FormNote error={state.error} saved={busy ? undefined : state.saved} />
      </div>
    </form>
  );
}
