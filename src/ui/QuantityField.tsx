"use client";
import { QuantityInput, type QuantityInputProps } from "./QuantityInput";
import { understood } from "./understood";

type QuantityFieldProps = Omit<QuantityInputProps, "echo"> & { readonly range?: boolean };

/** Takes any unit, echoes what was understood, and says beside itself what to change. */
export function QuantityField({ range = false, ...field }: QuantityFieldProps) {
  const echo = understood(field.value, field.quantity, field.profile, range);
  return <QuantityInput {...field} echo={echo} />;
}
