"use client";
import { useRef, type KeyboardEvent, type PointerEvent, type ReactNode } from "react";
import type { Misfit } from "@/core/fit/judge";
import { bodiesOf, keptClear, ownPipesOf, zonesOf, type Standing, type WallUnit } from "@/core/fit/standing";
import { between, type Rect, type Room } from "@/core/fit/wall";
import type { UnitSystem } from "@/core/units";
import { seen } from "./seen";
import { Pipe, WallPipes, type PipesDrawn } from "./WallPipes";
import { length, pipeAnchor } from "./words";

/** Room around the wall for its dimensions, mm. */
const MARGIN = { side: 120, top: 60, bottom: 290 } as const;
/** How far one press of an arrow moves a unit, and what a dragged one is rounded to, mm. */
const STEP = 10;

/**
 * Words and margins are drawn for walls of so many mm: on what is narrower they are smaller, to read alike
 * on the screen.
 */
const USUAL_WIDTH = 1500;
const scaleOf = ({ width }: Pick<Room, "width">): number => Math.min(1, Math.max(0.3, width / USUAL_WIDTH));

/** Width of a digit of a unit's name as it is drawn, mm: a name that is wider than its body stands upright. */
const DIGIT = 42;

interface DrawingProps extends PipesDrawn {
  /** What it is called for who does not see it. */
  readonly label?: string;
  readonly units: readonly WallUnit[];
  readonly standings: readonly (Standing | undefined)[];
  readonly misfits: readonly Misfit[];
  readonly profile: UnitSystem;
  /** Moves a unit on the screen. */
  readonly move?: (key: string, to: Standing) => void;
  /** A drag is over: its unit is kept where it was let go. */
  readonly drop?: (key: string, to: Standing) => void;
  /** Something is drawn on the wall by hand: from its left end as one looks at it, and above its floor. */
  readonly draw?: (drawn: Rect) => void;
  /** What is drawn so far. */
  readonly drawn?: Rect;
  /** Drawn over units and pipes, in mm of the drawing. */
  readonly children?: ReactNode;
}

/** One length between two marks, under the floor. */
function Dimension({
  from,
  to,
  y,
  k,
  text,
}: {
  from: number;
  to: number;
  y: number;
  k: number;
  text: string;
}) {
  return (
    <g>
      <path
        d={`M${from} ${y - 20 * k}V${y + 20 * k}M${to} ${y - 20 * k}V${y + 20 * k}M${from} ${y}H${to}`}
        className="stroke-soft"
        strokeWidth={3 * k}
      />
      <text x={(from + to) / 2} y={y - 14 * k} textAnchor="middle" className="num fill-ink" fontSize={56 * k}>
        {text}
      </text>
    </g>
  );
}

/** Widths and gaps along the floor, as one measures them. */
function Dimensions({ wall, mirrored, units, standings, profile }: DrawingProps) {
  const at = seen(wall, mirrored);
  const edges = units.flatMap((unit, i) => {
    const stands = standings[i];
    if (!stands) return [];
    return bodiesOf(unit, stands).flatMap((body) => {
      const { x, width } = at.rect(body);
      return [x, x + width];
    });
  });
  const turns = wall.corner === undefined ? [] : [at.x(wall.corner)];
  const marks = [...new Set([0, ...edges, ...turns, wall.width])].sort((a, b) => a - b);
  const k = scaleOf(wall);
  const pieces = marks.slice(1).map((to, i) => ({ from: marks[i]!, to }));
  return (
    <>
      {pieces
        .filter(({ from, to }) => to - from >= STEP)
        .map(({ from, to }, i) => (
          <Dimension
            key={from}
            from={from}
            to={to}
            y={wall.height + (80 + (i % 2) * 76) * k}
            k={k}
            text={length(to - from, profile)}
          />
        ))}
      <Dimension
        from={0}
        to={wall.width}
        y={wall.height + 250 * k}
        k={k}
        text={length(wall.width, profile)}
      />
    </>
  );
}

/** A body with its name. */
function Body({ name, isWrong, k, ...body }: { name: string; isWrong: boolean; k: number } & Rect) {
  return (
    <>
      <rect
        {...body}
        className={isWrong ? "fill-tint stroke-stop" : "fill-sheet stroke-ink"}
        strokeWidth={(isWrong ? 14 : 8) * k}
      />
      <text
        x={body.x + body.width / 2}
        y={body.y + body.height / 2}
        textAnchor="middle"
        className="num fill-ink"
        fontSize={64 * k}
        transform={
          name.length * DIGIT * k > body.width
            ? `rotate(-90 ${body.x + body.width / 2} ${body.y + body.height / 2})`
            : undefined
        }
      >
        {/* The space keeps the names of bodies side by side apart for who hears them. */}
        {`${name} `}
      </text>
    </>
  );
}

