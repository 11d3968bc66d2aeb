import type { ReactNode } from "react";
import { largestRemainder, type CutList } from "@/core/plumbing/cutList";
import { STICK, type Cutting } from "@/core/plumbing/cuttings";
import { leftBy } from "@/core/plumbing/offcut";
import { cutLength } from "@/core/plumbing/cutLength";
import { isCoiled } from "@/core/plumbing/takeOff";
import type { UnitSystem } from "@/core/units";
import { cutSaid, type Names } from "@/core/plumbing/named";
import { bought, pipeName } from "./words";

/** Width of a digit of the drawing's own letters, mm of pipe. */
const DIGIT = 28;

/** One stick or offcut, with where it is cut: to scale beside the longest of its list. */
function Bar({
  bar,
  longest,
  profile,
}: {
  bar: CutList["bars"][number];
  longest: number;
  profile: UnitSystem;
}) {
  const starts = bar.pieces.map((_, i) => bar.pieces.slice(0, i).reduce((sum, p) => sum + p, 0));
  const left = `${cutSaid(bar.remainder, profile)} left`;
  const label = `${bar.isNew ? "Stick" : "Offcut"} of ${cutSaid(bar.length, profile)}: ${bar.pieces.map((p) => cutSaid(p, profile)).join(", ")}; ${left}`;
  const text = (key: number, from: number, width: number, words: string, look: string) =>
    words.length * DIGIT < width ? (
      <text key={key} x={from + width / 2} y="76" textAnchor="middle" className={`num ${look}`} fontSize="44">
        {words}
      </text>
    ) : null;
  return (
    <svg viewBox={`-6 0 ${longest + 12} 120`} className="h-auto w-full" role="img" aria-label={label}>
      <rect x="0" y="10" width={bar.length} height="100" className="fill-paper stroke-soft" strokeWidth="5" />
      {bar.pieces.map((piece, i) => (
        <rect
          key={starts[i]}
          x={starts[i]}
          y="10"
          width={piece}
          height="100"
          className="fill-tint stroke-ink"
          strokeWidth="5"
        />
      ))}
      {bar.pieces.map((piece, i) => text(starts[i]!, starts[i]!, piece, cutSaid(piece, profile), "fill-ink"))}
      {text(-1, bar.length - bar.remainder, bar.remainder, left, "fill-soft")}
    </svg>
  );
}

/** How many sticks it takes, and whether fewer would do. */
function sticksSaid({ bars, fewestNew, isFewest }: CutList, profile: UnitSystem): string {
  const offcuts = bars.filter((bar) => !bar.isNew).map((bar) => cutSaid(bar.length, profile));
  const used = offcuts.length === 0 ? "" : `From stock, used up first: ${offcuts.join(", ")}. `;
  if (fewestNew === 0) return `${used}No new stick is needed.`;
  const sticks = `${fewestNew} new ${fewestNew === 1 ? "stick" : "sticks"} of ${bought(STICK.stick, profile)}`;
  return `${used}${sticks}${isFewest ? ": fewer do not do." : "; that fewer do not do is not proved."}`;
}

/** Whether another cut would leave a longer piece of a stick, in words; empty where nothing is cut from one. */
function largestSaid({ bars, fewestNew, largestAtMost }: CutList, profile: UnitSystem): string {
  if (fewestNew === 0) return "";
  const more = largestAtMost - largestRemainder(bars);
  return more === 0
    ? "No other cut leaves a longer piece of a stick."
    : `Another cut may leave at most ${cutSaid(more, profile)} more of a stick.`;
}

/** What is left that is worth keeping, in words; empty where nothing is. */
const leftSaid = (left: ReturnType<typeof leftBy>, profile: UnitSystem): string =>
  left.length === 0
    ? ""
    : `Left, long enough to keep: ${left.map(({ lengthMm }) => cutSaid(lengthMm, profile)).join(", ")}.`;

/** The pieces of one pipe by the way that they stand in, and the sticks that they are cut from. */
function OneCutting({ cutting, names, profile }: { cutting: Cutting; names: Names; profile: UnitSystem }) {
  const { piping, pieces, list } = cutting;
  const runs = [...new Set(pieces.map((p) => p.run))];
  return (
    <div>
      <h3>{pipeName(piping)}</h3>
      {list ? (
        <div className="my-2 grid gap-1">
          {list.bars.map((bar, i) => (
            <Bar key={i} bar={bar} longest={Math.max(...list.bars.map((b) => b.length))} profile={profile} />
          ))}
          <p className="text-soft">
            {sticksSaid(list, profile)} {leftSaid(leftBy(piping, list), profile)} {largestSaid(list, profile)}
          </p>
        </div>
      ) : isCoiled(piping) ? (
        <p className="text-soft">Off the coil, with a twentieth for waste.</p>
      ) : (
        <p className="text-stop">A piece is longer than any stick: it needs a coupling.</p>
      )}
      <dl className="grid gap-x-4 md:grid-cols-[15rem_1fr]">
        {runs.map((run) => (
          <div key={run} className="contents" data-cut-run={run}>
            <dt className="border-t border-hair pt-2 text-soft">
              <span className="num">{names.number(run)}</span> {names.run(run)}
            </dt>
            <dd className="flex flex-wrap gap-x-5 gap-y-1 py-2 md:border-t md:border-hair">
              {pieces
                .filter((p) => p.run === run)
                .map((p) => (
                  <span key={p.id} data-piece={p.id}>
                    <span className="num whitespace-nowrap">{cutSaid(cutLength(p), profile)}</span>
                    {p.onSite ? (
                      <span className="text-soft">
                        , of which about <span className="num">{cutSaid(p.lengthMm, profile)}</span> measured
                        on site
                      </span>
                    ) : null}
                  </span>
                ))}
            </dd>
          </div>
        ))}
      </dl>
    </div>
  );
}

/** Every piece that is cut, by its pipe. */
export function CutListView({
  cuttings,
  names,
  profile,
  children,
}: {
  cuttings: readonly Cutting[];
  names: Names;
  profile: UnitSystem;
  /** What is done with what is left. */
  children: ReactNode;
}) {
  const leavesOffcuts = cuttings.some(({ piping, list }) => list && leftBy(piping, list).length > 0);
  return (
    <section aria-labelledby="cut" data-cut-list>
      <h2 id="cut">Cut list</h2>
      <p className="mb-3 text-soft">
        A piece is as long as its fittings&apos; centres are apart, less what both take up. In the order of
        the water:
      </p>
      <div className="grid gap-6">
        {cuttings.map((c) => (
          <OneCutting key={pipeName(c.piping)} cutting={c} names={names} profile={profile} />
        ))}
      </div>
      {leavesOffcuts ? <div className="mt-4">{children}</div> : null}
    </section>
  );
}
