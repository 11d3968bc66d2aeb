"use client";
import { KeyButton } from "@/ui/Pressed";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { ulid } from "ulid";
import { Sheet } from "@/ui/Sheet";
import { useDraft } from "@/ui/useDraft";
import { sendIntent, withId } from "./send";

/** Opens a job: a name and a place are enough to begin the survey. */
export function NewJob() {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [draft, keep, drop] = useDraft("new-job");
  const typed = draft ? (JSON.parse(draft) as Record<string, string>) : {};
  const [errors, setErrors] = useState<Readonly<Record<string, string>>>({});
  const [busy, setBusy] = useState(false);
  // One id for this form, so that a double click opens one job.
  const [id] = useState(() => ulid());
  const [intentId] = useState(() => ulid());
  const save = async () => {
    setBusy(true);
    const outcome = await sendIntent(id, {
      ...withId({
        kind: "jobOpened",
        name: typed.name ?? "",
        place: typed.place ?? "",
        about: typed.about ?? "",
      }),
      id: intentId,
    });
    setBusy(false);
    if (!outcome.ok) {
      setErrors(outcome.fields ?? { "": outcome.error });
      return;
    }
    drop();
    setOpen(false);
    router.push(`/jobs/${id}/site`);
  };
  const fields = [
    ["name", "Job", "what everyone calls it"],
    ["place", "Place", "where it is"],
    ["about", "About", "in a few words, if you like"],
  ] as const;
  return (
    <>
      <button type="button" className="button" onClick={() => setOpen(true)}>
        Open a job
      </button>
      <Sheet open={open} title="Open a job" onClose={() => setOpen(false)}>
        <form
          className="grid gap-4"
          onSubmit={(e) => {
            e.preventDefault();
            void save();
          }}
        >
          {fields.map(([name, label, hint]) => (
            <div key={name}>
              <label htmlFor={`new-${name}`} className="block">
                {label}
                <span className="text-sm text-soft">, {hint}</span>
              </label>
              <input
                id={`new-${name}`}
                className="field"
                value={typed[name] ?? ""}
                maxLength={200}
                autoComplete="off"
                aria-invalid={errors[name] ? true : undefined}
                onChange={(e) => keep(JSON.stringify({ ...typed, [name]: e.target.value }))}
              />
              {errors[name] ? <p className="text-sm text-stop">{errors[name]}</p> : null}
            </div>
          ))}
          <p role="status" className="text-stop">
            {errors[""] ?? ""}
          </p>
          <KeyButton className="button" disabled={busy} pressedBy="save">
            Open and start the survey
          </KeyButton>
        </form>
      </Sheet>
    </>
  );
}
