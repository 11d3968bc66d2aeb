"use client";
import { Sheet } from "./Sheet";

const rows: readonly (readonly [string, string])[] = [
  ["1 2 6 7", "Site, Train, Run, Record of this job"],
  ["/", "Find a job, unit, serial or person"],
  ["n", "Next open thing"],
  ["e", "Edit what is in front of you"],
  ["Ctrl Enter", "Save"],
  ["Esc", "Leave a sheet, the draft kept"],
  ["↑ ↓", "Along the Line"],
  ["?", "These keys"],
];

/** The keys of the bench. */
export default function KeysSheet({ onClose }: { onClose: () => void }) {
  return (
    <Sheet open title="Keys" onClose={onClose}>
      <dl className="grid grid-cols-[110px_1fr] gap-y-2">
        {rows.map(([k, what]) => (
          <div key={k} className="contents">
            <dt>
              {k.split(" ").map((part) => (
                <kbd key={part} className="mr-1">
                  {part}
                </kbd>
              ))}
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  );
}
