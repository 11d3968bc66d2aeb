import type { Level } from "@/core/verdict";

const shapes: Record<Level, React.ReactNode> = {
  Good: <circle cx="6" cy="6" r="5.5" fill="currentColor" />,
  Check: (
    <>
      <circle cx="6" cy="6" r="4.7" fill="none" stroke="currentColor" strokeWidth="1.6" />
      <path d="M6 1.3a4.7 4.7 0 0 0 0 9.4z" fill="currentColor" />
    </>
  ),
  Stop: <rect x="0.8" y="0.8" width="10.4" height="10.4" fill="currentColor" />,
  Unknown: (
    <circle
      cx="6"
      cy="6"
      r="4.7"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.6"
      strokeDasharray="2.6 2"
    />
  ),
};
const hues: Record<Level, string> = {
  Good: "text-good",
  Check: "text-check",
  Stop: "text-stop",
  Unknown: "text-soft",
};

/** The shape alone, where the word stands beside it in other text. */
export function VerdictShape({ level, size = 12 }: { level: Level; size?: number }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 12 12"
      className={`inline-block shrink-0 ${hues[level]}`}
      aria-hidden="true"
    >
      {shapes[level]}
    </svg>
  );
}

/** A verdict: its shape, its word, and the reason in one line. */
export function VerdictMark({
  level,
  children,
  overridden,
}: {
  level: Level;
  children?: React.ReactNode;
  overridden?: boolean;
}) {
  return (
    <span className="inline-flex items-baseline gap-1.5">
      <span className={`inline-flex items-baseline gap-1.5 font-semibold whitespace-nowrap ${hues[level]}`}>
        <span className="self-center leading-none">
          <VerdictShape level={level} />
        </span>
        {level}
        {overridden ? ", overridden" : ""}
      </span>
      {children ? <span>{children}</span> : null}
    </span>
  );
}
