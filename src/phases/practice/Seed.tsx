"use client";
import { useRouter } from "next/navigation";
import type { Route } from "next";
import { FormFrame } from "@/ui/FormFrame";
import { useForm } from "@/ui/useForm";

/** A number typed, or any number, leads to its exercise. */
export function Seed() {
  const router = useRouter();
  const go = (n: string) => router.push(`/practice/seed-${n}` as Route);
  const form = useForm({
    check: ({ number = "" }) =>
      /^\d{1,6}$/.test(number.trim())
        ? undefined
        : { ok: false, error: "Write a whole number of up to six digits" },
    send: ({ number }) => {
      go(String(Number(number)));
      return Promise.resolve({ ok: true });
    },
  });
  return (
    <FormFrame form={form} className="mt-3 flex flex-wrap items-end gap-3">
      <label className="flex items-center gap-2">
        Number
        <input
          className="field num w-36"
          inputMode="numeric"
          value={form.values.number ?? ""}
          aria-invalid={form.whole ? true : undefined}
          onChange={(e) => form.set("number", e.target.value)}
        />
      </label>
      <button className="button">Make it</button>
      <button
        type="button"
        className="button quiet"
        onClick={() => go(String(1 + Math.floor(Math.random() * 99_999)))}
      >
        Any number
      </button>
      <p role="status" className="w-full text-stop">
        {form.whole}
      </p>
    </FormFrame>
  );
}
