"use client";
import { usePathname } from "next/navigation";
import type { Handle } from "@/core/rig";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type FormOutcome } from "@/ui/useForm";

/** Gives a handle the name and the place that it has on site. */
export function RenameHandle({
  handle,
  busy,
  rename,
  onDone,
}: {
  handle: Handle;
  busy: boolean;
  rename: (name: string, place: string) => Promise<FormOutcome>;
  onDone: () => void;
}) {
  const path = usePathname();
  const form = useForm({
    draft: `${path}.rename.${handle.id}`,
    initial: { name: handle.name, place: handle.place },
    send: ({ name = "", place = "" }) => rename(name, place),
    onTaken: onDone,
  });
  return (
    <FormFrame form={form} className="flex flex-wrap items-end gap-3">
      <label>
        Name of the handle
        <input
          className="field"
          value={form.values.name}
          maxLength={80}
          autoFocus
          onChange={(e) => form.set("name", e.target.value)}
        />
      </label>
      <label>
        Its place
        <input
          className="field"
          value={form.values.place}
          maxLength={80}
          list="rig-places"
          onChange={(e) => form.set("place", e.target.value)}
        />
      </label>
      <button className="button" disabled={busy || form.busy}>
        Save
      </button>
      <button type="button" className="button quiet" onClick={onDone}>
        Leave it
      </button>
    </FormFrame>
  );
}
