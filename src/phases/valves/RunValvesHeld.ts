"use client";
import { heldFirst } from "@/ui/later/heldFirst";

// Turning takes the whole rig, its laws and its words: they come right behind the page.
export const RunValvesHeld = heldFirst(() => import("./RunValves").then((m) => m.RunValves));
