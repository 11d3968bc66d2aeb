import type { RegionState } from "@/core/rig/regions";

/** Inks by name; whoever draws says what colour each is. */
export type Ink = "ink" | "soft" | "hair" | "paper" | "water" | "check" | "stop" | "tint";
export type Shape =
  | {
      readonly is: "path";
      readonly d: string;
      readonly stroke?: Ink;
      readonly width?: number;
      readonly dash?: string;
      readonly fill?: Ink;
      readonly opacity?: number;
    }
  | {
      readonly is: "text";
      readonly x: number;
      readonly y: number;
      readonly text: string;
      readonly size: number;
      readonly bold?: boolean;
      readonly ink?: Ink;
      readonly anchor?: "middle" | "start";
    };
/** A thing's shapes, and the handle a touch on it turns; `touch` is the area that answers. */
export interface Group {
  readonly id: string;
  readonly handle?: string;
  readonly touch?: readonly [number, number, number, number];
  readonly shapes: readonly Shape[];
}
export type Point = readonly [number, number];

/** A line or an area; `over` says its ink, width and pattern. */
export const path = (d: string, over: Omit<Extract<Shape, { is: "path" }>, "is" | "d"> = {}): Shape => ({
  is: "path",
  d,
  ...over,
});

/** Words at a place, in a size of letters. */
export const text = (
  x: number,
  y: number,
  words: string,
  size: number,
  over: Omit<Extract<Shape, { is: "text" }>, "is" | "x" | "y" | "text" | "size"> = {},
): Shape => ({ is: "text", x, y, text: words, size, ...over });

/** A coordinate to a tenth: no eye sees more, and files stay small. */
export const tenth = (n: number) => Math.round(n * 10) / 10;

/** Path data of a line through points. */
export const line = (...points: readonly Point[]): string =>
  points.map(([x, y], i) => `${i ? "L" : "M"}${tenth(x)} ${tenth(y)}`).join("");

/** Path data of a rectangle. */
export const rect = (x: number, y: number, w: number, h: number): string =>
  `M${tenth(x)} ${tenth(y)}h${tenth(w)}v${tenth(h)}h${tenth(-w)}z`;

/**
 * The strokes of a pipe in a state, told apart by their pattern: what is full is filled, trapped is barred,
 * relieved hollow, empty broken.
 */
export function pipeShapes(d: string, state: RegionState): Shape[] {
  if (state === "empty")
    return [path(d, { stroke: "soft", width: 11, dash: "7 5" }), path(d, { stroke: "paper", width: 7.5 })];
  const wall = path(d, { stroke: "ink", width: 11 });
  const hollow = path(d, { stroke: "paper", width: 7.5 });
  switch (state) {
    case "flowing":
    case "charged":
      return [wall, path(d, { stroke: "water", width: 7.5 })];
    case "filling":
      return [wall, hollow, path(d, { stroke: "water", width: 7.5, dash: "9 4" })];
    case "trapped":
      return [wall, hollow, path(d, { stroke: "check", width: 7.5, dash: "2.5 3.5" })];
    case "relieved":
      return [wall, hollow];
  }
}

/** Open chevrons along a pipe in the direction of its flow; none on a piece too short to show one. */
export function flowMarks(points: readonly Point[], forward: boolean): Shape[] {
  const out: Shape[] = [];
  const way = forward ? points : [...points].reverse();
  for (let i = 0; i + 1 < way.length; i += 1) {
    const [a, b] = [way[i]!, way[i + 1]!];
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (length < 15) continue;
    const [ux, uy] = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
    for (let at = Math.min(length / 2, 24); at < length - 4; at += 34) {
      const [x, y] = [a[0] + ux * (at + 3), a[1] + uy * (at + 3)];
      const left: Point = [x - ux * 6 - uy * 3.2, y - uy * 6 + ux * 3.2];
      const right: Point = [x - ux * 6 + uy * 3.2, y - uy * 6 - ux * 3.2];
      out.push(path(line(left, [x, y], right), { stroke: "paper", width: 2.4 }));
    }
  }
  return out;
}

/** The numbered tag that hangs on a valve. */
export const tagShapes = (x: number, y: number, tag: number): Shape[] => [
  path(`M${x - 9} ${y}a9 9 0 1 0 18 0a9 9 0 1 0 -18 0z`, { fill: "paper", stroke: "ink", width: 1.4 }),
  text(x, y + 4, String(tag), 11, { bold: true, anchor: "middle" }),
];
