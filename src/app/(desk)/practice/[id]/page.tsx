import { notFound } from "next/navigation";
import { exercises, randomExercise } from "@/core/rig";
import { Exercise } from "@/phases/practice/Exercise";
import { NotDrawn } from "@/phases/valves/NotDrawn";
import { drawingFor } from "@/phases/valves/drawingFor";
import { personFor } from "@/server/actor";

export const metadata = { title: "Practice" };

/** One exercise at a rig. */
export default async function ExercisePage({ params }: PageProps<"/practice/[id]">) {
  await personFor("viewJobs");
  const { id } = await params;
  const seed = /^seed-(\d{1,6})$/.exec(id)?.[1];
  const exercise = seed === undefined ? exercises().find((e) => e.id === id) : randomExercise(Number(seed));
  if (!exercise) notFound();
  const drawing = await drawingFor(exercise.rig, "down");
  return drawing ? <Exercise exercise={exercise} drawing={drawing} /> : <NotDrawn />;
}
