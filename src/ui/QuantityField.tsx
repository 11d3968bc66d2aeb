"use client";
import { useId } from "react";
import {
  exampleOf,
  parseQuantity,
  printMeasured,
  unitName,
  type UnitSystem,
  type Quantity,
} from "@/core/units";

/** What a typed quantity is understood as, for the echo under its field. */
export function understood(
  text: string,
  quantity: Quantity,
  profile: UnitSystem,
  range: boolean,
): { readonly say: string; readonly bad: boolean } | undefined {
  if (text.trim() === "") return undefined;
  const p = parseQuantity(text, quantity, { profile, range });
  if (!p.ok) return { say: p.error, bad: true };
  return {
    say: p.nominal ? `${p.nominal} in, nominal` : printMeasured(p.measured, quantity, profile),
    bad: false,
  };
}

/** Takes any unit, echoes what was understood, and says beside itself what to change. */
export function QuantityField({
  label,
  hint,
  quantity,
  profile,
  value,
  onChange,
  onLeave,
  range = false,
  error,
  state,
  wet = false,
  hideExample = false,
}: {
  label: string;
  hint?: string;
  quantity: Quantity;
  profile: UnitSystem;
  value: string;
  onChange: (text: string) => void;
  onLeave?: () => void;
  range?: boolean;
  error?: string;
  state?: string;
  wet?: boolean;
  hideExample?: boolean;
}) {
  const id = useId();
  const echo = understood(value, quantity, profile, range);
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
