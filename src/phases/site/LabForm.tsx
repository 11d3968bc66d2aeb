"use client";
import { KeyButton } from "@/ui/Pressed";
import { groupFields } from "@/catalogue/survey";
import type { UnitSystem } from "@/core/units";
import { FormFrame } from "@/ui/FormFrame";
import { QuantityField } from "@/ui/QuantityField";
import { useForm } from "@/ui/useForm";
import { LabHead } from "./LabHead";
import { useTakeReport } from "./useTakeReport";

/** A report typed in, value by value. */
export function LabForm({
  jobId,
  profile,
  onDone,
}: {
  jobId: string;
  profile: UnitSystem;
  onDone: () => void;
}) {
  const take = useTakeReport(jobId, profile);
  const form = useForm({
    draft: `${jobId}.report`,
    send: ({ lab = "", sampled = "", ...fields }, waiting) => {
      const values = Object.fromEntries(Object.entries(fields).filter(([, v]) => v.trim() !== ""));
      return take({ source: "form", lab, sampled, values, left: [] }, waiting);
    },
    onTaken: onDone,
  });
  const { errors, set, values: typed } = form;
  return (
    <FormFrame form={form} className="grid gap-4">
      <LabHead form={form} />
      <div className="grid gap-x-8 md:grid-cols-2 lg:grid-cols-3">
        {groupFields("water").map((f) =>
          f.kind === "quantity" ? (
            <QuantityField
              key={f.id}
              label={f.label}
              quantity={f.quantity}
              range={f.range}
              profile={profile}
              value={typed[f.id] ?? ""}
              error={errors[f.id]}
              onChange={(v) => set(f.id, v)}
            />
          ) : f.kind === "choice" ? (
            <label key={f.id} className="block">
              {f.label}
              <select className="field" value={typed[f.id] ?? ""} onChange={(e) => set(f.id, e.target.value)}>
                <option value="">not tested</option>
                {f.options.map((o) => (
                  <option key={o.id} value={o.id}>
                    {o.label}
                  </option>
                ))}
              </select>
            </label>
          ) : null,
        )}
      </div>
      <p role="status" className="text-stop">
        {errors[""] ?? ""}
      </p>
      <p>
        <KeyButton className="button" pressedBy="save" disabled={form.busy}>
          Take this test in
        </KeyButton>{" "}
        <span className="ml-4 text-sm text-soft">Empty fields stay as they are.</span>
      </p>
    </FormFrame>
  );
}
