"use client";
import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import type { Route } from "next";

/** Brings a job from another Brant in, with identical hashes. */
export function ImportBundle() {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const [say, setSay] = useState("");
  const take = async (file: File | undefined) => {
    if (!file) return;
    setSay("Reading…");
    try {
      const response = await fetch("/api/import", {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: file,
      });
      const body = (await response.json()) as { error?: string; job?: string };
      if (!response.ok || !body.job) {
        setSay(body.error ?? "The bundle was not taken");
        return;
      }
      setSay("");
      router.push(`/jobs/${body.job}` as Route);
    } catch {
      setSay("No connection just now. Choose the file again");
    } finally {
      if (input.current) input.current.value = "";
    }
  };
  return (
    <span className="inline-flex flex-wrap items-center gap-3">
      <span role="status" className="text-sm text-stop">
        {say}
      </span>
      <label className="button quiet cursor-pointer focus-within:outline-3">
        Import a bundle
        <input
          ref={input}
          type="file"
          accept="application/json,.json"
          className="visually-hidden"
          onChange={(e) => void take(e.target.files?.[0])}
        />
      </label>
    </span>
  );
}
