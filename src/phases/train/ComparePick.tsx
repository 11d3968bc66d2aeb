"use client";
import { useRouter, useSearchParams } from "next/navigation";
import type { Route } from "next";

/** Which two designs stand beside each other. */
export function ComparePick({
  jobId,
  choices,
  a,
  b,
}: {
  jobId: string;
  choices: readonly { readonly id: string; readonly name: string }[];
  a: string;
  b: string;
}) {
  const router = useRouter();
  const params = useSearchParams();
  const pick = (side: "a" | "b", value: string) => {
    const next = new URLSearchParams(params);
    next.set("a", a);
    next.set("b", b);
    next.set(side, value);
    router.push(`/jobs/${jobId}/train/compare?${next}` as Route);
  };
  const select = (side: "a" | "b", value: string, label: string) => (
    <label className="grid w-full max-w-sm gap-1">
      {label}
      <select className="field" value={value} onChange={(e) => pick(side, e.target.value)}>
        {choices.map((c) => (
          <option key={c.id} value={c.id}>
            {c.name}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <div className="mb-6 flex flex-wrap gap-6">
      {select("a", a, "This design")}
      {select("b", b, "beside")}
    </div>
  );
}
