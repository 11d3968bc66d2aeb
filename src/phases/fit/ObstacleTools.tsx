"use client";
import { useState } from "react";
import type { Rect, Wall } from "@/core/fit/wall";
import { faultsOf } from "@/core/fit/faults";
import { obstacleWords, readObstacles, withoutObstacle, type ObstacleKind } from "@/core/site/obstacles";
import { print, type UnitSystem } from "@/core/units";
import { useDesign } from "../train/useDesign";

const kinds = Object.entries(obstacleWords) as readonly (readonly [ObstacleKind, string])[];
const sides = ["x", "y", "width", "height"] as const;
type Side = (typeof sides)[number];
const sideWords: Readonly<Record<Side, string>> = {
  x: "From the left",
  y: "Above the floor",
  width: "Wide",
  height: "High",
};
type Typed = Readonly<Record<Side, string>>;
const nothing: Typed = { x: "", y: "", width: "", height: "" };

interface ObstaclesProps {
  readonly jobId: string;
  readonly wall: Wall;
  readonly mirrored: boolean;
  /** As the survey keeps them. */
  readonly text: string;
  readonly profile: UnitSystem;
}

/** What is on a wall already: drawn on it or typed, and taken away again. */
export function useObstacles({ jobId, wall, mirrored, text, profile }: ObstaclesProps) {
  const { act, say, busy } = useDesign(jobId);
  const [isDrawing, setDrawing] = useState(false);
  const [drawn, setDrawn] = useState<Rect>();
  const [kind, setKind] = useState<ObstacleKind>("shelf");
  const [typed, setTyped] = useState<Typed>(nothing);
  const [error, setError] = useState("");
  const begin = () => {
    setDrawn(undefined);
    setTyped(nothing);
    setError("");
    setDrawing(false);
  };
  const answer = (next: string) =>
    act(
      { kind: "surveyAnswered", field: "wall.obstacles", text: next, profile: "metric", seen: text },
      begin,
    );
  const draw = (rect: Rect) => {
    setDrawn(rect);
    const said = (mm: number) => print(mm, "length", profile);
    setTyped({ x: said(rect.x), y: said(rect.y), width: said(rect.width), height: said(rect.height) });
  };
  const put = () => {
    const line = `${obstacleWords[kind]}: ${sides.map((side) => typed[side]).join(", ")}`;
    const alone = readObstacles(line, profile);
    if (!alone.ok) return setError(alone.error.replace(/^Line 1: /, ""));
    const [one] = alone.obstacles;
    const onWall = mirrored ? { ...one!, x: wall.width - one!.x - one!.width } : one!;
    const [fault] = faultsOf({ ...wall, obstacles: [onWall] });
    if (fault) return setError(fault);
    void answer([text, alone.text].filter(Boolean).join("\n"));
  };
  return {
    drawing: isDrawing ? { draw, ...(drawn ? { drawn } : {}) } : {},
    tools: {
      ...{ isDrawing, setDrawing, kind, setKind, typed, error, busy, put },
      said: say?.text ?? "",
      type: (side: Side, value: string) => setTyped((had) => ({ ...had, [side]: value })),
      takeAway: (at: number) => void answer(withoutObstacle(text, at)),
    },
  };
}
type Tools = ReturnType<typeof useObstacles>["tools"];

/** The kind and the four lengths of what is put on the wall. */
function ObstacleForm({ tools }: { tools: Tools }) {
  const { isDrawing, setDrawing, kind, setKind, typed, type, error, busy, put } = tools;
  return (
    <form
      className="grid gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        put();
      }}
    >
      <label className="block max-w-xs">
        What is there
        <select className="field" value={kind} onChange={(e) => setKind(e.target.value as ObstacleKind)}>
          {kinds.map(([id, word]) => (
            <option key={id} value={id}>
              {word}
            </option>
          ))}
        </select>
      </label>
      <button
        type="button"
        className="button quiet justify-self-start"
        aria-pressed={isDrawing}
        onClick={() => {
          setDrawing(!isDrawing);
          // Whoever draws sees the wall: on a low screen it lies above what is pressed.
          document.querySelector("[data-wall]")?.scrollIntoView({ block: "center" });
        }}
      >
        {isDrawing ? "Drag over the wall, where it is" : "Draw it on the wall"}
      </button>
      <div className="grid max-w-xl grid-cols-2 gap-3 md:grid-cols-4">
        {sides.map((side) => (
          <label key={side} className="block">
            {sideWords[side]}
            <input
              className="field num"
              value={typed[side]}
              onChange={(e) => type(side, e.target.value)}
              aria-invalid={error ? true : undefined}
              aria-describedby="obstacle-fault"
            />
          </label>
        ))}
      </div>
      <p id="obstacle-fault" role="alert" className="text-stop empty:hidden">
        {error}
      </p>
      <button className="button quiet justify-self-start" disabled={busy}>
        Put it on the wall
      </button>
    </form>
  );
}

/** What is on the wall already: listed, taken away, and put there by hand or by number. */
export function ObstacleTools({ wall, tools }: { wall: Wall; tools: Tools }) {
  return (
    <details data-obstacles>
      <summary className="min-h-11 cursor-pointer py-2">What is on this wall already</summary>
      <ul className="mb-3">
        {wall.obstacles.map((o, at) => (
          <li key={o.id} className="flex items-center justify-between gap-3 border-t border-hair py-1">
            {o.id}
            <button
              type="button"
              className="button quiet"
              disabled={tools.busy}
              aria-label={`Take away: ${o.id}`}
              onClick={() => tools.takeAway(at)}
            >
              Take away
            </button>
          </li>
        ))}
      </ul>
      <ObstacleForm tools={tools} />
      <p role="status" className="text-stop empty:hidden">
        {tools.said}
      </p>
    </details>
  );
}
