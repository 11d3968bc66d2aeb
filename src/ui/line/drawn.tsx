import type { ReactNode } from "react";
import type { LineMark } from "@/core/families";
import type { LineStation } from "./station";

/** The paint of a stretch of pipe. Each drawing has patterns of its own: those of a hidden drawing are not painted. */
export const paintOf = (drawing: string, mark: LineMark) => `url(#${drawing}-${mark})`;

/** Stroke patterns that tell the water apart without colour. */
export function Walls({ drawing }: { drawing: string }) {
  return (
    <defs>
      <pattern id={`${drawing}-raw`} width="6" height="8" patternUnits="userSpaceOnUse">
        <path d="M0 8L6 0M-3 4L3-4M3 12L9 4" stroke="var(--soft)" strokeWidth="1" />
      </pattern>
      <pattern id={`${drawing}-filtered`} width="6" height="8" patternUnits="userSpaceOnUse">
        <circle cx="3" cy="4" r="1.2" fill="var(--water)" />
      </pattern>
      <pattern id={`${drawing}-softened`} width="6" height="8" patternUnits="userSpaceOnUse">
        <path d="M0 4h6" stroke="var(--water)" strokeWidth="1.4" />
      </pattern>
      <pattern id={`${drawing}-disinfected`} width="6" height="8" patternUnits="userSpaceOnUse">
        <path d="M3 1v6M0 4h6" stroke="var(--water)" strokeWidth="1.2" />
      </pattern>
      <pattern id={`${drawing}-permeate`} width="6" height="8" patternUnits="userSpaceOnUse">
        <path d="M3 0v8" stroke="var(--water)" strokeWidth="1.4" />
      </pattern>
    </defs>
  );
}

interface BodyProps {
  readonly shape: LineStation["shape"];
  readonly x: number;
  readonly y: number;
  readonly active: boolean;
  readonly soaked?: number;
}

/** Where a body stands, and how its lines are drawn. */
interface Stroked {
  readonly x: number;
  readonly y: number;
  readonly stroke: string;
  readonly shape: { readonly fill: string; readonly stroke: string; readonly strokeWidth: number };
}

/** A tank with its valve head; while it soaks, with the water that has come into its bed. */
function Vessel({ x, y, stroke, shape, soaked }: Stroked & { readonly soaked?: number }) {
  const level = 1 - (soaked ?? 0);
  return (
    <g>
      <rect x={x - 10} y={y - 34} width="20" height="8" {...shape} />
      <rect x={x - 19} y={y - 26} width="38" height="60" rx="15" {...shape} />
      {soaked === undefined ? (
        <path d={`M${x - 18} ${y - 4}h36`} stroke={stroke} strokeDasharray="2 3" />
      ) : (
        <path
          d={`M${x - 16} ${y - 20 + 48 * level}h32v${Math.max(0, 48 * (1 - level) - 6)}q0 6 -6 6h-20q-6 0 -6 -6z`}
          fill="var(--water)"
          opacity="0.55"
        />
      )}
    </g>
  );
}

const Lamp = ({ x, y, stroke, shape }: Stroked) => (
  <g>
    <rect x={x - 10} y={y - 32} width="20" height="64" {...shape} />
    <path d={`M${x} ${y - 24}v48`} stroke={stroke} strokeWidth="2" strokeDasharray="4 3" />
  </g>
);

const Housing = ({ x, y, shape }: Stroked) => (
  <g>
    <rect x={x - 15} y={y - 22} width="30" height="10" {...shape} />
    <rect x={x - 10} y={y - 12} width="20" height="36" rx="3" {...shape} />
  </g>
);

const Membrane = ({ x, y, shape }: Stroked) => (
  <g>
    <rect x={x - 26} y={y - 16} width="52" height="12" {...shape} />
    {[-24, -8, 8].map((d) => (
      <rect key={d} x={x + d} y={y - 4} width="14" height="22" rx="2" {...shape} />
    ))}
  </g>
);

const Pump = ({ x, y, stroke, shape }: Stroked) => (
  <g>
    <rect x={x - 16} y={y - 11} width="32" height="22" {...shape} />
    <path d={`M${x - 8} ${y}h14m-5 -5l5 5l-5 5`} fill="none" stroke={stroke} strokeWidth="1.6" />
  </g>
);

const bodies: Partial<Record<LineStation["shape"], (props: Stroked & { soaked?: number }) => ReactNode>> = {
  vessel: Vessel,
  lamp: Lamp,
  housing: Housing,
  membrane: Membrane,
  pump: Pump,
};

/**
 * A unit drawn by what it is: a vessel, housings, a chamber, a membrane; a plain box where it has no shape
 * of its own.
 */
export function Body({ shape: kind, x, y, active, soaked }: BodyProps) {
  const stroke = active ? "var(--water)" : "var(--ink)";
  const shape = { fill: "var(--sheet)", stroke, strokeWidth: active ? 2.4 : 1.6 };
  const Drawn = bodies[kind];
  if (Drawn) return <Drawn x={x} y={y} stroke={stroke} shape={shape} soaked={soaked} />;
  return <rect x={x - 13} y={y - 13} width="26" height="26" rx="2" {...shape} />;
}
