"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { ulid } from "ulid";
import type { Contact } from "@/data/queries/contacts";
import { FormField, FormNote, SelectField } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { Sheet } from "@/ui/Sheet";
import { useForm, type FormOutcome } from "@/ui/useForm";

const kinds = [
  { id: "customer", label: "Customer: who ordered it" },
  { id: "site", label: "On site: who opens the door" },
] as const;
const kindSaid: Readonly<Record<string, string>> = { customer: "Customer", site: "On site" };

/** Sends a change of a contact, and says how it went. */
async function change(path: string, method: "POST" | "DELETE", body?: unknown): Promise<FormOutcome> {
  const answer = await fetch(path, { method, body: body === undefined ? undefined : JSON.stringify(body) });
  if (answer.ok) return { ok: true };
  const { error, fields } = (await answer.json()) as { error: string; fields?: Record<string, string> };
  return { ok: false, error, fields };
}

function ContactForm({ jobId, contact, onDone }: { jobId: string; contact?: Contact; onDone: () => void }) {
  const router = useRouter();
  const [id] = useState(() => contact?.id ?? ulid());
  const { id: _, ...known } = contact ?? {
    id,
    is: "customer",
    name: "",
    phone: "",
    email: "",
    address: "",
    notes: "",
  };
  const form = useForm({
    draft: `${jobId}.contact.${contact?.id ?? "new"}`,
    initial: known,
    send: ({ is = "", name = "", phone = "", email = "", address = "", notes = "" }) =>
      change(`/api/jobs/${jobId}/contacts`, "POST", { id, is, name, phone, email, address, notes }),
    onTaken: () => {
      onDone();
      router.refresh();
    },
  });
  return (
    <FormFrame form={form} className="mt-2 grid max-w-2xl gap-3 md:grid-cols-2">
      <SelectField form={form} name="is" label="Who" options={kinds} />
      <FormField form={form} name="name" label="Name" maxLength={120} />
      <FormField form={form} name="phone" label="Phone" maxLength={60} />
      <FormField form={form} name="email" label="E-mail" maxLength={190} inputMode="email" />
      <FormField form={form} name="address" label="Address" maxLength={300} />
      <FormField form={form} name="notes" label="Getting in" hint="keys, dogs, hours" maxLength={600} />
      <div className="flex gap-3">
        <button className="button" disabled={form.busy}>
          Keep this contact
        </button>
        <button type="button" className="button quiet" onClick={onDone}>
          Leave it
        </button>
      </div>
      <FormNote form={form} />
    </FormFrame>
  );
}

/** Asks once more, and says what a deletion does not reach. */
function DeleteContact({
  jobId,
  contact,
  onClose,
}: {
  jobId: string;
  contact: Contact;
  onClose: () => void;
}) {
  const router = useRouter();
  const [says, setSays] = useState("");
  const drop = async () => {
    const outcome = await change(`/api/jobs/${jobId}/contacts?contact=${contact.id}`, "DELETE");
    if (!outcome.ok) return setSays(outcome.error);
    onClose();
    router.refresh();
  };
  return (
    <Sheet open title={`Delete ${contact.name}?`} onClose={onClose}>
      <p>
        Name, phone, e-mail, address and notes are deleted here, and nobody finds the job by them any more.
      </p>
      <p className="mt-2">
        What stays: a name that was put under a signature, in the record and on its signed papers; papers that
        were taken away; backups of before, until they are thrown away.
      </p>
      <p role="status" className="text-stop">
        {says}
      </p>
      <div className="mt-4 flex gap-3">
        <button type="button" className="button stopping" onClick={() => void drop()}>
          Delete this contact
        </button>
        <button type="button" className="button quiet" onClick={onClose}>
          Leave it
        </button>
      </div>
    </Sheet>
  );
}

function ContactShown({
  contact: c,
  change,
}: {
  contact: Contact;
  change?: (what: "edit" | "delete") => void;
}) {
  return (
    <li className="rule flex flex-wrap items-baseline gap-x-5 gap-y-1 py-2" data-contact>
      <span className="w-20 text-sm text-soft">{kindSaid[c.is]}</span>
      <span className="font-semibold">{c.name}</span>
      {c.phone ? (
        <a className="plainlink min-h-8" href={`tel:${c.phone.replace(/[^\d+]/g, "")}`}>
          {c.phone}
        </a>
      ) : null}
      {c.email ? (
        <a className="plainlink min-h-8" href={`mailto:${c.email}`}>
          {c.email}
        </a>
      ) : null}
      <span>{c.address}</span>
      {change ? (
        <span className="ml-auto flex gap-4">
          <button type="button" className="plainlink min-h-8" onClick={() => change("edit")}>
            change<span className="visually-hidden"> {c.name}</span>
          </button>
          <button type="button" className="plainlink min-h-8" onClick={() => change("delete")}>
            delete<span className="visually-hidden"> {c.name}</span>
          </button>
        </span>
      ) : null}
      {c.notes ? <span className="w-full text-soft">Getting in: {c.notes}</span> : null}
    </li>
  );
}

/** Whom to speak to about a job. It is kept outside the log, so that it can be deleted. */
export function Contacts({
  jobId,
  contacts,
  readOnly,
}: {
  jobId: string;
  contacts: readonly Contact[];
  readOnly: boolean;
}) {
  const [doing, setDoing] = useState<{ readonly what: "edit" | "delete" | "add"; readonly id?: string }>();
  const of = contacts.find((c) => c.id === doing?.id);
  const done = () => setDoing(undefined);
  return (
    <>
      {contacts.length === 0 ? <p className="text-soft">Nobody is written down yet.</p> : null}
      <ul>
        {contacts.map((c) =>
          doing?.what === "edit" && doing.id === c.id ? (
            <li key={c.id}>
              <ContactForm jobId={jobId} contact={c} onDone={done} />
            </li>
          ) : (
            <ContactShown
              key={c.id}
              contact={c}
              change={readOnly ? undefined : (what) => setDoing({ what, id: c.id })}
            />
          ),
        )}
      </ul>
      {doing?.what === "delete" && of ? <DeleteContact jobId={jobId} contact={of} onClose={done} /> : null}
      {readOnly ? null : doing?.what === "add" ? (
        <ContactForm jobId={jobId} onDone={done} />
      ) : (
        <button type="button" className="button quiet mt-2" onClick={() => setDoing({ what: "add" })}>
          Add a contact
        </button>
      )}
    </>
  );
}
