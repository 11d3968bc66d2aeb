import type { Route } from "next";
import type { HardnessWay } from "@/core/train";
import Link from "@/ui/Link";

interface Asked {
  readonly withRo: boolean;
  readonly way: HardnessWay;
  readonly isCheapFirst: boolean;
}

const ways: readonly (readonly [HardnessWay, string])[] = [
  ["best", "Whatever is best"],
  ["softener", "With a softener"],
  ["noSalt", "No salt"],
];

/** What a planner may ask of the search; it stands in the address. */
export function Wishes({ page, ...asked }: Asked & { readonly page: string }) {
  const to = (over: Partial<Asked>): Route => {
    const next = { ...asked, ...over };
    const query = new URLSearchParams({
      ro: next.withRo ? "yes" : "no",
      hardness: next.way,
      order: next.isCheapFirst ? "price" : "verdicts",
    });
    return `${page}?${query.toString()}` as Route;
  };
  const choice = (words: string, over: Partial<Asked>, isChosen: boolean) => (
    <Link
      key={words}
      prefetch={false}
      href={to(over)}
      aria-current={isChosen ? "true" : undefined}
      className={`inline-flex min-h-11 items-center rounded-sm border px-4 no-underline ${isChosen ? "border-water bg-tint font-semibold" : "border-soft"}`}
    >
      {isChosen ? "✓ " : ""}
      {words}
    </Link>
  );
  return (
    <nav aria-label="What is asked for" className="mb-6 flex flex-wrap gap-x-8 gap-y-3">
      <div className="flex flex-wrap items-center gap-2">
        <span className="text-soft">Hard water</span>
        {ways.map(([way, words]) => choice(words, { way }, asked.way === way))}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <span className="text-soft">Drinking water</span>
        {choice("With an RO", { withRo: true }, asked.withRo)}
        {choice("Without an RO", { withRo: false }, !asked.withRo)}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <span className="text-soft">First</span>
        {choice("Fewest Stops", { isCheapFirst: false }, !asked.isCheapFirst)}
        {choice("Least cost", { isCheapFirst: true }, asked.isCheapFirst)}
      </div>
    </nav>
  );
}
