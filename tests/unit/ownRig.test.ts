import { describe, expect, it } from "vitest";
import { handOverBlockers } from "@/core/job";
import { startOfRun } from "@/core/job/rigStart";
import { draftRig } from "@/core/record";
import { aimed, feedHandle, lineHandles, wishesOf, type Rig } from "@/core/rig";
import { designed, knowledge, sha256, signed, work, type Desk } from "./desk";

/** The same rig with another id for every node, edge and handle; roles, units, what a switch powers, and names stay. */
function renamed(rig: Rig): { readonly rig: Rig; readonly was: (id: string) => string } {
  const ids = [...rig.nodes, ...rig.edges, ...rig.handles].map((x) => x.id);
  const now = new Map([...new Set(ids)].map((id) => [id, `x${sha256(id).slice(0, 12)}`]));
  const then = new Map([...now].map(([id, to]) => [to, id]));
  const to = (id: string) => now.get(id)!;
  return {
    was: (id) => then.get(id) ?? id,
    rig: {
      ...rig,
      nodes: rig.nodes.map((n) => ({ ...n, id: to(n.id) })),
      edges: rig.edges.map((e) => ({ ...e, id: to(e.id), from: to(e.from), to: to(e.to) })),
      handles: rig.handles.map((h) => ({
        ...h,
        id: to(h.id),
        watches: h.watches && to(h.watches),
        positions: h.positions.map((p) => ({
          ...p,
          edges: Object.fromEntries(Object.entries(p.edges).map(([e, d]) => [to(e), d])),
        })),
      })),
      units: rig.units.map((u) => ({ ...u, tank: u.tank && { ...u.tank, edge: to(u.tank.edge) } })),
    },
  };
}
const composed = draftRig(designed().job, knowledge);
const other = renamed(composed);
const sorted = (ids: readonly string[]) => [...ids].sort();

describe("a job's own rig, whatever its parts are called", () => {
  it("has the same line, the same feed, the same start and the same wishes", () => {
    expect(sorted(lineHandles(other.rig).map(other.was))).toEqual(sorted(lineHandles(composed)));
    expect(other.was(feedHandle(other.rig)!)).toBe(feedHandle(composed));
    const start = (rig: Rig, was: (id: string) => string) =>
      Object.fromEntries(Object.entries(startOfRun(rig, true).positions).map(([h, p]) => [was(h), p]));
    expect(start(other.rig, other.was)).toEqual(start(composed, (id) => id));
    expect(wishesOf(other.rig).map((w) => ("node" in w ? other.was(w.node) : w))).toEqual(
      wishesOf(composed).map((w) => ("node" in w ? w.node : w)),
    );
  });

  it("comes to the same goal at a step that flushes at the nearest cold tap", () => {
    const wish = { want: "flush", unit: "a", at: "coldTap" } as const;
    const positions = (rig: Rig, was: (id: string) => string) =>
      Object.fromEntries(Object.entries(aimed(rig, wish).goal.positions!).map(([h, p]) => [was(h), p]));
    expect(positions(other.rig, other.was)).toEqual(positions(composed, (id) => id));
  });

  it("carries a run to its end by the same turns", () => {
    const turns = (d: Desk, rig: Rig, was: (id: string) => string) => {
      const run = work(signed(d).do({ kind: "runStarted" }));
      expect(run.job.rig!.rig).toEqual(rig);
      expect(handOverBlockers(run.job)).toEqual([]);
      return run.job.rig!.turned.map((t) => `${was(t.handle)} ${t.to}`);
    };
    const own = designed();
    own.do({
      kind: "bypassChosen",
      arrangement: "threeValve",
      drainCock: true,
      own: other.rig as never,
      what: "Drawn by hand",
      seen: own.job.designSeq,
    });
    const wanted = turns(designed(), composed, (id) => id);
    expect(wanted.length).toBeGreaterThan(20);
    expect(sorted(turns(own, other.rig, other.was))).toEqual(sorted(wanted));
  });
});