/** A unit, to be dragged and moved by arrows. */
function UnitOnWall({
  unit,
  at,
  isWrong,
  ...props
}: { unit: WallUnit; at: Standing; isWrong: boolean } & DrawingProps) {
  const { wall, mirrored, move, drop } = props;
  const held = useRef<{ readonly x: number; readonly y: number; readonly from: Standing; to?: Standing }>(
    undefined,
  );
  const to = seen(wall, mirrored);
  const bodies = bodiesOf(unit, at);
  const names = unit.manifold ? bodies.map((_, i) => `${unit.manifold!.name} ${i + 1}`) : [unit.name];
  const moved = (dx: number, dy: number, from: Standing): Standing => ({
    ...from,
    x: Math.max(0, from.x + (mirrored ? -dx : dx)),
    y: unit.hangs ? Math.max(0, from.y - dy) : 0,
  });
  const inMm = (e: PointerEvent<SVGGElement>) => {
    const matrix = e.currentTarget.ownerSVGElement!.getScreenCTM()!.inverse();
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix);
    return { x: p.x, y: p.y };
  };
  const round = (n: number) => Math.round(n / STEP) * STEP;
  const onKeyDown = (e: KeyboardEvent) => {
    const by = { ArrowLeft: [-STEP, 0], ArrowRight: [STEP, 0], ArrowUp: [0, -STEP], ArrowDown: [0, STEP] }[
      e.key
    ];
    if (!by) return;
    e.preventDefault();
    move?.(unit.key, moved(by[0]!, by[1]!, at));
  };
  return (
    <g
      role="button"
      tabIndex={move ? 0 : undefined}
      aria-label={`${names.join(" ")}: arrows move it by ${length(STEP, props.profile)}`}
      className="cursor-move touch-none"
      data-on-wall={unit.key}
      onKeyDown={onKeyDown}
      onPointerDown={(e) => {
        if (!move) return;
        e.currentTarget.setPointerCapture(e.pointerId);
        held.current = { ...inMm(e), from: at };
      }}
      onPointerMove={(e) => {
        if (!held.current) return;
        const p = inMm(e);
        const { x, y, from } = held.current;
        held.current.to = moved(round(p.x - x), round(p.y - y), from);
        move?.(unit.key, held.current.to);
      }}
      onPointerUp={() => {
        if (held.current?.to) drop?.(unit.key, held.current.to);
        held.current = undefined;
      }}
    >
      {bodies.map((part, i) => (
        <Body key={i} {...to.rect(part)} name={names[i]!} isWrong={isWrong} k={scaleOf(wall)} />
      ))}
    </g>
  );
}

/** What is on the wall already; before a panel the wall is kept free from the floor up. */
function Obstacles({ wall, mirrored }: Pick<DrawingProps, "wall" | "mirrored">) {
  const to = seen(wall, mirrored);
  const k = scaleOf(wall);
  const isNearEnd = (x: number) => x > wall.width * 0.8;
  return (
    <>
      {wall.obstacles.map((o) => (
        <g key={o.id}>
          {o.kind === "panel" ? (
            <rect
              {...to.rect(keptClear(wall, o))}
              className="fill-none stroke-soft"
              strokeWidth="4"
              strokeDasharray="20 20"
            />
          ) : null}
          <rect {...to.rect(o)} fill="url(#taken)" className="stroke-soft" strokeWidth="5" />
          <text
            x={to.rect(o).x + (isNearEnd(to.rect(o).x) ? to.rect(o).width : 12 * k)}
            y={to.rect(o).y - 14 * k}
            textAnchor={isNearEnd(to.rect(o).x) ? "end" : "start"}
            className="fill-soft"
            fontSize={56 * k}
          >
            {o.id}
          </text>
        </g>
      ))}
    </>
  );
}

/** Where the wall turns. */
function Corner({ wall, mirrored }: Pick<DrawingProps, "wall" | "mirrored">) {
  if (wall.corner === undefined) return null;
  const x = seen(wall, mirrored).x(wall.corner);
  return (
    <g className="pointer-events-none" data-corner>
      <path
        d={`M${x} 0V${wall.height}`}
        className="stroke-ink"
        strokeWidth="6"
        strokeDasharray="60 24 12 24"
      />
      <text x={x + 20} y={wall.height - 30} className="fill-ink" fontSize={56 * scaleOf(wall)}>
        corner
      </text>
    </g>
  );
}

