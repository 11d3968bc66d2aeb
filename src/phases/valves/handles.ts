const SIZE = 26;

/**
 * A handle's body and its lever at an angle, for drawing on the page and on paper: a circle, and a line
 * from its middle with an arrow's head.
 */
export function handleMarks(angles: readonly number[]): {
  readonly width: number;
  readonly height: number;
  readonly circles: readonly { readonly x: number; readonly y: number }[];
  readonly levers: readonly string[];
} {
  const round = (n: number) => Math.round(n * 10) / 10;
  const circles = angles.map((_, i) => ({ x: SIZE * i + SIZE / 2, y: SIZE / 2 }));
  const levers = angles.map((angle, i) => {
    const [x, y] = [SIZE * i + SIZE / 2, SIZE / 2];
    const at = (k: number, turn = 0): string => {
      const a = ((angle + turn) * Math.PI) / 180;
      return `${round(x + Math.cos(a) * k)} ${round(y + Math.sin(a) * k)}`;
    };
    return `M${at(-9)}L${at(9)}M${at(5, 40)}L${at(9)}L${at(5, -40)}`;
  });
  return { width: SIZE * angles.length, height: SIZE, circles, levers };
}
