import { CHECK, isLive, MOVE, NONE, WALK, type Aim } from "./aim";
import { barring, leavesDry } from "./barring";
import type { Compiled } from "./compiled";
import { bit, placeAt, positionAt, type Layout, type Scratch } from "./scratch";

/**
 * What one move changes of an edge at most counts as a share of it, so that shares of different edges may
 * be added: 12 is a whole move.
 */
const WHOLE = 12;
const FAR = 0x3fff;

/**
 * The share of each edge and opening: a lever's is a whole move; a head's is the less, the more its turn
 * changes at once.
 */
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
 * Never more than is still needed. What must open and what must close are different edges, in different
 * parts of the rig: the way that vents a node lies in its own region, the way that feeds the house in the
 * live one. Each is a shortest way or a smallest cut over edges weighted by their share of a move.
 */
export class Bound {
  private readonly dist: Int16Array;
  private readonly queue: Int16Array;
  private readonly queued: Uint8Array;
  private readonly flow: Int16Array;
  private readonly by: Int16Array;
  /**
   * Shares as they count now: nothing for the edges of handles that have to move in any case, whose moves
   * are counted by themselves.
   */
  private readonly shares: Int16Array;
  private readonly full: Int16Array;
  private readonly visit: Uint8Array;
  private readonly bars: Uint8Array;
  private readonly dries: boolean;
  /** Handles that have to move in any case, and places that have to be walked to for them. */
  private positions = 0;
  private walks = 0;
  private fedNow = false;
  /** The Check that a house which is left dry costs in any case. */
  private dry = 0;
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

  /**
   * Least shares of closed edges from a knot, or from all that is live, to every knot; leaving out a knot
   * or the edges of a unit's group.
   */
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

  /**
   * Least shares of open edges that part a knot from the main, and from the house if it is to stay fed: the
   * greatest flow.
   */
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

  /**
   * Never more than the moves from a state to the aim cost; `NONE` where no moves lead there. `t`: the
   * state worked out, `s` and `l`: the states and how one is laid out, `base`: where it begins.
   */
  of(t: Scratch, l: Layout, s: Int32Array, base: number): number {
    this.count(t, l, s, base);
    const { aim, c } = this;
    let most = Math.max(this.moves(0), this.ofLive(t));
    for (let i = 0; i < aim.relieved.length && most < NONE; i += 1)
      if (bit(s, base + l.pressured, aim.relieved[i]!))
        most = Math.max(most, this.ofRelieved(t, aim.relieved[i]!));
    for (let i = 0; i < aim.empty.length && most < NONE; i += 1)
      if (bit(s, base + l.wet, aim.empty[i]!)) most = Math.max(most, this.ofEmpty(t, aim.empty[i]!));
    if (c.house >= 0 && most < NONE) most = Math.max(most, this.ofHouse(t));
    for (let i = 0; i < aim.full.length && most < NONE; i += 1) {
      const u = aim.full[i]!;
      const isFull = bit(s, base + l.wet, c.unitIn[u]!) && bit(s, base + l.wet, c.unitOut[u]!);
      if (!isFull) most = Math.max(most, this.ofFull(t, u));
    }
    return most;
  }

  /** Counts what has to be moved and walked to in any case, and takes those handles out of the shares. */
  private count(t: Scratch, l: Layout, s: Int32Array, base: number): void {
    const { c, aim, shares, visit } = this;
    let positions = 0;
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
    this.positions = positions;
    this.walks = this.rules && c.places.length > 1 ? this.walksFrom(placeAt(s[base + l.rest]!)) : 0;
    this.fedNow = c.house >= 0 && isLive(t, c.house);
    this.dry = this.rules && this.fedNow && this.dries ? CHECK : 0;
  }

  /** Every place with a handle to move has to be walked to, but for the one where the hand is. */
  private walksFrom(at: number): number {
    const { visit } = this;
    let walks = 0;
    for (let p = 0; p < visit.length; p += 1) if (visit[p] && p !== at) walks += 1;
    return at < 0 && walks > 0 ? walks - 1 : walks;
  }

  /** What is moved in any case, and a share of edges on top of it. */
  private moves(share: number): number {
    return MOVE * (this.positions + Math.ceil(share / WHOLE)) + this.walks * WALK + this.dry;
  }

  /** The Check of a house that goes dry, where it is fed now and was not counted yet. */
  private dryCheck(): number {
    return this.rules && this.fedNow && this.dry === 0 ? CHECK : 0;
  }

