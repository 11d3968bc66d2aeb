import type { Grounds } from "../plumbing/takeOff";
import { stripsOf, substrates, type Strip, type Substrate, type SurveyAnswers } from "../site";
import type { Rect } from "./wall";

/**
 * What the fixings of a part of the wall meet: the one strip that it is wholly on; undefined between two,
 * or where nobody said.
 */
const groundIn = (strips: readonly Strip[], { x, width }: Pick<Rect, "x" | "width">): Substrate | undefined =>
  strips.find((s) => s.x <= x && x + width <= s.x + s.width)?.ground;

/** The least board that some units hang on together. */
function boardFor(bodies: readonly (readonly [string, Rect])[]): Grounds["boards"][number] {
  const rects = bodies.map(([, r]) => r);
  const [left, foot] = [Math.min(...rects.map((r) => r.x)), Math.min(...rects.map((r) => r.y))];
  const [right, top] = [
    Math.max(...rects.map((r) => r.x + r.width)),
    Math.max(...rects.map((r) => r.y + r.height)),
  ];
  return { width: right - left, height: top - foot, keys: bodies.map(([key]) => key) };
}

/**
 * What the fixings of units that hang meet, and the boards that go across metal studs (handbook 3, Fixings
 * by substrate): the wall's one substrate, or the strip of it that a unit's body is wholly on. `bodies`: as
 * one stands before the wall; a unit that is not placed has none.
 */
export function groundsOf(
  answers: SurveyAnswers,
  hung: readonly string[],
  bodies: ReadonlyMap<string, Rect>,
): Grounds {
  const named = (answers["wall.substrate"]?.text ?? "").split(",").filter(Boolean);
  const strips = stripsOf(answers["wall.strips"]?.text ?? "");
  const only = named.length === 1 ? substrates.find((s) => s === named[0]) : undefined;
  const under = new Map(
    hung.flatMap((key) => {
      const body = bodies.get(key);
      const found = strips.length > 0 ? body && groundIn(strips, body) : only;
      return found ? [[key, found] as const] : [];
    }),
  );
  // A strip of metal studs has a board of its own.
  const onStuds = strips.length > 0 ? strips.filter((s) => s.ground === "metalStud") : [undefined];
  const boards = onStuds.flatMap((strip) => {
    const own = [...bodies].filter(
      ([key, body]) =>
        under.get(key) === "metalStud" && (strip === undefined || groundIn([strip], body) !== undefined),
    );
    return own.length > 0 ? [boardFor(own)] : [];
  });
  return { named, under, boards };
}
