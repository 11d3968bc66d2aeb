import type { Form } from "@/ui/useForm";

/** Who tested, and when the sample was taken. */
export function LabHead({ form }: { form: Form }) {
  return (
    <div className="grid gap-x-8 gap-y-2 md:grid-cols-2">
      <label>
        Laboratory <span className="text-sm text-soft">or who tested</span>
        <input
          className="field"
          value={form.values.lab ?? ""}
          maxLength={120}
          onChange={(e) => form.set("lab", e.target.value)}
        />
      </label>
      <label>
        Day of the sample
        <input
          className="field"
          type="date"
          value={form.values.sampled ?? ""}
          onChange={(e) => form.set("sampled", e.target.value)}
        />
      </label>
    </div>
  );
}
