"use client";

/** Names that stand in one line, parted by commas. */
export const namesIn = (text: string): string[] =>
  text
    .split(",")
    .map((x) => x.trim())
    .filter(Boolean);

/** Several of some names, each with its box, kept as one line. */
export function NamesField({
  id,
  label,
  value,
  options,
  set,
}: {
  id?: string;
  label: string;
  value: string;
  options: readonly string[];
  set: (value: string) => void;
}) {
  const chosen = namesIn(value);
  return (
    <div id={id} role="group" aria-label={label} className="flex flex-wrap gap-x-4">
      {options.map((o) => (
        <label key={o} className="flex min-h-9 items-center gap-2 text-sm">
          <input
            type="checkbox"
            checked={chosen.includes(o)}
            onChange={(e) =>
              set((e.target.checked ? [...chosen, o] : chosen.filter((c) => c !== o)).join(", "))
            }
          />
          {o}
        </label>
      ))}
    </div>
  );
}
