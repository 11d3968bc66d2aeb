import { CHECK, isLive, MOVE, NONE, WALK, type Aim } from "./aim";
import { barring, leavesDry } from "./barring";
import type { Compiled } from "./compiled";
import { bit, placeAt, positionAt, type Layout, type Scratch } from "./scratch";

/** What one move changes of an edge at most counts as a share of it, so that shares of different edges may be added: 12 is a whole move. */
const WHOLE = 12;
const FAR = 0x3fff;

/** The share of each edge and opening: a lever's is a whole move; a head's is the less, the more its turn changes at once. */
function sharesOf(c: Compiled): Int16Array {
  const shares = new Int16Array(c.edgeIds.length + c.openingIds.length).fill(WHOLE);
  for (const sets of c.sets) {
    const degree = (x: Int16Array, e: number): number => {
      for (let i = 0; i < x.length; i += 2) if (x[i] === e) return x[i + 1]!;
      return 0;
    };
    const edges = [...new Set(sets.flatMap((x) => [...x].filter((_, i) => i % 2 === 0)))];
    let most = 1;
    for (const a of sets)
      for (const b of sets)
        most = Math.max(most, edges.filter((e) => degree(a, e) > 0 !== degree(b, e) > 0).length);
    for (const e of edges) shares[e] = Math.min(shares[e]!, Math.floor(WHOLE / most));
  }
  return shares;
}

/**
 * Never more than is still needed. What must open and what must close are different edges, in different parts of the rig: the way that vents a node
 * lies in its own region, the way that feeds the house in the live one. Each is a shortest way or a smallest cut over edges weighted by their share of a move.
 */
export class Bound {
  private readonly dist: Int16Array;
  private readonly queue: Int16Array;
  private readonly queued: Uint8Array;
  private readonly flow: Int16Array;
  private readonly by: Int16Array;
  /** Shares as they count now: nothing for the edges of handles that have to move in any case, whose moves are counted by themselves. */
  private readonly shares: Int16Array;
  private readonly full: Int16Array;
  private readonly visit: Uint8Array;
  private readonly bars: Uint8Array;
  private readonly dries: boolean;
  constructor(
    private readonly c: Compiled,
    private readonly aim: Aim,
    private readonly rules: boolean,
  ) {
    this.dist = new Int16Array(c.knots);
    this.queue = new Int16Array(c.knots + 1);
    this.queued = new Uint8Array(c.knots);
    this.flow = new Int16Array(c.edgeIds.length);
    this.by = new Int16Array(c.knots);
    this.visit = new Uint8Array(c.places.length);
    this.full = sharesOf(c);
    this.shares = this.full.slice();
    this.bars = barring(c, aim);
    this.dries = leavesDry(c, aim);
  }

  /** Least shares of closed edges from a knot, or from all that is live, to every knot; leaving out a knot or the edges of a unit's group. */
  private spread(t: Scratch, start: number, without: number, group: number): void {
    const { c, dist, queue, queued, shares } = this;
    const size = queue.length;
    dist.fill(FAR);
    queued.fill(0);
    let head = 0,
      tail = 0;
    if (start >= 0) {
      dist[start] = 0;
      queue[tail++] = start;
      queued[start] = 1;
    } else
      for (let k = 0; k < c.knots; k += 1)
        if (isLive(t, k)) {
          dist[k] = 0;
          queue[tail++] = k;
          queued[k] = 1;
        }
    if (tail === size) tail = 0;
    while (head !== tail) {
      const k = queue[head]!;
      head = head + 1 === size ? 0 : head + 1;
      queued[k] = 0;
      for (let x = c.startAt[k]!, end = c.startAt[k + 1]!; x < end; x += 1) {
        const e = c.edgeAt[x]!;
        const other = c.otherAt[x]!;
        if (other === without || (group >= 0 && c.groupOf[e] === group)) continue;
        const d = dist[k]! + (t.degree[e] === 0 ? shares[e]! : 0);
        if (d < dist[other]!) {
          dist[other] = d;
          if (!queued[other]) {
            queued[other] = 1;
            queue[tail] = other;
            tail = tail + 1 === size ? 0 : tail + 1;
          }
        }
      }
    }
  }