/** The two ends of the house's pipe. */
function Cut({ wall, mirrored }: Pick<DrawingProps, "wall" | "mirrored">) {
  const to = seen(wall, mirrored);
  const { from, to: back } = wall;
  if (!from || !back) return null;
  return (
    <>
      {[from, back].map((p, i) => (
        <g key={i} id={i === 0 ? pipeAnchor("bypass") : undefined} className="pointer-events-none">
          <circle cx={to.x(p.x)} cy={to.y(p.y)} r="26" className="fill-paper stroke-water" strokeWidth="10" />
          <text x={to.x(p.x)} y={to.y(p.y) - 40} textAnchor="middle" className="fill-ink" fontSize="56">
            {i === 0 ? "from" : "to"}
          </text>
        </g>
      ))}
    </>
  );
}

/** Lies over the wall while something is drawn on it: a drag spans a rectangle. */
function DrawnByHand({ wall, draw, drawn }: Pick<DrawingProps, "wall" | "draw" | "drawn">) {
  const from = useRef<{ readonly x: number; readonly y: number }>(undefined);
  if (!draw) return null;
  const inMm = (e: PointerEvent<SVGRectElement>) => {
    const matrix = e.currentTarget.ownerSVGElement!.getScreenCTM()!.inverse();
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix);
    const round = (n: number, most: number) => Math.min(most, Math.max(0, Math.round(n / STEP) * STEP));
    return { x: round(p.x, wall.width), y: round(wall.height - p.y, wall.height) };
  };
  return (
    <>
      <rect
        x="0"
        y="0"
        width={wall.width}
        height={wall.height}
        fill="transparent"
        className="cursor-crosshair touch-none"
        data-draw-here
        onPointerDown={(e) => {
          e.currentTarget.setPointerCapture(e.pointerId);
          from.current = inMm(e);
        }}
        onPointerMove={(e) => {
          if (from.current) draw(between(from.current, inMm(e)));
        }}
        onPointerUp={() => {
          from.current = undefined;
        }}
      />
      {drawn ? (
        <rect
          x={drawn.x}
          y={wall.height - drawn.y - drawn.height}
          width={drawn.width}
          height={drawn.height}
          fill="url(#taken)"
          className="pointer-events-none stroke-water"
          strokeWidth="8"
        />
      ) : null}
    </>
  );
}

/** The room that a unit keeps free as it is drawn: that of a manifold is seen by its pipes. */
const shownZones = (unit: WallUnit, at: Standing) =>
  zonesOf(unit, at).filter((zone) => zone.what !== "manifold");

/** The wall to scale: what is on it, the units with the room that they keep free, the pipes, and the dimensions. */
export function WallDrawing(props: DrawingProps) {
  const { wall, mirrored, units, standings, pipes, misfits } = props;
  const to = seen(wall, mirrored);
  const wrong = new Set(misfits.flatMap((m) => ("other" in m ? [m.unit, m.other] : [m.unit])));
  const k = scaleOf(wall);
  const size = {
    width: wall.width + 2 * MARGIN.side * k,
    height: wall.height + (MARGIN.top + MARGIN.bottom) * k,
  };
  return (
    <svg
      viewBox={`${-MARGIN.side * k} ${-MARGIN.top * k} ${size.width} ${size.height}`}
      className="h-auto max-h-[74vh] w-full border border-hair bg-paper"
      role="group"
      aria-label={props.label ?? "The wall to scale; the table says the same in words"}
      data-wall
    >
      <defs>
        <pattern
          id="taken"
          width="40"
          height="40"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0V40" className="stroke-soft" strokeWidth="6" />
        </pattern>
      </defs>
      <rect
        x="0"
        y="0"
        width={wall.width}
        height={wall.height}
        className="fill-paper stroke-soft"
        strokeWidth="5"
      />
      <path
        d={`M${-MARGIN.side * k} ${wall.height}H${wall.width + MARGIN.side * k}`}
        className="stroke-ink"
        strokeWidth={12 * k}
      />
      <Obstacles wall={wall} mirrored={mirrored} />
      <Corner wall={wall} mirrored={mirrored} />
      {units.flatMap((unit, i) =>
        standings[i]
          ? shownZones(unit, standings[i]).map((zone) => (
              <rect
                key={`${unit.key} ${zone.what}`}
                {...to.rect(zone)}
                className="fill-none stroke-soft"
                strokeWidth="4"
                strokeDasharray="20 20"
              />
            ))
          : [],
      )}
      {units.map((unit, i) =>
        standings[i] ? (
          <UnitOnWall key={unit.key} {...props} unit={unit} at={standings[i]} isWrong={wrong.has(unit.key)} />
        ) : null,
      )}
      {pipes.length === 0
        ? units.flatMap((unit, i) =>
            standings[i]
              ? ownPipesOf(unit, standings[i]).map((points, k) => (
                  <Pipe key={`${unit.key} ${k}`} points={points} to={to} />
                ))
              : [],
          )
        : null}
      <WallPipes {...props} />
      {props.children}
      <Cut wall={wall} mirrored={mirrored} />
      <Dimensions {...props} />
      <DrawnByHand {...props} />
    </svg>
  );
}
