"use client";
import { shownFirst } from "@/ui/later/shownFirst";

// What only tells of the rig: a page turns handles without it.
export const SupplyStrip = shownFirst(() => import("./SupplyStrip").then((m) => m.SupplyStrip));
export const TurnedSoFar = shownFirst(() => import("./TurnedSoFar").then((m) => m.TurnedSoFar));
