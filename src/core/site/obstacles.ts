import type { UnitSystem } from "../units";
import { counted, readNamedLengths } from "./namedLengths";

/** What is on a wall already (handbook 3, Fit), and what each is called. */
export const obstacleWords = {
  heater: "heater",
  meter: "meter",
  mainValve: "main valve",
  panel: "electrical panel",
  window: "window",
  pipe: "pipe",
  shelf: "shelf",
  drain: "drain",
  outlet: "outlet",
  trap: "trap",
  disposal: "waste disposal",
  stop: "cold stop",
  hole: "faucet hole",
} as const;
export type ObstacleKind = keyof typeof obstacleWords;

/** A part of a wall that is taken: whole mm from the wall's left end and above its floor. */
export interface Obstacle {
  /** What it is called: its kind, counted where there are several. */
  readonly id: string;
  readonly kind: ObstacleKind;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

type Read =
  | { readonly ok: true; readonly obstacles: readonly Obstacle[]; readonly text: string }
  | { readonly ok: false; readonly error: string };

const kinds = Object.entries(obstacleWords) as readonly (readonly [ObstacleKind, string])[];
const sizes = ["from the left", "above the floor", "wide", "high"] as const;
const MOST = 40;

/** A line as it may be written, in a person's unit. */
export const obstacleExample = (system: UnitSystem): string =>
  system === "us" ? "heater: 36, 0, 20, 50 in" : "heater: 900, 0, 500, 1300 mm";

/** One line: what it is, a colon, and its four lengths. */
function readLine(line: string, system: UnitSystem): Omit<Obstacle, "id"> | string {
  const read = readNamedLengths(line, { kinds, sizes, example: obstacleExample(system) }, system);
  if (typeof read === "string") return read;
  const [x, y, width, height] = read.mm as [number, number, number, number];
  return width > 0 && height > 0
    ? { kind: read.kind, x, y, width, height }
    : "width and height are more than nothing";
}

/** An obstacle as it is kept: with its units, so that everybody reads it alike. */
const written = ({ kind, x, y, width, height }: Omit<Obstacle, "id">): string =>
  `${obstacleWords[kind]}: ${[x, y, width, height].map((n) => `${n} mm`).join(", ")}`;

/**
 * Obstacles of a wall, one on a line: `heater: 900, 0, 500, 1300 mm` (from the left, above the floor, wide,
 * high). Bare numbers are in the unit of the last. `text` is what is kept, with units. Refused in words, by
 * line.
 */
export function readObstacles(text: string, system: UnitSystem): Read {
  const lines = text
    .split(/\n/)
    .map((line) => line.trim())
    .filter(Boolean);
  if (lines.length > MOST) return { ok: false, error: `At most ${MOST} obstacles` };
  const found: Omit<Obstacle, "id">[] = [];
  for (const [i, line] of lines.entries()) {
    const read = readLine(line, system);
    if (typeof read === "string") return { ok: false, error: `Line ${i + 1}: ${read}` };
    found.push(read);
  }
  return { ok: true, obstacles: counted(found, obstacleWords), text: found.map(written).join("\n") };
}

/** What was kept of a wall's obstacles without one of them, by its place among them. */
export const withoutObstacle = (text: string, at: number): string =>
  obstaclesOf(text)
    .filter((_, i) => i !== at)
    .map(written)
    .join("\n");

/** Obstacles as they were kept; empty where there are none. */
export function obstaclesOf(text: string): readonly Obstacle[] {
  const read = readObstacles(text, "metric");
  return read.ok ? read.obstacles : [];
}
