import type { SurveyField } from "@/core/site";
import type { UnitSystem } from "@/core/units";
import { QuantityField } from "@/ui/QuantityField";

/** One value tried: what it is now, and what it shall be for the moment. */
export function Trial({
  field,
  now,
  text,
  error,
  profile,
  onChange,
  onDrop,
}: {
  field: SurveyField;
  now: string;
  text: string;
  error?: string;
  profile: UnitSystem;
  onChange: (text: string) => void;
  onDrop: () => void;
}) {
  return (
    <li className="rule grid items-start gap-x-6 gap-y-1 py-2 md:grid-cols-[1fr_auto]">
      {field.kind === "quantity" ? (
        <QuantityField
          label={field.label}
          hint={`now ${now || "unknown"}`}
          quantity={field.quantity}
          range={field.range}
          profile={profile}
          value={text}
          error={error}
          onChange={onChange}
          onLeave={() => undefined}
        />
      ) : (
        <label className="block">
          {field.label} <span className="text-sm text-soft">now {now || "unknown"}</span>
          {field.kind === "choice" ? (
            <select className="field" value={text} onChange={(e) => onChange(e.target.value)}>
              <option value="">unknown</option>
              {field.options.map((o) => (
                <option key={o.id} value={o.id}>
                  {o.label}
                </option>
              ))}
            </select>
          ) : (
            <input
              className="field num"
              inputMode="numeric"
              value={text}
              aria-invalid={error ? true : undefined}
              onChange={(e) => onChange(e.target.value)}
            />
          )}
          {error && field.kind !== "choice" ? <span className="text-sm text-stop">{error}</span> : null}
        </label>
      )}
      <button type="button" className="button quiet md:mt-6" onClick={onDrop}>
        As surveyed
      </button>
    </li>
  );
}
