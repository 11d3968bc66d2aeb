"use client";
import { useState } from "react";
import type { Rect, Wall } from "@/core/fit/wall";
import { faultsOf } from "@/core/fit/faults";
import { obstacleWords, readObstacles, withoutObstacle, type ObstacleKind } from "@/core/site/obstacles";
import { print, type UnitSystem } from "@/core/units";
import { FormField, FormNote } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm, type FormOutcome, type Typed } from "@/ui/useForm";
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

interface ObstaclesProps {
  readonly jobId: string;
  readonly wall: Wall;
  readonly mirrored: boolean;
  /** As the survey keeps them. */
  readonly text: string;
  readonly profile: UnitSystem;
}
type Read = { readonly text: string } | Extract<FormOutcome, { ok: false }>;

/**
 * One obstacle as it was typed, as the survey would keep it; or what is wrong with it, at its field where
 * it has one.
 */
function readOne(
  kind: ObstacleKind,
  values: Typed,
  { wall, mirrored, profile }: Pick<ObstaclesProps, "wall" | "mirrored" | "profile">,
): Read {
  const line = `${obstacleWords[kind]}: ${sides.map((side) => values[side] ?? "").join(", ")}`;
  const alone = readObstacles(line, profile);
  if (!alone.ok) {
    const error = alone.error.replace(/^Line 1: /, "");
    const prefix = (side: Side) => `${sideWords[side].toLowerCase()}: `;
    const field = sides.find((side) => error.startsWith(prefix(side)));
    // Beside its field it need not name it.
    return field ? { ok: false, error: error.slice(prefix(field).length), field } : { ok: false, error };
  }
  const one = alone.obstacles[0]!;
  const onWall = mirrored ? { ...one, x: wall.width - one.x - one.width } : one;
  const [fault] = faultsOf({ ...wall, obstacles: [onWall] });
  return fault ? { ok: false, error: fault } : { text: alone.text };
}

/** What is on a wall already: drawn on it or typed, and taken away again. */
export function useObstacles({ jobId, wall, mirrored, text, profile }: ObstaclesProps) {
  const { act, send, say, busy } = useDesign(jobId);
  const [isDrawing, setDrawing] = useState(false);
  const [drawn, setDrawn] = useState<Rect>();
  const [kind, setKind] = useState<ObstacleKind>("shelf");
  const said = (side: Side) => (drawn ? print(drawn[side], "length", profile) : "");
  const answer = (next: string) =>
    ({ kind: "surveyAnswered", field: "wall.obstacles", text: next, profile: "metric", seen: text }) as const;
  const form = useForm({
    draft: `${jobId}.obstacle`,
    // What is drawn stands in the fields, until somebody types over it.
    initial: Object.fromEntries(sides.map((side) => [side, said(side)])),
    send: async (values, waiting) => {
      const read = readOne(kind, values, { wall, mirrored, profile });
      return "ok" in read ? read : send(answer([text, read.text].filter(Boolean).join("\n")), waiting);
    },
    onTaken: () => {
      setDrawn(undefined);
      setDrawing(false);
    },
  });
  const draw = (rect: Rect) => {
    form.drop();
    setDrawn(rect);
  };
  return {
    drawing: isDrawing ? { draw, ...(drawn ? { drawn } : {}) } : {},
    tools: {
      ...{ form, isDrawing, setDrawing, kind, setKind, busy },
      said: say?.text ?? "",
      takeAway: (at: number) => void act(answer(withoutObstacle(text, at))),
    },
  };
}
type Tools = ReturnType<typeof useObstacles>["tools"];

/** The kind and the four lengths of what is put on the wall. */
function ObstacleForm({ tools }: { tools: Tools }) {
  const { form, isDrawing, setDrawing, kind, setKind } = tools;
  return (
    <FormFrame form={form} className="grid gap-3">
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
          <FormField key={side} form={form} name={side} label={sideWords[side]} />
        ))}
      </div>
      <div className="flex flex-wrap items-center gap-4">
        <button className="button quiet" disabled={form.busy}>
          Put it on the wall
        </button>
        <FormNote form={form} />
      </div>
    </FormFrame>
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
