import type { Assembly } from "@/core/plumbing/assembly";
import { waitsFor } from "@/core/plumbing/van";
import { costOf } from "@/core/plumbing/takeOff";
import { once, takeOffGroups, type TakeOffLine } from "@/core/plumbing/takeOffLine";
import type { UnitSystem } from "@/core/units";
import type { Route } from "next";
import Link from "@/ui/Link";
import type { Names } from "@/core/plumbing/named";
import { bought, groupWords, reasonsOf, usedAt } from "./words";
import { pipeAnchor } from "../fit/words";
import { PartTick, Tally, WhatWaits } from "./Van";

interface ListProps {
  readonly jobId: string;
  readonly lines: readonly TakeOffLine[];
  readonly assembly: Assembly;
  readonly names: Names;
  readonly profile: UnitSystem;
  readonly currency: string;
  /** What would do instead of a line, each in words. */
  readonly insteadOf: (line: TakeOffLine) => readonly string[];
  /** Where a line comes from, in words; empty where nothing is to be said. */
  readonly sourceOf: (line: TakeOffLine) => string;
}

/** How much of a line: pieces, or a length. */
function Amount({ line, profile }: { line: TakeOffLine; profile: UnitSystem }) {
  if (once.has(line.group) && line.unit === "pieces") return null;
  if (line.count === undefined) return <span className="text-soft">Unknown</span>;
  return <>{line.unit === "mm" ? bought(line.count, profile) : line.count}</>;
}

const placeWords = {
  bench: "what is built at the bench",
  house: "the bypass in the house's pipe",
  train: "the pipes of the train on the wall",
} as const;
/** What waits for a line, in words: where its joints are made, and the unit itself. */
function waitsSaid(line: TakeOffLine, assembly: Assembly, names: Names): readonly string[] {
  const units = line.why.flatMap((w) => (w.by === "itself" ? [names.part(w.id)] : []));
  return [...units, ...waitsFor(line, assembly).map((place) => placeWords[place])];
}

/** One thing to bring; it opens to what asks for it. */
function Line({ line, ...props }: { line: TakeOffLine } & ListProps) {
  const { profile, assembly, names, currency, insteadOf, sourceOf } = props;
  const source = sourceOf(line);
  const used = usedAt(line, assembly, names);
  const money = new Intl.NumberFormat("en", { style: "currency", currency });
  const isCounted = line.group !== "tools" && line.group !== "site";
  return (
    <li className="flex items-start gap-3 border-t border-hair py-1.5" data-part={line.id}>
      <PartTick line={line} />
      <details className="grow">
        <summary
          className={`grid min-h-11 cursor-pointer items-center gap-3 ${isCounted ? "grid-cols-[4.5rem_1fr_auto]" : "grid-cols-[1fr_auto]"}`}
        >
          {isCounted ? (
            <span className="num text-right">
              <Amount line={line} profile={profile} />
            </span>
          ) : null}
          <span>
            {line.what}
            {used ? (
              <span className="block text-sm text-soft" data-used>
                {used}
              </span>
            ) : null}
            {source ? (
              <span className="block text-sm text-soft" data-source>
                {source}
              </span>
            ) : null}
          </span>
          <span className="num text-soft">
            {line.price === undefined || line.count === undefined
              ? ""
              : money.format(line.price * line.count)}
          </span>
        </summary>
        <ul className="mt-1 mb-3 ml-[5.25rem] list-disc pl-4 text-sm text-soft" data-why>
          {reasonsOf(line, assembly, names).map(({ says, run }) => (
            <li key={says}>
              {run === undefined ? (
                says
              ) : (
                <Link
                  prefetch={false}
                  className="plainlink inline-flex min-h-11 items-center"
                  href={`/jobs/${props.jobId}/fit#${pipeAnchor(run)}` as Route}
                >
                  {says}
                </Link>
              )}
            </li>
          ))}
        </ul>
        <WhatWaits line={line} waits={waitsSaid(line, assembly, names)} instead={insteadOf(line)} />
      </details>
    </li>
  );
}

/** What it comes to, as far as it has prices. */
function Cost({
  price,
  priced,
  unpriced,
  currency,
}: {
  readonly price: number;
  readonly priced: number;
  readonly unpriced: number;
  readonly currency: string;
}) {
  if (priced === 0) return "Nothing of it has a price here.";
  const money = new Intl.NumberFormat("en", { style: "currency", currency }).format(price);
  const without =
    unpriced === 0 ? "" : `; ${unpriced} ${unpriced === 1 ? "line has" : "lines have"} no price here`;
  return (
    <>
      What has a price comes to <span className="num">{money}</span>
      {without}.
    </>
  );
}

/** What to bring, as the van is packed; each line says why. */
export function PartsList(props: ListProps) {
  const { lines, currency } = props;
  return (
    <section aria-labelledby="bring" data-take-off>
      <h2 id="bring">What to bring</h2>
      <p className="mb-4 text-soft">
        <Cost {...costOf(lines)} currency={currency} /> Open a line to see what asks for it.
      </p>
      <Tally lines={lines} />
      <div className="gap-x-10 xl:columns-2">
        {takeOffGroups.map((group) => {
          const own = lines.filter((l) => l.group === group);
          return own.length === 0 ? null : (
            <div key={group} className="mb-6 break-inside-avoid">
              <h3 className="mb-1">{groupWords[group]}</h3>
              <ul>
                {own.map((line) => (
                  <Line key={line.id} {...props} line={line} />
                ))}
              </ul>
            </div>
          );
        })}
      </div>
    </section>
  );
}
