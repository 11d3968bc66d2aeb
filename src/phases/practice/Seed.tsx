"use client";
import { useRouter } from "next/navigation";
import type { Route } from "next";
import { useState } from "react";

/** A number typed, or any number, leads to its exercise. */
export function Seed() {
  const router = useRouter();
  const [text, setText] = useState("");
  const [error, setError] = useState("");
  const go = (n: string) => router.push(`/practice/seed-${n}` as Route);
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (/^\d{1,6}$/.test(text.trim())) go(String(Number(text)));
        else setError("Write a whole number of up to six digits");
      }}
    >
      <label className="flex items-center gap-2">
        Number
        <input
          className="field num w-36"
          inputMode="numeric"
          value={text}
          aria-invalid={error ? true : undefined}
          onChange={(e) => {
            setText(e.target.value);
            setError("");
          }}
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
        {error}
      </p>
    </form>
  );
}
