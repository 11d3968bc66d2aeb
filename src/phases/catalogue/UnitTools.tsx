"use client";
import { KeyButton } from "@/ui/Pressed";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { ulid } from "ulid";
import { Sheet } from "@/ui/Sheet";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type FormOutcome } from "@/ui/useForm";
import { retireUnit, takeSheetAway } from "./actions";

/** Takes a unit out of what is offered, with a reason, or back. */
export function Retire({ code, retired }: { code: string; retired: boolean }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const retire = async (reason: string | undefined): Promise<FormOutcome> => {
    const { error } = await retireUnit(code, reason);
    router.refresh();
    return error ? { ok: false, error } : { ok: true };
  };
  const form = useForm({
    draft: `retire.${code}`,
    send: ({ why = "" }) => retire(why),
    onTaken: () => setOpen(false),
  });
  const back = useForm({ send: () => retire(undefined) });
  if (retired)
    return (
      <>
        <button type="button" className="button quiet" disabled={back.busy} onClick={() => back.submit()}>
          Offer it again
        </button>
        <span role="status" className="text-sm text-stop">
          {back.whole}
        </span>
      </>
    );
  return (
    <>
      <button type="button" className="button quiet" onClick={() => setOpen(true)}>
        No longer offer it
      </button>
      <Sheet open={open} title={`No longer offer ${code}`} onClose={() => setOpen(false)}>
        <FormFrame form={form} className="grid gap-4">
          <p>It leaves the lists for new designs. Designs that hold it keep it, with its figures.</p>
          <label>
            Why
            <textarea
              className="field min-h-20"
              value={form.values.why ?? ""}
              maxLength={300}
              onChange={(e) => form.set("why", e.target.value)}
            />
          </label>
          <p role="status" className="text-stop">
            {form.whole}
          </p>
          <KeyButton className="button" disabled={form.busy} pressedBy="save">
            No longer offer it
          </KeyButton>
        </FormFrame>
      </Sheet>
    </>
  );
}

/** Data sheets beside a unit: kept, opened, taken away. */
export function Sheets({
  code,
  sheets,
  readOnly,
}: {
  code: string;
  sheets: readonly { readonly id: string; readonly name: string; readonly kB: number; readonly by: string }[];
  readOnly: boolean;
}) {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const [say, setSay] = useState("");
  const add = async (file: File | undefined) => {
    if (!file) return;
    setSay("Sending…");
    try {
      const response = await fetch(
        `/api/catalogue/${code}/sheets?id=${ulid()}&name=${encodeURIComponent(file.name)}`,
        { method: "POST", headers: { "content-type": "application/octet-stream" }, body: file },
      );
      const body = (await response.json()) as { error?: string };
      setSay(response.ok ? "" : (body.error ?? "It was not taken"));
      if (response.ok) router.refresh();
    } catch {
      setSay("No connection just now. Choose the file again");
    }
    if (input.current) input.current.value = "";
  };
  return (
    <div data-sheets>
      {sheets.length === 0 ? (
        <p className="text-soft">None yet.</p>
      ) : (
        <ul>
          {sheets.map((s) => (
            <li key={s.id} className="rule flex flex-wrap items-center gap-x-6 py-1">
              <a className="plainlink inline-flex min-h-10 items-center" href={`/api/sheets/${s.id}`}>
                {s.name}
              </a>
              <span className="text-sm text-soft">
                {s.kB} kB, {s.by}
              </span>
              {readOnly ? null : (
                <button
                  type="button"
                  className="plainlink ml-auto min-h-10 text-sm"
                  onClick={() => void takeSheetAway(s.id).then(() => router.refresh())}
                >
                  Take away<span className="visually-hidden"> {s.name}</span>
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      {readOnly ? null : (
        <p className="mt-2 flex items-center gap-4">
          <label className="button quiet cursor-pointer focus-within:outline-3">
            Attach a data sheet
            <input
              ref={input}
              type="file"
              accept="application/pdf,image/png,image/jpeg"
              className="visually-hidden"
              onChange={(e) => void add(e.target.files?.[0])}
            />
          </label>
          <span role="status" className="text-sm text-stop">
            {say}
          </span>
        </p>
      )}
    </div>
  );
}
