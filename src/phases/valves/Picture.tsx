import type { Rig, RigState } from "@/core/rig";
import type { Drawing } from "./drawn";
import { shapesOf, type Group, type Ink, type Shape } from "./shapes";

const inks: Readonly<Record<Ink, string>> = {
  ink: "var(--ink)",
  soft: "var(--soft)",
  hair: "var(--hair)",
  paper: "var(--paper)",
  water: "var(--water)",
  check: "var(--check)",
  stop: "var(--stop)",
  tint: "var(--tint)",
};

function Mark({ shape: s, colour }: { shape: Shape; colour: (ink: Ink) => string }) {
  return s.is === "path" ? (
    <path
      d={s.d}
      fill={s.fill ? colour(s.fill) : "none"}
      stroke={s.stroke ? colour(s.stroke) : "none"}
      strokeWidth={s.width}
      strokeDasharray={s.dash}
      opacity={s.opacity}
    />
  ) : (
    <text
      x={s.x}
      y={s.y}
      fontSize={s.size}
      fontWeight={s.bold ? 700 : undefined}
      fill={colour(s.ink ?? "ink")}
      textAnchor={s.anchor}
    >
      {s.text}
    </text>
  );
}

const nameOf = (rig: Rig, handle: string): string => rig.handles.find((h) => h.id === handle)?.name ?? handle;

/** The rig as it stands; a touch on a valve turns it. The list beside it says the same in words. */
export function Picture({
  drawing,
  rig,
  state,
  turn,
  at,
  marked,
  colour = (ink) => inks[ink],
  title,
}: {
  drawing: Drawing;
  rig: Rig;
  state: RigState;
  turn?: (handle: string) => void;
  /** Handle that is looked at. */ at?: string;
  /** Handle that comes next. */ marked?: string;
  colour?: (ink: Ink) => string;
  title: string;
}) {
  const groups = shapesOf(drawing, rig, state);
  const ring = (g: Group, ink: Ink, dash?: string) =>
    g.touch ? (
      <rect
        x={g.touch[0] - 3}
        y={g.touch[1] - 3}
        width={g.touch[2] + 6}
        height={g.touch[3] + 6}
        fill="none"
        stroke={colour(ink)}
        strokeWidth="2.5"
        strokeDasharray={dash}
      />
    ) : null;
  return (
    <svg
      xmlns="http://www.w3.org/2000/svg"
      viewBox={`0 0 ${Math.ceil(drawing.width)} ${Math.ceil(drawing.height)}`}
      style={{ "--own": `${Math.ceil(drawing.width)}px` } as React.CSSProperties}
      className="mx-auto block h-auto w-full lg:w-[var(--own)] lg:max-w-full"
      role={turn ? "group" : "img"}
      aria-label={title}
      data-rig-picture
      fontFamily="inherit"
    >
      {groups.map((g) => (
        <g key={g.id} data-handle={g.handle}>
          {g.shapes.map((s, i) => (
            <Mark key={i} shape={s} colour={colour} />
          ))}
          {g.handle !== undefined && g.handle === marked ? ring(g, "water", "7 4") : null}
          {g.handle !== undefined && g.handle === at ? ring(g, "ink") : null}
          {g.handle && g.touch && turn ? (
            <rect
              x={g.touch[0]}
              y={g.touch[1]}
              width={g.touch[2]}
              height={g.touch[3]}
              fill="transparent"
              className="cursor-pointer"
              role="button"
              tabIndex={0}
              aria-label={`Turn ${nameOf(rig, g.handle)}`}
              onClick={() => turn(g.handle!)}
              onKeyDown={(e) => {
                if (e.key !== "Enter" && e.key !== " ") return;
                e.preventDefault();
                turn(g.handle!);
              }}
            />
          ) : null}
        </g>
      ))}
    </svg>
  );
}
