"use client";
import { useDraft } from "@/ui/useDraft";

/** What is told each household: written once, kept on this device, printed over the list. */
export function Tell({ about }: { about: string }) {
  const [text = "", keep] = useDraft(`recall.${about}`);
  return (
    <label className="mt-4 block max-w-3xl">
      What to tell the household
      <textarea
        className="field min-h-24"
        value={text}
        maxLength={2000}
        placeholder="What is wrong, what to do until somebody comes, whom to call"
        onChange={(e) => keep(e.target.value)}
      />
    </label>
  );
}
