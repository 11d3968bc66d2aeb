import { stateWords } from "./shapes";

/** The strokes with their words: nothing is told by colour alone. */
export function Legend() {
  const bars = [
    ["flowing", "M0 8H46", "var(--water)", undefined, true],
    ["charged", "M0 8H46", "var(--water)", undefined, false],
    ["filling", "M0 8H46", "var(--water)", "9 4", false],
    ["trapped", "M0 8H46", "var(--check)", "2.5 3.5", false],
    ["relieved", "M0 8H46", undefined, undefined, false],
    ["empty", "M0 8H46", undefined, undefined, false],
  ] as const;
  return (
    <ul className="mt-3 flex flex-wrap gap-x-5 gap-y-1 text-sm" aria-label="Strokes">
      {bars.map(([name, d, ink, dash, arrow]) => (
        <li key={name} className="flex items-center gap-2">
          <svg width="46" height="16" aria-hidden="true">
            <path
              d={d}
              stroke={name === "empty" ? "var(--soft)" : "var(--ink)"}
              strokeWidth="11"
              strokeDasharray={name === "empty" ? "7 5" : undefined}
            />
            <path d={d} stroke="var(--paper)" strokeWidth="7.5" />
            {ink ? <path d={d} stroke={ink} strokeWidth="7.5" strokeDasharray={dash} /> : null}
            {arrow ? (
              <path d="M18 4.5l6 3.5l-6 3.5" fill="none" stroke="var(--paper)" strokeWidth="2.4" />
            ) : null}
          </svg>
          {stateWords[name]}
        </li>
      ))}
    </ul>
  );
}