  /** Least shares of open edges that part a knot from the main, and from the house if it is to stay fed: the greatest flow. */
  private cut(t: Scratch, target: number, fed: boolean): number {
    const { c, flow, by, queue, shares } = this;
    flow.fill(0);
    let total = 0;
    for (;;) {
      by.fill(-2);
      let head = 0,
        tail = 0;
      by[c.main] = -1;
      queue[tail++] = c.main;
      if (fed && by[c.house] === -2) {
        by[c.house] = -1;
        queue[tail++] = c.house;
      }
      if (by[target] === -1) return FAR;
      while (head < tail && by[target] === -2) {
        const k = queue[head++]!;
        for (let x = c.startAt[k]!, end = c.startAt[k + 1]!; x < end; x += 1) {
          const e = c.edgeAt[x]!;
          if (t.degree[e] === 0) continue;
          const forth = c.from[e] === k;
          const other = c.otherAt[x]!;
          if (by[other] !== -2) continue;
          // A check valve need not be closed against what comes from behind it.
          if (c.isCheck[e] && !forth) continue;
          const room =
            c.isUnit[e] || c.isCheck[e] ? FAR : forth ? shares[e]! - flow[e]! : shares[e]! + flow[e]!;
          if (room > 0) {
            by[other] = e;
            queue[tail++] = other;
          }
        }
      }
      if (by[target] === -2) return total;
      let least = FAR;
      for (let k = target; by[k] !== -1;) {
        const e = by[k]!;
        const forth = c.to[e] === k;
        const room =
          c.isUnit[e] || c.isCheck[e] ? FAR : forth ? shares[e]! - flow[e]! : shares[e]! + flow[e]!;
        if (room < least) least = room;
        k = forth ? c.from[e]! : c.to[e]!;
      }
      if (least >= FAR) return FAR;
      for (let k = target; by[k] !== -1;) {
        const e = by[k]!;
        const forth = c.to[e] === k;
        flow[e]! += forth ? least : -least;
        k = forth ? c.from[e]! : c.to[e]!;
      }
      total += least;
    }
  }

