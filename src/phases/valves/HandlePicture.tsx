import { handleMarks } from "./handles";

/** How a unit's handles stand in a position, drawn; the words beside it say the same. */
export function HandlePicture({ angles }: { angles: readonly number[] | undefined }) {
  if (!angles) return null;
  const { width, height, circles, levers } = handleMarks(angles);
  return (
    <svg
      width={width}
      height={height}
      className="inline-block shrink-0 align-middle"
      aria-hidden="true"
      data-handle-picture={angles.join(" ")}
    >
      {circles.map((c, i) => (
        <circle key={i} cx={c.x} cy={c.y} r="11.5" fill="none" stroke="currentColor" strokeWidth="1.4" />
      ))}
      {levers.map((d, i) => (
        <path key={i} d={d} fill="none" stroke="currentColor" strokeWidth="2.6" strokeLinejoin="round" />
      ))}
    </svg>
  );
}
