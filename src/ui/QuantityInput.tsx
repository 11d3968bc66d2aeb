"use client";
import { useId } from "react";
import { exampleOf, unitName, type Quantity, type UnitSystem } from "@/core/units";
import type { Echo } from "./understood";

export interface QuantityInputProps {
  readonly label: string;
  readonly hint?: string;
  readonly quantity: Quantity;
  readonly profile: UnitSystem;
  readonly value: string;
  readonly onChange: (text: string) => void;
  readonly onLeave?: () => void;
  readonly echo?: Echo;
  readonly error?: string;
  readonly state?: string;
  readonly wet?: boolean;
  readonly hideExample?: boolean;
}

/** A field for a quantity in any unit: under it stands what it was understood as, or what to change. */
export function QuantityInput({
  label,
  hint,
  quantity,
  profile,
  value,
  onChange,
  onLeave,
  echo,
  error,
  state,
  wet = false,
  hideExample = false,
}: QuantityInputProps) {
  const id = useId();
  const bad = error ?? (echo?.bad ? echo.say : undefined);
  return (
    <div>
      <label htmlFor={id} className={wet ? "block text-lg" : "block"}>
        {label}
        {hint ? <span className="text-sm text-soft">, {hint}</span> : null}
      </label>
      <input
        id={id}
        className={`field num ${wet ? "text-xl" : ""}`}
        value={value}
        inputMode="text"
        autoComplete="off"
        autoCapitalize="off"
        spellCheck={false}
        placeholder={hideExample ? undefined : unitName(quantity, profile)}
        aria-invalid={bad ? true : undefined}
        aria-describedby={`${id}-say`}
        onChange={(e) => onChange(e.target.value)}
        onBlur={onLeave}
        onKeyDown={(e) => {
          if (e.key === "Enter") onLeave?.();
        }}
      />
      <p id={`${id}-say`} className={`min-h-5 text-sm ${bad ? "text-stop" : "text-soft"}`}>
        {bad ??
          (echo
            ? `${echo.say}${state ? ` · ${state}` : ""}`
            : (state ?? (hideExample ? "" : `for example ${exampleOf(quantity, profile)}`)))}
      </p>
    </div>
  );
}