  of(t: Scratch, l: Layout, s: Int32Array, base: number): number {
    const { c, aim, shares } = this;
    let positions = 0;
    const visit = this.visit;
    visit.fill(0);
    shares.set(this.full);
    for (let h = 0; h < aim.positions.length; h += 1) {
      const p = positionAt(s, base, h);
      if (
        (aim.positions[h]! < 0 || p === aim.positions[h]) &&
        !(((aim.endsNot[h]! | this.bars[h]!) >> p) & 1)
      )
        continue;
      positions += 1;
      visit[c.placeOf[h]!] = 1;
      const sets = c.sets[h]![0]!;
      for (let i = 0; i < sets.length; i += 2) shares[sets[i]!] = 0;
    }
    // Every place with a handle to move has to be walked to, but for the one where the hand is.
    let walks = 0;
    if (this.rules && c.places.length > 1) {
      const at = placeAt(s[base + l.rest]!);
      for (let p = 0; p < visit.length; p += 1) if (visit[p] && p !== at) walks += 1;
      if (at < 0 && walks > 0) walks -= 1;
    }
    const inner = c.edgeIds.length;
    const fedNow = c.house >= 0 && isLive(t, c.house);
    const dry = this.rules && fedNow && this.dries ? CHECK : 0;
    let most = positions * MOVE + walks * WALK + dry;
    const moves = (share: number): number =>
      MOVE * (positions + Math.ceil(share / WHOLE)) + walks * WALK + dry;
    let missing = false;
    for (let i = 0; i < aim.live.length && !missing; i += 1) if (!isLive(t, aim.live[i]!)) missing = true;
    if (missing) {
      this.spread(t, -1, -1, -1);
      for (let i = 0; i < aim.live.length; i += 1) {
        const d = this.dist[aim.live[i]!]!;
        if (d >= FAR) return NONE;
        most = Math.max(most, moves(d));
      }
    }
    for (let i = 0; i < aim.relieved.length; i += 1) {
      const k = aim.relieved[i]!;
      if (!bit(s, base + l.pressured, k)) continue;
      if (k === c.main || (k === c.house && aim.fed)) return NONE;
      this.spread(t, k, -1, -1);
      let vent = FAR;
      for (let o = 0; o < c.openingIds.length; o += 1) {
        const d = this.dist[c.openingAt[o]!]! + (t.degree[inner + o]! > 0 ? 0 : shares[inner + o]!);
        if (d < vent) vent = d;
      }
      if (vent >= FAR) return NONE;
      // The house may be fed at the end, on a way that leaves this node out, or, where it may go dry, that may cost its Check.
      let best = NONE;
      if (c.house >= 0 && k !== c.house) {
        this.spread(t, c.main, k, -1);
        const way = this.dist[c.house]!;
        const cut = way >= FAR ? FAR : this.cut(t, k, true);
        if (way < FAR && cut < FAR) best = moves(vent + way + cut);
      }
      if (!aim.fed) {
        const cut = this.cut(t, k, false);
        if (cut < FAR) best = Math.min(best, moves(vent + cut) + (this.rules && fedNow && !dry ? CHECK : 0));
      }
      if (best >= NONE) return NONE;
      most = Math.max(most, best);
    }
    for (let i = 0; i < aim.empty.length; i += 1) {
      const k = aim.empty[i]!;
      if (!bit(s, base + l.wet, k)) continue;
      this.spread(t, k, -1, -1);
      let low = FAR;
      for (let o = 0; o < c.openingIds.length; o += 1) {
        if (!c.openingLow[o]) continue;
        // Another opening lets air in: open already somewhere, or one move more.
        let other = FAR;
        for (let p = 0; p < c.openingIds.length; p += 1)
          if (p !== o && this.dist[c.openingAt[p]!]! < FAR)
            other = Math.min(other, t.degree[inner + p]! > 0 ? 0 : shares[inner + p]!);
        low = Math.min(
          low,
          this.dist[c.openingAt[o]!]! + (t.degree[inner + o]! > 0 ? 0 : shares[inner + o]!) + other,
        );
      }
      if (low >= FAR) return NONE;
      const cut = this.cut(t, k, false);
      if (cut >= FAR) return NONE;
      most = Math.max(most, moves(low + cut) + (this.rules && fedNow && !dry && k === c.house ? CHECK : 0));
    }
    if (c.house >= 0) {
      for (let i = 0; i < aim.serves.length; i += 1) {
        const u = aim.serves[i]!;
        this.spread(t, c.main, -1, -1);
        const into = Math.min(this.dist[c.unitIn[u]!]!, this.dist[c.unitOut[u]!]!);
        this.spread(t, c.house, -1, -1);
        const onward = Math.min(this.dist[c.unitIn[u]!]!, this.dist[c.unitOut[u]!]!);
        if (into + onward >= FAR) return NONE;
        most = Math.max(most, moves(into + onward));
      }
      for (let i = 0; i < aim.passedBy.length; i += 1) {
        this.spread(t, c.main, -1, this.groupOf(aim.passedBy[i]!));
        if (this.dist[c.house]! >= FAR) return NONE;
        most = Math.max(most, moves(this.dist[c.house]!));
      }
    }
    for (let i = 0; i < aim.full.length; i += 1) {
      const u = aim.full[i]!;
      if (bit(s, base + l.wet, c.unitIn[u]!) && bit(s, base + l.wet, c.unitOut[u]!)) continue;
      this.spread(t, -1, -1, -1);
      const d = Math.max(this.dist[c.unitIn[u]!]!, this.dist[c.unitOut[u]!]!);
      if (d >= FAR) return NONE;
      most = Math.max(most, moves(d));
    }
    return most;
  }

  private groupOf(u: number): number {
    for (let e = 0; e < this.c.edgeIds.length; e += 1) if (this.c.unitOf[e] === u) return this.c.groupOf[e]!;
    return -1;
  }
}
