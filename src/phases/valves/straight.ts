import type { Item, Pipe } from "./drawn";

type Point = readonly [number, number];
/** The least way that is kept between a pipe's middle and anything that it does not belong to. */
const CLEAR = 15;
/** How far a jog may step aside to be taken out. */
const JOG = 48;

/** Pipes without small steps to the side, where there is room to go straight on: a fitter would not bend there. */
export function straightened(pipes: readonly Pipe[], items: readonly Item[]): Pipe[] {
  const done = [...pipes];
  const pieceOf = (id: string) => id.split(":")[1]!;
  const free = (a: Point, b: Point, self: Pipe): boolean => {
    const [x1, x2, y1, y2] = [
      Math.min(a[0], b[0]),
      Math.max(a[0], b[0]),
      Math.min(a[1], b[1]),
      Math.max(a[1], b[1]),
    ];
    const clear = (l: number, t: number, r: number, d: number, by: number) =>
      r + by <= x1 || l - by >= x2 || d + by <= y1 || t - by >= y2;
    const ends = [self.points[0]!, self.points.at(-1)!];
    const own = (i: Item) =>
      ends.some(([x, y]) => x >= i.x - 1 && x <= i.x + i.w + 1 && y >= i.y - 1 && y <= i.y + i.h + 1);
    return (
      items.every((i) => own(i) || clear(i.x, i.y, i.x + i.w, i.y + i.h, 4)) &&
      done.every(
        (p) =>
          pieceOf(p.id) === pieceOf(self.id) ||
          p.points
            .slice(1)
            .every((q, i) =>
              clear(
                Math.min(q[0], p.points[i]![0]),
                Math.min(q[1], p.points[i]![1]),
                Math.max(q[0], p.points[i]![0]),
                Math.max(q[1], p.points[i]![1]),
                CLEAR,
              ),
            ),
      )
    );
  };
  const better = (pipe: Pipe): Pipe | undefined => {
    const q = pipe.points;
    for (let i = 0; i + 3 < q.length; i += 1)
      for (const axis of [0, 1] as const) {
        const [a, b, c, d] = [q[i]!, q[i + 1]!, q[i + 2]!, q[i + 3]!];
        const step = Math.abs(b[axis] - c[axis]);
        if (a[axis] !== b[axis] || c[axis] !== d[axis] || step === 0 || step > JOG) continue;
        // The end of the pipe stays where it is: the other side of the jog gives way.
        const moved = (p: Point, to: number): Point => (axis === 0 ? [to, p[1]] : [p[0], to]);
        const tries: Point[][] = [];
        if (i + 4 < q.length) tries.push([...q.slice(0, i + 1), moved(d, a[axis]), ...q.slice(i + 4)]);
        if (i > 0) tries.push([...q.slice(0, i), moved(a, d[axis]), ...q.slice(i + 3)]);
        for (const points of tries)
          if (points.slice(1).every((p, k) => free(points[k]!, p, pipe))) return { ...pipe, points };
      }
    return undefined;
  };
  for (let i = 0; i < done.length;) {
    const next = better(done[i]!);
    if (next) done[i] = next;
    else i += 1;
  }
  return done;
}
