import { createLRU } from "lru.min";
import type { Rig } from "@/core/rig";
import { inTime } from "@/server/threads";
import type { Drawing, Way } from "./drawn";

/** So many drawings are remembered; one takes some 20 kB. */
const REMEMBERED = 200;
const drawings = createLRU<string, Drawing>({ max: REMEMBERED });

/**
 * The drawing of a rig, or undefined where it was not made in time. A rig is looked at again at each of its
 * turns, and always drawn the same: what was drawn lately is remembered.
 */
export async function drawingFor(rig: Rig, way: Way): Promise<Drawing | undefined> {
  const key = way + JSON.stringify(rig);
  const remembered = drawings.get(key);
  if (remembered) return remembered;
  const made = await inTime("drawing", { rig, way });
  if (made) drawings.set(key, made);
  return made;
}
