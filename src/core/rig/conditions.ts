import type { Compiled } from "./compiled";
import { rigRules } from "./rules";
import type { Moment } from "./rules/rule";
import { positionAt, type Given, type Layout, type Scratch } from "./scratch";
import { setOnPath } from "./ways";

/** Is this permit in force: its feeding handle at its position or a quarter, and one of its openings open? */
function permitNow(c: Compiled, t: Scratch, s: Int32Array, base: number): boolean {
  const permit = c.circumstances.permit;
  if (!permit) return false;
  if (permit.feed) {
    const h = c.rig.handles.findIndex((x) => x.id === permit.feed!.handle);
    if (h < 0) return false;
    const name = c.rig.handles[h]!.positions[positionAt(s, base, h)]!.name;
    if (name !== permit.feed.to && name !== "quarter") return false;
  }
  const inner = c.edgeIds.length;
  for (let o = 0; o < c.openingPermitted.length; o += 1)
    if (c.openingPermitted[o] && t.degree[inner + o]! > 0) return true;
  return false;
}

type Writable<T> = { -readonly [K in keyof T]: T[K] };
/** One moment a rig, filled again for every state: the search makes millions of them. */
const moments = new WeakMap<Compiled, Writable<Moment>>();

/** The conditions that hold in a state whose degrees and regions are set (handbook 4, Rules). */
export function setConditions(
  c: Compiled,
  t: Scratch,
  given: Given,
  s: Int32Array,
  base: number,
  l: Layout,
): void {
  t.holds.fill(0);
  t.permitted = permitNow(c, t, s, base);
  const houseLive = c.house >= 0 && t.compLive[t.comp[c.house]!] === 1;
  const heaterLive = c.heater >= 0 && t.compLive[t.comp[c.heater]!] === 1;
  if ((houseLive || heaterLive) && c.rig.units.length > 0) setOnPath(c, t);
  let m = moments.get(c);
  if (!m) {
    m = { c, t, given, s, base, l, houseLive, heaterLive };
    moments.set(c, m);
  } else {
    m.t = t;
    m.given = given;
    m.s = s;
    m.base = base;
    m.l = l;
    m.houseLive = houseLive;
    m.heaterLive = heaterLive;
  }
  for (let r = 0; r < rigRules.length; r += 1) {
    const rule = rigRules[r]!;
    rule.holds?.(m, c.at[rule.id]!);
  }
}
