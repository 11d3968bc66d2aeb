"use client";
import { useRef, type PointerEvent } from "react";
import type { ConnectorOnWall, FlexiblePort } from "@/core/fit/flexible";
import type { OffsetTaken } from "@/core/fit/offset";
import type { Point, Room, Wall } from "@/core/fit/wall";
import { middleOf, seen } from "./seen";
import { pipeAnchor } from "./words";

/** What a dragged pipe is rounded to, mm. */
const STEP = 10;

/** A pipe on the wall. */
export interface DrawnPipe {
  /** By which it is known in the assembly. */
  readonly id: string;
  readonly points: readonly Point[];
  /** What the manifold is known by that it is of. */
  readonly manifold?: string;
  /** As it is numbered in the cut list; absent while its pieces are not known. */
  readonly number?: number;
  readonly connectors?: readonly ConnectorOnWall[];
  /** Ports of units at which none of its connectors goes. */
  readonly without?: readonly FlexiblePort[];
  /** How it comes to stand as far off the wall as its other end does. */
  readonly offset?: OffsetTaken | "unknown";
  /** What it leads to, where it can be led by hand. */
  readonly target?: string;
}

/** The pipes of a wall, and what becomes of them under a hand. */
export interface PipesDrawn {
  /** A wall with its cut; or a cabinet, in which nothing is cut. */
  readonly wall: Room & Partial<Wall>;
  readonly mirrored: boolean;
  readonly pipes: readonly DrawnPipe[];
  /** The anchor of what the page's address points at. */
  readonly shown?: string;
  /** Leads a pipe through a point, by the unit that it leads to or the house; kept once it is let go. */
  readonly lead?: (target: string, through: Point) => void;
  readonly letGo?: (target: string, through: Point) => void;
}

/** A pipe between two units that can be drawn through another point. */
function LedPipe({
  points: corners,
  target,
  wall,
  mirrored,
  lead,
  letGo,
}: Omit<PipesDrawn, "pipes" | "shown"> & {
  points: readonly Point[];
  target: string;
}) {
  const held = useRef<{ from: Point; to?: Point }>(undefined);
  const to = seen(wall, mirrored);
  const inMm = (e: PointerEvent<SVGPolylineElement>): Point => {
    const matrix = e.currentTarget.ownerSVGElement!.getScreenCTM()!.inverse();
    const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix);
    const within = (n: number, most: number) => Math.min(most, Math.max(0, Math.round(n / STEP) * STEP));
    const x = within(p.x, wall.width);
    return { x: mirrored ? wall.width - x : x, y: within(wall.height - p.y, wall.height) };
  };
  const points = corners.map((p) => `${to.x(p.x)},${to.y(p.y)}`).join(" ");
  return (
    <>
      {lead ? (
        <polyline
          points={points}
          className="cursor-move touch-none fill-none"
          stroke="transparent"
          strokeWidth="90"
          data-pipe={target}
          onPointerDown={(e) => {
            e.currentTarget.setPointerCapture(e.pointerId);
            held.current = { from: inMm(e) };
          }}
          onPointerMove={(e) => {
            if (!held.current) return;
            const through = inMm(e);
            const { from } = held.current;
            if (through.x === from.x && through.y === from.y) return;
            held.current.to = through;
            lead(target, through);
          }}
          onPointerUp={() => {
            if (held.current?.to) letGo?.(target, held.current.to);
            held.current = undefined;
          }}
        />
      ) : null}
      {wall.held?.[target] ? (
        <circle
          cx={to.x(wall.held[target].x)}
          cy={to.y(wall.held[target].y)}
          r="24"
          className="pointer-events-none fill-water"
        />
      ) : null}
    </>
  );
}

/** A flexible connector: a ribbed pipe, round where it bends. */
function Connector({ points, to }: { points: readonly Point[]; to: ReturnType<typeof seen> }) {
  const [first, ...rest] = points.map((p) => `${to.x(p.x)} ${to.y(p.y)}`);
  const way = rest.length === 2 ? `M${first}Q${rest.join(" ")}` : `M${first}L${rest.join("L")}`;
  return (
    <g className="pointer-events-none fill-none" data-connector>
      <path d={way} className="stroke-water" strokeWidth="34" />
      <path d={way} className="stroke-sheet" strokeWidth="20" strokeDasharray="10 12" />
    </g>
  );
}

/** A pipe along its corners, with its number. */
export function Pipe({
  points,
  number,
  isShown = false,
  to,
}: Pick<DrawnPipe, "points" | "number"> & { isShown?: boolean; to: ReturnType<typeof seen> }) {
  const at = number === undefined ? undefined : middleOf(points);
  return (
    <>
      <polyline
        points={points.map((p) => `${to.x(p.x)},${to.y(p.y)}`).join(" ")}
        className={`pointer-events-none fill-none ${isShown ? "stroke-ink" : "stroke-water"}`}
        strokeWidth={isShown ? 40 : 22}
        strokeLinejoin="round"
      />
      {at ? (
        <text
          x={to.x(at.x) + 18}
          y={to.y(at.y) - 18}
          className="num pointer-events-none fill-ink"
          fontSize="52"
          aria-hidden="true"
        >
          {number}
        </text>
      ) : null}
    </>
  );
}

/** Does the page's address point at a pipe, or at the manifold that it is of. */
const isPointedAt = ({ id, manifold }: DrawnPipe, shown: string | undefined): boolean =>
  shown === pipeAnchor(id) || (manifold !== undefined && shown === pipeAnchor(manifold));

/** All pipes of a wall, each to be drawn through a point where it is led by hand. */
export function WallPipes({ pipes, shown, ...props }: PipesDrawn) {
  const to = seen(props.wall, props.mirrored);
  return pipes.map((pipe) => (
    <g key={pipe.id} id={pipeAnchor(pipe.id)}>
      <Pipe {...pipe} to={to} isShown={isPointedAt(pipe, shown)} />
      {pipe.connectors?.map(({ points }, i) => (
        <Connector key={i} points={points} to={to} />
      ))}
      {pipe.target === undefined ? null : <LedPipe {...props} points={pipe.points} target={pipe.target} />}
    </g>
  ));
}
