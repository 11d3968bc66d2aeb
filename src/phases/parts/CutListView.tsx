import type { Piece } from "@/core/plumbing/assembly";
import type { CutList } from "@/core/plumbing/cutList";
import { cutLength, isCoiled } from "@/core/plumbing/takeOff";
import type { Piping } from "@/core/plumbing/piping";
import type { UnitSystem } from "@/core/units";
import { cutSaid, pipeName, type Names } from "./words";

/** How the pieces of one pipe are cut: from sticks, or off a coil. */
export interface Cutting {
  readonly piping: Piping;
  readonly pieces: readonly Piece[];
  /** Absent off a coil, and where a piece is longer than any stick. */
  readonly list?: CutList;
}

/** One stick to scale, with where it is cut. */
function Bar({ bar, profile }: { bar: CutList["bars"][number]; profile: UnitSystem }) {
  const starts = bar.pieces.map((_, i) => bar.pieces.slice(0, i).reduce((sum, p) => sum + p, 0));
  const label = `Stick of ${cutSaid(bar.length, profile)}: ${bar.pieces.map((p) => cutSaid(p, profile)).join(", ")}; ${cutSaid(bar.remainder, profile)} left`;
  return (
    <svg viewBox={`0 0 ${bar.length} 260`} className="h-auto w-full" role="img" aria-label={label}>
      <rect x="0" y="40" width={bar.length} height="120" className="fill-paper stroke-soft" strokeWidth="8" />
      {bar.pieces.map((piece, i) => (
        <g key={starts[i]}>
          <rect
            x={starts[i]}
            y="40"
            width={piece}
            height="120"
            className="fill-tint stroke-ink"
            strokeWidth="8"
          />
          {piece > 260 ? (
            <text
              x={starts[i]! + piece / 2}
              y="122"
              textAnchor="middle"
              className="num fill-ink"
              fontSize="64"
            >
              {cutSaid(piece, profile)}
            </text>
          ) : null}
        </g>
      ))}
      {bar.remainder > 300 ? (
        <text
          x={bar.length - bar.remainder / 2}
          y="122"
          textAnchor="middle"
          className="num fill-soft"
          fontSize="64"
        >
          {cutSaid(bar.remainder, profile)} left
        </text>
      ) : null}
    </svg>
  );
}

/** The pieces of one pipe with where each goes, and the sticks that they are cut from. */
function OneCutting({ cutting, names, profile }: { cutting: Cutting; names: Names; profile: UnitSystem }) {
  const { piping, pieces, list } = cutting;
  return (
    <div className="break-inside-avoid">
      <h3>{pipeName(piping)}</h3>
      {list ? (
        <div className="my-2 grid gap-1">
          {list.bars.map((bar, i) => (
            <Bar key={i} bar={bar} profile={profile} />
          ))}
          <p className="text-soft">
            {list.isFewest
              ? `No fewer than ${list.fewestNew} new ${list.fewestNew === 1 ? "stick does" : "sticks do"}: proved.`
              : `${list.fewestNew} new sticks; that fewer do not is not proved.`}
          </p>
        </div>
      ) : isCoiled(piping) ? (
        <p className="text-soft">Off the coil, with a twentieth for waste.</p>
      ) : (
        <p className="text-stop">A piece is longer than any stick: it needs a coupling.</p>
      )}
      <table className="w-full">
        <thead>
          <tr className="text-left text-sm text-soft">
            <th scope="col" className="py-1 pr-3 text-right">
              Cut to
            </th>
            <th scope="col" className="pl-3">
              Where
            </th>
          </tr>
        </thead>
        <tbody>
          {pieces.map((p) => (
            <tr key={p.id} className="border-t border-hair align-baseline" data-piece={p.id}>
              <td className="num py-1.5 pr-3 text-right whitespace-nowrap">
                {cutSaid(cutLength(p), profile)}
              </td>
              <td className="pl-3">
                {names.run(p.run)}
                {p.onSite ? (
                  <span className="text-soft">
                    {" "}
                    · measured on site: about {cutSaid(p.lengthMm, profile)}, brought longer
                  </span>
                ) : null}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** Every piece that is cut, by its pipe. */
export function CutListView({
  cuttings,
  names,
  profile,
}: {
  cuttings: readonly Cutting[];
  names: Names;
  profile: UnitSystem;
}) {
  return (
    <section aria-labelledby="cut" data-cut-list>
      <h2 id="cut">Cut list</h2>
      <p className="mb-3 text-soft">
        A piece is as long as its fittings&apos; centres are apart, less what both take up.
      </p>
      <div className="grid gap-x-10 gap-y-6 xl:grid-cols-2">
        {cuttings.map((c) => (
          <OneCutting key={pipeName(c.piping)} cutting={c} names={names} profile={profile} />
        ))}
      </div>
    </section>
  );
}
