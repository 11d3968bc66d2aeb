import { waterAt } from "@/core/rig/flows";
import { regions } from "@/core/rig/regions";
import type { Rig, RigState } from "@/core/rig/rig";
import { ColumnHeads } from "@/ui/ColumnHeads";
import { useRested } from "@/ui/later/useRested";
import { tagsOf } from "./drawn";
import { stateWords } from "./shapes";

interface TwinProps {
  readonly rig: Rig;
  readonly state: RigState;
  readonly turn?: (handle: string, to: string) => void;
}

/**
 * The rig in words, folded up; they come when the page rests, because a slow phone draws the picture sooner
 * without them.
 */
export function Twin(props: TwinProps) {
  const rested = useRested();
  return (
    <details className="rule pt-3" data-twin data-folded={rested ? undefined : ""}>
      <summary className="min-h-11 cursor-pointer text-lg font-semibold">The rig in words</summary>
      {rested ? <Words {...props} /> : <p className="mt-2 text-soft">In a moment.</p>}
    </details>
  );
}

/** Every part with its state and water, every handle with its position. */
function Words({ rig, state, turn }: TwinProps) {
  const water = waterAt(rig, state);
  const named = (nodes: readonly string[]) => {
    const names = rig.nodes.filter((n) => nodes.includes(n.id)).flatMap((n) => n.name ?? []);
    return names.length > 0 ? [...new Set(names)].join(", ") : "pipe between";
  };
  return (
    <>
      <h3 className="mt-2">Parts</h3>
      <ul>
        {regions(rig, state).map((r) => {
          const at = water.get(r.nodes[0]!);
          return (
            <li key={r.nodes[0]} className="rule py-1.5">
              <b className="font-semibold">{named(r.nodes)}</b>: {stateWords[r.state]}
              {at?.reached ? `; water ${at.marks.join(", ")}` : ""}
            </li>
          );
        })}
      </ul>
      <h3 className="mt-4">Handles</h3>
      <table className="plain">
        <ColumnHeads caption="Handles and how they stand" columns={["Tag", "Handle", "Stands"]} />
        <tbody>
          {rig.handles.map((h) => {
            const now = state.positions[h.id] ?? h.normal;
            return (
              <tr key={h.id}>
                <td className="num">{tagsOf(rig).get(h.id) ?? "—"}</td>
                <td>
                  {h.name}
                  <span className="block text-sm text-soft">{h.place}</span>
                </td>
                <td>
                  {turn && h.kind !== "automatic" ? (
                    <select
                      className="field"
                      aria-label={h.name}
                      value={now}
                      onChange={(e) => turn(h.id, e.target.value)}
                    >
                      {h.positions.map((p) => (
                        <option key={p.name}>{p.name}</option>
                      ))}
                    </select>
                  ) : (
                    now
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </>
  );
}