  /** The share of an opening that has to be open. */
  private opened(t: Scratch, o: number): number {
    const e = this.c.edgeIds.length + o;
    return t.degree[e]! > 0 ? 0 : this.shares[e]!;
  }

  private ofLive(t: Scratch): number {
    const { aim, dist } = this;
    let missing = false;
    for (let i = 0; i < aim.live.length && !missing; i += 1) missing = !isLive(t, aim.live[i]!);
    if (!missing) return 0;
    this.spread(t, -1, -1, -1);
    let most = 0;
    for (let i = 0; i < aim.live.length; i += 1) {
      const d = dist[aim.live[i]!]!;
      if (d >= FAR) return NONE;
      most = Math.max(most, this.moves(d));
    }
    return most;
  }

  /** A knot without pressure: a way from it to an opening, and a cut that parts it from the main. */
  private ofRelieved(t: Scratch, k: number): number {
    const { c, aim, dist } = this;
    if (k === c.main || (k === c.house && aim.fed)) return NONE;
    this.spread(t, k, -1, -1);
    let vent = FAR;
    for (let o = 0; o < c.openingIds.length; o += 1) {
      const d = dist[c.openingAt[o]!]! + this.opened(t, o);
      if (d < vent) vent = d;
    }
    if (vent >= FAR) return NONE;
    // The house may be fed at the end, on a way that leaves this node out, or, where it may go dry, that
    // may cost its Check.
    let best = NONE;
    if (c.house >= 0 && k !== c.house) {
      this.spread(t, c.main, k, -1);
      const way = dist[c.house]!;
      const cut = way >= FAR ? FAR : this.cut(t, k, true);
      if (way < FAR && cut < FAR) best = this.moves(vent + way + cut);
    }
    if (!aim.fed) {
      const cut = this.cut(t, k, false);
      if (cut < FAR) best = Math.min(best, this.moves(vent + cut) + this.dryCheck());
    }
    return best;
  }

  /** A knot without water: a low opening, another that lets air in, and a cut that parts it from the main. */
  private ofEmpty(t: Scratch, k: number): number {
    const { c, dist } = this;
    this.spread(t, k, -1, -1);
    let low = FAR;
    for (let o = 0; o < c.openingIds.length; o += 1) {
      if (!c.openingLow[o]) continue;
      // Another opening lets air in: open already somewhere, or one move more.
      let other = FAR;
      for (let p = 0; p < c.openingIds.length; p += 1)
        if (p !== o && dist[c.openingAt[p]!]! < FAR) other = Math.min(other, this.opened(t, p));
      low = Math.min(low, dist[c.openingAt[o]!]! + this.opened(t, o) + other);
    }
    if (low >= FAR) return NONE;
    const cut = this.cut(t, k, false);
    if (cut >= FAR) return NONE;
    return this.moves(low + cut) + (k === c.house ? this.dryCheck() : 0);
  }

  /** A house served through units, or past others. */
  private ofHouse(t: Scratch): number {
    const { c, aim, dist } = this;
    let most = 0;
    for (let i = 0; i < aim.serves.length; i += 1) {
      const u = aim.serves[i]!;
      this.spread(t, c.main, -1, -1);
      const into = Math.min(dist[c.unitIn[u]!]!, dist[c.unitOut[u]!]!);
      this.spread(t, c.house, -1, -1);
      const onward = Math.min(dist[c.unitIn[u]!]!, dist[c.unitOut[u]!]!);
      if (into + onward >= FAR) return NONE;
      most = Math.max(most, this.moves(into + onward));
    }
    for (let i = 0; i < aim.passedBy.length; i += 1) {
      this.spread(t, c.main, -1, this.groupOf(aim.passedBy[i]!));
      if (dist[c.house]! >= FAR) return NONE;
      most = Math.max(most, this.moves(dist[c.house]!));
    }
    return most;
  }

  /** A unit full of water: what is live reaches both its ends. */
  private ofFull(t: Scratch, u: number): number {
    const { c, dist } = this;
    this.spread(t, -1, -1, -1);
    const d = Math.max(dist[c.unitIn[u]!]!, dist[c.unitOut[u]!]!);
    return d >= FAR ? NONE : this.moves(d);
  }

  private groupOf(u: number): number {
    for (let e = 0; e < this.c.edgeIds.length; e += 1) if (this.c.unitOf[e] === u) return this.c.groupOf[e]!;
    return -1;
  }
}
